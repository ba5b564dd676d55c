/**
 * The parts of a build that may lie anywhere, as footprints to be packed: what stands fast, in which
 * ways each may lie and where, and the room each pair needs. Everything here is a little too strict
 * or too kind; what is found is judged by the checker.
 */
import type { Placement } from '../model';
import { BARE_METAL_MM, CONDUCTIVE, type PlacedItem } from '../fit';
import type { Floor, ShellSolids } from '../shell';
import type { Prism } from '../geometry';
import type { PackItem, PackProblem, Variant } from './packer';
import { type Ground, recessNeeded, stance } from './spots';

/** Kept to walls and between parts that may touch, and between bare boards, mm. */
const HAIR = 0.02;
const BARE = BARE_METAL_MM + 0.05;
/** Lifts tried for a part that lies free; one that it has comes first. */
const LIFT_MM = 0.5;

interface Lying extends Variant {
  place: Placement;
}
export interface Ready {
  problem: PackProblem;
  ways: Lying[][];
  space: { w: number; h: number };
  /** Where its corner lies in the build, mm. */ edge: number;
  flat: boolean;
}

/** A footprint as upright strips: exact for right-angled outlines, enclosing for others. */
export function strips(p: Prism): number[] {
  if (p.pieces.length === 1) return [p.x0, p.y0, p.x1 - p.x0, p.y1 - p.y0];
  const xs = [
    ...new Set(
      p.pieces
        .flatMap((q) => Array.from(q).filter((_, i) => i % 2 === 0))
        .map((x) => Math.round(x * 1e6) / 1e6),
    ),
  ].sort((a, b) => a - b);
  const out: number[] = [];
  for (let k = 0; k + 1 < xs.length; k++) {
    const [a, b] = [xs[k]!, xs[k + 1]!];
    if (b - a < 1e-4) continue;
    const spans = p.pieces
      .flatMap((q): Array<[number, number]> => {
        const ys: number[] = [];
        for (let i = 0, j = q.length - 2; i < q.length; j = i, i += 2) {
          const [x0, y0, x1, y1] = [q[j]!, q[j + 1]!, q[i]!, q[i + 1]!];
          const t0 = Math.min(x0, x1);
          const t1 = Math.max(x0, x1);
          if (t1 <= a + 1e-6 || t0 >= b - 1e-6) continue;
          for (const x of [Math.max(a, t0), Math.min(b, t1)]) {
            ys.push(y0 + ((y1 - y0) * (x - x0)) / (x1 - x0));
          }
        }
        return ys.length ? [[Math.min(...ys), Math.max(...ys)]] : [];
      })
      .sort((s, t) => s[0] - t[0]);
    let open: [number, number] | undefined;
    for (const s of spans) {
      if (open && s[0] <= open[1] + 1e-4) open[1] = Math.max(open[1], s[1]);
      else {
        if (open) out.push(a, open[0], b - a, open[1] - open[0]);
        open = [...s];
      }
    }
    if (open) out.push(a, open[0], b - a, open[1] - open[0]);
  }
  return out;
}

type Box = readonly [x0: number, x1: number, y0: number, y1: number];

/** Lowest and highest of rectangles. */
function heights(rects: ArrayLike<number>): [number, number] {
  let low = Infinity;
  let high = -Infinity;
  for (let k = 0; k < rects.length; k += 6) {
    low = Math.min(low, rects[k + 4]!);
    high = Math.max(high, rects[k + 5]!);
  }
  return [low, high];
}

/** Starts from which a part of this size does not lie wholly in a bay. */
function beside([x0, x1, y0, y1]: Box, bay: Box, w: number, h: number): Box[] {
  return (
    [
      [x0, Math.min(x1, bay[0] - 0.1), y0, y1],
      [Math.max(x0, bay[1] + 0.1 - w), x1, y0, y1],
      [x0, x1, y0, Math.min(y1, bay[2] - 0.1)],
      [x0, x1, Math.max(y0, bay[3] + 0.1 - h), y1],
    ] as Box[]
  ).filter((b) => b[1] >= b[0] && b[3] >= b[2]);
}

