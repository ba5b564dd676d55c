/**
 * What stands otherwise on a carrier board than its maker says: the wrong kind, the wrong way round,
 * beside its springs, too few or too many.
 *
 * Places are compared in the board's own frame: corners of the part as it stands against the same
 * corners where the maker puts it.
 */
import { blockBox, placedPoint } from '../../geometry';
import { type CarrierOn, carriersOf, type Joined, joinsOf, partOf } from '../../kit';
import type { Item, Join } from '../../model';
import { type PlacedItem, pointOf, type Scene } from '../scene';
import { wantsPlace } from '../unplaced';

/** A turn of more than this is another way round, not a crooked one, degrees. */
const TURNED_DEG = 20;

type Vec = readonly [number, number, number];

/** How a part lies against its place: in the board's frame, mm and degrees. */
export interface Lies {
  /** Its top looks the wrong way. */
  isOver: boolean;
  turnDeg: number;
  /** The corner that is furthest from where it should be, across the board. */
  besideMm: number;
  dx: number;
  dy: number;
  /** Above its height, along the board's top. */
  dz: number;
}

export type CarrierFault =
  | { is: 'missing'; on: CarrierOn; join: Join }
  | { is: 'elsewhere'; on: CarrierOn; item: Item; join: Join }
  | {
      is: 'over' | 'turned' | 'beside' | 'height';
      on: CarrierOn;
      item: Item;
      join: Join;
      lies: Lies;
    }
  | { is: 'count'; on: CarrierOn; name: string; part: string; want: number; have: readonly Item[] }
  | { is: 'contacts'; on: CarrierOn; item: Item; join: Join; springs: number };

const minus = (a: Vec, b: Vec): Vec => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const dot = (a: Vec, b: Vec): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/** The axes of an item's own frame, in the body's. */
function axesOf(at: PlacedItem): readonly [Vec, Vec, Vec] {
  const o = pointOf(at, [0, 0, 0]);
  return [
    minus(pointOf(at, [1, 0, 0]), o),
    minus(pointOf(at, [0, 1, 0]), o),
    minus(pointOf(at, [0, 0, 1]), o),
  ];
}

/** Where a maker puts a point of a part, in the body's frame. */
const meantPoint = (carrier: PlacedItem, join: Join, v: Vec): Vec =>
  pointOf(
    carrier,
    placedPoint(
      [v[0], v[1], v[2]],
      'flat',
      join.over ?? false,
      join.turn,
      join.x,
      join.y,
      join.z ?? 0,
    ),
  );

/** How an item lies against a place on its carrier. */
export function liesAt(carrier: PlacedItem, at: PlacedItem, join: Join): Lies {
  const [ex, ey, ez] = axesOf(carrier);
  const origin: Vec = [0, 0, 0];
  const meant = (v: Vec): Vec => meantPoint(carrier, join, v);
  const [wishX, wishZ] = [
    minus(meant([1, 0, 0]), meant(origin)),
    minus(meant([0, 0, 1]), meant(origin)),
  ];
  const [isX, , isZ] = axesOf(at);
  const boxes = at.part.blocks.map(blockBox);
  const end = (axis: 0 | 1, side: 0 | 1): number =>
    (side ? Math.max : Math.min)(...boxes.map((b) => b[side][axis]));
  const corners = ([0, 1] as const).flatMap((i) =>
    ([0, 1] as const).map((j): Vec => [end(0, i), end(1, j), 0]),
  );
  const off = corners.map((v) => minus(pointOf(at, [v[0], v[1], v[2]]), meant(v)));
  const across = (d: Vec): number => Math.hypot(dot(d, ex), dot(d, ey));
  const mean = (axis: Vec): number => off.reduce((s, d) => s + dot(d, axis), 0) / off.length;
  const cosine = Math.max(-1, Math.min(1, dot(isX, wishX)));
  return {
    isOver: dot(isZ, wishZ) < 0.7,
    turnDeg: (Math.acos(cosine) * 180) / Math.PI,
    besideMm: Math.max(...off.map(across)),
    dx: mean(ex),
    dy: mean(ey),
    dz: dot(minus(pointOf(at, [0, 0, 0]), meant(origin)), ez),
  };
}

