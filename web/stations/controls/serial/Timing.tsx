/** One word on its three lines, as the reader makes it, with the moment each bit is read. */
import { scaleLinear } from 'd3-scale';
import { curveStepAfter, line } from 'd3-shape';
import type { PadBus } from '@deft/core/model';
import { type BusSample, clockOf, clockWords, wave, wordUs } from '@deft/core/padbus';
import { useBuild } from '../../../state/build';
import { useSize } from '../../../ui/useSize';
import style from './serial.module.css';

const LINES = ['latch', 'clock', 'data'] as const;
const LEFT = 48;
const ROW = 30;
const HIGH = 18;
const TOP = 8;
/** Names of keys stand upright below their bits, so high a sign. */
const SIGN = 6.4;
const LONGEST_NAME = 20;

const shortened = (name: string): string =>
  name.length > LONGEST_NAME ? `${name.slice(0, LONGEST_NAME - 1)}…` : name;

export function Timing({ bus }: { bus: PadBus }) {
  const { doc } = useBuild('doc');
  const [ref, size] = useSize<HTMLDivElement>();
  const nameOf = (id: string): string => doc.controls.inputs.find((i) => i.id === id)?.name ?? id;
  // Every other key held: a word in which all lines move.
  const held = new Set(
    bus.keys.flatMap((key, bit) => (key !== null && bit % 2 === 0 ? [bit] : [])),
  );
  const { samples, reads, endUs } = wave(bus, held);
  const x = scaleLinear()
    .domain([0, endUs])
    .range([LEFT, Math.max(LEFT + 1, size.w - 8)]);
  const bottom = TOP + LINES.length * ROW;
  const ends: BusSample[] = [...samples, { ...samples.at(-1)!, t: endUs }];
  const path = (of: (typeof LINES)[number], row: number): string =>
    line<BusSample>()
      .x((s) => x(s.t))
      .y((s) => TOP + row * ROW + (s[of] === 1 ? 0 : HIGH))
      .curve(curveStepAfter)(ends) ?? '';
  const names = bus.keys.slice(0, bus.bits).map((key) => (key ? shortened(nameOf(key)) : ''));
  const below = 18 + SIGN * Math.max(0, ...names.map((name) => name.length));
  const word = `${bus.bits} bits at ${clockWords(clockOf(bus))}: ${(wordUs(bus) / 1000).toFixed(2)} ms`;
  return (
    <div ref={ref} className={style.timing}>
      {size.w > 0 && (
        <svg
          width={size.w}
          height={bottom + below}
          role="img"
          aria-label={`One word of the pad, ${word}; the table below names its bits`}
        >
          {reads.map((t, bit) => (
            <g key={t}>
              <line className={style.read} x1={x(t)} x2={x(t)} y1={TOP} y2={bottom - 6} />
              <text className={style.bit} x={x(t)} y={bottom + 7} textAnchor="middle">
                {bit + 1}
              </text>
              <text
                className={style.name}
                transform={`translate(${x(t) + 4} ${bottom + 14}) rotate(90)`}
              >
                {names[bit]}
              </text>
            </g>
          ))}
          {LINES.map((of, row) => (
            <g key={of}>
              <text className={style.line} x={LEFT - 8} y={TOP + row * ROW + 14} textAnchor="end">
                {of}
              </text>
              <path className={style.wave} d={path(of, row)} />
            </g>
          ))}
        </svg>
      )}
      <p className="note">
        {word}. Dotted: when each bit is read. Every other key is drawn as held.
      </p>
    </div>
  );
}
