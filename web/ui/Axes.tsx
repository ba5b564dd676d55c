/** The two axes of a chart over time: ruled lines with their figures, and what runs along the foot. */
import type { ScaleLinear } from 'd3-scale';

export function Axes({
  x,
  y,
  steps,
  shown,
  along,
}: {
  x: ScaleLinear<number, number>;
  y: ScaleLinear<number, number>;
  /** Values with a line; as many as suit when nothing is said. */
  steps?: readonly number[];
  shown: (value: number) => string;
  /** What the foot counts, with its unit. */
  along: string;
}) {
  const [left, right] = x.range() as [number, number];
  const [foot] = y.range() as [number, number];
  return (
    <g fontSize="12" fill="var(--soft)">
      {(steps ?? y.ticks(5)).map((v) => (
        <g key={v}>
          <line x1={left} x2={right} y1={y(v)} y2={y(v)} stroke="var(--line)" />
          <text x={left - 6} y={y(v) + 4} textAnchor="end">
            {shown(v)}
          </text>
        </g>
      ))}
      {x.ticks(8).map((v) => (
        <text key={v} x={x(v)} y={foot + 18} textAnchor="middle">
          {v}
        </text>
      ))}
      <text x={right} y={foot + 30} textAnchor="end">
        {along}
      </text>
    </g>
  );
}