/** One way of lying takes in another: the same rectangles in plan, wherever the other may be. */
const covers = (a: Lying, b: Lying): boolean =>
  a.rects.length === b.rects.length &&
  a.x0 <= b.x0 + 1e-6 &&
  a.x1 >= b.x1 - 1e-6 &&
  a.y0 <= b.y0 + 1e-6 &&
  a.y1 >= b.y1 - 1e-6 &&
  a.rects.every((v, k) => k % 6 > 3 || Math.abs(v - b.rects[k]!) < 1e-6);

const bare = (at: PlacedItem): boolean => at.blocks.some((b) => CONDUCTIVE.has(b.block.kind));

/** @param ids  parts to be packed; everything else of the scene that is placed stands fast */
export function problemOf(g: Ground, ids: readonly string[]): Ready {
  const { scene } = g.checker;
  const shell = scene.shell!;
  const wall = shell.body.wall.mm;
  const W = Math.max(...shell.walls.map((w) => w.x0));
  const H = Math.max(...shell.walls.map((w) => w.y0));
  const t = wall + HAIR;
  const front = shell.body.pieces.find((q) => q.role === 'front');
  const back = shell.body.pieces.find((q) => q.role === 'back') ?? shell.body.pieces[0]!;
  const halves = [back, ...(front && front !== back ? [front] : [])];
  const blocks: number[] = [];
  const rounds: number[] = [];
  const stands = (p: Prism) => {
    if (p.pieces.length === 1 && p.pieces[0]!.length === 2) {
      rounds.push(p.pieces[0]![0]! - t, p.pieces[0]![1]! - t, p.r, p.z0, p.z1);
    } else {
      const s = strips(p);
      for (let k = 0; k < s.length; k += 4) {
        blocks.push(s[k]! - t, s[k + 1]! - t, s[k + 2]!, s[k + 3]!, p.z0, p.z1);
      }
    }
  };
  for (const f of shell.features) if (f.height > 0) f.solid.prisms.forEach(stands);
  for (const id of g.placed) {
    if (!ids.includes(id)) {
      for (const b of scene.items.get(id)!.blocks) b.solid.prisms.forEach(stands);
    }
  }
  const boxOf = (f: Floor, k: number): Box =>
    k === 0
      ? [t, W - t, t, H - t]
      : [
          f.prisms[0]!.x0 + HAIR,
          f.prisms[0]!.x1 - HAIR,
          f.prisms[0]!.y0 + HAIR,
          f.prisms[0]!.y1 - HAIR,
        ];
  /** Where the other half leaves room for something between these heights. */
  const facing = (z1: number, z0: number, own: string): Box[] => {
    const other = halves.find((q) => q.id !== own);
    const floors = other ? unsunk(shell, other.id) : [];
    const fits = (f: Floor) => (shell.sign(other!.id) > 0 ? z1 <= f.z + 1e-6 : z0 >= f.z - 1e-6);
    return !other || fits(floors[0]!)
      ? [[t, W - t, t, H - t]]
      : floors.flatMap((f, k) => (k > 0 && fits(f) ? [boxOf(f, k)] : []));
  };
  const ways = ids.map((id): Lying[] => {
    const at = scene.items.get(id)!;
    let lift: number;
    if (at.placement.lift > 0) lift = at.placement.lift;
    else if (at.part.cell || !bare(at)) lift = 0;
    else lift = LIFT_MM;
    return halves.flatMap((q) =>
      [0, 90, 180, 270].flatMap((turn): Lying[] => {
        const s = stance(g, at, q.id, 'in', turn, lift);
        const mouth = s.mouths.find((m) => m.outside);
        const w = s.x1 - s.x0;
        const h = s.y1 - s.y0;
        const floors = unsunk(shell, q.id);
        return floors.flatMap((floor, k): Lying[] => {
          const { z } = floor;
          const [bx0, bx1, by0, by1] = boxOf(floor, k);
          // As it stood at the origin, brought to this floor.
          const sign = shell.sign(q.id);
          const zs = s.at.blocks.map((b) => (sign > 0 ? b.solid.z1 : b.solid.z0));
          const rest = sign > 0 ? Math.max(...zs) : Math.min(...zs);
          const dz = z - sign * lift - rest;
          const rects: number[] = [];
          for (const b of s.at.blocks) {
            for (const p of b.solid.prisms) {
              const r = strips(p);
              for (let k = 0; k < r.length; k += 4) {
                rects.push(
                  r[k]! - s.x0,
                  r[k + 1]! - s.y0,
                  r[k + 2]!,
                  r[k + 3]!,
                  p.z0 + dz,
                  p.z1 + dz,
                );
              }
            }
          }
          const [low, high] = heights(rects);
          const own: Box[] = [[bx0, bx1 - w, by0, by1 - h]];
          // A port below the floor round its bay has no way out; one on that floor must not sink into a bay.
          if (mouth && k > 0) return [];
          const starts =
            mouth && floors.length > 1
              ? floors
                  .slice(1)
                  .reduce(
                    (list, f, i) => list.flatMap((box) => beside(box, boxOf(f, i + 1), w, h)),
                    own,
                  )
              : own;
          return facing(high, low, q.id).flatMap((room) =>
            starts.flatMap((box): Lying[] => {
              let [x0, x1, y0, y1] = [
                Math.max(box[0], room[0]),
                Math.min(box[1], room[1] - w),
                Math.max(box[2], room[2]),
                Math.min(box[3], room[3] - h),
              ];
              if (mouth) {
                const v = shell.walls.find((o) => mouth.dx * o.nx + mouth.dy * o.ny > 0.99);
                if (!v) return [];
                const recess = Math.max(recessNeeded(s, mouth, wall) - 0.25 + HAIR, 0.4);
                let at0: number;
                if (v.nx > 0.9) at0 = W - recess - (mouth.x - s.x0);
                else if (v.nx < -0.9) at0 = recess - (mouth.x - s.x0);
                else if (v.ny > 0.9) at0 = H - recess - (mouth.y - s.y0);
                else at0 = recess - (mouth.y - s.y0);
                if (Math.abs(v.nx) > 0.9) {
                  if (at0 < x0 - 0.5 || at0 > x1 + 0.5) return [];
                  x0 = x1 = at0;
                } else {
                  if (at0 < y0 - 0.5 || at0 > y1 + 0.5) return [];
                  y0 = y1 = at0;
                }
              }
              if (x1 < x0 - 1e-9 || y1 < y0 - 1e-9) return [];
              return [
                {
                  rects: Float64Array.from(rects),
                  x0: x0 - t,
                  x1: Math.max(x0, x1) - t,
                  y0: y0 - t,
                  y1: Math.max(y0, y1) - t,
                  place: { ...s.place, x: s.place.x - s.x0, y: s.place.y - s.y0 },
                },
              ];
            }),
          );
        });
      }),
    );
  });
  const n = ids.length;
  const between = new Float64Array(n * n);
  const around = new Float64Array(n).fill(HAIR);
  const hard = ids.map((id) => bare(scene.items.get(id)!));
  for (let i = 0; i < n; i++) {
    for (let j = 0; j < n; j++) if (i !== j) between[i * n + j] = hard[i] && hard[j] ? BARE : HAIR;
  }
  // One layer: whichever way two of them lie, they share some height. Then a way that is another's in plan adds nothing.
  const spans = ways.flatMap((list) => list.map((v) => heights(v.rects)));
  const flat =
    spans.length > 0 && Math.max(...spans.map((v) => v[0])) < Math.min(...spans.map((v) => v[1]));
  const few = ways.map((list) =>
    flat
      ? list.filter(
          (v, i) => !list.some((u, j) => j !== i && covers(u, v) && (j < i || !covers(v, u))),
        )
      : list,
  );
  const items: PackItem[] = few.map((variants) => ({ variants }));
  return {
    problem: {
      items,
      blocks: Float64Array.from(blocks),
      rounds: Float64Array.from(rounds),
      between,
      around,
    },
    ways: few,
    space: { w: W - 2 * t, h: H - 2 * t },
    edge: t,
    flat,
  };
}

/** Floors as they are: pockets are cut for a part that lies where it lies. */
const unsunk = (shell: ShellSolids, piece: string): Floor[] =>
  shell.floors.get(piece)!.filter((f) => f.pocket === undefined);
