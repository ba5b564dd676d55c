/** Whether it plays on a television. */
import { kitOf } from '../../chains';
import { type Judge, judged, metIf } from './goal';

export const tv: Judge = ({ p, b }) => {
  if (!b.tv) return undefined;
  const k = kitOf(p);
  const out = k.computer?.part.connectors.find(
    (c) =>
      (c.type === 'hdmi' || c.type === 'mini-hdmi') &&
      !k.computer!.item.struck.includes(c.block ?? ''),
  );
  const open = out && (k.computer!.item.reach?.[out.id] ?? out.outside);
  if (!k.computer) return judged('a television', 'open', 'no computer yet', 'the computer');
  const standing = metIf(Boolean(open), Boolean(out));
  const inside = out ? `${out.name} is inside` : 'no picture socket left';
  const says = open ? `${out.name} in a wall` : inside;
  return judged(
    'a television',
    standing,
    says,
    k.computer.item.name,
    out && !open ? ['Say in Kit that it must be reached, and Cut gets its opening.'] : [],
  );
};
