/**
 * What stands otherwise on a carrier board than its maker says: the wrong kind, the wrong way round,
 * beside its springs, too few or too many.
 *
 * Places are compared in the board's own frame: corners of the part as it stands against the same
 * corners where the maker puts it.
 */
import { blockBox, placedPoint } from '../../geometry';
import { type CarrierOn, carriersOf, type Joined, joinsOf, partOf } from '../../kit';
import { isHost, type Item, type Join } from '../../model';
import { axesOf, dot, minus, type Vec } from '../frame';
import { type PlacedItem, pointOf, type Scene } from '../scene';
import { wantsPlace } from '../unplaced';

/** A turn of more than this is another way round, not a crooked one, degrees. */
const TURNED_DEG = 20;

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
  | { is: 'contacts'; on: CarrierOn; item: Item; join: Join; springs: number }
  /** It has keys, and no computer stands on it that their tracks could lead to. */
  | { is: 'keys'; on: CarrierOn };

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

const overlap = (a: PlacedItem['solids'][number], b: PlacedItem['solids'][number]): boolean =>
  a.x0 < b.x1 && b.x0 < a.x1 && a.y0 < b.y1 && b.y0 < a.y1;

/** Springs between a board and a part over or under it: of either, or a strip of their own. */
export const springsBetween = (scene: Scene, on: PlacedItem, at: PlacedItem): number =>
  [...scene.items.values()]
    .flatMap(({ blocks }) => blocks)
    .filter(
      ({ block, solid }) =>
        block.presses?.forceN !== undefined &&
        [on, at].every(({ solids }) => solids.some((s) => overlap(s, solid))),
    )
    .reduce((sum, { block }) => sum + (block.presses?.count ?? 1), 0);

/** Springs of a carrier under a part, against the contacts that the part has for them. */
function contactFaults(joined: Joined, join: Join, scene: Scene): CarrierFault[] {
  const { on, item } = joined;
  const [carrier, at] = [scene.items.get(on.item.id)!, scene.items.get(item.id)];
  if (!at || join.by !== 'springs') return [];
  const springs = springsBetween(scene, carrier, at);
  const isWrong = springs === 0 || (join.contacts !== undefined && springs !== join.contacts);
  return isWrong ? [{ is: 'contacts', on, item, join, springs }] : [];
}

/** The board stays outside, and what belongs on it is in the shell. */
const leftBehind = (scene: Scene, joined: readonly Joined[]): CarrierFault[] =>
  joined.flatMap(({ on, item, joins: [join] }) =>
    scene.items.has(item.id) && join ? [{ is: 'elsewhere' as const, on, item, join }] : [],
  );

function ofCarrier(scene: Scene, on: CarrierOn, all: readonly Joined[]): CarrierFault[] {
  const { project: p } = scene;
  const carrier = scene.items.get(on.item.id);
  const mine = all.filter((j) => j.on.item.id === on.item.id);
  if (!carrier) return on.item.where === 'outside' ? leftBehind(scene, mine) : [];
  const places = nearestJoins(carrier, mine, scene);
  const met = new Set(places.values());
  const missing = on.carrier.joins.filter((j) => !met.has(j));
  const hasHost = mine.some((j) => isHost(partOf(p, j.item)));
  return [
    ...(on.carrier.keys.length && !hasHost && !missing.length ? [{ is: 'keys' as const, on }] : []),
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
