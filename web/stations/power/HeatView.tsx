/** How warm it gets: what is too warm first, how it warms up, and one reading that corrects it all. */
import { useMemo, useState } from 'react';
import { Button } from 'antd';
import { heatFigures, ROOM_C, warmingUp, type WarmFact } from '@deft/core/heat';
import { useBuild } from '../../state/build';
import { useSize } from '../../ui/useSize';
import { Working } from '../../ui/Working';
import { Figure } from '../../ui/Figure';
import style from './power.module.css';
import { SoakChart } from './SoakChart';

const STATES: Readonly<Record<WarmFact['state'], string>> = {
  game: 'in a game',
  charging: 'in a game on the plug',
};

function title(facts: readonly WarmFact[]): string {
  const [worst] = [...facts].sort((a, b) => b.celsius - b.mostC - (a.celsius - a.mostC));
  if (!worst) return 'How warm it gets';
  const over = worst.celsius - worst.mostC;
  const where = `${worst.name}, ${STATES[worst.state]}`;
  return over > 0
    ? `${over.toFixed(0)} °C too warm: ${where}`
    : `${(-over).toFixed(0)} °C to spare at the tightest place: ${where}`;
}

const percent = (share: number): string => `± ${Math.round(100 * share)} %`;

export function HeatView() {
  const { judged, check } = useBuild('judged', 'check');
  // A charge that is a hit is changed first; its warmth is not told yet.
  const waitsForCharge = ({ warmth }: { warmth: { charging?: unknown } }): boolean =>
    check.power.charge !== undefined && warmth.charging === undefined;
  const [ref, size] = useSize<HTMLDivElement>();
  const heat = useMemo(() => heatFigures(judged), [judged]);
  const warming = useMemo(() => heat && warmingUp(heat), [heat]);
  if (!heat) {
    return (
      <header>
        <h1>How warm it gets</h1>
        <p className="note">
          Told once the shell is measured, a computer lies in it and its supply stands.
        </p>
      </header>
    );
  }
  return (
    <>
      <header>
        <h1>{title(heat.facts)}</h1>
        <p className="note">
          After an hour in a room of {ROOM_C} °C.{' '}
          {heat.isRead
            ? `Your reading makes every rise ${heat.factor.toFixed(2)} times the estimate.`
            : `Estimated from what the supply loses, the faces of the shell and its vents, good to ${percent(heat.within)} of each rise: one reading of the chip narrows that to ${percent(heat.readWithin)}.`}
        </p>
      </header>
      <table className="plain" aria-label="How warm it gets">
        <thead>
          <tr>
            <th>Place</th>
            <th>When</th>
            <th>Warm</th>
            <th>At the most</th>
            <th aria-hidden="true" />
          </tr>
        </thead>
        <tbody>
          {heat.facts.map((f) => (
            <Row key={[f.place, f.state, f.body].join(' ')} fact={f} />
          ))}
        </tbody>
      </table>
      {waitsForCharge(heat) && (
        <p className="note">
          How warm the cell gets on the plug is told once it is charged no faster than it bears.
        </p>
      )}
      {warming && warming.curve.length > 1 && (
        <div className={`card ${style.chart}`} ref={ref}>
          {size.w > 0 && (
            <SoakChart
              soak={warming}
              factor={heat.factor}
              mostC={heat.facts[0]!.mostC}
              width={size.w - 16}
              height={220}
            />
          )}
        </div>
      )}
      <section className="card">
        <h2>How it gets so warm</h2>
        <Working lines={heat.working} />
      </section>
      <ReadWarmth />
    </>
  );
}

function Row({ fact: f }: { fact: WarmFact }) {
  const isOver = f.celsius > f.mostC;
  const share = (c: number): number =>
    (100 * (c - ROOM_C)) / (Math.max(f.mostC, f.celsius + f.within) - ROOM_C);
  return (
    <tr>
      <td>{f.place === 'chip' ? `${f.name}, its chip` : f.name}</td>
      <td>{STATES[f.state]}</td>
      <td className={isOver ? 'bad' : ''}>
        {f.celsius.toFixed(0)} °C ± {f.within.toFixed(0)}
      </td>
      <td>{f.mostC} °C</td>
      <td className={style.warmth}>
        <span className="meter" aria-hidden="true">
          <i
            style={{
              width: `${share(f.celsius)}%`,
              background: isOver ? 'var(--hit)' : 'var(--teal)',
            }}
          />
          <u style={{ left: `${share(f.mostC)}%` }} />
        </span>
      </td>
    </tr>
  );
}

/** One reading of the chip after an hour of play, with the room it stood in. */
function ReadWarmth() {
  const { doc, edit } = useBuild('doc', 'edit');
  const read = doc.power.warmth;
  const [room, setRoom] = useState<number | undefined>(read?.roomC);
  const [chip, setChip] = useState<number | undefined>(read?.chipC);
  const put = (warmth: typeof read) =>
    edit((p) => {
      const power = { ...p.power };
      if (warmth) power.warmth = warmth;
      else delete power.warmth;
      return { ...p, power };
    });
  const isBelow = room !== undefined && chip !== undefined && chip <= room;
  return (
    <section className="card" aria-label="Reading of the chip">
      <h2>Read it once</h2>
      <p>
        Play for an hour in the closed shell, then read the chip’s own thermometer and the room’s.
      </p>
      <div className={style.reading}>
        <Figure label="Room" unit="°C" min={-20} max={60} value={room} onChange={setRoom} />
        <Figure label="Chip" unit="°C" min={-20} max={150} value={chip} onChange={setChip} />
        <Button
          size="small"
          type="primary"
          disabled={room === undefined || chip === undefined || isBelow}
          onClick={() =>
            room !== undefined && chip !== undefined && put({ roomC: room, chipC: chip })
          }
        >
          Put in
        </Button>
        {read && (
          <Button
            size="small"
            onClick={() => {
              setRoom(undefined);
              setChip(undefined);
              put(undefined);
            }}
          >
            Take it back
          </Button>
        )}
        {isBelow && (
          <span className="bad" role="alert">
            A chip at work is warmer than the room.
          </span>
        )}
      </div>
    </section>
  );
}
