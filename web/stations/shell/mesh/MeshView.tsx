/** A half out of an STL, OBJ, 3MF or STEP file: levelled, searched, and each find offered before it is taken. */
import { useEffect, useMemo, useRef, useState } from 'react';
import { Button, Checkbox, Input, Select } from 'antd';
import { type Offer, type Role, withHalf } from '@deft/core/capture';
import { formatMm, type Opening, OPENING_USES } from '@deft/core/model';
import { useShell } from '../useShell';
import { ViewTabs } from '../ViewTabs';
import { FoundPicture } from './FoundPicture';
import { useMesh } from './useMesh';
import { useChanged } from '../../../ui/useChanged';
import { Bad } from '../../../ui/Bad';

const UNITS = [
  { value: 1, label: 'millimetres' },
  { value: 25.4, label: 'inches' },
  { value: 10, label: 'centimetres' },
  { value: 1000, label: 'metres' },
];

/** An offer under the name, and of the use, that the builder gave it. */
const asChosen = (o: Offer, name = o.name, use?: Opening['use']): Offer =>
  o.is === 'opening' && use ? { ...o, name, it: { ...o.it, use } } : { ...o, name };

export default function MeshView() {
  const { body, setBody } = useShell();
  const mesh = useMesh();
  const picker = useRef<HTMLInputElement>(null);
  const [solid, setSolid] = useState(0);
  const [unit, setUnit] = useState<number>();
  const [role, setRole] = useState<Role>('back');
  const [lies, setLies] = useState<{
    open?: [number, number, number] | undefined;
    quarters: number;
  }>({ quarters: 0 });
  const [no, setNo] = useState<ReadonlySet<string>>(new Set());
  const [names, setNames] = useState<Record<string, string>>({});
  const [uses, setUses] = useState<Record<string, Opening['use']>>({});
  /** Halves taken over since the page was opened: the next file is likely the other. */
  const [taken, setTaken] = useState<readonly Role[]>([]);
  const [chosen, choose] = useState<string>();
  const [said, setSaid] = useState<string>();
  const { file, half, look } = mesh;
  const known = unit ?? file?.unitMm;
  useChanged(file, (opened) => {
    if (!opened) return;
    setSolid(0);
    // Files of one shell are written in one unit.
    setUnit((last) => opened.unitMm ?? last);
    setRole(taken.includes('back') && !taken.includes('front') ? 'front' : 'back');
    setLies({ quarters: 0 });
    setNo(new Set());
    setNames({});
    setUses({});
    setSaid(undefined);
  });
  // Every choice is looked at anew.
  useEffect(() => {
    if (file && known) void look(solid, known, role, lies);
  }, [file, known, solid, role, lies]); // eslint-disable-line react-hooks/exhaustive-deps
  const offers = useMemo(
    () => half?.offers.map((o) => asChosen(o, names[o.id], uses[o.id])) ?? [],
    [half, names, uses],
  );
  const toggle = (id: string) =>
    setNo((n) => {
      const next = new Set(n);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  const take = () => {
    if (!half) return;
    const kept = offers.filter((o) => !no.has(o.id));
    const bad = setBody((b) => withHalf(b, half, kept));
    if (!bad) setTaken((all) => [...all, half.role]);
    setSaid(
      bad ??
        `Taken over: the ${half.role} with ${kept.length} ${kept.length === 1 ? 'feature' : 'features'}.`,
    );
  };
  const size = file?.solids[solid]?.size;
  let state: React.ReactNode;
  if (mesh.busy) {
    state = (
      <>
        <h2 role="status">{mesh.busy} ...</h2>
        <Button onClick={mesh.leave}>Cancel</Button>
      </>
    );
  } else if (file) {
    state = (
      <>
        <h2>{file.name}</h2>
        <p>
          {known
            ? 'Nothing was found yet.'
            : 'The file does not say its unit. Choose it at the right.'}
        </p>
      </>
    );
  } else {
    state = (
      <>
        <h2>One half, or both, out of a 3D file</h2>
        <p>
          STL, OBJ, 3MF or STEP. It is levelled by its rim; walls, posts, ribs, pockets and openings
          are looked for and offered one by one.
        </p>
        <Button type="primary" onClick={() => picker.current?.click()}>
          Choose a file
        </Button>
        <p>or drop it here</p>
      </>
    );
  }
  return (
    <>
      <div className="centre" style={{ overflow: 'hidden' }}>
        <ViewTabs />
        <div
          className="mat"
          onDragOver={(e) => e.preventDefault()}
          onDrop={(e) => {
            e.preventDefault();
            const f = e.dataTransfer.files[0];
            if (f) void mesh.open(f);
          }}
        >
          {half ? (
            <FoundPicture
              half={half}
              offers={offers}
              no={no}
              chosen={chosen}
              onChoose={choose}
              onToggle={toggle}
            />
          ) : (
            <div className="blank">{state}</div>
          )}
        </div>
      </div>
      <aside className="side" aria-label="From a 3D file">
        <h2>
          {half ? (
            <>
              Found{' '}
              <span className="note">
                {offers.length - no.size} of {offers.length} kept
              </span>
            </>
          ) : (
            'From a 3D file'
          )}
        </h2>
        <input
          ref={picker}
          type="file"
          accept=".stl,.obj,.3mf,.step,.stp"
          hidden
          aria-label="3D file"
          onChange={(e) => {
            const f = e.target.files?.[0];
            e.target.value = '';
            if (f) void mesh.open(f);
          }}
        />
        <Bad said={mesh.bad} />
        {file && (
          <div className="card" style={{ display: 'flex', flexDirection: 'column', gap: 8 }}>
            <p>
              <b style={{ fontWeight: 600 }}>{file.name}</b>{' '}
              <span className="note">
                {file.kind}, {file.solids[solid]?.triangles.toLocaleString('en')} triangles
              </span>
            </p>
            <div className="pair">
              <span>One unit is</span>
              <Select
                size="small"
                aria-label="File unit"
                placeholder="choose"
                {...(known ? { value: known } : {})}
                onChange={setUnit}
                options={
                  UNITS.some((u) => u.value === known) || !known
                    ? UNITS
                    : [{ value: known, label: 'as it says' }, ...UNITS]
                }
                popupMatchSelectWidth={150}
              />
            </div>
            {known && file.unitMm === undefined && taken.length > 0 && (
              <p className="note">The file does not say its unit: taken as in the one before.</p>
            )}
            {size && (
              <p className="note">
                {known
                  ? `${size.map((v) => formatMm(v * known, 1)).join(' × ')} mm over everything`
                  : `${size.map((v) => formatMm(v, 1)).join(' × ')} units over everything`}
              </p>
            )}
            {file.solids.length > 1 && (
              <div className="pair">
                <span>Solid</span>
                <Select
                  size="small"
                  aria-label="Solid"
                  value={solid}
                  onChange={setSolid}
                  options={file.solids.map((s, i) => ({ value: i, label: s.name }))}
                  popupMatchSelectWidth={190}
                />
              </div>
            )}
            <div className="pair">
              <span>It is the</span>
              <Select
                size="small"
                aria-label="Which half"
                value={role}
                onChange={setRole}
                options={[
                  { value: 'front', label: 'front' },
                  { value: 'back', label: 'back' },
                ]}
              />
            </div>
            <div className="row">
              <Button
                size="small"
                disabled={!half}
                onClick={() => setLies((l) => ({ ...l, quarters: (l.quarters + 1) % 4 }))}
              >
                Quarter turn
              </Button>
              <Button
                size="small"
                disabled={!half}
                onClick={() =>
                  setLies((l) => ({
                    ...l,
                    open: half && [-half.open[0], -half.open[1], -half.open[2]],
                  }))
                }
              >
                Other side is open
              </Button>
              <Button size="small" type="text" onClick={() => picker.current?.click()}>
                Other file
              </Button>
            </div>
          </div>
        )}
        {half && (
          <>
            <p className="note">
              Tilt of {half.tiltDeg.toFixed(1)}° taken out; rim flat within {half.rimOff.toFixed(2)}{' '}
              mm. Wall {formatMm(half.wall.mm)}, half depth {formatMm(half.depth.mm)} mm
              {half.draftDeg > 0.3 ? `, walls lean ${half.draftDeg.toFixed(1)}°` : ''}.{' '}
              {half.outline.kind === 'rect'
                ? `${formatMm(half.outline.w.mm, 1)} × ${formatMm(half.outline.h.mm, 1)} mm, corners ${formatMm(half.outline.r.mm, 1)}.`
                : `${half.outline.points.length} outline points.`}
            </p>
            <div className="row">
              <Button type="primary" onClick={take}>
                Take over {offers.length - no.size}{' '}
                {offers.length - no.size === 1 ? 'feature' : 'features'}
              </Button>
              <Button
                size="small"
                type="text"
                onClick={() => setNo(no.size ? new Set() : new Set(offers.map((o) => o.id)))}
              >
                {no.size ? 'Keep all' : 'Ignore all'}
              </Button>
            </div>
            {said && (
              <p className={said.startsWith('Taken') ? '' : 'bad'} role="status">
                {said}
              </p>
            )}
            {body && body.outline.kind !== half.outline.kind && (
              <p className="note">The outline read so far is replaced by this one.</p>
            )}
            <div className="list" aria-label="What was found">
              {offers.map((o) => (
                <div
                  key={o.id}
                  className={chosen === o.id ? 'sel' : ''}
                  onMouseEnter={() => choose(o.id)}
                  style={{
                    display: 'grid',
                    gridTemplateColumns: '22px minmax(0, 1fr) auto',
                    gap: '2px 6px',
                  }}
                >
                  <Checkbox
                    aria-label={`Keep ${o.name}`}
                    checked={!no.has(o.id)}
                    onChange={() => toggle(o.id)}
                    onFocus={() => choose(o.id)}
                  />
                  <Input
                    size="small"
                    variant="borderless"
                    style={{ padding: 0, fontWeight: 600 }}
                    aria-label={`Name of ${o.name}`}
                    value={o.name}
                    maxLength={200}
                    onFocus={() => choose(o.id)}
                    onChange={(e) => setNames((n) => ({ ...n, [o.id]: e.target.value }))}
                  />
                  {o.is === 'opening' ? (
                    <Select
                      size="small"
                      aria-label={`Use of ${o.name}`}
                      value={o.it.use}
                      onChange={(use: Opening['use']) => setUses((n) => ({ ...n, [o.id]: use }))}
                      options={OPENING_USES.map((u) => ({ value: u, label: u }))}
                      popupMatchSelectWidth={110}
                    />
                  ) : (
                    <span />
                  )}
                  <span />
                  <span className="note" style={{ gridColumn: '2 / 4' }}>
                    {o.words} · off by {o.off.toFixed(2)}
                  </span>
                </div>
              ))}
            </div>
          </>
        )}
        {!file && (
          <p className="note">
            Halves side by side on one plate are told apart. Nothing is taken over before you say
            so.
          </p>
        )}
      </aside>
    </>
  );
}
