/** Items of the kit: one changed, one more, one gone, another in its place. */
import type { Item, Part } from '../part';
import type { Project } from '../project';
import type { Appliers, ChangeOf } from './change';

export const onItems: Appliers<
  | 'strike'
  | 'saw'
  | 'unsaw'
  | 'insulate'
  | 'fold'
  | 'around'
  | 'angle'
  | 'program'
  | 'reach'
  | 'swap'
  | 'where'
  | 'add'
  | 'drop'
  | 'renew'
> = {
  strike: (p, { item, block }) =>
    withItem(p, item, (i) => ({
      ...i,
      struck: i.struck.includes(block) ? i.struck : [...i.struck, block],
    })),
  saw: (p, { item, cut }) =>
    withItem(p, item, (i) => ({
      ...i,
      sawn: [...(i.sawn ?? []).filter((s) => s.edge !== cut.edge), cut],
    })),
  unsaw: (p, { item, edge }) =>
    withItem(p, item, (i) =>
      said(i, 'sawn', orNothing((i.sawn ?? []).filter((s) => s.edge !== edge))),
    ),
  insulate: (p, { item }) => withItem(p, item, (i) => ({ ...i, insulated: true })),
  fold: (p, { item, folds }) => withItem(p, item, (i) => said(i, 'folds', folds)),
  around: (p, { item, on }) => withItem(p, item, (i) => said(i, 'around', on || undefined)),
  angle: (p, { item, connector, on }) =>
    withItem(p, item, (i) => {
      const others = (i.angled ?? []).filter((c) => c !== connector);
      return said(i, 'angled', orNothing(on ? [...others, connector] : others));
    }),
  program: (p, { item, rProgOhm }) => withItem(p, item, (i) => ({ ...i, rProgOhm })),
  reach: (p, { item, connector, outside }) =>
    withItem(p, item, (i) => ({ ...i, reach: { ...i.reach, [connector]: outside } })),
  swap: swapped,
  where: putElsewhere,
  add: (p, { part }) => withAdded(p, part),
  drop: (p, { item }) => without(p, item),
  renew: (p, { item }) => renewed(p, item),
};

export const withItem = (p: Project, id: string, change: (item: Item) => Item): Project => ({
  ...p,
  kit: { ...p.kit, items: p.kit.items.map((x) => (x.id === id ? change(x) : x)) },
});

/** An item with something said of it, or no longer said. */
export function said<K extends 'folds' | 'around' | 'angled' | 'sawn' | 'where'>(
  item: Item,
  key: K,
  value: Item[K],
): Item {
  const next = { ...item };
  if (value === undefined) delete next[key];
  else next[key] = value;
  return next;
}

const orNothing = <T>(list: T[]): T[] | undefined => (list.length ? list : undefined);

/** The parts of the kit with this one among them. */
export const withPart = (parts: readonly Part[], part: Part): Part[] =>
  parts.some((x) => x.id === part.id) ? [...parts] : [...parts, part];

/** Nothing that was chosen or tried of the other counts of this one. */
function swapped(p: Project, { item, part }: ChangeOf<'swap'>): Project {
  const parts = withPart(p.kit.parts, part);
  const other = unchosen(untried({ ...p, kit: { ...p.kit, parts } }, item), item);
  return withItem(other, item, ({ id }) => ({
    id,
    part: part.id,
    name: part.name,
    struck: [],
  }));
}

/** Without its place in the shell, nor those of what rides on it. */
const unplaced = (p: Project, item: string): Project['layout'] => ({
  placements: p.layout.placements.filter(
    (x) => x.item !== item && !('item' in x.on && x.on.item === item),
  ),
});

function putElsewhere(p: Project, { item, where }: ChangeOf<'where'>): Project {
  return { ...withItem(p, item, (i) => said(i, 'where', where)), layout: unplaced(p, item) };
}

/** One more item of a part, in the kit and nowhere in the shell yet. */
export function withAdded(p: Project, part: Part): Project {
  const twins = p.kit.items.filter((i) => i.part === part.id).length;
  const name = twins ? `${part.name} (${twins + 1})`.slice(0, 200) : part.name;
  const item: Item = { id: freshId(p, part.id), part: part.id, name, struck: [] };
  return {
    ...p,
    kit: { ...p.kit, parts: withPart(p.kit.parts, part), items: [...p.kit.items, item] },
  };
}

/** The build without an item, its place, its wires, and its part when nobody else is one. */
export const without = (p: Project, id: string): Project => ({
  ...unchosen(p, id),
  kit: {
    ...p.kit,
    parts: p.kit.parts.filter((q) => p.kit.items.some((i) => i.id !== id && i.part === q.id)),
    items: p.kit.items.filter((i) => i.id !== id),
  },
  layout: unplaced(p, id),
  wiring: { nets: p.wiring.nets.filter((n) => !n.ends.some((e) => e.item === id)) },
});

/** Keys that were pressed on a switch of an item: the nearest counts again. */
function unchosen(p: Project, item: string): Project {
  if (p.controls.inputs.every((i) => i.switch?.item !== item)) return p;
  const inputs = p.controls.inputs.map((input) => {
    if (input.switch?.item !== item) return input;
    const next = { ...input };
    delete next.switch;
    return next;
  });
  return { ...p, controls: { ...p.controls, inputs } };
}

type Readings = NonNullable<Project['kit']['readings']>;
/** The readings with some of them taken back. */
export const takenBack = (p: Project, is: (r: Readings[number]) => boolean): Readings =>
  (p.kit.readings ?? []).map((r) => (is(r) ? { ...r, isTakenBack: true } : r));

/** Nothing was tried of what stands there now. */
const untried = (p: Project, item: string): Project =>
  p.tried ? { ...p, tried: p.tried.filter((t) => t.of !== item) } : p;

function renewed(p: Project, id: string): Project {
  const fresh = withItem(untried(p, id), id, (item) => ({ ...item, stock: 'to buy' }));
  const readings = takenBack(p, (r) => r.item === id);
  return { ...fresh, kit: { ...fresh.kit, readings } };
}

/** An item id nobody has yet: the wish itself, or with a number. */
export function freshId(p: Project, wish: string): string {
  const taken = new Set(p.kit.items.map((x) => x.id));
  for (let n = 1; ; n++) {
    const id = n === 1 ? wish : `${wish.slice(0, 58)}-${n}`;
    if (!taken.has(id)) return id;
  }
}
