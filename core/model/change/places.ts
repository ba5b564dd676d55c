/** Where parts stand, and parts made for a place. */
import type { Item } from '../part';
import type { Placement, Project } from '../project';
import type { Appliers, ChangeOf } from './change';
import { onItems, said, withItem } from './items';

export const onPlaces: Appliers<'place' | 'stand' | 'make' | 'remake'> = {
  place: (p, { placement }) => ({
    ...p,
    layout: {
      placements: p.layout.placements.map((x) => (x.item === placement.item ? placement : x)),
    },
  }),
  stand: (p, { placement }) => stood(p, placement),
  make: made,
  remake: remade,
};

/** What gets a place is in the shell, whatever was said of it before. */
function stood(p: Project, placement: Placement): Project {
  const wasElsewhere = p.kit.items.some((i) => i.id === placement.item && i.where);
  const inside = wasElsewhere
    ? withItem(p, placement.item, (item) => said(item, 'where', undefined))
    : p;
  const others = p.layout.placements.filter((x) => x.item !== placement.item);
  return { ...inside, layout: { placements: [...others, placement] } };
}

function made(p: Project, { item, part, made: how, placement }: ChangeOf<'make'>): Project {
  const one: Item = {
    id: item,
    part: part.id,
    name: part.name,
    struck: [],
    stock: 'have',
    made: how,
  };
  const inKit: Project = {
    ...p,
    kit: {
      ...p.kit,
      parts: [...p.kit.parts.filter((q) => q.id !== part.id), part],
      items: [...p.kit.items.filter((i) => i.id !== item), one],
    },
  };
  return placement
    ? stood(inKit, placement)
    : onItems.where(inKit, { do: 'where', item, where: 'outside' });
}

function remade(p: Project, { item, part, made: how, placement }: ChangeOf<'remake'>): Project {
  const parts = p.kit.parts.map((q) => (q.id === part.id ? part : q));
  const anew = withItem({ ...p, kit: { ...p.kit, parts } }, item, (i) => ({ ...i, made: how }));
  return placement ? stood(anew, placement) : anew;
}
