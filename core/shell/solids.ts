/**
 * The shell as solids with their uncertainty: floors by zone, walls by run, features after every
 * decided trim. What Fit checks parts against.
 */
import { difference, intersection } from 'polyclip-ts';
import { type Body, type Cut, type Feature, outlineSpan, type Piece } from '../model';
import {
  atHeights,
  effect,
  type Effect,
  mitred,
  pointsOf,
  polygonPrism,
  type Prism,
  type Pt,
  planGap,
  ringOf,
  roundPrism,
  solid,
  type Solid,
} from '../geometry';
import { BODY, named, type Source, copiesOf } from './datum';
import { floorStrips, wallSlabs } from './curved';
import { type Openings, openingsOf, shapePoints } from './openings';
import { type Wall, type WallHole, wallName, wallRuns, straightWalls, sharpOutline } from './walls';

const DEEP_MM = 100;

/** A stretch of floor at one depth. */
export interface Floor {
  prisms: Prism[];
  z: number;
  name: string;
  solid: Solid;
  /** The cut that makes it: a pocket leaves the outside as it is, a bay bulges out. */
  pocket?: string;
}

/** One copy of a feature as it will stand after the decided cuts. */
export interface StandingFeature {
  feature: Feature;
  copy: number;
  piece: string;
  id: string;
  name: string;
  x: number;
  y: number;
  z0: number;
  z1: number;
  /** Height above its floor now and before any cut, mm. */
  height: number;
  full: number;
  solid: Solid;
}

export interface ShellSolids {
  body: Body;
  walls: Wall[];
  openings: Openings;
  floors: Map<string, Floor[]>;
  features: StandingFeature[];
  /** Everything a part may touch. */
  all: Solid[];
  /** +1 for a front (its floor lies at +z), -1 for a back. */
  sign: (piece: string) => 1 | -1;
  /** Wall solids of one straight wall of a piece with extra holes, for what passes through them. */
  wallWith: (piece: string, wall: number, holes: readonly WallHole[]) => Solid[];
  /** z of the inner floor of a piece at a point. */
  floorAt: (piece: string, x: number, y: number) => number;
}

const dirEffects = (sources: readonly Source[], axis: 'dx' | 'dy', name: string): Effect[] =>
  sources.map((s) =>
    effect(s.key, s.label.startsWith('its ') ? `${name}: ${s.label.slice(4)}` : s.label, s.u, {
      [axis]: s.k,
    }),
  );

/** Build all solids of a body. `cuts` are the decided, done and measured trims. */
export function shellSolids(body: Body, cuts: readonly Cut[]): ShellSolids {
  const openings = openingsOf(body);
  const walls = straightWalls(body);
  const all: Solid[] = [];
  const floors = new Map<string, Floor[]>();
  const features: StandingFeature[] = [];
  const signs = new Map<string, 1 | -1>(
    body.pieces.map((p) => [p.id, p.role === 'front' || p.role === 'plate' ? 1 : -1]),
  );
  const wallSolids = (piece: Piece, runs: ReturnType<typeof wallRuns>): Solid[] =>
    runs.map((run) => {
      const wall = walls[run.wall]!;
      const next = walls[(run.wall + 1) % walls.length]!;
      const faces = run.corner ? [wall, next] : [wall];
      const name = run.corner
        ? `${piece.role} corner, ${wallName(wall).replace(' wall', '')} ${wallName(next).replace(' wall', '')}`
        : `${piece.role} ${wallName(wall)}`;
      return solid(
        `${piece.id}/${run.corner ? 'corner' : 'wall'}-${run.wall}`,
        name,
        'wall',
        piece.id,
        run.prisms,
        wallEffects(body, faces),
        run.corner ? 0.03 : 0,
      );
    });
  body.pieces.forEach((piece, i) => {
    const sign = signs.get(piece.id)!;
    const [z0, z1] = sign > 0 ? [0, piece.depth.mm] : [-piece.depth.mm, 0];
    const holes = openings.wall.filter((h) => h.v - h.h / 2 < z1 && h.v + h.h / 2 > z0);
    // A plate is flat: its depth is how thick it is.
    if (piece.role !== 'plate') {
      all.push(...wallSolids(piece, leaningRuns(body, piece, sign, holes)));
    }
    const mine = pieceFloors(body, piece, i, sign, openings, cuts);
    floors.set(piece.id, mine);
    all.push(...mine.map((f) => f.solid));
    const standing = pieceFeatures(body, piece, i, sign, mine, cuts);
    features.push(...standing);
    all.push(...standing.filter((f) => f.height > 0).map((f) => f.solid));
  });
  return {
    body,
    walls,
    openings,
    floors,
    features,
    all,
    sign: (piece) => signs.get(piece) ?? -1,
    wallWith(pieceId, wall, extra) {
      const i = body.pieces.findIndex((p) => p.id === pieceId);
      const piece = body.pieces[i]!;
      return wallSolids(
        piece,
        leaningRuns(body, piece, signs.get(pieceId)!, [...openings.wall, ...extra], wall),
      );
    },
    floorAt(pieceId, x, y) {
      const spot = roundPrism(x, y, 0.01, 0, 1);
      const list = floors.get(pieceId) ?? [];
      const found = list.find((f) => f.prisms.some((p) => planGap(spot, atHeights(p, 0, 1)) <= 0));
      return (found ?? list[0])?.z ?? 0;
    },
  };
}

