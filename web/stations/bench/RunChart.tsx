/** A run as it is read: amps over time, its mean, and its highest reading. */
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import type { Sample } from '@deft/core/bench';
import { Axes } from '../../ui/Axes';

const [LEFT, RIGHT, TOP, BOTTOM] = [56, 14, 12, 34];
/** From so many seconds on, the foot counts hours. */
const HOURS_FROM_S = 7200;

export function RunChart({
  samples,
  mean,
  width,
  height,
}: {
  samples: readonly Sample[];
  mean?: number | undefined;
  width: number;
  height: number;
}) {
  const last = samples.at(-1)!.t;
  const isLong = last > HOURS_FROM_S;
  const per = isLong ? 3600 : 1;
  const x = scaleLinear()
    .domain([0, Math.max(1, last) / per])
    .range([LEFT, width - RIGHT]);
  const y = scaleLinear()
    .domain([
      0,
      1.1 *
        Math.max(
          0.01,
          samples.reduce((most, s) => Math.max(most, s.amps), 0),
        ),
    ])
    .range([height - BOTTOM, TOP]);
  const path = line<Sample>()
    .x((s) => x(s.t / per))
    .y((s) => y(s.amps));
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label={`Amps over ${isLong ? `${(last / 3600).toFixed(1)} h` : `${last.toFixed(0)} s`}`}
    >
      <Axes x={x} y={y} shown={(a) => `${a} A`} along={isLong ? 'hours' : 'seconds'} />
      <path d={path(samples) ?? ''} fill="none" stroke="var(--teal)" strokeWidth="1.5" />
      {mean !== undefined && (
        <line
          x1={LEFT}
          x2={width - RIGHT}
          y1={y(mean)}
          y2={y(mean)}
          stroke="var(--ink)"
          strokeDasharray="6 3"
        />
      )}
    </svg>
  );
}
