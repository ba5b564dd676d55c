/** What all of it costs. */
import { billOf } from '../../kit';
import { type Judge, judged, missedIf } from './goal';

export const cost: Judge = ({ p, b }) => {
  if (b.costCeiling === undefined) return undefined;
  const bill = billOf(p);
  if (!p.kit.items.length) {
    return judged(`${b.costCeiling} at most`, 'open', 'nothing chosen', 'the kit');
  }
  const dearest = [...bill.rows].sort((x, y) => y.sum - x.sum)[0]!;
  const standing = missedIf(bill.total > b.costCeiling, Boolean(bill.noPrice));
  return judged(
    `${b.costCeiling} at most`,
    standing,
    `${bill.total.toFixed(2)}${bill.noPrice ? ` and ${bill.noPrice} without a price` : ''}`,
    `${dearest.name}, ${dearest.sum.toFixed(2)}`,
    bill.working,
  );
};
