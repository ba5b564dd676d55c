/**
 * A body as the joint at one of its edges sees it: itself, bays that bulge out of it, the keys that
 * stand out of its faces and whatever else sticks out, each as a box.
 */
import type { Edge } from '../model';
import { sideOf } from '../shell';
import { keysInFaces } from './keys';
import type { Scene } from './scene';

/** What sticks out less is its own tolerance, mm. */
const SEEN_MM = 0.05;

/** Something of a body as its edge at a joint sees it: off that edge, above the parting plane, along the axis; mm. */
export interface Swung {
  of: { is: 'body' | 'bulge' | 'key' | 'part'; id: string; name: string };
  /** From the hinge edge into the body; negative sticks out over it. */
  in0: number;
  in1: number;
  up0: number;
  up1: number;
  /** Along the axis from the middle of the edge. */
  along0: number;
  along1: number;
  /** Standard uncertainty of its height, mm. */
  u: number;
}

/** Plan coordinates of a body as its edge at the joint sees them. */
export function edgeFrame(scene: Scene, edge: Edge, isSecond: boolean) {
  const walls = scene.shell!.walls;
  const [xs, ys] = [walls.map((w) => w.x0), walls.map((w) => w.y0)];
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const side = isSecond ? -1 : 1;
  /** A box in plan: into the body from the edge, and along the axis from its middle. */
  return (
    bx0: number,
    bx1: number,
    by0: number,
    by1: number,
  ): Pick<Swung, 'in0' | 'in1' | 'along0' | 'along1'> => {
    const into: Record<Edge, [number, number]> = {
      left: [bx0 - x0, bx1 - x0],
      right: [x1 - bx1, x1 - bx0],
      bottom: [by0 - y0, by1 - y0],
      top: [y1 - by1, y1 - by0],
    };
    const [cx, cy] = [(x0 + x1) / 2, (y0 + y1) / 2];
    // The axis runs to the left of whoever looks out over the first body's edge.
    const along: Record<Edge, [number, number]> = {
      top: [cx - bx1, cx - bx0],
      bottom: [bx0 - cx, bx1 - cx],
      left: [cy - by1, cy - by0],
      right: [by0 - cy, by1 - cy],
    };
    const [a, b] = along[edge];
    const [along0, along1] = side > 0 ? [a, b] : [-b, -a];
    const [in0, in1] = into[edge];
    return { in0, in1, along0, along1 };
  };
}

/** A bay that bulges out of a half: its box in plan, and how deep it is outside. */
interface Bulge {
  name: string;
  piece: string;
  isFront: boolean;
  x0: number;
  x1: number;
  y0: number;
  y1: number;
  outer: number;
}

function bulgesOf(shell: NonNullable<Scene['shell']>): Bulge[] {
  const wall = shell.body.wall.mm;
  return shell.body.pieces.flatMap((piece) =>
    (shell.floors.get(piece.id) ?? []).flatMap((floor) => {
      const outer = Math.abs(floor.z) + wall;
      if (floor.pocket !== undefined || outer <= piece.depth.mm + SEEN_MM) return [];
      return floor.prisms.map((q) => ({
        name: floor.name,
        piece: piece.id,
        isFront: shell.sign(piece.id) > 0,
        x0: q.x0 - wall,
        x1: q.x1 + wall,
        y0: q.y0 - wall,
        y1: q.y1 + wall,
        outer,
      }));
    }),
  );
}

/** Everything of a body that may meet the other one, the body itself first. */
export function swungOf(scene: Scene, edge: Edge, isSecond: boolean): Swung[] {
  const shell = scene.shell!;
  const { body } = shell;
  const frame = edgeFrame(scene, edge, isSecond);
  const { front, back } = sideOf(body, edge);
  const [xs, ys] = [shell.walls.map((w) => w.x0), shell.walls.map((w) => w.y0)];
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const depthU = Math.hypot(...body.pieces.map((q) => q.depth.u));
  const out: Swung[] = [
    {
      of: { is: 'body', id: body.id, name: body.name },
      ...frame(x0, x1, y0, y1),
      up0: -back,
      up1: front,
      u: depthU,
    },
  ];
  const bulges = bulgesOf(shell);
  for (const b of bulges) {
    out.push({
      of: { is: 'bulge', id: b.piece, name: b.name },
      ...frame(b.x0, b.x1, b.y0, b.y1),
      up0: b.isFront ? front : -b.outer,
      up1: b.isFront ? b.outer : -back,
      u: depthU,
    });
  }
  for (const key of keysInFaces(scene)) {
    const { proud } = key;
    const isFront = shell.sign(key.piece) > 0;
    out.push({
      of: { is: 'key', id: key.id, name: key.name },
      ...frame(key.x0, key.x1, key.y0, key.y1),
      up0: isFront ? front : -back - proud.mm,
      up1: isFront ? front + proud.mm : -back,
      u: Math.hypot(depthU, proud.u),
    });
  }
  for (const at of scene.items.values()) {
    for (const { solid: s } of at.blocks) {
      const deep = (isFront: boolean): number =>
        Math.max(
          isFront ? front : back,
          ...bulges
            .filter((b) => b.isFront === isFront && s.x0 >= b.x0 && s.x1 <= b.x1)
            .filter((b) => s.y0 >= b.y0 && s.y1 <= b.y1)
            .map((b) => b.outer),
        );
      const sticks =
        s.z1 > deep(true) + SEEN_MM ||
        s.z0 < -deep(false) - SEEN_MM ||
        s.x0 < x0 - SEEN_MM ||
        s.x1 > x1 + SEEN_MM ||
        s.y0 < y0 - SEEN_MM ||
        s.y1 > y1 + SEEN_MM;
      if (!sticks) continue;
      out.push({
        of: { is: 'part', id: at.item.id, name: at.item.name },
        ...frame(s.x0, s.x1, s.y0, s.y1),
        up0: s.z0,
        up1: s.z1,
        u: depthU,
      });
    }
  }
  return out;
}
