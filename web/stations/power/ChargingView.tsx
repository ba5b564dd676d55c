/** Charging: how long to 80 % and full, switched off, while playing, and from a socket nobody reads. */
import { useMemo } from 'react';
import { Link } from 'react-router';
import { type ChargeCase, type ChargePlan, chargePlan, UNREAD_A } from '@deft/core/power';
import { useBuild } from '../../state/build';
import { useSize } from '../../ui/useSize';
import { ChargeChart } from './ChargeChart';
import style from './power.module.css';
import { Working } from '../../ui/Working';

const CASES: Readonly<Record<ChargeCase, string>> = {
  off: 'switched off',
  playing: 'while a game runs',
  unread: `from a socket that gives ${UNREAD_A} A`,
};
const hours = (h: number): string => {
  const minutes = Math.round(60 * h);
  return minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
};

/** Where a charge that never ends comes to rest. */
function restWords(at: number): string {
  if (at >= FILLED) return 'fills, but the charger never ends';
  return at > 0 ? `rests at ${Math.round(100 * at)} %` : 'empties all the same';
}
/** So much of the charge is full to anyone who looks. */
const FILLED = 0.985;

export function ChargingView() {
  const { check } = useBuild('check');
  const { power } = check;
  const plan = useMemo(() => chargePlan(power), [power]);
  if (!plan) return <NoCharger />;
  return <Planned plan={plan} />;
}

function NoCharger() {
  const { check } = useBuild('check');
  const { energy, supply } = check.power;
  let why: React.ReactNode;
  if (supply?.isWall) why = 'Fed from the wall: there is nothing to charge.';
  else if (!energy.pack) {
    why = (
      <>
        No cell yet. <Link to="../kit">Choose one</Link>, then a charger for it.
      </>
    );
  } else if (!energy.charger) {
    why =
      'No charger in the kit: a bank brings its own; the cells of a bay are charged outside, primary ones never.';
  } else why = 'The charge cannot be followed until the supply stands.';
  return (
    <header>
      <h1>Charging</h1>
      <p className="note">{why}</p>
    </header>
  );
}

function Planned({ plan }: { plan: ChargePlan }) {
  const { check } = useBuild('check');
  const [ref, size] = useSize<HTMLDivElement>();
  const [off] = plan.runs;
  const full = off!.run.toFull;
  return (
    <>
      <header>
        <h1>{full === undefined ? 'It never fills' : `Full in ${hours(full)}, switched off`}</h1>
        <p className="note">
          {plan.amps.toFixed(2)} A until {plan.fullV} V, then that voltage until the current has
          fallen to {plan.endA.toFixed(2)} A.
        </p>
      </header>
      <div className={`card ${style.chart}`} ref={ref}>
        {size.w > 0 && <ChargeChart plan={plan} words={CASES} width={size.w - 16} height={240} />}
      </div>
      <table className="plain" aria-label="Charging times">
        <thead>
          <tr>
            <th>Charged</th>
            <th>at</th>
            <th>80 %</th>
            <th>Full</th>
            <th>Warmth in the charger</th>
          </tr>
        </thead>
        <tbody>
          {plan.runs.map(({ is, amps, run }) => (
            <tr key={is}>
              <td>{CASES[is]}</td>
              <td>{amps.toFixed(2)} A</td>
              <td>{run.to80 === undefined ? 'never' : hours(run.to80)}</td>
              <td className={run.toFull === undefined ? 'bad' : ''}>
                {run.toFull === undefined ? restWords(run.restsAt ?? 0) : hours(run.toFull)}
              </td>
              <td>up to {run.heatW.toFixed(1)} W</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="caution">
        Never unattended, never below 0 °C, in a fire-safe place; 1C at the most unless the maker
        allows more.
      </p>
      <p className="note">
        The pull-downs of a USB-C socket ask for power and set no limit: unless the current offered
        is read, count with {UNREAD_A} A. Times are typical: capacity, resistance and the end
        current of yours decide.
      </p>
      {check.power.charge && (
        <section className="card">
          <h2>How the times are reached</h2>
          <Working lines={[...check.power.charge.working, ...plan.working]} />
        </section>
      )}
    </>
  );
}