/** All wall runs of a piece, slab by slab where its walls lean. */
function leaningRuns(
  body: Body,
  piece: Piece,
  sign: 1 | -1,
  holes: readonly WallHole[],
  only?: number,
): ReturnType<typeof wallRuns> {
  const runs = wallSlabs(body, piece, sign).flatMap((s) =>
    wallRuns(
      { ...body, wall: { ...body.wall, mm: s.wall } },
      s.z0,
      s.z1,
      holes.filter((h) => h.v - h.h / 2 < s.z1 && h.v + h.h / 2 > s.z0),
      only,
    ),
  );
  const whole = new Map<string, (typeof runs)[number]>();
  for (const r of runs) {
    const key = `${r.corner}${r.wall}`;
    const had = whole.get(key);
    if (had) had.prisms.push(...r.prisms);
    else whole.set(key, r);
  }
  return [...whole.values()];
}

/** A wall's inner face moves with the wall thickness, and the far walls with the outer size. */
function wallEffects(body: Body, faces: readonly Wall[]): Effect[] {
  const out = [effect(`${BODY}.wall`, 'wall', body.wall.u, { grow: 1 })];
  for (const face of faces) {
    if (body.outline.kind === 'points') {
      out.push(effect(`${BODY}.outline`, 'outline', body.outline.u, { grow: 1 }));
      break;
    }
    if (face.nx > 0.9) {
      out.push(effect(`${BODY}.outline.w`, 'outer width', body.outline.w.u, { dx: 1 }));
    }
    if (face.ny > 0.9) {
      out.push(effect(`${BODY}.outline.h`, 'outer height', body.outline.h.u, { dy: 1 }));
    }
  }
  return out;
}

type Multi = Array<Array<Array<[number, number]>>>;
const closed = (pts: ReadonlyArray<Pt>): Multi => [[pts.map(([x, y]) => [x, y])]];

function prismsOf(multi: Multi, z0: number, z1: number): Prism[] {
  return multi.map(([outer, ...holes]) => polygonPrism(open(outer!), holes.map(open), z0, z1));
}
const open = (ring: ReadonlyArray<[number, number]>): Pt[] => {
  const last = ring[ring.length - 1]!;
  return ring[0]![0] === last[0] && ring[0]![1] === last[1] ? ring.slice(0, -1) : [...ring];
};

/** A rotary tool with a stop holds its depth within so much, mm. */
const POCKET_LIMIT_MM = 0.2;

type Pocket = Extract<Cut, { kind: 'pocket' }>;
/** How deep a pocket is, mm: as it was measured, or as it is to be. */
export const pocketDepth = ({ deep, measured }: Pocket): { mm: number; u: number } =>
  measured ?? { mm: deep, u: POCKET_LIMIT_MM / Math.sqrt(3) };

/** Where a pocket lies, in the build's frame. */
export const pocketPlan = ({ x, y, w, h }: Pocket): Pt[] => [
  [x - w / 2, y - h / 2],
  [x + w / 2, y - h / 2],
  [x + w / 2, y + h / 2],
  [x - w / 2, y + h / 2],
];

/** A stretch of floor before any pocket is cut into it. */
interface Ground {
  id: string;
  name: string;
  plan: Multi;
  depth: number;
  /** What its depth and its edges hang on. */
  effects: Effect[];
}

