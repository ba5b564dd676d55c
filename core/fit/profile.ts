/**
 * The closed handheld cut along a line: what lies where in depth, and the free gaps between.
 */
import { cutAlong, type SolidKind } from '../geometry';
import type { Scene } from './scene';

export interface Slice {
  id: string;
  name: string;
  kind: SolidKind;
  owner: string;
  a0: number;
  a1: number;
  z0: number;
  z1: number;
}
interface ProfileGap {
  a: number;
  z0: number;
  z1: number;
  mm: number;
  between: [string, string];
}
export interface Profile {
  axis: 'x' | 'y';
  at: number;
  slices: Slice[];
  gaps: ProfileGap[];
}

/**
 * Cut across the build.
 *
 * @param axis  'x': the cut runs left to right at height `at`; 'y': bottom to top at `at` from the left
 */
export function profile(scene: Scene, axis: 'x' | 'y', at: number): Profile {
  const slices: Slice[] = [];
  const add = (s: {
    id: string;
    name: string;
    kind: SolidKind;
    owner: string;
    prisms: readonly Parameters<typeof cutAlong>[0][];
  }) => {
    for (const p of s.prisms) {
      for (const [a0, a1] of cutAlong(p, axis, at)) {
        slices.push({
          id: s.id,
          name: s.name,
          kind: s.kind,
          owner: s.owner,
          a0,
          a1,
          z0: p.z0,
          z1: p.z1,
        });
      }
    }
  };
  scene.shell?.all.forEach(add);
  for (const item of scene.items.values()) item.blocks.forEach((b) => add(b.solid));
  return { axis, at, slices, gaps: gapsAbove(slices) };
}

/** For each pair in the cut that face each other, the smallest free depth between them. */
function gapsAbove(slices: readonly Slice[]): ProfileGap[] {
  const least = new Map<string, ProfileGap>();
  for (const s of slices) {
    if (s.kind !== 'block') continue;
    const mid = (s.a0 + s.a1) / 2;
    const facing = slices
      .filter((t) => t !== s && t.a0 < mid && t.a1 > mid && t.z0 >= s.z1 - 1e-6)
      .sort((p, q) => p.z0 - q.z0)[0];
    if (!facing || facing.owner === s.owner) continue;
    const mm = facing.z0 - s.z1;
    const key = `${s.owner}~${facing.owner}`;
    const known = least.get(key);
    if (mm < 0.05 || mm > 60 || (known && known.mm <= mm)) continue;
    least.set(key, { a: mid, z0: s.z1, z1: facing.z0, mm, between: [s.name, facing.name] });
  }
  return [...least.values()];
}
