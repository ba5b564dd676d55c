/** Doubled and missed presses, and what the wait costs, against the wait. */
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import type { Choice, Outcome } from '@deft/core/lag';
import { WIDTH } from './figures';

export function Waits({ choice, set }: { choice: Choice; set: number }) {
  const [l, r, t, b, height] = [52, 56, 12, 34, 190];
  const share = (o: Outcome): number => (100 * (o.doubles + o.missed)) / Math.max(1, o.presses);
  const x = scaleLinear()
    .domain([0, choice.all.at(-1)!.stillMs])
    .range([l, WIDTH - r]);
  const y = scaleLinear()
    .domain([0, Math.max(1, ...choice.all.map(share))])
    .range([height - b, t])
    .nice();
  const late = scaleLinear()
    .domain([0, Math.max(...choice.all.map((o) => o.slowMs))])
    .range([height - b, t])
    .nice();
  const wrong = line<Outcome>()
    .x((o) => x(o.stillMs))
    .y((o) => y(share(o)));
  const slow = line<Outcome>()
    .x((o) => x(o.stillMs))
    .y((o) => late(o.slowMs));
  const { best } = choice;
  // A wait longer than any that is tried stands at the end.
  const at = x(Math.min(set, choice.all.at(-1)!.stillMs));
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      role="img"
      aria-label={`Presses doubled or missed against the wait: ${choice.all
        .filter((o) => o.stillMs % 5 === 0)
        .map((o) => `${o.stillMs} ms ${share(o).toFixed(1)} %`)
        .join(', ')}`}
    >
      {y.ticks(4).map((v) => (
        <g key={v}>
          <line x1={l} x2={WIDTH - r} y1={y(v)} y2={y(v)} stroke="var(--line)" />
          <text x={l - 6} y={y(v) + 4} textAnchor="end" fontSize="12" fill="var(--hit-ink)">
            {v} %
          </text>
        </g>
      ))}
      {late.ticks(4).map((v) => (
        <text key={v} x={WIDTH - r + 6} y={late(v) + 4} fontSize="12" fill="var(--soft)">
          {v} ms
        </text>
      ))}
      {x.ticks(10).map((v) => (
        <text
          key={v}
          x={x(v)}
          y={height - b + 16}
          textAnchor="middle"
          fontSize="12"
          fill="var(--soft)"
        >
          {v}
        </text>
      ))}
      <text
        x={(l + WIDTH - r) / 2}
        y={height - 3}
        textAnchor="middle"
        fontSize="12"
        fill="var(--soft)"
      >
        wait, ms
      </text>
      {best && (
        <rect
          x={x(best.stillMs)}
          y={t}
          width={x(choice.all.at(-1)!.stillMs) - x(best.stillMs)}
          height={height - b - t}
          fill="var(--teal-wash)"
          opacity="0.6"
        />
      )}
      <path
        d={slow(choice.all)!}
        fill="none"
        stroke="var(--soft)"
        strokeDasharray="4 3"
        strokeWidth="1.5"
      />
      <path d={wrong(choice.all)!} fill="none" stroke="var(--hit-ink)" strokeWidth="2" />
      <line x1={at} x2={at} y1={t} y2={height - b} stroke="var(--teal)" strokeWidth="2" />
      <text x={at + 5} y={t + 12} fontSize="12" fill="var(--ink)">
        set: {set} ms
      </text>
      <text x={x(1) + 10} y={t + 34} fontSize="12" fill="var(--hit-ink)">
        doubled or missed
      </text>
      <text x={WIDTH - r - 8} y={height - b - 12} textAnchor="end" fontSize="12" fill="var(--soft)">
        dashed: told after, at the slowest
      </text>
    </svg>
  );
}
