/** The distance between any two things of a build, straight and along each axis. */
import { type Gap, gapOf, type Solid } from '../geometry';
import type { Scene } from './scene';

export interface Thing {
  id: string;
  name: string;
  piece: string;
  solids: Solid[];
}
export interface Distance {
  gap: Gap;
  /** Free along each axis where they do not overlap in it, else how far they overlap, mm. */ x: number;
  y: number;
  z: number;
  from: readonly [number, number];
  to: readonly [number, number];
  /** Halves the two lie in. */ pieces: readonly [string, string];
  working: string;
}

/** Everything that can be measured to: parts, posts and ribs, walls and floors. */
export function measurables(scene: Scene): Thing[] {
  const shell = scene.shell;
  if (!shell) return [];
  const names = new Map<string, number>();
  const once = (name: string) => {
    const n = (names.get(name) ?? 0) + 1;
    names.set(name, n);
    return n > 1 ? `${name} (${n})` : name;
  };
  return [
    ...[...scene.items.values()].map((at): Thing => ({
      id: `item:${at.item.id}`,
      name: once(at.item.name),
      piece: at.piece,
      solids: at.blocks.map((b) => b.solid),
    })),
    ...shell.all.map((s): Thing => ({ id: s.id, name: once(s.name), piece: s.owner, solids: [s] })),
  ];
}

/** @returns positive: free; negative: the shortest move that parts them */
export function distanceBetween(a: Thing, b: Thing): Distance {
  let best: { gap: Gap; p: Solid; q: Solid } | undefined;
  for (const p of a.solids) {
    for (const q of b.solids) {
      const gap = gapOf(p.prisms, q.prisms);
      if (!best || gap.gap < best.gap.gap) best = { gap, p, q };
    }
  }
  const span = (list: readonly Solid[], k: 'x' | 'y' | 'z'): [number, number] => [
    Math.min(...list.map((s) => s[`${k}0`])),
    Math.max(...list.map((s) => s[`${k}1`])),
  ];
  const along = (k: 'x' | 'y' | 'z') => {
    const [p, q] = [span([best!.p], k), span([best!.q], k)];
    return Math.max(p[0] - q[1], q[0] - p[1]);
  };
  const mid = (lo: number, hi: number, l2: number, h2: number) => {
    const m = (Math.max(lo, l2) + Math.min(hi, h2)) / 2;
    return [Math.min(Math.max(m, lo), hi), Math.min(Math.max(m, l2), h2)] as const;
  };
  const [x, y] = [
    mid(best!.p.x0, best!.p.x1, best!.q.x0, best!.q.x1),
    mid(best!.p.y0, best!.p.y1, best!.q.y0, best!.q.y1),
  ];
  const { gap } = best!;
  const sideways = Math.abs(gap.gap) * Math.hypot(gap.nx, gap.ny);
  const deep = Math.abs(gap.gap * gap.nz);
  const mm = Math.abs(gap.gap).toFixed(2);
  let working: string;
  if (gap.gap < -1e-6) {
    working = `the shortest move that parts them: ${mm} mm ${deep > sideways ? 'in depth' : 'in plane'}`;
  } else if (deep > 0.005 && sideways > 0.005) {
    working = `${mm} mm = √(${sideways.toFixed(2)}² in plane + ${deep.toFixed(2)}² in depth)`;
  } else working = `${mm} mm ${deep > sideways ? 'in depth' : 'in plane'}`;
  return {
    gap,
    x: along('x'),
    y: along('y'),
    z: along('z'),
    pieces: [a.piece, b.piece],
    working,
    from: [x[0], y[0]],
    to: [x[1], y[1]],
  };
}
