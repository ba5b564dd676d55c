/** Lamps: one that comes on while some charge is left, and the resistor of each. */
import { useMemo, useState } from 'react';
import { Select } from 'antd';
import {
  LAMP_COLOURS,
  type LampColour,
  lampResistor,
  lowLamp,
  type LowLamp,
  TOLERANCE,
} from '@deft/core/lamps';
import { useBuild } from '../../state/build';
import { Working } from '../../ui/Working';
import { ComparatorDrawing } from './ComparatorDrawing';
import { Figure } from '../../ui/Figure';
import style from './power.module.css';
import { Bad } from '../../ui/Bad';

/** Usual: enough for a slow save, and a reference that many comparators bring. */
const USUAL = { share: 0.15, refV: 1.24 } as const;
/** Bright enough indoors, mA. */
const USUAL_MA = 2;

const percent = (share: number): string => `${Math.round(100 * share)}`;

export function LampsView() {
  const { judged, edit } = useBuild('judged', 'edit');
  const low = judged.power.low ?? USUAL;
  const [colour, setColour] = useState<LampColour>('red');
  const [mA, setMa] = useState(USUAL_MA);
  const lamp = useMemo(() => lowLamp(judged, low.share, low.refV), [judged, low]);
  const set = (more: Partial<typeof low>) =>
    edit((p) => ({ ...p, power: { ...p.power, low: { ...(p.power.low ?? USUAL), ...more } } }));
  return (
    <>
      <header>
        <h1>{title(lamp)}</h1>
        <p className="note">
          {lamp
            ? `In a game, with every resistor and the reference up to ${100 * TOLERANCE} % off. It stays on until the pack has risen again by more than a load can swing it.`
            : 'Told once a pack runs the build. A reference above the pack, or no stock resistors that do it, are other reasons: try another reference.'}
        </p>
      </header>
      <div className={style.reading} role="group" aria-label="Low-battery lamp">
        <Figure
          label="Comes on with"
          unit="% left"
          min={2}
          max={90}
          value={Math.round(100 * low.share)}
          onChange={(v) => {
            if (v !== undefined) set({ share: v / 100 });
          }}
        />
        <Figure
          label="Reference"
          unit="V"
          min={0.2}
          max={5}
          value={low.refV}
          onChange={(v) => {
            if (v !== undefined) set({ refV: v });
          }}
        />
        <Select<LampColour>
          size="small"
          aria-label="Colour of the lamp"
          value={colour}
          onChange={setColour}
          options={LAMP_COLOURS.map((c) => ({ value: c, label: c }))}
        />
        <Figure
          label="at most"
          unit="mA"
          min={0.1}
          max={30}
          value={mA}
          onChange={(v) => setMa(v ?? USUAL_MA)}
        />
      </div>
      {lamp && <Drawn lamp={lamp} refV={low.refV} colour={colour} mA={mA} />}
    </>
  );
}

function title(lamp: LowLamp | undefined): string {
  if (!lamp) return 'A lamp before the battery is empty';
  return `On at ${lamp.onV.toFixed(2)} V: ${percent(lamp.leftFrom)} to ${percent(lamp.leftTo)} % left, about ${Math.round(60 * lamp.hoursLeft)} min of play`;
}

function Drawn({
  lamp,
  refV,
  colour,
  mA,
}: {
  lamp: LowLamp;
  refV: number;
  colour: LampColour;
  mA: number;
}) {
  let led: ReturnType<typeof lampResistor> | undefined;
  let bad: string | undefined;
  try {
    led = lampResistor(lamp.onV, colour, mA / 1000);
  } catch (e) {
    bad = (e as Error).message;
  }
  return (
    <>
      <section className="card" aria-label="Circuit of the lamp">
        <ComparatorDrawing lamp={lamp} refV={refV} {...(led ? { ledOhm: led.value.ohm } : {})} />
        <Bad said={bad} />
      </section>
      <section className="card">
        <h2>What it costs</h2>
        <p>
          The divider takes {(1e6 * lamp.drainA).toFixed(0)} µA all the time; wire it behind the
          switch, and it takes nothing when off.
        </p>
        <Working lines={[...lamp.working, ...(led?.working ?? [])]} />
      </section>
    </>
  );
}
