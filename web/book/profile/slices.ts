/** What a section shows of the shell as it is made, and where two things fill one place. */
import type { Scene, Slice } from '@deft/core/fit';
import { pocketDepth } from '@deft/core/shell';

/** How much of the wall is taken below each pocket's floor, mm, by the floor's id. */
export function sunkBy(scene: Scene): ReadonlyMap<string, number> {
  const deep = new Map(
    scene.project.cuts.flatMap((c) => (c.kind === 'pocket' ? [[c.id, pocketDepth(c).mm]] : [])),
  );
  return new Map(
    [...scene.shell!.floors.values()]
      .flat()
      .flatMap((f) => (f.pocket === undefined ? [] : [[f.solid.id, deep.get(f.pocket) ?? 0]])),
  );
}

/** The shell as it is made: floors one wall thick, with the sides of the bays that reach deeper. */
export function shellSlices(
  slices: readonly Slice[],
  wall: number,
  sunk: ReadonlyMap<string, number>,
): readonly Slice[] {
  const floors = slices.filter((s) => s.kind === 'floor' && !sunk.has(s.id));
  const depth = (s: (typeof slices)[number]) => (s.z1 <= 0 ? s.z1 : s.z0);
  return slices
    .filter((s) => s.kind !== 'block' && s.kind !== 'path')
    .flatMap((s) => {
      if (s.kind !== 'floor') return [s];
      const back = s.z1 <= 0;
      const left = Math.max(0, wall - (sunk.get(s.id) ?? 0));
      const thin = back ? { ...s, z0: s.z1 - left } : { ...s, z1: s.z0 + left };
      // Milled from inside: the outside has no step there.
      if (sunk.has(s.id)) return [thin];
      const shallower = floors.filter(
        (f) =>
          f.owner === s.owner && (back ? depth(f) > depth(s) + 0.01 : depth(f) < depth(s) - 0.01),
      );
      const sides = shallower.flatMap((f) =>
        [
          [f.a1, s.a0],
          [f.a0, s.a1],
        ]
          .filter(([p, q]) => Math.abs(p! - q!) < 0.01)
          .map(([edge]) => {
            const out = edge === s.a0 ? -1 : 1;
            const [a0, a1] = out < 0 ? [edge! - wall, edge!] : [edge!, edge! + wall];
            return back
              ? { ...s, a0, a1, z0: depth(s) - wall, z1: depth(f) }
              : { ...s, a0, a1, z0: depth(f), z1: depth(s) + wall };
          }),
      );
      return [thin, ...sides];
    });
}

/** Where a part and something else fill the same place in the cut. */
export function bites(
  slices: readonly Slice[],
  scene: Scene,
): Array<{ a0: number; a1: number; z0: number; z1: number }> {
  const out: Array<{ a0: number; a1: number; z0: number; z1: number }> = [];
  const blocks = slices.filter((s) => s.kind === 'block');
  for (const b of blocks) {
    for (const o of slices) {
      // A floor reaches out without end; what stands on its outer face is not in it.
      if (o.kind === 'floor' && scene.items.get(b.owner)?.isOutside) continue;
      if (o.owner === b.owner || o.kind === 'path' || (o.kind === 'block' && o.owner > b.owner)) {
        continue;
      }
      const [a0, a1, z0, z1] = [
        Math.max(b.a0, o.a0),
        Math.min(b.a1, o.a1),
        Math.max(b.z0, o.z0),
        Math.min(b.z1, o.z1),
      ];
      if (a1 - a0 > 0.01 && z1 - z0 > 0.01) out.push({ a0, a1, z0, z1 });
    }
  }
  return out;
}
