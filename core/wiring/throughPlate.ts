/** What stands on the outer face of a piece and is joined to what is behind it: a hole, or the way round the edge. */
import type { Finding } from '../model';
import { bodiesOf, everyItem, type PlacedItem, type Scene } from '../fit';
import type { Net, Pt3 } from './ends';

/** A hole so near serves, and an edge so near is gone round, mm: typical. */
const HOLE_MM = 40;
const EDGE_MM = 25;
/** No wire goes through these. */
const TAKEN: ReadonlySet<string> = new Set(['screw', 'lamp', 'button']);

interface Box {
  x0: number;
  x1: number;
  y0: number;
  y1: number;
}
const boxOf = (at: PlacedItem): Box => ({
  x0: Math.min(...at.blocks.map((b) => b.solid.x0)),
  x1: Math.max(...at.blocks.map((b) => b.solid.x1)),
  y0: Math.min(...at.blocks.map((b) => b.solid.y0)),
  y1: Math.max(...at.blocks.map((b) => b.solid.y1)),
});
const apart = (a: Box, b: Box): number =>
  Math.hypot(Math.max(0, a.x0 - b.x1, b.x0 - a.x1), Math.max(0, a.y0 - b.y1, b.y0 - a.y1));

function hasWay(scene: Scene, at: PlacedItem): boolean {
  const { shell } = scene;
  if (!shell) return true;
  const box = boxOf(at);
  const isNear = shell.openings.face.some(
    (o) => o.piece === at.piece && !TAKEN.has(o.use) && apart(box, holeBox(o)) <= HOLE_MM,
  );
  const [xs, ys] = [shell.walls.map((w) => w.x0), shell.walls.map((w) => w.y0)];
  const toEdge = Math.min(
    box.x0 - Math.min(...xs),
    Math.max(...xs) - box.x1,
    box.y0 - Math.min(...ys),
    Math.max(...ys) - box.y1,
  );
  return isNear || toEdge <= EDGE_MM;
}

const holeBox = (o: { x: number; y: number; w: number; h: number }): Box => ({
  x0: o.x - o.w / 2,
  x1: o.x + o.w / 2,
  y0: o.y - o.h / 2,
  y1: o.y + o.h / 2,
});
const within = (v: number, low: number, high: number): number => Math.min(high, Math.max(low, v));

/**
 * Where something joined to a part on an outer face goes through to what is behind it: the hole, or
 * the edge where there is none, by which its way is shortest.
 *
 * @param from  its two ends, mm, in the frame of the body
 * @returns     a place in the plane of the piece; nothing where both ends are on one side
 */
export function passesAt(
  scene: Scene,
  items: readonly string[],
  from: Pt3,
  to: Pt3,
): Pt3 | undefined {
  const { shell } = scene;
  const [a, b] = items.map((id) => scene.items.get(id));
  if (!shell || !a || !b || a.isOutside === b.isOutside) return undefined;
  const { piece } = a.isOutside ? a : b;
  const z = (from[2] + to[2]) / 2;
  const middle = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2] as const;
  const holes = shell.openings.face
    .filter((o) => o.piece === piece && !TAKEN.has(o.use))
    .map((o): Pt3 => {
      const box = holeBox(o);
      return [within(middle[0], box.x0, box.x1), within(middle[1], box.y0, box.y1), z];
    });
  const [xs, ys] = [shell.walls.map((w) => w.x0), shell.walls.map((w) => w.y0)];
  const edges = [Math.min(...xs), Math.max(...xs)]
    .map((x): Pt3 => [x, middle[1], z])
    .concat([Math.min(...ys), Math.max(...ys)].map((y): Pt3 => [middle[0], y, z]));
  const way = (q: Pt3): number => Math.hypot(...minus(q, from)) + Math.hypot(...minus(to, q));
  return (holes.length ? holes : edges).reduce((best, q) => (way(q) < way(best) ? q : best));
}
const minus = (p: Pt3, q: Pt3): Pt3 => [p[0] - q[0], p[1] - q[1], p[2] - q[2]];

/** @returns one finding for each part on an outer face whose wires or leads go behind it, and find no way */
export function throughPlate(scene: Scene, nets: readonly Net[]): Finding[] {
  const items = everyItem(scene);
  const joined = [
    ...nets.map((n) => [n.a.item, n.b.item]),
    ...scene.cables.map((c) => c.ends.map((e) => e.item)),
  ];
  const partners = (id: string): string[] => [
    ...new Set(joined.filter((pair) => pair.includes(id)).flatMap((pair) => pair)),
  ];
  return bodiesOf(scene).flatMap((body) =>
    [...body.items.values()]
      .filter((at) => at.isOutside)
      .filter((at) => partners(at.item.id).some((id) => items.get(id)?.isOutside === false))
      .filter((at) => !hasWay(body, at))
      .map(({ item, piece }): Finding => ({
        id: `wire:through-${item.id}`,
        station: 'fit',
        check: 'wire',
        code: 'no-hole',
        verdict: 'tight',
        title: 'No way to what is behind it',
        what: `${item.name} stands on the outer face, and what it is joined to does not.`,
        why: [
          `Its wires want a hole within ${HOLE_MM} mm, or an edge within ${EDGE_MM} mm to go round (typical): enter a slot in Shell, as wide as the widest plug.`,
        ],
        about: [item.id],
        refs: [
          { is: 'item', id: item.id },
          { is: 'piece', id: piece },
        ],
      })),
  );
}
