/** Cut: what must be opened and trimmed, how to mark it, and the template at true size. */
import { useMemo, useState } from 'react';
import { Button, Input, Segmented, Select } from 'antd';
import { Link } from 'react-router';
import {
  correctionFor,
  type CutItem,
  cutOuts,
  HAND_CUT_MM,
  templates,
  type Trim,
} from '@deft/core/cuts';
import { sheetSvg } from '@deft/core/formats';
import { type Cut, formatMm, type Length, type Project } from '@deft/core/model';
import { download } from '../../ui/download';
import { LengthField } from '../../ui/LengthField';
import { useBuild, useScene, useSettled } from '../../state/build';
import { printSheets } from './print';
import { SheetView } from './SheetView';
import { Findings } from '../../ui/Findings';

const cutId = (p: Project, key: string): string =>
  p.cuts.find((c) => c.kind === 'opening' && c.for === key)?.id ??
  `open-${key.toLowerCase().replace(/[^a-z0-9-]/g, '-')}`.slice(0, 64);

/** The document with an opening's state, or its measured size. */
function withOpening(
  p: Project,
  key: string,
  more: Partial<Extract<Cut, { kind: 'opening' }>>,
): Project {
  const old = p.cuts.find(
    (c): c is Extract<Cut, { kind: 'opening' }> => c.kind === 'opening' && c.for === key,
  );
  const next: Cut = {
    kind: 'opening',
    id: cutId(p, key),
    for: key,
    state: 'decided',
    ...old,
    ...more,
  };
  return { ...p, cuts: [...p.cuts.filter((c) => c !== old), next] };
}

export default function CutStation() {
  const { doc, check, edit } = useBuild('doc', 'check', 'edit');
  const scene = useScene();
  const [chosen, choose] = useState<string>();
  const { openings, trims } = check.cuts;
  const sheets = useMemo(() => templates(doc, false, scene), [doc, scene]);
  const inside = useMemo(() => templates(doc, true, scene), [doc, scene]);
  const nothing = !openings.length && !trims.length;
  return (
    <>
      <div className="centre sheet">
        <header>
          <h1>What to cut</h1>
          <p className="note">
            Openings follow from the layout. Start small, file to size; ± {HAND_CUT_MM} mm is what a
            hand-cut edge wanders by.
          </p>
        </header>
        {nothing && (
          <div className="card">
            <h2>Nothing to cut</h2>
            <p>
              {doc.layout.placements.length ? (
                'Every socket and key has its opening already.'
              ) : (
                <>
                  Lay parts out first: <Link to="../fit">openings follow from where they are</Link>.
                </>
              )}
            </p>
          </div>
        )}
        {!nothing && (
          <table className="plain" aria-label="Cuts">
            <thead>
              <tr>
                <th>What</th>
                <th>Where</th>
                <th>Start at</th>
                <th>File to</th>
                <th>Mark from outer edges</th>
                <th>State</th>
              </tr>
            </thead>
            <tbody>
              {openings.map((o) => (
                <OpeningRow
                  key={o.key}
                  o={o}
                  sel={chosen === o.key}
                  onChoose={() => choose(chosen === o.key ? undefined : o.key)}
                  onState={(state) => edit((p) => withOpening(p, o.key, { state }))}
                  onMeasured={(w, h) =>
                    edit((p) => withOpening(p, o.key, { state: 'measured', measured: { w, h } }))
                  }
                />
              ))}
              {trims.map((t) => (
                <TrimRow
                  key={t.key}
                  t={t}
                  onState={(state) =>
                    edit((p) => ({
                      ...p,
                      cuts: p.cuts.map((c) =>
                        c.kind === 'trim' && c.feature === t.feature && c.copy === t.copy
                          ? { ...c, state }
                          : c,
                      ),
                    }))
                  }
                  onMeasured={(measured) =>
                    edit((p) => ({
                      ...p,
                      cuts: p.cuts.map((c) =>
                        c.kind === 'trim' && c.feature === t.feature && c.copy === t.copy
                          ? { ...c, state: 'measured' as const, measured }
                          : c,
                      ),
                    }))
                  }
                  onLeave={() =>
                    edit((p) => ({
                      ...p,
                      cuts: p.cuts.filter(
                        (c) => !(c.kind === 'trim' && c.feature === t.feature && c.copy === t.copy),
                      ),
                    }))
                  }
                />
              ))}
            </tbody>
          </table>
        )}
        {check.cuts.blanks.length > 0 && (
          <div className="card">
            <h2>To close</h2>
            {check.cuts.blanks.map((b) => (
              <p key={b.id}>
                <b style={{ fontWeight: 600 }}>{b.name}</b>, {b.piece}: {b.why}.
              </p>
            ))}
          </div>
        )}
        {sheets.map((s) => (
          <SheetView key={s.id} sheet={s} />
        ))}
      </div>
      <aside className="side" aria-label="Cutting">
        <Findings
          station="cut"
          title="Where not to cut"
          empty="Every hole lies where it can be cut."
        />
        <Print doc={doc} outside={sheets} inside={inside} />
      </aside>
    </>
  );
}