function pieceFloors(
  body: Body,
  piece: Piece,
  i: number,
  sign: 1 | -1,
  openings: Openings,
  cuts: readonly Cut[],
): Floor[] {
  const grounds = pieceGrounds(body, piece, i, sign, openings);
  const pockets = cuts
    .filter((c): c is Pocket => c.kind === 'pocket' && c.piece === piece.id)
    // Where two overlap the deeper one is the floor.
    .sort((a, b) => pocketDepth(b).mm - pocketDepth(a).mm);
  const stretch = (g: Ground, plan: Multi, depth: number, effects: Effect[]): Floor => {
    const [z0, z1] = sign > 0 ? [depth, depth + DEEP_MM] : [-depth - DEEP_MM, -depth];
    const prisms = prismsOf(plan, z0, z1);
    return {
      prisms,
      z: sign * depth,
      name: g.name,
      solid: solid(g.id, g.name, 'floor', piece.id, prisms, effects),
    };
  };
  const left = grounds.map((g) =>
    stretch(
      g,
      less(
        g.plan,
        pockets.map((c) => closed(pocketPlan(c))),
      ),
      g.depth,
      g.effects,
    ),
  );
  const sunk = grounds.flatMap((g) =>
    pockets.flatMap((c, k): Floor[] => {
      const over = intersection(g.plan, closed(pocketPlan(c))) as Multi;
      const plan = less(
        over,
        pockets.slice(0, k).map((q) => closed(pocketPlan(q))),
      );
      if (!plan.length) return [];
      const { mm, u } = pocketDepth(c);
      const named = { ...g, id: `${g.id}/${c.id}`, name: `${g.name}, thinned` };
      const deeper = effect(`cuts.${c.id}`, 'depth of the pocket', u, {
        dz0: sign,
        dz1: sign,
      });
      return [{ ...stretch(named, plan, g.depth + mm, [...g.effects, deeper]), pocket: c.id }];
    }),
  );
  return [...left, ...sunk];
}

const less = (subject: Multi, taken: Multi[]): Multi =>
  taken.length && subject.length ? difference(subject, ...(taken as never[])) : subject;

/** Floors of a piece as they are: plain or curved, then its bays. */
function pieceGrounds(
  body: Body,
  piece: Piece,
  i: number,
  sign: 1 | -1,
  openings: Openings,
): Ground[] {
  const key = `${BODY}.pieces.${i}`;
  const zones = piece.zones.map((zone, j) => {
    const [spot] = copiesOf(
      body,
      named(body),
      zone.at,
      zone.shape,
      `${key}.zones.${j}.at`,
      undefined,
    );
    return { zone, j, points: shapePoints(zone.shape, spot!.x.mm, spot!.y.mm), spot: spot! };
  });
  const pierced = openings.face.filter((o) => o.piece === piece.id).map((o) => closed(o.points));
  const inside = `${piece.role} floor`;
  const ground = pointsOf(mitred(ringOf(sharpOutline(body)), 20));
  const plain = piece.depth.mm - body.wall.mm;
  const z = (k: number) => ({ dz0: sign * k, dz1: sign * k });
  const edgeU = Math.max(
    0,
    ...zones.map((q) => Math.hypot(...q.spot.x.sources.map((s) => s.u * s.k))),
  );
  const holeU = Math.max(
    0,
    ...openings.face
      .filter((o) => o.piece === piece.id)
      .map((o) => {
        let u: number;
        if (o.shape.kind === 'circle') u = o.shape.d.u / 2;
        else if (o.shape.kind === 'rect') u = o.shape.w.u / 2;
        else u = o.shape.u;
        return Math.hypot(...[...o.sources.x, ...o.sources.y].map((s) => s.u * s.k), u);
      }),
  );
  const taken = [...zones.map((q) => closed(q.points)), ...pierced];
  const curved =
    piece.profile &&
    floorStrips(piece.profile, outlineSpan(body.outline)[piece.profile.along === 'x' ? 'w' : 'h']);
  const plainGround: Ground = {
    id: `${piece.id}/floor`,
    name: inside,
    plan: curved ? [] : less(closed(ground), taken),
    depth: plain,
    effects: [
      effect(`${key}.depth`, `${piece.role} half depth`, piece.depth.u, z(1)),
      effect(`${BODY}.wall`, 'wall', body.wall.u, z(-1)),
      effect(`${key}.zones`, 'edges of the bays', edgeU, { grow: 1 }),
      effect(`${key}.openings`, 'edges of the openings', holeU, { grow: 1 }),
    ],
  };
  const strips = (curved ?? []).map((strip, k): Ground => ({
    id: `${piece.id}/curve-${k}`,
    name: `${inside}, curved`,
    plan: less(closed(across(piece.profile!.along, strip.from, strip.to)), taken),
    depth: strip.depth,
    effects: [
      effect(`${key}.profile`, `curve of the ${piece.role}`, strip.u, z(1)),
      effect(`${key}.openings`, 'edges of the openings', holeU, { grow: 1 }),
    ],
  }));
  const bays = zones.map(({ zone, j, points, spot }, at): Ground => {
    const later = zones.slice(at + 1).map((q) => closed(q.points));
    return {
      id: `${piece.id}/zone-${zone.id}`,
      name: zone.name,
      plan: less(closed(points), [...later, ...pierced]),
      depth: zone.depth.mm,
      effects: [
        effect(`${key}.zones.${j}.depth`, `depth of ${zone.name}`, zone.depth.u, z(1)),
        ...dirEffects(spot.x.sources, 'dx', zone.name),
        ...dirEffects(spot.y.sources, 'dy', zone.name),
      ],
    };
  });
  return [...(strips.length ? strips : [plainGround]), ...bays];
}

