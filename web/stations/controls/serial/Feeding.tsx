/** How the pad is read and fed: what a capture tells of it, and what the builder says. */
import { Checkbox, Segmented, Select } from 'antd';
import { LEAST_BITS, MOST_BITS, type PadBus } from '@deft/core/model';
import {
  clockOf,
  clockWords,
  dataHighV,
  mostClock,
  padWantsV,
  USUAL_LEAD_MM,
  wordUs,
} from '@deft/core/padbus';
import { FigureField } from '../../../ui/FigureField';
import type { BusNow } from './useBus';
import style from './serial.module.css';

const LENGTHS = [8, 10, 12, 16, 20, 24, 32];

function Choice<V extends string | number>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: V;
  options: ReadonlyArray<{ value: V; label: string }>;
  onChange: (value: V) => void;
}) {
  return (
    <>
      <span>{label}</span>
      <Segmented
        size="small"
        aria-label={label}
        options={[...options]}
        value={value}
        onChange={onChange}
      />
    </>
  );
}

export function Feeding({ now: { bus, set } }: { now: BusNow }) {
  const lengths = [...new Set([...LENGTHS, bus.bits])].sort((a, b) => a - b);
  return (
    <section className={style.feeding} aria-label="How the pad is read and fed">
      <div className={style.fields}>
        <span>Bits a word</span>
        <Select
          size="small"
          aria-label="Bits a word"
          value={bus.bits}
          onChange={(bits) => set({ bits })}
          options={lengths
            .filter((n) => n >= LEAST_BITS && n <= MOST_BITS)
            .map((n) => ({ value: n, label: `${n} bits` }))}
        />
        <Choice<PadBus['pressed']>
          label="A pressed key reads"
          value={bus.pressed}
          options={[
            { value: 'low', label: 'low' },
            { value: 'high', label: 'high' },
          ]}
          onChange={(pressed) => set({ pressed })}
        />
        <Choice<PadBus['loads']>
          label="Takes its keys at latch"
          value={bus.loads}
          options={[
            { value: 'high', label: 'high' },
            { value: 'low', label: 'low' },
          ]}
          onChange={(loads) => set({ loads })}
        />
        <Choice<PadBus['shiftsOn']>
          label="Next bit on clock"
          value={bus.shiftsOn}
          options={[
            { value: 'rising', label: 'rising' },
            { value: 'falling', label: 'falling' },
          ]}
          onChange={(shiftsOn) => set({ shiftsOn })}
        />
        <Choice<PadBus['fedV']>
          label="Fed with"
          value={bus.fedV}
          options={[
            { value: 3.3, label: '3.3 V' },
            { value: 5, label: '5 V' },
          ]}
          onChange={(fedV) => set({ fedV })}
        />
        <FigureField
          label="Works from"
          unit="V"
          min={1}
          max={5.5}
          value={bus.worksFromV}
          onChange={(worksFromV) => set({ worksFromV })}
        />
        <FigureField
          label="Clock"
          unit="kHz"
          min={1}
          max={20_000}
          value={clockOf(bus) / 1000}
          onChange={(kHz) =>
            set({ clockHz: kHz === undefined ? undefined : Math.round(1000 * kHz) })
          }
        />
        <FigureField
          label="Wires or lead"
          unit="mm"
          min={1}
          max={5000}
          value={bus.leadMm ?? USUAL_LEAD_MM}
          onChange={(leadMm) => set({ leadMm })}
        />
      </div>
      <Checkbox
        checked={bus.hasDivider === true}
        onChange={(e) => set({ hasDivider: e.target.checked ? true : undefined })}
      >
        10 kΩ and 20 kΩ in its data line
      </Checkbox>
      <Checkbox
        checked={bus.hasBuffer === true}
        onChange={(e) => set({ hasBuffer: e.target.checked ? true : undefined })}
      >
        a buffer in latch and clock
      </Checkbox>
      <p className="note">
        A word takes {(wordUs(bus) / 1000).toFixed(2)} ms; data stands in time up to about{' '}
        {clockWords(mostClock(bus).value)}.
      </p>
      <details>
        <summary>How it is counted</summary>
        <ul>
          {[
            ...mostClock(bus).working,
            ...dataHighV(bus).working,
            ...padWantsV(bus.fedV).working.map((w) => `it surely takes for high: ${w}`),
          ].map((line) => (
            <li key={line} className="note">
              {line}
            </li>
          ))}
        </ul>
      </details>
    </section>
  );
}