const STATES = [
  { value: 'follows from the layout', label: 'follows' },
  { value: 'decided', label: 'decided' },
  { value: 'done', label: 'done' },
  { value: 'measured', label: 'measured' },
];

function OpeningRow({
  o,
  sel,
  onChoose,
  onState,
  onMeasured,
}: {
  o: CutItem;
  sel: boolean;
  onChoose: () => void;
  onState: (s: Cut['state']) => void;
  onMeasured: (w: Length, h: Length) => string | undefined;
}) {
  const [w, setW] = useState<Length>();
  const [h, setH] = useState<Length>();
  const size = (a: number, b: number) =>
    o.round ? `⌀${formatMm(a, 1)}` : `${formatMm(a, 1)} × ${formatMm(b, 1)}`;
  return (
    <>
      <tr className={sel ? 'sel' : ''}>
        <td>
          <button type="button" className="plain" onClick={onChoose} aria-expanded={sel}>
            <b style={{ fontWeight: 600 }}>{o.name}</b>
          </button>
        </td>
        <td>
          {o.face.kind === 'wall' ? o.face.name : `${o.face.role} face`}
          {o.pieces.length > 1 ? ', a notch in both halves' : ''}
        </td>
        <td className="nowrap">{size(o.start.w, o.start.h)}</td>
        <td className="nowrap">
          {size(o.w, o.h)} ± {o.toleranceMm}
        </td>
        <td>{o.from.map((f) => `${formatMm(f.mm, 1)} from ${f.edge}`).join(', ')}</td>
        <td>
          <Select
            size="small"
            aria-label={`State of ${o.name}`}
            value={o.state}
            onChange={(s: string) => {
              if (s !== 'follows from the layout') onState(s as Cut['state']);
            }}
            options={STATES.filter((s) => s.value !== 'measured' || o.measured)}
            style={{ width: 100 }}
          />
        </td>
      </tr>
      {sel && (
        <tr className="sel">
          <td colSpan={6}>
            <p className="note">{o.why.join('; ')}</p>
            <div className="fields" style={{ maxWidth: 420, marginTop: 6 }}>
              <LengthField
                label="As cut, width"
                min={0.1}
                value={w}
                onChange={(v) => {
                  setW(v);
                  if (o.round) return onMeasured(v, v);
                  return h ? onMeasured(v, h) : undefined;
                }}
              />
              {!o.round && (
                <LengthField
                  label="As cut, height"
                  min={0.1}
                  value={h}
                  onChange={(v) => {
                    setH(v);
                    return w ? onMeasured(w, v) : undefined;
                  }}
                />
              )}
            </div>
          </td>
        </tr>
      )}
    </>
  );
}

