/** Turning it off, as a time chart with mishaps thrown in: is the card at risk? */
import { useState } from 'react';
import { Checkbox, InputNumber, Select } from 'antd';
import { scaleLinear } from 'd3-scale';
import {
  holdUpFarad,
  type Line,
  type Mishap,
  type Plan,
  type Run,
  runWords,
  simulated,
  USUAL,
  type Way,
} from '@deft/core/shutdown';
import { partOf } from '@deft/core/kit';
import { BROWN_OUT_V, wattsOf } from '@deft/core/power';
import { present, type Project } from '@deft/core/model';
import { useBuild } from '../../state/build';
import style from './Shutdown.module.css';

const WAYS: ReadonlyArray<{ value: Way; label: string }> = [
  { value: 'latch', label: 'a latch that waits' },
  { value: 'switch', label: 'a switch' },
  { value: 'menu', label: 'the menu alone' },
];
/** What can be thrown in, with its time where it has one, s. */
interface Thrown {
  words: string;
  make: (s: number) => Mishap;
  s?: number;
}
const LATCH_LINES: readonly Thrown[] = [
  { words: 'request line missing', make: () => ({ is: 'no request' }) },
  { words: '"I am down" missing', make: () => ({ is: 'no answer' }) },
  { words: '"I am down" late by', make: (s) => ({ is: 'late answer', s }), s: 15 },
  { words: '"I am down" stuck on', make: () => ({ is: 'answer stuck' }) },
];
const HANGS: Thrown = { words: 'system hangs', make: () => ({ is: 'hangs' }) };
const SUPPLY: readonly Thrown[] = [
  { words: 'power pulled at', make: (s) => ({ is: 'pulled', at: s }), s: 4 },
  { words: 'cell cut by its guard at', make: (s) => ({ is: 'guard', at: s }), s: 6 },
];
/** A switch asks nobody, so nothing of the system matters; a menu has no lines. */
const MISHAPS: Readonly<Record<Way, readonly Thrown[]>> = {
  latch: [...LATCH_LINES, HANGS, ...SUPPLY],
  menu: [HANGS, ...SUPPLY],
  switch: SUPPLY,
};
/** As the build has it: what was said, else what is in the kit. */
function wayOf(p: Project): Way {
  if (p.power.off) return p.power.off;
  const kinds = present(p).kit.items.map((i) => partOf(p, i).off?.kind);
  if (kinds.includes('latch')) return 'latch';
  return kinds.includes('switch') ? 'switch' : 'menu';
}

/** Begun anew when the build is turned off another way. */
export function Shutdown() {
  const { doc } = useBuild('doc');
  const way = wayOf(doc);
  return <Played key={way} way={way} />;
}

function Played({ way }: { way: Way }) {
  const { check } = useBuild('check');
  const [plan, setPlan] = useState<Plan>({ ...USUAL, way });
  const [on, setOn] = useState<ReadonlyMap<Thrown, number>>(new Map());
  const thrown = MISHAPS[plan.way];
  const mishaps = thrown.flatMap((m) => (on.has(m) ? [m.make(on.get(m)!)] : []));
  const run = simulated(plan, mishaps);
  const { title, why, helps } = runWords(plan, run, mishaps);
  const watts = wattsOf(check.power.energy, 'menu');
  const railV = check.power.rail?.value.volts ?? 0;
  const field = (label: string, of: 'haltS' | 'heldS' | 'graceS' | 'forceS') => (
    <label className="note">
      {label}
      <InputNumber
        size="small"
        aria-label={label}
        min={0}
        max={120}
        step={0.5}
        suffix="s"
        style={{ width: 84 }}
        value={plan[of]}
        onChange={(v) => setPlan({ ...plan, [of]: v ?? 0 })}
      />
    </label>
  );
  return (
    <section className="card" aria-label="Turning it off" style={{ padding: '12px 14px' }}>
      <div className="row">
        <h2 className="grow">Turning it off</h2>
        <Select<Way>
          size="small"
          aria-label="Tried with"
          style={{ width: 160 }}
          value={plan.way}
          onChange={(way) => setPlan({ ...plan, way })}
          options={[...WAYS]}
        />
      </div>
      <div className={style.fields}>
        {field('halts in', 'haltS')}
        {plan.way !== 'menu' && field('key held', 'heldS')}
        {plan.way === 'latch' && field('cut after "down"', 'graceS')}
        {plan.way === 'latch' && field('forced after', 'forceS')}
      </div>
      <div className={style.fields}>
        {thrown.map((m) => (
          <span key={m.words} className={style.mishap}>
            <Checkbox
              checked={on.has(m)}
              onChange={(e) => {
                const next = new Map(on);
                if (e.target.checked) next.set(m, m.s ?? 0);
                else next.delete(m);
                setOn(next);
              }}
            >
              {m.words}
            </Checkbox>
            {m.s !== undefined && on.has(m) && (
              <InputNumber
                size="small"
                aria-label={`${m.words}, s`}
                min={0}
                max={120}
                suffix="s"
                style={{ width: 76 }}
                value={on.get(m)}
                onChange={(v) => setOn(new Map(on).set(m, v ?? 0))}
              />
            )}
          </span>
        ))}
      </div>
      <Chart run={run} />
      <p role="status">
        <b className={run.isAtRisk || helps ? 'bad' : ''}>{title}.</b> {why}
        {helps && ` ${helps}`}
      </p>
      {railV > BROWN_OUT_V && watts > 0 && (
        <p className="note">
          To hold up {watts.toFixed(1)} W for {plan.haltS} s from {railV.toFixed(2)} to{' '}
          {BROWN_OUT_V} V a capacitor would need 2·P·t/(V₁² − V₂²) ={' '}
          {Math.round(holdUpFarad(watts, plan.haltS, railV, BROWN_OUT_V))} F: a cell behind the
          latch does it, a capacitor only times the latch. Times are typical: halt yours once with a
          watch.
        </p>
      )}
    </section>
  );
}