/** The place of several of one kind that an item comes nearest to, each place to one item. */
function nearestJoins(
  carrier: PlacedItem,
  all: readonly Joined[],
  scene: Scene,
): Map<Joined, Join> {
  const out = new Map<Joined, Join>();
  const pairs = all.flatMap((joined) => {
    const at = scene.items.get(joined.item.id);
    return joined.joins.map((join) => ({
      joined,
      join,
      mm: at ? liesAt(carrier, at, join).besideMm : Infinity,
    }));
  });
  const used = new Set<Join>();
  for (const { joined, join } of pairs.sort((a, b) => a.mm - b.mm)) {
    if (out.has(joined) || used.has(join)) continue;
    out.set(joined, join);
    used.add(join);
  }
  return out;
}

function placeFaults(joined: Joined, join: Join, scene: Scene): CarrierFault[] {
  const { on, item } = joined;
  const carrier = scene.items.get(on.item.id)!;
  const at = scene.items.get(item.id);
  const base = { on, item, join };
  if (!at) return isToBeLaid(scene, item) ? [] : [{ is: 'elsewhere', ...base }];
  const lies = liesAt(carrier, at, join);
  if (lies.isOver) return [{ is: 'over', ...base, lies }];
  if (lies.turnDeg > TURNED_DEG) return [{ is: 'turned', ...base, lies }];
  const isHigh = join.z !== undefined && Math.abs(lies.dz) > join.withinMm;
  return [
    { is: 'beside', ...base, lies },
    ...(isHigh ? [{ is: 'height' as const, ...base, lies }] : []),
  ];
}

/** It is said of it already that it has no place yet. */
const isToBeLaid = ({ project: p }: Scene, item: Item): boolean =>
  !item.where &&
  !p.layout.placements.some((q) => q.item === item.id) &&
  wantsPlace(partOf(p, item));

/** Springs of a carrier under a part, against the contacts that the part has for them. */
function contactFaults(joined: Joined, join: Join, scene: Scene): CarrierFault[] {
  const { on, item } = joined;
  const [carrier, at] = [scene.items.get(on.item.id)!, scene.items.get(item.id)];
  if (!at || join.contacts === undefined) return [];
  const meets = (s: PlacedItem['solids'][number]): boolean =>
    at.solids.some((o) => o.x0 < s.x1 && s.x0 < o.x1 && o.y0 < s.y1 && s.y0 < o.y1);
  const springs = carrier.blocks
    .filter(({ block, solid }) => block.presses?.forceN !== undefined && meets(solid))
    .reduce((sum, { block }) => sum + (block.presses?.count ?? 1), 0);
  const isWrong = springs > 0 && springs !== join.contacts;
  return isWrong ? [{ is: 'contacts', on, item, join, springs }] : [];
}

function ofCarrier(scene: Scene, on: CarrierOn, all: readonly Joined[]): CarrierFault[] {
  const { project: p } = scene;
  const carrier = scene.items.get(on.item.id);
  if (!carrier) return [];
  const mine = all.filter((j) => j.on.item.id === on.item.id);
  const places = nearestJoins(carrier, mine, scene);
  const met = new Set(places.values());
  const missing = on.carrier.joins.filter((j) => !met.has(j));
  return [
    ...missing.map((join): CarrierFault => ({ is: 'missing', on, join })),
    ...[...places].flatMap(([joined, join]) => [
      ...placeFaults(joined, join, scene),
      ...contactFaults(joined, join, scene),
    ]),
    ...(on.carrier.counts ?? []).flatMap(({ part, name, count }): CarrierFault[] => {
      const have = p.kit.items.filter((i) => i.part === part && i.where !== 'left out');
      return have.length === count ? [] : [{ is: 'count', on, part, name, want: count, have }];
    }),
  ];
}

/** Of every carrier that stands in a body. "Beside" is there for each part that lies the right way round. */
export function carrierFaults(scene: Scene): CarrierFault[] {
  const all = joinsOf(scene.project);
  return carriersOf(scene.project).flatMap((on) => ofCarrier(scene, on, all));
}
