/** Voltage at the cell over the hours, with the cut-off and where it ends. */
import { scaleLinear } from 'd3-scale';
import { area, line } from 'd3-shape';
import type { Discharge } from '@deft/core/power';
import { Axes } from '../../ui/Axes';

export function DischargeChart({
  run,
  band,
  cutoffV,
  wanted,
  width,
  height,
}: {
  run: Discharge;
  /** Half-width of the hours' 95 % band, h. */
  band: number;
  cutoffV: number;
  wanted: number | undefined;
  width: number;
  height: number;
}) {
  const [l, r, t, b] = [46, 56, 18, 34];
  const hours = Math.max(run.hours + band, wanted ?? 0) * 1.04;
  const vs = run.curve.map((c) => c.volts);
  const x = scaleLinear()
    .domain([0, hours])
    .range([l, width - r])
    .nice();
  const y = scaleLinear()
    .domain([Math.min(cutoffV - 0.15, ...vs), Math.max(...vs) + 0.1])
    .range([height - b, t])
    .nice();
  const amps = scaleLinear()
    .domain([0, Math.max(...run.curve.map((c) => c.amps)) * 1.15])
    .range([height - b, t]);
  const volts = line<Discharge['curve'][number]>()
    .x((d) => x(d.hours))
    .y((d) => y(d.volts));
  const current = line<Discharge['curve'][number]>()
    .x((d) => x(d.hours))
    .y((d) => amps(d.amps));
  const under = area<Discharge['curve'][number]>()
    .x((d) => x(d.hours))
    .y0(height - b)
    .y1((d) => y(d.volts));
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label={`${run.hours.toFixed(1)} hours, give or take ${band.toFixed(1)}; ${run.sentence}`}
    >
      <Axes x={x} y={y} shown={(v) => v.toFixed(1)} along="hours of play" />
      <text x={8} y={12} fontSize="12" fill="var(--soft)">
        V at the cell
      </text>
      {amps.ticks(4).map((a) => (
        <text key={a} x={width - r + 6} y={amps(a) + 4} fontSize="12" fill="var(--tight-ink)">
          {a.toFixed(1)}
        </text>
      ))}
      <text x={width - 4} y={12} textAnchor="end" fontSize="12" fill="var(--tight-ink)">
        A
      </text>
      <path d={under(run.curve) ?? ''} fill="var(--teal)" fillOpacity="0.1" />
      <path d={volts(run.curve) ?? ''} fill="none" stroke="var(--teal)" strokeWidth="2.4" />
      <path
        d={current(run.curve) ?? ''}
        fill="none"
        stroke="var(--tight-ink)"
        strokeWidth="1.4"
        strokeDasharray="5 3"
      />
      <line
        x1={l}
        x2={width - r}
        y1={y(cutoffV)}
        y2={y(cutoffV)}
        stroke="var(--hit)"
        strokeDasharray="6 3"
      />
      <text
        x={l + 6}
        y={y(cutoffV) - 5}
        fontSize="12"
        fill="var(--hit-ink)"
      >{`cut-off ${cutoffV} V`}</text>
      {wanted !== undefined && (
        <g>
          <line
            x1={x(wanted)}
            x2={x(wanted)}
            y1={t}
            y2={height - b}
            stroke="var(--ink)"
            strokeDasharray="2 3"
          />
          <text
            x={x(wanted) - 5}
            y={t + 12}
            fontSize="12"
            textAnchor="end"
            fill="var(--ink)"
          >{`${wanted} h wanted`}</text>
        </g>
      )}
      <rect
        x={x(Math.max(0, run.hours - band))}
        y={t}
        width={x(run.hours + band) - x(Math.max(0, run.hours - band))}
        height={height - b - t}
        fill="var(--teal)"
        fillOpacity="0.08"
      />
      <circle cx={x(run.hours)} cy={y(vs[vs.length - 1]!)} r="4.5" fill="var(--teal)" />
    </svg>
  );
}
