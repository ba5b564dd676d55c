/** Charge over the hours, a line each way of charging; current of the first below. */
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import type { ChargeCase, ChargePlan } from '@deft/core/power';
import { Axes } from '../../ui/Axes';

const DASHES: Readonly<Record<ChargeCase, string | undefined>> = {
  off: undefined,
  playing: '7 4',
  unread: '2 4',
};
type Point = ChargePlan['runs'][number]['run']['curve'][number];
const [LEFT, RIGHT, TOP, BOTTOM] = [46, 16, 18, 34];
const FIFTHS = [0, 0.2, 0.4, 0.6, 0.8, 1];
/** Beyond so many hours nobody waits, h. */
const MOST_H = 12;

export function ChargeChart({
  plan,
  words,
  width,
  height,
}: {
  plan: ChargePlan;
  words: Readonly<Record<ChargeCase, string>>;
  width: number;
  height: number;
}) {
  const ends = plan.runs.map(({ run }) => run.toFull ?? run.to80 ?? MOST_H);
  const last = Math.min(MOST_H, Math.max(...ends) * 1.1);
  const x = scaleLinear()
    .domain([0, last])
    .range([LEFT, width - RIGHT]);
  const y = scaleLinear()
    .domain([0, 1])
    .range([height - BOTTOM, TOP]);
  const path = line<Point>()
    .x((d) => x(d.hours))
    .y((d) => y(d.soc));
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label={`Charge over hours: ${plan.runs.map(({ is, run }) => `${words[is]} ${run.toFull === undefined ? 'never full' : `full after ${run.toFull.toFixed(1)} h`}`).join(', ')}`}
    >
      <Axes
        x={x}
        y={y}
        steps={FIFTHS}
        shown={(share) => `${Math.round(100 * share)} %`}
        along="hours on the plug"
      />
      {plan.runs.map(({ is, run }, i) => {
        const points = run.curve.filter((d) => d.hours <= last);
        const end = points.at(-1);
        return (
          <g key={is}>
            <path
              d={path(points) ?? ''}
              fill="none"
              stroke="var(--teal)"
              strokeWidth={is === 'off' ? 2.4 : 1.8}
              {...(DASHES[is] ? { strokeDasharray: DASHES[is] } : {})}
            />
            {end && run.toFull !== undefined && (
              <circle cx={x(end.hours)} cy={y(end.soc)} r="4" fill="var(--teal)" />
            )}
            <g transform={`translate(${width - RIGHT - 230}, ${height - BOTTOM - 62 + 18 * i})`}>
              <line
                x2={30}
                y1={-4}
                y2={-4}
                stroke="var(--teal)"
                strokeWidth={is === 'off' ? 2.4 : 1.8}
                {...(DASHES[is] ? { strokeDasharray: DASHES[is] } : {})}
              />
              <text x={38} fontSize="12.5" fill="var(--ink)">
                {words[is]}
              </text>
            </g>
          </g>
        );
      })}
    </svg>
  );
}
