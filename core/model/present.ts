/** The build as it is judged: without what was left out for now. */
import type { Project } from './project';

const known = new WeakMap<Project['kit'], Project['kit']>();

/** The same document, or one without its left-out items and their wires; a reader refuses them a place. */
export function present(p: Project): Project {
  const gone = new Set(p.kit.items.filter((i) => i.where === 'left out').map((i) => i.id));
  if (!gone.size) return p;
  // Made once for each kit, so that what did not change is still the same object.
  const kit = known.get(p.kit) ?? {
    ...p.kit,
    items: p.kit.items.filter((i) => !gone.has(i.id)),
  };
  known.set(p.kit, kit);
  return {
    ...p,
    kit,
    layout: { placements: p.layout.placements.filter((x) => !gone.has(x.item)) },
    wiring: { nets: p.wiring.nets.filter((n) => !n.ends.some((e) => gone.has(e.item))) },
  };
}
