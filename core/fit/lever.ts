/**
 * The lever of a slide switch or the cap of a panel key: which way it looks, where it comes out of
 * the shell, and the slot it needs in a wall.
 */
import { mm1, type Part, openingCut } from '../model';
import { blockBox, inside, ringOf, type Solid } from '../geometry';
import { type NamedWallHole, outerDepth, type Wall, type WallHole } from '../shell';
import { notched } from './port';
import { type PlacedBlock, type PlacedItem, pointOf, type Scene } from './scene';

/** A finger still moves a lever whose tip lies so far behind the outer face, mm: typical. */
export const FINGER_MM = 3;
/** How nearly its axis must lie along a wall's or face's normal. */
const STRAIGHT = 0.9;

/** A part that is moved from outside: it turns the build off, or is a key of its own panel hole. */
export const isMoved = (part: Part): boolean => part.off?.kind === 'switch';

type Vec = readonly [number, number, number];
export interface Actuator {
  block: PlacedBlock;
  /** Middle of its free end, and the way it looks, in the build's frame. */
  tip: Vec;
  dir: Vec;
}

/** The lever or cap of a part: the block that stands out of the rest of it, and which way. */
export function actuatorOf(at: PlacedItem): Actuator | undefined {
  const caps = at.blocks.filter((b) => b.block.kind === 'cap');
  const rest = at.blocks.filter((b) => b.block.kind !== 'cap');
  if (!caps.length || !rest.length) return undefined;
  const boxes = rest.map((b) => blockBox(b.block));
  const low = [0, 1, 2].map((i) => Math.min(...boxes.map((b) => b[0][i]!)));
  const high = [0, 1, 2].map((i) => Math.max(...boxes.map((b) => b[1][i]!)));
  const block = caps[0]!;
  const [from, to] = blockBox(block.block);
  const out = [0, 1, 2].flatMap((i) => [
    { i, sign: 1, by: to[i]! - high[i]! },
    { i, sign: -1, by: low[i]! - from[i]! },
  ]);
  const most = out.sort((a, b) => b.by - a.by)[0]!;
  if (most.by <= 0) return undefined;
  const middle = [0, 1, 2].map((i) => (from[i]! + to[i]!) / 2) as [number, number, number];
  const end = [...middle] as [number, number, number];
  end[most.i] = most.sign > 0 ? to[most.i]! : from[most.i]!;
  const tip = pointOf(at, end);
  const base = pointOf(at, middle);
  const long = Math.hypot(tip[0] - base[0], tip[1] - base[1], tip[2] - base[2]);
  const dir = [0, 1, 2].map((i) => (tip[i]! - base[i]!) / long) as [number, number, number];
  return { block, tip, dir };
}

export interface Outlet {
  /** Distance from the tip to the outer face, mm; negative when it stands out. */
  recess: number;
  where: string;
  open: boolean;
  /** The wall it looks at; nothing when it looks at a face. */
  wall?: Wall;
  /** The opening that is there in that wall. */
  hole?: NamedWallHole;
}

/** Where an actuator comes out: the face or wall it looks at, and whether that is open there. */
export function outlet(scene: Scene, a: Actuator): Outlet | undefined {
  const shell = scene.shell!;
  const [x, y, z] = a.tip;
  if (Math.abs(a.dir[2]) > STRAIGHT) {
    const piece = shell.body.pieces.find(
      (q) => shell.sign(q.id) === Math.sign(a.dir[2]) && q.role !== 'door',
    );
    if (!piece) return undefined;
    // A part fixed in the other half looks across the cavity, not out.
    const recess = outerDepth(shell, piece, x, y) - Math.abs(z);
    const hole = shell.openings.face.find(
      (o) => o.piece === piece.id && inside(ringOf(o.points), x, y),
    );
    return { recess, where: `${piece.role} face`, open: hole !== undefined };
  }
  const walls = shell.walls.filter((w) => a.dir[0] * w.nx + a.dir[1] * w.ny > STRAIGHT);
  const found = walls
    .map((w) => ({
      w,
      off: (w.x0 - x) * w.nx + (w.y0 - y) * w.ny,
      u: (x - w.x0) * w.ux + (y - w.y0) * w.uy,
    }))
    .filter(({ u, w }) => u > 0 && u < w.length)
    .sort((p, q) => Math.abs(p.off) - Math.abs(q.off))[0];
  if (!found) return undefined;
  const hole = shell.openings.wall.find(
    (o) =>
      o.wall === found.w.index && Math.abs(o.u - found.u) < o.w / 2 && Math.abs(o.v - z) < o.h / 2,
  );
  return {
    recess: found.off,
    where: 'wall',
    open: hole !== undefined,
    wall: found.w,
    ...(hole ? { hole } : {}),
  };
}