/** A stretch between two places along an axis, wider than any shell. */
const across = (along: 'x' | 'y', from: number, to: number): Pt[] =>
  along === 'x'
    ? [
        [from, -20],
        [to, -20],
        [to, 1020],
        [from, 1020],
      ]
    : [
        [-20, from],
        [1020, from],
        [1020, to],
        [-20, to],
      ];

/** Height a feature's copy has left after the cuts, or its full height. */
export function heightAfterCuts(
  cuts: readonly Cut[],
  feature: string,
  copy: number,
  full: number,
): { mm: number; u?: number } {
  const cut = cuts.find((c) => c.kind === 'trim' && c.feature === feature && c.copy === copy);
  if (!cut || cut.kind !== 'trim') return { mm: full };
  return cut.measured
    ? { mm: cut.measured.mm, u: cut.measured.u }
    : { mm: Math.min(full, cut.to), u: 0.4 / Math.sqrt(3) };
}

function pieceFeatures(
  body: Body,
  piece: Piece,
  i: number,
  sign: 1 | -1,
  floors: readonly Floor[],
  cuts: readonly Cut[],
): StandingFeature[] {
  const all = named(body);
  return piece.features.flatMap((f, j) => {
    const key = `${BODY}.pieces.${i}.features.${j}`;
    const copies = copiesOf(body, all, f.at, f.shape, `${key}.at`, f.repeat);
    return copies.map((s): StandingFeature => {
      const name = copies.length > 1 ? `${f.name} ${s.copy + 1}` : f.name;
      const spot = roundPrism(s.x.mm, s.y.mm, 0.01, 0, 1);
      const under =
        floors.find((fl) => fl.prisms.some((p) => planGap(spot, atHeights(p, 0, 1)) <= 0)) ??
        floors[0]!;
      const depth = Math.abs(under.z);
      const full =
        f.height.from === 'floor' ? f.height.length.mm : Math.max(0, depth - f.height.length.mm);
      const cut = heightAfterCuts(cuts, f.id, s.copy, full);
      const top = depth - cut.mm;
      const [z0, z1] = sign > 0 ? [top, depth] : [-depth, -top];
      // The free end moves; the foot is part of the floor.
      const end = (k: number) => (sign > 0 ? { dz0: k } : { dz1: k });
      const fromFloor = f.height.from === 'floor' || cut.u !== undefined;
      const height =
        cut.u === undefined
          ? effect(
              `${key}.height.length`,
              `height of ${name}`,
              f.height.length.u,
              end(sign * (f.height.from === 'floor' ? -1 : 1)),
            )
          : effect(`cuts.${f.id}.${s.copy}`, `cut height of ${name}`, cut.u, end(-sign));
      const floorEffects = fromFloor
        ? under.solid.effects
            .filter((e) => e.dz0)
            .map((e) => effect(e.key, e.label, e.u, end(e.dz0)))
        : [];
      const prism =
        f.shape.kind === 'circle'
          ? roundPrism(s.x.mm, s.y.mm, f.shape.d.mm / 2, z0, z1)
          : polygonPrism(shapePoints(f.shape, s.x.mm, s.y.mm, s.flipX, s.flipY), [], z0, z1);
      let size: Effect;
      if (f.shape.kind === 'circle') {
        size = effect(`${key}.shape.d`, `diameter of ${name}`, f.shape.d.u, { grow: 0.5 });
      } else if (f.shape.kind === 'rect') {
        size = effect(`${key}.shape.w`, `width of ${name}`, Math.max(f.shape.w.u, f.shape.h.u), {
          grow: 0.5,
        });
      } else size = effect(`${key}.shape`, `outline of ${name}`, f.shape.u, { grow: 1 });
      const id = `${piece.id}/${f.id}#${s.copy}`;
      return {
        feature: f,
        copy: s.copy,
        piece: piece.id,
        id,
        name,
        x: s.x.mm,
        y: s.y.mm,
        z0,
        z1,
        height: cut.mm,
        full,
        solid: solid(
          id,
          name,
          'feature',
          piece.id,
          [prism],
          [
            ...dirEffects(s.x.sources, 'dx', name),
            ...dirEffects(s.y.sources, 'dy', name),
            size,
            height,
            ...floorEffects,
          ],
        ),
      };
    });
  });
}
