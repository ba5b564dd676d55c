/**
 * A block as it stands: stood flat or on edge, turned over, turned and moved. The order is fixed:
 * stand, flip about the part's y axis, turn counter-clockwise as seen from the front, move.
 */
import type { Block } from '../model';
import {
  boxPrism,
  moved,
  type Prism,
  polygonPrism,
  ringPrism,
  roundPrism,
  flippedPrism,
} from './prism';
import { counterClockwise, ringOf } from './ring';

export type Stand = 'flat' | 'on-edge-x' | 'on-edge-y';

/** An enclosing stack of slabs may stand out from the true shape by this much, mm. */
export const EXCESS_MM = 0.1;

/** Prisms of one block standing in its part's frame, with how far they enclose too much. */
export interface Standing {
  prisms: Prism[];
  excess: number;
}

type V3 = [number, number, number];
const STOOD: Record<Stand, (v: V3) => V3> = {
  flat: (v) => v,
  // A quarter turn about x brings y up; about y brings -x up.
  'on-edge-x': ([x, y, z]) => [x, -z, y],
  'on-edge-y': ([x, y, z]) => [z, y, -x],
};

export const stood = (stand: Stand, v: V3): V3 => STOOD[stand](v);

/** Corner points of a block's box in its part's frame: [low, high]. */
export function blockBox(block: Block): [V3, V3] {
  const [u0, v0, u1, v1] = planBox(block);
  const [b, t] = [block.base, block.base + block.height.mm];
  if (block.axis === 'z') {
    return [
      [u0, v0, b],
      [u1, v1, t],
    ];
  }
  if (block.axis === 'x') {
    return [
      [b, u0, v0],
      [t, u1, v1],
    ];
  }
  return [
    [u0, b, v0],
    [u1, t, v1],
  ];
}

function planBox(block: Block): [number, number, number, number] {
  const plan = block.plan;
  if (plan.kind === 'rect') return [plan.x, plan.y, plan.x + plan.w.mm, plan.y + plan.h.mm];
  if (plan.kind === 'circle') {
    return [
      plan.x - plan.d.mm / 2,
      plan.y - plan.d.mm / 2,
      plan.x + plan.d.mm / 2,
      plan.y + plan.d.mm / 2,
    ];
  }
  const xs = plan.points.map((p) => p[0]);
  const ys = plan.points.map((p) => p[1]);
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
}

/**
 * The upright prisms of a block after standing its part.
 *
 * @returns exact prisms for boxes and upright shapes; for round things lying down an enclosing
 *          stack of slabs, whose excess is stated
 */
export function standing(block: Block, stand: Stand): Standing {
  let of = stands.get(block);
  if (!of) stands.set(block, (of = {}));
  return (of[stand] ??= stoodUp(block, stand));
}
/** A block is never changed, a changed one is another: stood up once, it is only carried about. */
const stands = new WeakMap<Block, Partial<Record<Stand, Standing>>>();

function stoodUp(block: Block, stand: Stand): Standing {
  if (block.plan.kind === 'rect') {
    const [low, high] = blockBox(block).map((v) => stood(stand, v)) as [V3, V3];
    const at = (i: number) => Math.min(low[i]!, high[i]!);
    const size = (i: number) => Math.abs(high[i]! - low[i]!);
    return {
      prisms: [boxPrism(at(0), at(1), size(0), size(1), at(2), at(2) + size(2))],
      excess: 0,
    };
  }
  let along: V3;
  if (block.axis === 'z') along = [0, 0, 1];
  else if (block.axis === 'x') along = [1, 0, 0];
  else along = [0, 1, 0];
  const turned = stood(stand, along);
  if (Math.abs(turned[2]) === 1 && block.axis === 'z' && stand === 'flat') {
    return { prisms: [upright(block)], excess: 0 };
  }
  return { prisms: lying(block, stand), excess: EXCESS_MM };
}

function upright(block: Block): Prism {
  const [z0, z1] = [block.base, block.base + block.height.mm];
  const plan = block.plan;
  if (plan.kind === 'circle') return roundPrism(plan.x, plan.y, plan.d.mm / 2, z0, z1);
  if (plan.kind === 'polygon') return polygonPrism(plan.points, plan.holes ?? [], z0, z1);
  return boxPrism(plan.x, plan.y, plan.w.mm, plan.h.mm, z0, z1);
}

/** Outline of the plan as points of the part's frame at both ends of the prism. */
function outline(block: Block): Array<[number, number]> {
  const plan = block.plan;
  if (plan.kind === 'polygon') return plan.points.map((p) => [p[0], p[1]]);
  if (plan.kind === 'circle') {
    const sides = 96;
    const R = plan.d.mm / 2 / Math.cos(Math.PI / sides);
    return Array.from({ length: sides }, (_, i) => [
      plan.x + R * Math.cos((2 * Math.PI * i) / sides),
      plan.y + R * Math.sin((2 * Math.PI * i) / sides),
    ]);
  }
  return [
    [plan.x, plan.y],
    [plan.x + plan.w.mm, plan.y],
    [plan.x + plan.w.mm, plan.y + plan.h.mm],
    [plan.x, plan.y + plan.h.mm],
  ];
}

