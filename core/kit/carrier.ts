/**
 * What stands on a carrier board by its maker's word: its parts need no wire to it or to each other,
 * and its own keys lie on lines that its tracks choose.
 */
import {
  type Carrier,
  type Item,
  type Join,
  type JoinedBy,
  type Part,
  present,
  type Project,
} from '../model';
import { partOf } from './thickness';

export interface CarrierOn {
  item: Item;
  part: Part;
  carrier: Carrier;
}

/** An item with the places its carrier has for its kind. */
export interface Joined {
  on: CarrierOn;
  item: Item;
  joins: readonly Join[];
}

/** Boards of this build whose makers say what stands on them. */
export const carriersOf = (p: Project): CarrierOn[] =>
  present(p).kit.items.flatMap((item): CarrierOn[] => {
    const part = partOf(p, item);
    return part.carrier ? [{ item, part, carrier: part.carrier }] : [];
  });

/** Items that stand on a carrier: as many of a kind as it has places for, in the order of the kit. */
export function joinsOf(p: Project): Joined[] {
  const items = present(p).kit.items;
  const taken = new Set<string>();
  return carriersOf(p).flatMap((on) =>
    [...new Set(on.carrier.joins.map((j) => j.part))].flatMap((kind) => {
      const joins = on.carrier.joins.filter((j) => j.part === kind);
      return items
        .filter((i) => i.part === kind && i.id !== on.item.id && !taken.has(i.id))
        .slice(0, joins.length)
        .map((item): Joined => {
          taken.add(item.id);
          return { on, item, joins };
        });
    }),
  );
}

/** Whether two items are joined through one carrier, so that no wire goes between them. */
export function areJoined(p: Project): (a: string, b: string) => boolean {
  const group = new Map<string, string>();
  for (const { on, item } of joinsOf(p)) {
    group.set(on.item.id, on.item.id);
    group.set(item.id, on.item.id);
  }
  return (a, b) => group.has(a) && group.get(a) === group.get(b);
}

/** How current gets from one of two to the other through their carrier; nothing where a wire is wanted. */
export function joinsBetween(p: Project): (a: string, b: string) => JoinedBy[] | undefined {
  const on = new Map(joinsOf(p).map((j) => [j.item.id, j]));
  const joined = areJoined(p);
  const by = (id: string): JoinedBy[] => {
    const join = on.get(id)?.joins[0];
    return join ? [join.by] : [];
  };
  return (a, b) => (joined(a, b) ? [...by(a), ...by(b)] : undefined);
}

/** The line that a switch of a carrier lies on by its tracks. */
export const trackOf = (
  carriers: readonly CarrierOn[],
  item: string,
  block: string,
): number | undefined =>
  carriers.find((c) => c.item.id === item)?.carrier.keys.find((k) => k.block === block)?.gpio;

/** What a maker says goes in before what, as the items of this build: each of the one kind before each of the other. */
export const makersOrder = (
  p: Project,
): Array<{ first: string; then: string; why: string; board: string }> => {
  const { items } = present(p).kit;
  return carriersOf(p).flatMap(({ item: board, carrier }) =>
    (carrier.order ?? []).flatMap(({ first, then, why }) =>
      items
        .filter((i) => i.part === first)
        .flatMap((a) =>
          items
            .filter((i) => i.part === then && i.id !== a.id)
            .map((b) => ({ first: a.id, then: b.id, why, board: board.name })),
        ),
    ),
  );
};

/** The document with a kind of part under another id wherever a carrier's maker speaks of it. */
export function kindRenamed(p: Project, from: string, to: string): Project {
  const id = (part: string): string => (part === from ? to : part);
  const renamed = (c: Carrier): Carrier => ({
    ...c,
    joins: c.joins.map((j) => ({ ...j, part: id(j.part) })),
    ...(c.counts ? { counts: c.counts.map((x) => ({ ...x, part: id(x.part) })) } : {}),
    ...(c.order
      ? { order: c.order.map((o) => ({ ...o, first: id(o.first), then: id(o.then) })) }
      : {}),
    ...(c.enters ? { enters: c.enters.map((e) => ({ ...e, part: id(e.part) })) } : {}),
  });
  const parts = p.kit.parts.map((q) => (q.carrier ? { ...q, carrier: renamed(q.carrier) } : q));
  return { ...p, kit: { ...p.kit, parts } };
}

/** Whether a maker speaks of this kind: its items are then alike, and measured together. */
export const isOfKit = (p: Project, part: string): boolean =>
  carriersOf(p).some(({ carrier: { joins, counts = [], order = [], enters = [] } }) =>
    [...joins, ...counts, ...enters]
      .map((x) => x.part)
      .concat(order.flatMap((o) => [o.first, o.then]))
      .includes(part),
  );
