/** How long it plays on one charge. */
import { type Judge, judged, metIf } from './goal';

export const hours: Judge = ({ c, b }) => {
  if (b.hours === undefined) return undefined;
  const run = c.power.run?.value;
  const target = `${b.hours} h`;
  const band = c.power.band?.hours ?? 0;
  if (!run) return judged(target, 'open', 'not known yet', 'cell, converter and loads');
  const s = metIf(run.hours >= b.hours, run.hours + band >= b.hours);
  return judged(
    target,
    s,
    `${run.hours.toFixed(1)} h ± ${band.toFixed(1)}`,
    c.power.energy.cells[0]
      ? `${c.power.energy.cells[0].item.name} against ${c.power.watts.game.toFixed(1)} W in a game`
      : 'the bank',
    c.power.run!.working,
  );
};