function lying(block: Block, stand: Stand): Prism[] {
  const lift = (u: number, v: number, t: number): V3 => {
    let corner: [number, number, number];
    if (block.axis === 'z') corner = [u, v, t];
    else if (block.axis === 'x') corner = [t, u, v];
    else corner = [u, t, v];
    return stood(stand, corner);
  };
  const ring = outline(block);
  const [t0, t1] = [block.base, block.base + block.height.mm];
  const a = ring.map(([u, v]) => lift(u, v, t0));
  const b = ring.map(([u, v]) => lift(u, v, t1));
  if (a.every((p, i) => Math.abs(p[0] - b[i]![0]) < 1e-9 && Math.abs(p[1] - b[i]![1]) < 1e-9)) {
    const zs = [a[0]![2], b[0]![2]];
    return [
      ringPrism(
        counterClockwise(ringOf(a.map((p) => [p[0], p[1]] as const))),
        Math.min(...zs),
        Math.max(...zs),
      ),
    ];
  }
  // The prism runs along x or y; its cross-section stands in the plane of the other one and z.
  const runsX = Math.abs(a[0]![0] - b[0]![0]) > 1e-9;
  const run0 = Math.min(runsX ? a[0]![0] : a[0]![1], runsX ? b[0]![0] : b[0]![1]);
  const run = t1 - t0;
  const section = a.map((p) => [runsX ? p[1] : p[0], p[2]] as [number, number]);
  return slabs(section).map(({ s0, s1, z0, z1 }) =>
    runsX ? boxPrism(run0, s0, run, s1 - s0, z0, z1) : boxPrism(s0, run0, s1 - s0, run, z0, z1),
  );
}

/** Enclosing slabs of a cross-section whose corners stand out by no more than EXCESS_MM. */
function slabs(
  section: ReadonlyArray<[number, number]>,
): Array<{ s0: number; s1: number; z0: number; z1: number }> {
  const levels = [...new Set(section.map((p) => Math.round(p[1] * 1e6) / 1e6))].sort(
    (p, q) => p - q,
  );
  const cuts: number[] = [levels[0]!];
  for (let i = 1; i < levels.length; i++) {
    const [z0, z1] = [levels[i - 1]!, levels[i]!];
    let steepest = 0;
    section.forEach((p, k) => {
      const q = section[(k + 1) % section.length]!;
      if (Math.min(p[1], q[1]) < z1 - 1e-7 && Math.max(p[1], q[1]) > z0 + 1e-7) {
        steepest = Math.max(steepest, Math.abs(q[0] - p[0]) / Math.hypot(q[0] - p[0], q[1] - p[1]));
      }
    });
    const steps = Math.max(1, Math.ceil(((z1 - z0) * steepest) / EXCESS_MM));
    for (let k = 1; k <= steps; k++) cuts.push(z0 + ((z1 - z0) * k) / steps);
  }
  const spanAt = (z: number): [number, number] | undefined => {
    let low = Infinity;
    let high = -Infinity;
    section.forEach((p, k) => {
      const q = section[(k + 1) % section.length]!;
      if (Math.abs(p[1] - z) < 1e-6) {
        low = Math.min(low, p[0]);
        high = Math.max(high, p[0]);
      }
      if ((p[1] - z) * (q[1] - z) < 0) {
        const s = p[0] + ((q[0] - p[0]) * (z - p[1])) / (q[1] - p[1]);
        low = Math.min(low, s);
        high = Math.max(high, s);
      }
    });
    return high >= low ? [low, high] : undefined;
  };
  const all: Array<{ s0: number; s1: number; z0: number; z1: number }> = [];
  for (let i = 1; i < cuts.length; i++) {
    const ends = [spanAt(cuts[i - 1]!), spanAt(cuts[i]!)].filter(
      (s): s is [number, number] => s !== undefined,
    );
    const next = {
      s0: Math.min(...ends.map((s) => s[0])),
      s1: Math.max(...ends.map((s) => s[1])),
      z0: cuts[i - 1]!,
      z1: cuts[i]!,
    };
    const last = all[all.length - 1];
    // Slabs of nearly the same width are one, as long as the wider one stays within the excess.
    if (last && Math.abs(last.s0 - next.s0) < 0.02 && Math.abs(last.s1 - next.s1) < 0.02) {
      last.s0 = Math.min(last.s0, next.s0);
      last.s1 = Math.max(last.s1, next.s1);
      last.z1 = next.z1;
    } else all.push(next);
  }
  return all;
}

/** Standing prisms after flipping, turning and moving into place. */
export function placed(
  prisms: readonly Prism[],
  over: boolean,
  turnDeg: number,
  x: number,
  y: number,
  z: number,
): Prism[] {
  const a = (turnDeg * Math.PI) / 180;
  const cos = Math.round(Math.cos(a) * 1e15) / 1e15;
  const sin = Math.round(Math.sin(a) * 1e15) / 1e15;
  return prisms.map((p) => moved(over ? flippedPrism(p) : p, cos, sin, x, y, z));
}

/** A point of the part carried the same way. */
export function placedPoint(
  v: V3,
  stand: Stand,
  over: boolean,
  turnDeg: number,
  x: number,
  y: number,
  z: number,
): V3 {
  const [a, b, c] = stood(stand, v);
  const [fx, fz] = over ? [-a, -c] : [a, c];
  const t = (turnDeg * Math.PI) / 180;
  return [Math.cos(t) * fx - Math.sin(t) * b + x, Math.sin(t) * fx + Math.cos(t) * b + y, fz + z];
}
