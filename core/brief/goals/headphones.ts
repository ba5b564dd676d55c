/** Whether there is a jack that mutes the speaker. */
import { chains, kitOf } from '../../chains';
import { judged, type Judge, missedIf } from './goal';

export const headphones: Judge = ({ p, b }) => {
  if (!b.headphones) return undefined;
  const k = kitOf(p);
  const jack = k.all.find((x) =>
    x.part.connectors.some(
      (c) =>
        c.type === 'jack-3.5' &&
        !x.item.struck.includes(c.block ?? '') &&
        (x.item.reach?.[c.id] ?? c.outside),
    ),
  );
  const broken = chains(p)
    .find((c) => c.kind === 'sound')
    ?.breaks.some((q) => q.id === 'sound:headphones' || q.id === 'sound:jack');
  const standing = p.kit.items.length ? missedIf(!jack, broken ?? false) : 'open';
  return judged(
    'a jack that mutes the speaker',
    standing,
    jack ? jack.item.name : 'no jack in a wall',
    broken ? 'no line level, or no switch contacts' : 'the jack',
  );
};
