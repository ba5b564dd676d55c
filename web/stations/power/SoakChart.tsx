/** Warming up over the minutes: chip, cell and shell. */
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { ROOM_C, type Soak } from '@deft/core/heat';
import { Axes } from '../../ui/Axes';

type Point = Soak['curve'][number];
const LINES = [
  { key: 'chipC', words: 'chip', dash: undefined },
  { key: 'cellC', words: 'cell', dash: '7 4' },
  { key: 'shellC', words: 'shell', dash: '2 4' },
] as const;
const [LEFT, RIGHT, TOP, BOTTOM] = [46, 60, 18, 34];

/** A line of the small names, px: nearer than that one would lie on another. */
const NAME_H = 13;

/** Where the names at the ends of lines stand: at their lines, moved down where one stands already. */
function namesAt(ends: readonly number[]): number[] {
  const order = ends.map((_, i) => i).sort((a, b) => ends[a]! - ends[b]!);
  const out = [...ends];
  order.forEach((i, k) => {
    const above = order[k - 1];
    if (above !== undefined) out[i] = Math.max(ends[i]!, out[above]! + NAME_H);
  });
  return out;
}

export function SoakChart({
  soak,
  factor,
  mostC,
  width,
  height,
}: {
  soak: Soak;
  /** What a reading makes of every rise. */
  factor: number;
  mostC: number;
  width: number;
  height: number;
}) {
  const warm = (c: number): number => ROOM_C + factor * (c - ROOM_C);
  const last = soak.curve.at(-1)!;
  const x = scaleLinear()
    .domain([0, last.minutes])
    .range([LEFT, width - RIGHT]);
  const y = scaleLinear()
    .domain([ROOM_C - 3, Math.max(mostC, warm(last.chipC)) + 5])
    .range([height - BOTTOM, TOP]);
  const names = namesAt(LINES.map(({ key }) => y(warm(last[key]))));
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label={`Warming up: the chip comes to ${warm(last.chipC).toFixed(0)} °C within ${soak.minutes.toFixed(0)} minutes`}
    >
      <Axes x={x} y={y} shown={(c) => `${c} °C`} along="minutes of play" />
      <line
        x1={LEFT}
        x2={width - RIGHT}
        y1={y(mostC)}
        y2={y(mostC)}
        stroke="var(--hit)"
        strokeDasharray="6 3"
      />
      <text x={LEFT + 6} y={y(mostC) - 5} fontSize="12" fill="var(--hit-ink)">
        the chip slows down
      </text>
      {LINES.map(({ key, words, dash }, i) => {
        const path = line<Point>()
          .x((d) => x(d.minutes))
          .y((d) => y(warm(d[key])));
        return (
          <g key={key}>
            <path
              d={path(soak.curve) ?? ''}
              fill="none"
              stroke="var(--teal)"
              strokeWidth="2"
              {...(dash ? { strokeDasharray: dash } : {})}
            />
            <text x={width - RIGHT + 6} y={names[i]! + 4} fontSize="12" fill="var(--ink)">
              {words}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
