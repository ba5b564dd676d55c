/** Two donors in one build: how they hang on a hinge, closed and open, and the ribbon between them. */
import { useState } from 'react';
import { Button, InputNumber, Select } from 'antd';
import { useQuery } from '@tanstack/react-query';
import { rolled, section } from '@deft/core/shell';
import {
  bodyFor,
  type Body,
  type Edge,
  EDGES,
  length,
  lengthWithin,
  type Project,
  type Shell,
} from '@deft/core/model';
import { knownBuilds, openBuild } from '../../../state/kept';
import { useBuild } from '../../../state/build';
import { LengthField } from '../../../ui/LengthField';
import { Wedge } from '../../../ui/Wedge';
import { ViewTabs } from '../ViewTabs';
import { HingePicture } from './HingePicture';
import { Bad } from '../../../ui/Bad';

type Hinge = NonNullable<Shell['hinge']>;

/** A second body whose ids no other one has. */
function secondBody(from: Body | undefined, first: Body): Body {
  const other: Body = from ?? {
    ...first,
    name: 'Lid',
    pieces: first.pieces.map((p) => ({
      ...p,
      zones: [],
      features: [],
      openings: [],
      depth: length(Math.max(6, p.depth.mm * 0.6), 'estimate'),
    })),
  };
  const rename = (id: string) => `lid-${id}`.slice(0, 64);
  const names = new Set(
    other.pieces.flatMap((p) => [...p.features, ...p.zones, ...p.openings].map((x) => x.id)),
  );
  // Readings between features follow their new ids.
  const again = <T,>(o: T): T =>
    JSON.parse(JSON.stringify(o), (k, v: unknown) =>
      typeof v === 'string' && (k === 'feature' || k === 'opening') && names.has(v) ? rename(v) : v,
    ) as T;
  const made: Body = {
    ...other,
    id: 'lid',
    name: from ? `${from.name}, second` : 'Lid',
    pieces: other.pieces.map((p) => ({
      ...p,
      id: rename(p.id),
      features: again(p.features).map((f) => ({ ...f, id: rename(f.id) })),
      zones: again(p.zones).map((z) => ({ ...z, id: rename(z.id) })),
      openings: again(p.openings).map((o) => ({ ...o, id: rename(o.id) })),
    })),
  };
  delete made.underlays;
  delete made.caps;
  return made;
}

const start = (a: Body, b: Body): Hinge => {
  const front = (x: Body) => x.pieces.find((p) => p.role === 'front')?.depth.mm ?? 0;
  return {
    first: 'top',
    second: 'bottom',
    closedDeg: 0,
    openDeg: 160,
    out: length(2, 'estimate'),
    up: length((front(a) + front(b)) / 2 + 0.5, 'estimate'),
    barrel: length(6, 'estimate'),
    ribbon: { thick: lengthWithin(0.12, 0.015, 'typical'), turns: 1.5, bendTimes: 10 },
  };
};

