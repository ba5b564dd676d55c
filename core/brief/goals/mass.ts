/** What it weighs. */
import { billOf } from '../../kit';
import { SHELL_MASS_SHARE, shellsMass } from '../../shell';
import { type Judge, judged, missedIf } from './goal';

export const mass: Judge = ({ p, b }) => {
  if (b.massG === undefined) return undefined;
  const bill = billOf(p);
  const shell = shellsMass(p.shell.bodies);
  if (!p.kit.items.length) {
    return judged(`${b.massG} g at most`, 'open', 'nothing chosen', 'the kit');
  }
  const total = bill.massG + (shell?.value ?? 0);
  const off = (shell?.value ?? 0) * SHELL_MASS_SHARE + total * 0.05;
  const heaviest = [...bill.rows].sort(
    (x, y) => (y.massG ?? 0) * y.count - (x.massG ?? 0) * x.count,
  )[0]!;
  const standing = missedIf(total - off > b.massG, total + off > b.massG);
  return judged(
    `${b.massG} g at most`,
    standing,
    `${total.toFixed(0)} g ± ${off.toFixed(0)}${shell ? '' : ' without a shell'}`,
    `${heaviest.name}, ${(heaviest.massG ?? 0) * heaviest.count} g`,
    [
      `${bill.massG} g of parts${shell ? ` + ${shell.value.toFixed(0)} g of shell` : ''}; wires and solder within the ±`,
      ...(shell?.working ?? []),
    ],
  );
};
