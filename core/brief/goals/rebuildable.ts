/** Whether somebody else can build it again. */
import { type Judge, judged, missedIf } from './goal';

export const rebuildable: Judge = ({ p, b }) => {
  if (!b.rebuildable) return undefined;
  if (!p.kit.items.length) {
    return judged('nothing one of a kind', 'open', 'nothing chosen', 'the kit');
  }
  const odd = p.kit.items.filter((i) => i.stock === 'salvaged').map((i) => i.name);
  const kept = p.donor?.kept.map((k) => k.name) ?? [];
  const all = [...odd, ...kept];
  const standing = missedIf(Boolean(odd.length), Boolean(kept.length));
  return judged(
    'nothing one of a kind',
    standing,
    all.length ? `${all.length} from the donor or salvaged` : 'all can be bought or printed',
    all[0] ?? 'the kit',
    all,
  );
};