export default function GraftView() {
  const { doc, edit, check } = useBuild('doc', 'edit', 'check');
  const [a, b] = doc.shell.bodies;
  const hinge = doc.shell.hinge;
  const [deg, setDeg] = useState<number>();
  const put = (more: Partial<Hinge>, merge?: string) =>
    edit((p) => ({ ...p, shell: { ...p.shell, hinge: { ...p.shell.hinge!, ...more } } }), merge);
  const graft = (from: Body | undefined) =>
    edit((p: Project) => {
      const first = bodyFor(p)!;
      const second = secondBody(from, first);
      return {
        ...p,
        way: 'graft',
        shell: { bodies: [first, second], hinge: start(first, second) },
      };
    });
  const away = () =>
    edit((p) => {
      const shell: Shell = { bodies: p.shell.bodies.slice(0, 1) };
      return { ...p, shell };
    });
  const said = check.findings.filter((f) => f.check === 'hinge');
  const now = deg ?? hinge?.openDeg ?? 0;
  const edges = (label: string, value: Edge, set: (e: Edge) => unknown) => (
    <>
      <span>{label}</span>
      <Select
        size="small"
        aria-label={label}
        value={value}
        onChange={set}
        options={EDGES.map((e) => ({ value: e, label: e }))}
      />
    </>
  );
  const degrees = (label: string, key: 'closedDeg' | 'openDeg') => (
    <>
      <span>{label}</span>
      <InputNumber
        size="small"
        aria-label={label}
        min={0}
        max={360}
        style={{ width: '100%' }}
        value={hinge![key]}
        onChange={(v) => v !== null && put({ [key]: v }, key)}
      />
    </>
  );
  return (
    <>
      <div className="centre" style={{ overflow: 'hidden' }}>
        <ViewTabs />
        <div className="mat">
          {a && b && hinge ? (
            <HingePicture
              shell={doc.shell}
              deg={now}
              onDeg={setDeg}
              cut={section(doc.shell, now)}
            />
          ) : (
            <div className="blank">
              <h2>{a ? 'One body so far' : 'No shell yet'}</h2>
              <p>
                {a
                  ? 'A graft joins two donors: a second screen, a lid, another grip. Bring the second body in at the right; the hinge starts where both shut face to face.'
                  : 'Measure the first body, then bring in the second.'}
              </p>
            </div>
          )}
        </div>
      </div>
      <aside className="side" aria-label="Hinge and graft">
        <h2>Hinge and graft</h2>
        {a && !b && <BringIn onTake={graft} />}
        {a && b && hinge && (
          <>
            {said.map((f) => (
              <div
                key={f.id}
                className="row"
                style={{ alignItems: 'flex-start', flexWrap: 'nowrap' }}
              >
                <Wedge verdict={f.verdict} />
                <div>
                  <b style={{ fontWeight: 600 }}>{f.title}</b>
                  {f.measure && <span className="note"> ± {(2 * f.measure.sigma).toFixed(1)}</span>}
                  <p>{f.what}</p>
                  {f.verdict !== 'clear' && <p className="note">{f.why[f.why.length - 1]}</p>}
                </div>
              </div>
            ))}
            <div className="pair">
              {edges(`Edge of ${a.name}`, hinge.first, (first) => put({ first }))}
              {edges(`Edge of ${b.name}`, hinge.second, (second) => put({ second }))}
              {degrees('Closed at, °', 'closedDeg')}
              {degrees('Open at, °', 'openDeg')}
            </div>
            <div className="fields">
              <LengthField
                label="Axis out from both edges"
                min={-50}
                value={hinge.out}
                onChange={(out) => put({ out })}
              />
              <LengthField
                label="Axis up from the parting planes"
                min={-50}
                value={hinge.up}
                onChange={(up) => put({ up })}
              />
              <LengthField
                label="Barrel, bore for the ribbon"
                min={0.5}
                value={hinge.barrel}
                onChange={(barrel) => put({ barrel })}
              />
              <LengthField
                label="Ribbon, thickness"
                min={0.02}
                value={hinge.ribbon.thick}
                onChange={(thick) => put({ ribbon: { ...hinge.ribbon, thick } })}
              />
            </div>
            <div className="pair">
              <span>Turns when closed</span>
              <InputNumber
                size="small"
                aria-label="Turns when closed"
                min={0}
                max={10}
                step={0.5}
                style={{ width: '100%' }}
                value={hinge.ribbon.turns}
                onChange={(turns) => turns !== null && put({ ribbon: { ...hinge.ribbon, turns } })}
              />
              <span>Least bend, × its thickness</span>
              <InputNumber
                size="small"
                aria-label="Least bend"
                min={1}
                max={40}
                style={{ width: '100%' }}
                value={hinge.ribbon.bendTimes}
                onChange={(bendTimes) =>
                  bendTimes !== null && put({ ribbon: { ...hinge.ribbon, bendTimes } })
                }
              />
            </div>
            {rolled(hinge).working.map((l) => (
              <p key={l} className="note">
                {l}
              </p>
            ))}
            <Magnet
              hinge={hinge}
              onChange={(magnet) =>
                edit((p) => {
                  const next: Hinge = { ...p.shell.hinge!, ...(magnet ? { magnet } : {}) };
                  if (!magnet) delete next.magnet;
                  return { ...p, shell: { ...p.shell, hinge: next } };
                })
              }
            />
            <p className="note">
              Each body is measured in its own tabs: choose it at the upper right.
            </p>
            <div>
              <Button size="small" type="text" onClick={away}>
                Take the second body out
              </Button>
            </div>
          </>
        )}
      </aside>
    </>
  );
}

function BringIn({ onTake }: { onTake: (from: Body | undefined) => unknown }) {
  const builds = useQuery({ queryKey: ['builds'], queryFn: knownBuilds });
  const [bad, setBad] = useState<string>();
  const from = async (key: string) => {
    try {
      const other = bodyFor((await openBuild(key)).document);
      if (other) {
        setBad(undefined);
        onTake(other);
      } else setBad('That build has no measured shell.');
    } catch (e) {
      setBad(e instanceof Error ? e.message : 'That build cannot be read.');
    }
  };
  return (
    <section style={{ display: 'flex', flexDirection: 'column', gap: 8 }}>
      <p>The second body:</p>
      <Select
        aria-label="Second body from a build"
        placeholder="the shell of another build"
        loading={builds.isPending}
        value={null}
        onChange={(key: string | null) => key && void from(key)}
        options={(builds.data?.builds ?? []).map((q) => ({ value: q.key, label: q.name }))}
      />
      <Button onClick={() => onTake(undefined)}>A lid as wide as this, to be measured</Button>
      <Bad said={bad} />
    </section>
  );
}

function Magnet({ hinge, onChange }: { hinge: Hinge; onChange: (m: Hinge['magnet']) => unknown }) {
  const m = hinge.magnet;
  if (!m) {
    return (
      <div>
        <Button
          size="small"
          type="link"
          style={{ padding: 0 }}
          onClick={() =>
            onChange({
              closedMm: length(3, 'estimate'),
              openMm: length(40, 'estimate'),
              pullIn: length(8, 'typical'),
              letGo: length(14, 'typical'),
            })
          }
        >
          A magnet puts it to sleep
        </Button>
      </div>
    );
  }
  const f = (label: string, key: keyof NonNullable<Hinge['magnet']>) => (
    <LengthField
      key={key}
      label={label}
      min={0.1}
      value={m[key]}
      onChange={(l) => {
        onChange({ ...m, [key]: l });
      }}
    />
  );
  return (
    <div className="fields">
      {f('Magnet to switch, closed', 'closedMm')}
      {f('Magnet to switch, open', 'openMm')}
      {f('It pulls in at', 'pullIn')}
      {f('It lets go at', 'letGo')}
      <span />
      <Button
        size="small"
        type="text"
        style={{ gridColumn: '2 / 5' }}
        onClick={() => onChange(undefined)}
      >
        No magnet
      </Button>
    </div>
  );
}