/** Room all round a lever in its slot, mm. */
const SLOT_PLAY_MM = 0.4;
/** How far a lever slides that is drawn in the middle of its body, mm: typical. */
const TRAVEL_MM = 3;
/** A lever drawn further from the middle of its body than this stands at one end of its travel, mm. */
const CENTRED_MM = 0.5;

/** The slot of a lever in a wall: as wide as the lever with its travel, or as it was cut. */
export interface LeverSlot extends WallHole {
  /** `item/lever`, the key of its cut. */
  key: string;
  /** The block that goes through it. */
  block: string;
  /** What is asked for, where it was measured as cut. */
  asked?: { w: number; h: number };
  why: string[];
}

const leverKey = (item: string): string => `${item}/lever`;

interface Span {
  from: number;
  to: number;
}
const middle = ({ from, to }: Span): number => (from + to) / 2;
const long = ({ from, to }: Span): number => to - from;

/** Where solids lie along a wall. */
function alongWall(wall: Wall, solids: readonly Solid[]): Span {
  const at = solids.flatMap((q) =>
    [q.x0, q.x1].flatMap((x) =>
      [q.y0, q.y1].map((y) => (x - wall.x0) * wall.ux + (y - wall.y0) * wall.uy),
    ),
  );
  return { from: Math.min(...at), to: Math.max(...at) };
}
const upright = (solids: readonly Solid[]): Span => ({
  from: Math.min(...solids.map((q) => q.z0)),
  to: Math.max(...solids.map((q) => q.z1)),
});

/** What a lever sweeps along one axis: itself, and its travel where it slides that way. */
function swept(lever: Span, body: Span, slides: boolean): Span {
  const off = middle(body) - middle(lever);
  const travel = Math.abs(off) > CENTRED_MM ? 2 * Math.abs(off) : TRAVEL_MM;
  const by = slides ? travel : 0;
  const centre = slides && Math.abs(off) > CENTRED_MM ? middle(body) : middle(lever);
  const half = (long(lever) + by) / 2;
  return { from: centre - half, to: centre + half };
}

/** What a lever with its travel takes up of the wall it looks at, mm along the wall and up. */
export function leverSweep({ block }: Actuator, at: PlacedItem, wall: Wall): { u: Span; v: Span } {
  const rest = at.blocks.filter((b) => b !== block).map((b) => b.solid);
  const lever = { u: alongWall(wall, [block.solid]), v: upright([block.solid]) };
  const body = { u: alongWall(wall, rest), v: upright(rest) };
  // A round cap is pressed; a lever slides the long way of its body.
  const slides = block.block.plan.kind === 'rect';
  const across = long(body.u) >= long(body.v);
  return {
    u: swept(lever.u, body.u, slides && across),
    v: swept(lever.v, body.v, slides && !across),
  };
}

/** How far a lever's sweep stays inside a hole, at the nearest edge, mm; negative: it meets the edge. */
export const roomIn = (hole: WallHole, { u, v }: { u: Span; v: Span }): number =>
  Math.min(
    u.from - (hole.u - hole.w / 2),
    hole.u + hole.w / 2 - u.to,
    v.from - (hole.v - hole.h / 2),
    hole.v + hole.h / 2 - v.to,
  );

/**
 * The slot to be cut for a lever that looks at a closed wall within a finger's reach.
 *
 * @returns  nothing when it needs none: it looks elsewhere, is too deep, or an opening is there
 */
export function leverSlot(scene: Scene, at: PlacedItem): LeverSlot | undefined {
  const a = isMoved(at.part) && scene.shell ? actuatorOf(at) : undefined;
  const out = a && outlet(scene, a);
  if (!a || !out?.wall || out.open) return undefined;
  if (out.recess > scene.shell!.body.wall.mm + FINGER_MM) return undefined;
  const { u, v } = leverSweep(a, at, out.wall);
  const key = leverKey(at.item.id);
  const cut = openingCut(scene.project, key);
  const need: LeverSlot = {
    key,
    block: a.block.block.id,
    wall: out.wall.index,
    u: middle(u),
    v: middle(v),
    w: long(u) + 2 * SLOT_PLAY_MM,
    h: long(v) + 2 * SLOT_PLAY_MM,
    round: a.block.block.plan.kind === 'circle',
    why: [
      `the lever and its travel ${mm1(long(u))} × ${mm1(long(v))} mm (typical, measure yours) + 2 × ${SLOT_PLAY_MM} mm`,
    ],
  };
  const planned = cut?.notch ? notched(need) : need;
  if (!cut?.measured) return planned;
  const [w, h] = [cut.measured.w.mm, cut.measured.h.mm];
  return {
    ...planned,
    asked: { w: planned.w, h: planned.h },
    w,
    h,
    // A notch begins at the parting line, however deep it was cut.
    ...(cut.notch ? { v: (Math.sign(need.v) || 1) * (h / 2) } : {}),
    why: ['as cut and measured'],
  };
}
