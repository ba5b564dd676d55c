/** Whether a pad without a wire can be heard. */
import { kitOf } from '../../chains';
import { type Judge, judged } from './goal';

export const wireless: Judge = ({ p, b }) => {
  if (!b.wireless) return undefined;
  const k = kitOf(p);
  const radio = k.ends('radio', 'gives')[0];
  if (!k.computer) {
    return judged('a pad without a wire', 'open', 'no computer yet', 'the computer');
  }
  return judged(
    'a pad without a wire',
    radio ? 'met' : 'missed',
    radio ? 'it has a radio' : 'no radio',
    radio?.of.item.name ?? k.computer.item.name,
  );
};
