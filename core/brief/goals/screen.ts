/** How large the picture is. */
import { kitOf } from '../../chains';
import { type Judge, judged } from './goal';

export const screen: Judge = ({ p, b }) => {
  if (!b.screenIn) return undefined;
  const target = `${b.screenIn.least} to ${b.screenIn.most} in`;
  const s = kitOf(p).all.find((x) => x.part.screen);
  if (!s) return judged(target, 'open', 'no screen yet', 'the screen');
  const d = s.part.screen!.diagonalIn;
  return judged(
    target,
    d >= b.screenIn.least - 1e-9 && d <= b.screenIn.most + 1e-9 ? 'met' : 'missed',
    `${d} in`,
    s.item.name,
  );
};
