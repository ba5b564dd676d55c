/** Whether it charges while it is played. */
import { solved } from '../../network';
import { END_SHARE, networkOf } from '../../power';
import { type Judge, judged, missedIf } from './goal';
import type { Standing } from '../score';

/** Where the charge stands when a game is played on the plug. */
const PLAYED_CHARGE = 0.7;

export const playCharging: Judge = ({ c, b }) => {
  if (!b.playCharging) return undefined;
  const e = c.power.energy;
  const charge = c.power.charge?.value;
  const { supply } = c.power;
  if (!e.pack || !supply || !charge) {
    return judged(
      'ends charging while in use',
      'open',
      'no charger, cell or converter yet',
      'the charger',
    );
  }
  // The load hangs beside the cell: the charger cannot tell its current from charge.
  const state = solved(networkOf(supply, 'game', PLAYED_CHARGE));
  const play = state.stands ? state.sources[0]! : Infinity;
  const rest = charge.amps - play;
  const ends = END_SHARE * charge.amps;
  const s = missedIf(rest <= 0, play > ends && !e.charger!.part.charger.powerPath);
  return judged(
    'ends charging while in use',
    s,
    restWords(rest, s),
    s === 'met'
      ? e.charger!.item.name
      : `${charge.amps.toFixed(2)} A in, ${play.toFixed(2)} A out in a game`,
    [
      `charge ${charge.amps.toFixed(2)} A − ${play.toFixed(2)} A that a game takes from the cell at ${Math.round(100 * PLAYED_CHARGE)} % = ${rest.toFixed(2)} A; the charger ends below about ${ends.toFixed(2)} A (a tenth of what it is set to)`,
    ],
  );
};

function restWords(amps: number, standing: Standing): string {
  if (amps <= 0) return `${(-amps).toFixed(2)} A short: the cell empties all the same`;
  const left = `${amps.toFixed(2)} A left for the cell`;
  return standing === 'at risk' ? `${left}; it fills, and the charger never ends` : left;
}