function TrimRow({
  t,
  onState,
  onMeasured,
  onLeave,
}: {
  t: Trim;
  onState: (s: Cut['state']) => void;
  onMeasured: (l: Length) => string | undefined;
  onLeave: () => void;
}) {
  const [left, setLeft] = useState<Length>();
  return (
    <tr>
      <td>
        <b style={{ fontWeight: 600 }}>{t.name}</b>
        <br />
        <span className="note">{t.d} mm</span>
      </td>
      <td>{t.piece} half, inside</td>
      <td className="nowrap">{formatMm(t.full, 1)} tall</td>
      <td className="nowrap">{t.to > 0 ? `${formatMm(t.to, 1)} left` : 'away'}</td>
      <td>{t.from.map((f) => `${formatMm(f.mm, 1)} from ${f.edge}`).join(', ')}</td>
      <td>
        <Select
          size="small"
          aria-label={`State of ${t.name}`}
          value={t.state}
          onChange={(s: string) => onState(s as Cut['state'])}
          options={STATES.slice(1).filter((s) => s.value !== 'measured' || t.state === 'measured')}
          style={{ width: 100 }}
        />{' '}
        <Button size="small" type="text" onClick={onLeave}>
          Leave it
        </Button>
        {t.state !== 'decided' && (
          <div className="fields" style={{ marginTop: 4 }}>
            <LengthField
              label="Left"
              min={0.1}
              value={left}
              onChange={(v) => {
                setLeft(v);
                return onMeasured(v);
              }}
            />
          </div>
        )}
      </td>
    </tr>
  );
}

function Print({
  doc,
  outside,
  inside,
}: {
  doc: Project;
  outside: ReturnType<typeof templates>;
  inside: ReturnType<typeof templates>;
}) {
  const [paper, setPaper] = useState<'a4' | 'letter'>('a4');
  const [along, setAlong] = useState('50');
  const [across, setAcross] = useState('50');
  const [busy, setBusy] = useState(false);
  const settled = useSettled();
  const [bad, setBad] = useState<string>();
  const c = correctionFor(Number(along.replace(',', '.')), Number(across.replace(',', '.')));
  const all = [...outside, ...inside, ...cutOuts(doc)];
  const print = async () => {
    if (!c.ok) return;
    setBusy(true);
    const corrected = c.correction.along !== 1 || c.correction.across !== 1;
    setBad(
      await printSheets(
        all,
        doc,
        'template',
        paper,
        c.correction,
        corrected ? c.working : undefined,
      ),
    );
    setBusy(false);
  };
  return (
    <>
      <h2>Print 1:1</h2>
      <p className="note">
        Templates seen from outside, the same mirrored for the inside, and paper cut-outs of every
        part.
      </p>
      <Segmented
        aria-label="Paper"
        value={paper}
        onChange={(v) => setPaper(v as 'a4' | 'letter')}
        options={[
          { value: 'a4', label: 'A4' },
          { value: 'letter', label: 'Letter' },
        ]}
      />
      <Button
        type="primary"
        disabled={!all.length || !c.ok || !settled}
        loading={busy}
        onClick={() => void print()}
      >
        {settled ? 'Template as PDF' : 'Checking ...'}
      </Button>
      {bad && (
        <p className="bad" role="alert">
          {bad}
        </p>
      )}
      <section>
        <h3>What do the two bars measure?</h3>
        <p className="note" style={{ marginBottom: 6 }}>
          Each says 50 mm. Type what yours measure and print again.
        </p>
        <div className="pair">
          <label htmlFor="along">Along</label>
          <Input
            id="along"
            size="small"
            value={along}
            suffix="mm"
            onChange={(e) => setAlong(e.target.value)}
          />
          <label htmlFor="across">Across</label>
          <Input
            id="across"
            size="small"
            value={across}
            suffix="mm"
            onChange={(e) => setAcross(e.target.value)}
          />
        </div>
        {c.ok ? (
          <p className="note">
            {c.correction.along === 1 && c.correction.across === 1 ? 'No correction.' : c.working}
          </p>
        ) : (
          <p className="bad" role="alert">
            {c.sentence}
          </p>
        )}
      </section>
      <section>
        <h3>As SVG, in mm</h3>
        <div className="list">
          {all.map((s) => (
            <button
              key={s.id}
              type="button"
              className="plain"
              disabled={!settled}
              onClick={() =>
                download(
                  `${doc.id}-${s.id}.svg`,
                  sheetSvg(s, doc.name, c.ok ? c.correction : undefined),
                  'image/svg+xml',
                )
              }
            >
              {s.title}{' '}
              <span className="note">{s.note.startsWith('MIRRORED') ? 'mirrored' : ''}</span>
            </button>
          ))}
        </div>
      </section>
      <p className="caution">
        Cutting: eye protection and dust mask, clamp the work, cell out of the shell.
      </p>
    </>
  );
}
