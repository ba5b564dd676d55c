/** Off: what still draws, how long it lies until it is empty, and turning it off played through. */
import { useBuild } from '../../state/build';
import { Working } from '../../ui/Working';
import { Shutdown } from './Shutdown';

const amps = (a: number): string =>
  a >= 0.001 ? `${(1000 * a).toFixed(1)} mA` : `${(1e6 * a).toFixed(0)} µA`;
const lies = (days: number): string => {
  if (days < 2) return `${(24 * days).toFixed(0)} h`;
  if (days < 60) return `${days.toFixed(0)} days`;
  return `${(days / 30.4).toFixed(0)} months`;
};

export function OffView() {
  const { check } = useBuild('check');
  const { off } = check.power;
  const total = off?.draws.reduce((sum, d) => sum + d.amps, 0) ?? 0;
  return (
    <>
      <header>
        <h1>{off ? `Off, a full cell is empty in ${lies(off.days)}` : 'Off'}</h1>
        <p className="note">
          {off
            ? 'A switch in the load path leaves least; a latch costs microamps; the menu alone leaves the computer halted, not off.'
            : 'Nothing stands on a cell here, so nothing empties it.'}
        </p>
      </header>
      {off && (
        <table className="plain" aria-label="Draws when off">
          <thead>
            <tr>
              <th>Draws when off</th>
              <th>Current</th>
              <th>Known</th>
            </tr>
          </thead>
          <tbody>
            {off.draws.map((d) => (
              <tr key={`${d.name} ${d.amps}`}>
                <td>{d.name}</td>
                <td>{amps(d.amps)}</td>
                <td className="note">{d.isTypical ? 'typical, measure yours' : 'as typed'}</td>
              </tr>
            ))}
            <tr>
              <td>
                <b>Together</b>
              </td>
              <td>
                <b>{amps(total)}</b>
              </td>
            </tr>
          </tbody>
        </table>
      )}
      {off && (
        <section className="card">
          <h2>How the days are reached</h2>
          <Working lines={off.working} />
        </section>
      )}
      <Shutdown />
    </>
  );
}
