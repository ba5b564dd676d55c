/** Each channel as a line from ground to 3.3 V: bands of its keys, and the middles where one is told from the next. */
import { scaleLinear } from 'd3-scale';
import { bandOf, type LadderPlan, RAIL_V } from '@deft/core/ladder';
import { useSize } from '../../../ui/useSize';
import style from './ladder.module.css';

const LEFT = 76;
const RIGHT = 40;
const ROW = 58;
const BAR = 14;
const AXIS = 22;
/** Names nearer to each other than this, px, stand one above and one below. */
const NEAR = 110;
/** Of the range: a name over the very end of the line begins there. */
const END = 0.06;

export function Levels({ plan }: { plan: LadderPlan }) {
  const [ref, size] = useSize<HTMLDivElement>();
  const x = scaleLinear()
    .domain([0, 1])
    .range([LEFT, Math.max(LEFT + 1, size.w - RIGHT)])
    .clamp(true);
  const released = bandOf([], plan.setting);
  const high = plan.channels.length * ROW + AXIS;
  return (
    <div ref={ref} className={style.levels}>
      {size.w > 0 && (
        <svg
          width={size.w}
          height={high}
          role="img"
          aria-label={`Levels of ${plan.channels.length} channels; the table below says the same`}
        >
          {plan.channels.map(({ channel, steps }, row) => {
            const y = row * ROW + 18;
            const all = [
              ...steps.map((s) => ({ name: s.input.name, level: s.level, band: s.band })),
              { name: 'none', level: 1, band: released },
            ];
            const below = isBelow(all.map((a) => x(a.level)));
            return (
              <g key={channel}>
                <text className={style.name} x={LEFT - 8} y={y + 11} textAnchor="end">
                  channel {channel}
                </text>
                <line
                  className={style.rail}
                  x1={x(0)}
                  x2={x(1)}
                  y1={y + BAR / 2}
                  y2={y + BAR / 2}
                />
                {all.map(({ name, level, band }, n) => (
                  <g key={name}>
                    <rect
                      className={n === all.length - 1 ? style.none : style.band}
                      x={x(band.low)}
                      width={Math.max(3, x(band.high) - x(band.low))}
                      y={y}
                      height={BAR}
                    />
                    <text
                      className={style.key}
                      x={x(level)}
                      y={below[n] ? y + BAR + 13 : y - 5}
                      textAnchor={level < END ? 'start' : 'middle'}
                    >
                      {name}
                    </text>
                    {n > 0 && (
                      <line
                        className={style.middle}
                        x1={x((level + all[n - 1]!.level) / 2)}
                        x2={x((level + all[n - 1]!.level) / 2)}
                        y1={y - 3}
                        y2={y + BAR + 3}
                      />
                    )}
                  </g>
                ))}
              </g>
            );
          })}
          {x.ticks(6).map((t) => (
            <text key={t} className={style.tick} x={x(t)} y={high - 6} textAnchor="middle">
              {(RAIL_V * t).toFixed(1)} V
            </text>
          ))}
        </svg>
      )}
    </div>
  );
}

/** Every other of names that would stand on each other. */
function isBelow(at: readonly number[]): boolean[] {
  const out: boolean[] = [];
  for (const [n, here] of at.entries()) {
    out.push(n > 0 && here - at[n - 1]! < NEAR && !out[n - 1]);
  }
  return out;
}
