/** A maker's places read off the layout: a kit is laid out once as its sheet shows it, and the rest follows. */
import type { Join } from '../../model';
import { axesOf, dot, minus } from '../frame';
import { type PlacedItem, pointOf, type Scene } from '../scene';
import { liesAt, springsBetween } from './faults';

/** A part works so far beside its place where nothing else is said, mm: half a contact, typical. */
const USUAL_WITHIN_MM = 0.6;

const tenth = (mm: number): number => Math.round(mm * 10) / 10 + 0;

const overlaps = (a: PlacedItem, b: PlacedItem): boolean =>
  a.solids.some((s) =>
    b.solids.some((o) => s.x0 < o.x1 && o.x0 < s.x1 && s.y0 < o.y1 && o.y0 < s.y1),
  );

/** Parts that lie over or under a board, as it stands: what a maker's rules may be about. */
export const lyingOnBoard = (scene: Scene, board: string): PlacedItem[] => {
  const on = scene.items.get(board);
  if (!on) return [];
  return [...scene.items.values()].filter(
    (at) => at !== on && at.pose.stand === 'flat' && !at.part.cell && overlaps(on, at),
  );
};

/** Where and how an item lies on a board, as that board's maker would say it; to a tenth of a millimetre. */
export function joinAsLaid(scene: Scene, board: string, item: string): Join | undefined {
  const [on, at] = [scene.items.get(board), scene.items.get(item)];
  if (!on || !at) return undefined;
  const [ex, ey, ez] = axesOf(on);
  const [along, , up] = axesOf(at);
  const lies = minus(pointOf(at, [0, 0, 0]), pointOf(on, [0, 0, 0]));
  const isOver = dot(up, ez) < 0;
  const deg = (Math.atan2(dot(along, ey), dot(along, ex)) * 180) / Math.PI;
  const springs = springsBetween(scene, on, at);
  const join = (turn: number): Join => ({
    part: at.item.part,
    name: at.item.name,
    by: springs > 0 && !at.part.screen ? 'springs' : 'plug',
    x: tenth(dot(lies, ex)),
    y: tenth(dot(lies, ey)),
    z: tenth(dot(lies, ez)),
    turn: tenth(((turn % 360) + 360) % 360),
    ...(isOver ? { over: true } : {}),
    withinMm: USUAL_WITHIN_MM,
    ...(springs > 0 && !at.part.screen ? { contacts: springs } : {}),
  });
  // Turned over, a part's own x may run either way: the turn that puts it where it lies is the one.
  return [deg, 180 - deg, -deg, 180 + deg]
    .map(join)
    .sort((a, b) => liesAt(on, at, a).besideMm - liesAt(on, at, b).besideMm)[0];
}
