/** What the kit station does to the document. */
import { firstPlace } from '@deft/core/fit';
import { isOfKit, kindRenamed } from '@deft/core/kit';
import { type Part, type Project, withAdded } from '@deft/core/model';

/** One more item of a part: the first lies in the shell at once, others wait on the tray for a place. */
export function withPart(p: Project, part: Part): Project {
  const next = withAdded(p, part);
  if (p.layout.placements.length) return next;
  const id = next.kit.items[next.kit.items.length - 1]!.id;
  const at = firstPlace(next, id);
  return at ? { ...next, layout: { placements: [...next.layout.placements, at] } } : next;
}

/** A copy of an item's part that is the builder's own, so that the catalogue's stays as it is. */
export function withOwnCopy(p: Project, item: string, library: readonly Part[]): Project {
  const at = p.kit.items.find((i) => i.id === item);
  const part = p.kit.parts.find((q) => q.id === at?.part);
  if (!at || !part || part.source === 'mine') return p;
  const ids = new Set([...p.kit.parts.map((q) => q.id), ...library.map((q) => q.id)]);
  let id = `${part.id}-mine`;
  for (let n = 2; ids.has(id); n++) id = `${part.id}-mine-${n}`;
  // Parts of a kit are alike: what is measured of one holds for all of them.
  const isAll = isOfKit(p, part.id);
  const moves = (i: Project['kit']['items'][number]): boolean =>
    i.id === item || (isAll && i.part === part.id);
  const copy: Part = { ...part, id, name: `${part.name}, mine`.slice(0, 200), source: 'mine' };
  const own: Project = {
    ...p,
    kit: {
      ...p.kit,
      parts: [
        ...p.kit.parts.filter(
          (q) => q.id !== part.id || p.kit.items.some((i) => !moves(i) && i.part === q.id),
        ),
        copy,
      ],
      items: p.kit.items.map((i) => (moves(i) ? { ...i, part: id } : i)),
    },
  };
  return isAll ? kindRenamed(own, part.id, id) : own;
}

/** The part of its id as it is now. */
export const withPartChanged = (p: Project, part: Part): Project => ({
  ...p,
  kit: { ...p.kit, parts: p.kit.parts.map((q) => (q.id === part.id ? part : q)) },
});

export const withStruck = (
  p: Project,
  item: string,
  change: (struck: readonly string[]) => string[],
): Project => ({
  ...p,
  kit: {
    ...p.kit,
    items: p.kit.items.map((i) => (i.id === item ? { ...i, struck: change(i.struck) } : i)),
  },
});
