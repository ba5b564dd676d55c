/**
 * Turning a part in the hand: quarter turns, turning over, changing halves. Its middle stays where
 * it is, so that nothing jumps.
 */
import { bodyFor, isOpen, type Piece, type Placement, type Project } from '../model';
import { blockBox } from '../geometry';
import { pointOf, type Scene, sceneOf, standItem } from './scene';

/** A placement changed in some way, with the part's middle kept in place. */
export function handled(scene: Scene, placement: Placement, change: Partial<Placement>): Placement {
  const before = scene.items.get(placement.item);
  const next: Placement = { ...placement, ...change };
  if (!before || 'item' in next.on) return next;
  const trial: Scene = { ...scene, items: new Map(scene.items) };
  const after = standItem(trial, next, before.index);
  if (!after) return next;
  const boxes = before.blocks.map((b) => blockBox(b.block));
  const mid = [0, 1, 2].map(
    (i) => (Math.min(...boxes.map((b) => b[0][i]!)) + Math.max(...boxes.map((b) => b[1][i]!))) / 2,
  ) as [number, number, number];
  const [a, b] = [pointOf(before, mid), pointOf(after, mid)];
  const round = (mm: number) => Math.round(mm * 10) / 10;
  return {
    ...next,
    turn: ((next.turn % 360) + 360) % 360,
    x: round(next.x + a[0] - b[0]),
    y: round(next.y + a[1] - b[1]),
  };
}

/** A spot on a half, in the build's frame. */
interface Spot {
  piece: string;
  x: number;
  y: number;
}

/**
 * Where a part goes that has no place yet, picture outward.
 *
 * @param wish  where its middle is to lie; the middle of the half it suits when nothing is said
 */
export function firstPlace(p: Project, item: string, wish?: Spot): Placement | undefined {
  const body = bodyFor(p);
  const part = p.kit.parts.find((q) => q.id === p.kit.items.find((i) => i.id === item)?.part);
  if (!body || !part) return undefined;
  const forward =
    part.screen !== undefined || part.family === 'switch' || part.family === 'speaker';
  const suits = (q: Piece): boolean =>
    wish ? q.id === wish.piece : q.role === (forward ? 'front' : 'back');
  const piece = body.pieces.find(suits) ?? body.pieces[0]!;
  // On a plate a picture and a sound are for whoever is before it.
  const isBefore = isOpen(body) && (part.screen !== undefined || part.family === 'speaker');
  const start: Placement = {
    item,
    on: isBefore ? { piece: piece.id, side: 'outside' } : { piece: piece.id },
    x: 0,
    y: 0,
    turn: 0,
    up: forward ? 'out' : 'in',
    stand: 'flat',
    lift: 0,
    held: 'hand',
  };
  const scene = sceneOf({
    ...p,
    layout: { placements: [...p.layout.placements.filter((x) => x.item !== item), start] },
  });
  const at = scene.items.get(item);
  if (!at || !scene.shell) return undefined;
  const xs = at.blocks.flatMap((b) => [b.solid.x0, b.solid.x1]);
  const ys = at.blocks.flatMap((b) => [b.solid.y0, b.solid.y1]);
  const window = part.screen
    ? scene.shell.openings.face.find((o) => o.use === 'window' && o.piece === piece.id)
    : undefined;
  const w = Math.max(...scene.shell.walls.map((q) => q.x0));
  const h = Math.max(...scene.shell.walls.map((q) => q.y0));
  const round = (mm: number) => Math.round(mm * 10) / 10;
  if (window && part.screen && !wish) {
    // Behind its window the picture is in the middle, not the board.
    const { active } = part.screen;
    const [ax, ay] = pointOf(at, [active.x + active.w / 2, active.y + active.h / 2, 0]);
    return { ...start, x: round(window.x - ax), y: round(window.y - ay) };
  }
  const { x: cx, y: cy } = wish ?? { x: w / 2, y: h / 2 };
  return {
    ...start,
    x: round(cx - (Math.min(...xs) + Math.max(...xs)) / 2),
    y: round(cy - (Math.min(...ys) + Math.max(...ys)) / 2),
  };
}
