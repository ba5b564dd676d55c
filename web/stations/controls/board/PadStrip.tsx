/** The pads in a row: where the probes go, which net each is, and the keys between them. */
import type { ProbePoint, Tracing } from '@deft/core/model';
import { boardPlan, type NetUse, type Traced } from '@deft/core/trace';
import { useBuild } from '../../../state/build';
import { useSize } from '../../../ui/useSize';
import style from './board.module.css';

/** Keys are drawn in rows over the pads; joins below. */
const ROWS = 6;
const ROW = 15;
const TOP = 14;
const BELOW = 18;

export function PadStrip({ tracing, found }: { tracing: Tracing; found: Traced }) {
  const { doc } = useBuild('doc');
  const [ref, size] = useSize<HTMLDivElement>();
  const nameOf = (id: string): string => doc.controls.inputs.find((i) => i.id === id)?.name ?? id;
  const step = size.w / Math.max(1, tracing.pads.length);
  const radius = Math.min(13, step * 0.36);
  const x = (pad: string): number => (tracing.pads.indexOf(pad) + 0.5) * step;
  const plan = boardPlan(found);
  const use = (pad: string): NetUse | undefined =>
    plan?.nets.find((n) => n.pad === pad || n.also.includes(pad));
  const probe = (p: ProbePoint | undefined): string | undefined =>
    p && 'pad' in p ? p.pad : undefined;
  const [red, black] = [probe(found.next?.red), probe(found.next?.black)];
  const arcs = found.keys.flatMap((k) => (k.isSure && k.pads ? [{ ...k, pads: k.pads }] : []));
  const padY = TOP + Math.min(ROWS, arcs.length) * ROW + radius + 4;
  const high = padY + radius + BELOW;
  return (
    <div ref={ref} className={style.strip}>
      {size.w > 0 && (
        <svg
          width={size.w}
          height={high}
          role="img"
          aria-label={`${tracing.pads.length} pads; ${arcs.length} keys found between them`}
        >
          {arcs.map(({ key, pads }, i) => {
            const [a, b] = [x(pads[0]), x(pads[1])];
            const top = TOP + (i % ROWS) * ROW;
            return (
              <g key={key} className={style.arc}>
                <path d={`M${a} ${padY - radius} V${top} H${b} V${padY - radius}`} />
                <text x={(a + b) / 2} y={top - 3} textAnchor="middle">
                  {nameOf(key)}
                </text>
              </g>
            );
          })}
          {found.joined.map((pads) => (
            <path
              key={pads.join()}
              className={style.join}
              d={`M${x(pads[0]!)} ${padY + radius} ${pads
                .slice(1)
                .map((p) => `V${high - 4} H${x(p)} V${padY + radius}`)
                .join(' ')}`}
            />
          ))}
          {tracing.pads.map((pad) => (
            <g key={pad} className={style.pad} data-use={use(pad)?.is}>
              {pad === red && (
                <circle className={style.probeRed} cx={x(pad)} cy={padY} r={radius + 4} />
              )}
              {pad === black && (
                <circle className={style.probeBlack} cx={x(pad)} cy={padY} r={radius + 4} />
              )}
              <circle cx={x(pad)} cy={padY} r={radius} />
              <text x={x(pad)} y={padY + 4} textAnchor="middle">
                {pad}
              </text>
            </g>
          ))}
        </svg>
      )}
    </div>
  );
}
