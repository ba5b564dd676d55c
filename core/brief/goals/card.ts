/** How one gets at the card. */
import { chains, kitOf } from '../../chains';
import { bodyFor, isOpen } from '../../model';
import { judged, type Judge, metIf } from './goal';

export const card: Judge = ({ p, b }) => {
  if (!b.card) return undefined;
  const k = kitOf(p);
  const chain = chains(p).find((c) => c.kind === 'storage');
  if (!k.computer || !chain) return judged(b.card, 'open', 'no computer yet', 'the computer');
  const how = chain.links[0]?.note ?? '';
  const broken = chain.breaks.length > 0;
  const body = bodyFor(p, k.computer.item.id);
  const isInOpen = body !== undefined && isOpen(body);
  const outside =
    isInOpen ||
    k.all.some((x) =>
      x.part.connectors.some((c) => c.type === 'card' && (x.item.reach?.[c.id] ?? c.outside)),
    );
  const under = p.donor?.kept.some((q) => q.kind === 'door') ?? false;
  const extender = k.all.some(
    (x) => x.part.family === 'storage' && x.part.connectors.some((c) => c.type === 'card'),
  );
  const met =
    b.card === 'open the case' || (b.card === 'from outside' ? outside : under || outside);
  const standing = metIf(met && !broken, extender && !broken);
  return judged(
    b.card,
    standing,
    broken ? chain.breaks[0]!.title : how,
    chain.links[0]?.name ?? k.computer.item.name,
  );
};