const LANES: ReadonlyArray<{ line: Line; words: string }> = [
  { line: 'key', words: 'key' },
  { line: 'request', words: 'request' },
  { line: 'system', words: 'system' },
  { line: 'down', words: '"I am down"' },
  { line: 'power', words: 'power' },
];
/** What a line is when it is at work. */
const HIGH: ReadonlySet<string> = new Set(['pressed', 'asked', 'up', 'halting', 'says down', 'on']);
const [WIDTH, LEFT, LANE] = [760, 92, 30];

function Chart({ run }: { run: Run }) {
  const last = run.cutAt ?? run.downAt ?? 0;
  const end = Math.max(5, last * 1.15 + 1);
  const x = scaleLinear()
    .domain([0, end])
    .range([LEFT, WIDTH - 14]);
  const lanes = LANES.filter(({ line }) => run.moments.some((m) => m.line === line));
  const height = lanes.length * LANE + 26;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      role="img"
      aria-label={`Time chart: ${run.moments.map((m) => `${m.t.toFixed(1)} s ${m.line} ${m.is}`).join(', ')}`}
    >
      {run.cutAt !== undefined && (
        <rect
          x={x(run.cutAt)}
          y={0}
          width={Math.max(0, WIDTH - 14 - x(run.cutAt))}
          height={lanes.length * LANE}
          fill="var(--line)"
          opacity="0.45"
        />
      )}
      {lanes.map(({ line, words }, n) => {
        const mine = run.moments.filter((m) => m.line === line);
        const y = n * LANE + 6;
        return (
          <g key={line}>
            <text x={LEFT - 8} y={y + 15} textAnchor="end" fontSize="13" fill="var(--ink)">
              {words}
            </text>
            <line x1={LEFT} x2={WIDTH - 14} y1={y + 18} y2={y + 18} stroke="var(--line)" />
            {mine.map((m, i) => {
              const until = mine[i + 1]?.t ?? (line === 'power' ? end : (run.cutAt ?? end));
              if (!HIGH.has(m.is) || until <= m.t) return null;
              const isHit = line === 'system' && run.isAtRisk;
              return (
                <g key={m.t + m.is}>
                  <rect
                    x={x(m.t)}
                    y={y}
                    width={x(until) - x(m.t)}
                    height={18}
                    fill={isHit ? 'var(--hit)' : 'var(--teal)'}
                    opacity="0.9"
                  />
                  {x(until) - x(m.t) > 60 && (
                    <text x={x(m.t) + 6} y={y + 13.5} fontSize="12" fill="#fff">
                      {m.is}
                    </text>
                  )}
                </g>
              );
            })}
          </g>
        );
      })}
      {x.ticks(8).map((t) => (
        <text key={t} x={x(t)} y={height - 6} textAnchor="middle" fontSize="12" fill="var(--soft)">
          {t} s
        </text>
      ))}
    </svg>
  );
}
