/**
 * What the holes of a pattern must keep clear of, in the frame of the face or wall they go through:
 * its edges, the seam, steps of the floor, posts, other holes, the picture, a cell, and what lies so
 * near behind that nothing passes.
 */
import { activeArea, type PlacedItem, type Scene } from '../../fit';
import {
  atHeights,
  boxPrism,
  drawn,
  planGap,
  pointsOf,
  polygonPrism,
  type Prism,
  type Pt,
  type Ring,
  ringPrism,
  roundPrism,
} from '../../geometry';
import {
  holeAsMade,
  holeReach,
  type PatternCut,
  type PatternHole,
  type Piece,
  type Ref,
} from '../../model';
import { innerRing, leastDepth, patternsIn, type Wall, wallRules } from '../../shell';
import type { CutItem } from '../cutItem';
import { depthIn } from '../rings';
import type { Offset } from './lay';

/** A hand drill wanders by this much, mm. */
export const WANDER_MM = 0.4;
/** Wall left at the end of a wall, mm: typical. */
const EDGE_MM = 1;
/** Nearer behind a hole than this nothing passes it, mm: typical. */
const SHUT_MM = 1;
/** A thing pushed through a hole reaches so far, mm: typical. */
const POKE_MM = 5;
/** A step of the floor that a bit feels, mm. */
const STEP_MM = 0.3;

export type Meets = 'edge' | 'seam' | 'step' | 'post' | 'hole' | 'picture' | 'cell' | 'behind';

/** One hole where it goes through. */
export interface HoleAt {
  u: number;
  v: number;
  across: number;
  up: number;
  plan: Prism;
  points: Pt[];
}

export interface Obstacle {
  is: Meets;
  id: string;
  name: string;
  about: string[];
  refs: Ref[];
  /** Clear of it by so much, mm. */
  needs: number;
  /** Signed distance of a hole from it, mm. */
  gap: (hole: HoleAt) => number;
}

const ARC = 12;
/** Corners of a hole: round at both ends. */
function holePoints(hole: PatternHole, u: number, v: number): Pt[] {
  const [across, up] = holeReach(hole);
  const r = Math.min(across, up);
  const [longU, longV] = [across - r, up - r];
  return Array.from({ length: 4 * ARC }, (_, k): Pt => {
    const turn = ((k + 0.5) * Math.PI) / (2 * ARC);
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
    return [u + Math.sign(cos) * longU + r * cos, v + Math.sign(sin) * longV + r * sin];
  });
}

/** A hole at a place of its surface. */
export function holeAt(hole: PatternHole, u: number, v: number): HoleAt {
  const [across, up] = holeReach(hole);
  const points = holePoints(hole, u, v);
  const plan =
    hole.kind === 'round' ? roundPrism(u, v, hole.d / 2, 0, 1) : polygonPrism(points, [], 0, 1);
  return { u, v, across, up, plan, points };
}

/** The middle of a pattern in the frame of its surface. */
export const middleOf = ({ at }: Pick<PatternCut, 'at'>): Offset =>
  'piece' in at ? [at.x, at.y] : [at.along, at.v];

/** Every hole of a pattern as it is or is to be, in the frame of its face or wall. */
export function holesOf(c: PatternCut): HoleAt[] {
  const [u, v] = middleOf(c);
  const hole = holeAsMade(c);
  return c.holes.map(([du, dv]) => holeAt(hole, u + du, v + dv));
}

/** The box that its region lies in, with room around, in the frame of its face. */
function boxAround(c: PatternCut): Prism {
  const { region } = c;
  const [w, h] = region.kind === 'round' ? [region.d, region.d] : [region.w, region.h];
  const [u, v] = middleOf(c);
  return boxPrism(u - w / 2 - FAR_MM, v - h / 2 - FAR_MM, w + 2 * FAR_MM, h + 2 * FAR_MM, 0, 1);
}
const meetsBox = (box: Prism, q: Prism): boolean =>
  q.x0 <= box.x1 && q.x1 >= box.x0 && q.y0 <= box.y1 && q.y1 >= box.y0;

const flat = (q: Prism): Prism => atHeights(q, 0, 1);
/** Told without looking closely: their boxes lie further apart. */
const isFar = (h: HoleAt, q: Prism, mm: number): boolean =>
  q.x0 - h.u - h.across > mm ||
  h.u - h.across - q.x1 > mm ||
  q.y0 - h.v - h.up > mm ||
  h.v - h.up - q.y1 > mm;
/** The least distance of a hole from any of some prisms, seen along the hole. */
const fromPrisms =
  (prisms: readonly Prism[], needs: number) =>
  (h: HoleAt): number => {
    let least = Infinity;
    for (const q of prisms) {
      if (isFar(h, q, needs + 1)) continue;
      least = Math.min(least, planGap(h.plan, q));
    }
    return least;
  };

/**
 * @param openings  planned openings of the scene's body
 * @returns         nothing where there is no such face or wall
 */
export function obstaclesOf(
  scene: Scene,
  c: PatternCut,
  openings: readonly CutItem[],
): Obstacle[] | undefined {
  const shell = scene.shell!;
  const { at } = c;
  if ('piece' in at) {
    const piece = shell.body.pieces.find((q) => q.id === at.piece);
    return piece && onFace(scene, c, piece, openings);
  }
  const wall = shell.walls[at.wall];
  return wall && at.body === shell.body.id ? onWall(scene, c, wall, openings) : undefined;
}

function onFace(
  scene: Scene,
  c: PatternCut,
  piece: Piece,
  openings: readonly CutItem[],
): Obstacle[] {
  const shell = scene.shell!;
  const inner = innerRing(shell.body);
  const box = boxAround(c);
  const { web } = wallRules(piece);
  const there = shell.openings.face.filter((o) => o.piece === piece.id);
  const planned = openings.filter((o) => o.face.kind === 'face' && o.face.piece === piece.id);
  return [
    {
      is: 'edge',
      id: 'edge',
      name: 'the side wall',
      about: [],
      refs: [],
      needs: WANDER_MM,
      gap: (h) => inFrom(inner, h),
    },
    ...steps(scene, piece),
    ...shell.features
      .filter((f) => f.piece === piece.id && f.height > 0)
      .filter((f) => f.solid.prisms.some((q) => meetsBox(box, q)))
      .map((f): Obstacle => ({
        is: 'post',
        id: f.id,
        name: f.name,
        about: [f.id],
        refs: [{ is: 'feature', id: f.id }],
        needs: WANDER_MM,
        gap: fromPrisms(f.solid.prisms.map(flat), WANDER_MM),
      })),
    ...there.map((o) =>
      otherHole(`${o.id}#${o.copy}`, o.id, o.name, ofOpening(o.shape.kind, o), web),
    ),
    ...planned.map(plannedHole(web)),
    ...otherPatterns(scene, c, web),
    ...pictures(scene, piece),
    ...behindFace(scene, c, piece),
  ];
}

const ofOpening = (
  kind: 'circle' | 'rect' | 'polygon',
  o: { x: number; y: number; w: number; points: readonly Pt[] },
): Prism =>
  kind === 'circle' ? roundPrism(o.x, o.y, o.w / 2, 0, 1) : polygonPrism(o.points, [], 0, 1);

const otherHole = (
  id: string,
  about: string,
  name: string,
  shape: Prism,
  web: number,
): Obstacle => ({
  is: 'hole',
  id,
  name,
  about: [about],
  refs: [{ is: 'opening', id: about }],
  needs: web,
  gap: fromPrisms([shape], web),
});

const boxAt = (u: number, v: number, w: number, h: number): Prism =>
  boxPrism(u - w / 2, v - h / 2, w, h, 0, 1);

const plannedHole =
  (web: number) =>
  (o: CutItem): Obstacle => {
    const { w, h } = o.measured ?? o;
    const owner = 'input' in o.through ? o.through.input : o.through.item;
    return {
      is: 'hole',
      id: o.key,
      name: o.name,
      about: [owner],
      refs: ['input' in o.through ? { is: 'input', id: owner } : { is: 'item', id: owner }],
      needs: web,
      gap: fromPrisms([o.round ? roundPrism(o.u, o.v, w / 2, 0, 1) : boxAt(o.u, o.v, w, h)], web),
    };
  };

const surfaceKey = ({ at }: Pick<PatternCut, 'at'>): string =>
  'piece' in at ? `face ${at.piece}` : `wall ${at.wall}`;

/** Every other pattern of the same face or wall, each as one thing. */
const otherPatterns = (scene: Scene, c: PatternCut, web: number): Obstacle[] =>
  patternsIn(scene.project, scene.shell!.body)
    .filter((o) => o.id !== c.id && surfaceKey(o) === surfaceKey(c))
    .map((o): Obstacle => {
      return {
        is: 'hole',
        id: `pattern:${o.id}`,
        name: 'another pattern',
        about: [o.id],
        refs: [],
        needs: web,
        gap: fromPrisms(
          holesOf(o).map((h) => h.plan),
          web,
        ),
      };
    });

/** Where the floor is at another depth a bit goes into the side of a bay, or through a pocket's edge. */
function steps(scene: Scene, piece: Piece): Obstacle[] {
  const floors = scene.shell!.floors.get(piece.id) ?? [];
  const [plain] = floors;
  if (!plain || piece.profile) return [];
  return floors
    .filter((f) => Math.abs(f.z - plain.z) > STEP_MM)
    .map((f): Obstacle => {
      const rings = f.prisms.flatMap(drawn).map((ring) => ({ ring, prism: ringPrism(ring, 0, 1) }));
      return {
        is: 'step',
        id: f.solid.id,
        name: `the edge of ${f.name}`,
        about: [],
        refs: [],
        needs: WANDER_MM,
        gap: (h) => Math.min(...rings.map((ring) => fromEdge(ring, h))),
      };
    });
}

/** How far inside an outline a hole lies, mm: closely looked at only where it may come near. */
function inFrom(ring: Ring, h: HoleAt): number {
  const least = depthIn(ring, [h.u, h.v]) - Math.hypot(h.across, h.up);
  return least > FAR_MM ? least : Math.min(...h.points.map((q) => depthIn(ring, q)));
}
/** Nothing is wanted further apart, mm. */
const FAR_MM = 5;

/** How far a hole stays on one side of an edge, mm; below zero it lies across it. */
function fromEdge({ ring, prism }: { ring: Ring; prism: Prism }, h: HoleAt): number {
  if (isFar(h, prism, FAR_MM)) return FAR_MM;
  const apart = planGap(h.plan, prism);
  return apart >= 0 ? apart : inFrom(ring, h);
}

const pictures = (scene: Scene, piece: Piece): Obstacle[] =>
  [...scene.items.values()].flatMap((at): Obstacle[] => {
    const area = activeArea(scene, at);
    if (!area?.facesOut || at.piece !== piece.id) return [];
    const lit = boxPrism(area.x0, area.y0, area.x1 - area.x0, area.y1 - area.y0, 0, 1);
    return [
      {
        is: 'picture',
        id: at.item.id,
        name: `the picture of ${at.item.name}`,
        about: [at.item.id],
        refs: [{ is: 'item', id: at.item.id }],
        needs: WANDER_MM,
        gap: fromPrisms([lit], WANDER_MM),
      },
    ];
  });

/** An item in the way of air, or of what is pushed through a hole. */
function obstacleOf(is: 'cell' | 'behind', at: PlacedItem, gap: (h: HoleAt) => number): Obstacle {
  return {
    is,
    id: at.item.id,
    name: at.item.name,
    about: [at.item.id],
    refs: [{ is: 'item', id: at.item.id }],
    needs: 0,
    gap,
  };
}

const inside = (scene: Scene): PlacedItem[] =>
  [...scene.items.values()].filter((at) => !at.isOutside);
const isOwn = (c: PatternCut, at: PlacedItem): boolean =>
  'item' in c.for && c.for.item === at.item.id;

function behindFace(scene: Scene, c: PatternCut, piece: Piece): Obstacle[] {
  const shell = scene.shell!;
  const sign = shell.sign(piece.id);
  const box = boxAround(c);
  return inside(scene).flatMap((at): Obstacle[] => {
    if (isOwn(c, at)) return [];
    const prisms = at.solids.flatMap((s) => s.prisms).filter((q) => meetsBox(box, q));
    const within = (mm: number): Prism[] =>
      prisms
        .filter((q) => {
          const floor = shell.floorAt(piece.id, (q.x0 + q.x1) / 2, (q.y0 + q.y1) / 2);
          return (sign > 0 ? floor - q.z1 : q.z0 - floor) < mm;
        })
        .map(flat);
    return near(c, at, (mm) => {
      const close = within(mm);
      return close.length ? fromPrisms(close, 0) : undefined;
    });
  });
}

/** A cell anywhere near; anything close enough to shut a hole that is there for air. */
function near(
  c: PatternCut,
  at: PlacedItem,
  gapWithin: (mm: number) => ((h: HoleAt) => number) | undefined,
): Obstacle[] {
  const poked = at.part.cell ? gapWithin(POKE_MM) : undefined;
  const shut = 'is' in c.for ? gapWithin(SHUT_MM) : undefined;
  return [
    ...(poked ? [obstacleOf('cell', at, poked)] : []),
    ...(shut ? [obstacleOf('behind', at, shut)] : []),
  ];
}

function onWall(scene: Scene, c: PatternCut, wall: Wall, openings: readonly CutItem[]): Obstacle[] {
  const shell = scene.shell!;
  const { body } = shell;
  const hasHalf = (side: 1 | -1): boolean => body.pieces.some((q) => shell.sign(q.id) === side);
  const deep = (side: 1 | -1, h: HoleAt): number =>
    leastDepth(shell, wall, side, h.u - h.across, h.u + h.across);
  const { web } = wallRules(body.pieces[0]!);
  const t = body.wall.mm;
  const there = shell.openings.wall.filter((o) => o.wall === wall.index);
  const planned = openings.filter((o) => o.face.kind === 'wall' && o.face.wall === wall.index);
  const edge = (id: string, name: string, needs: number, gap: Obstacle['gap']): Obstacle => ({
    is: 'edge',
    id,
    name,
    about: [],
    refs: [],
    needs,
    gap,
  });
  return [
    edge('corner', 'the corner', EDGE_MM, (h) =>
      Math.min(h.u - h.across, wall.length - h.u - h.across),
    ),
    // Below the floor the bit runs along inside it.
    edge('face', 'the face', t, (h) => deep(1, h) - h.v - h.up),
    edge('back', 'the back', t, (h) => h.v - h.up + deep(-1, h)),
    ...(hasHalf(1) && hasHalf(-1)
      ? [
          {
            is: 'seam' as const,
            id: 'seam',
            name: 'the seam',
            about: [],
            refs: [],
            needs: web,
            gap: (h: HoleAt) => Math.abs(h.v) - h.up,
          },
        ]
      : []),
    ...shell.features
      .filter((f) => f.height > 0)
      .map((f): Obstacle => ({
        is: 'post',
        id: f.id,
        name: f.name,
        about: [f.id],
        refs: [{ is: 'feature', id: f.id }],
        needs: WANDER_MM,
        gap: behindWall(wall, t, f.solid.prisms, WANDER_MM),
      })),
    ...there.map((o) =>
      otherHole(
        o.id,
        o.id,
        o.name,
        o.round ? roundPrism(o.u, o.v, o.w / 2, 0, 1) : boxAt(o.u, o.v, o.w, o.h),
        web,
      ),
    ),
    ...planned.map(plannedHole(web)),
    ...otherPatterns(scene, c, web),
    ...inside(scene).flatMap((at): Obstacle[] => {
      if (isOwn(c, at)) return [];
      const prisms = at.solids.flatMap((s) => s.prisms);
      return near(c, at, (mm) => behindWall(wall, t, prisms, mm, mm));
    }),
  ];
}

/**
 * How far what stands inside is from a hole in a wall: in the plane of the wall where it stands
 * within `deep` of its inner face.
 */
function behindWall(
  wall: Wall,
  t: number,
  prisms: readonly Prism[],
  needs: number,
  deep: number = WANDER_MM,
): (h: HoleAt) => number {
  // Turned into the wall's own frame: along it, and in from its outer face.
  const boxes = prisms.flatMap((q): Prism[] => {
    const corners: Pt[] = drawn(q).flatMap((ring) =>
      pointsOf(ring).map(([x, y]): Pt => {
        const [dx, dy] = [x - wall.x0, y - wall.y0];
        return [dx * wall.ux + dy * wall.uy, -(dx * wall.nx + dy * wall.ny) - t];
      }),
    );
    const close = corners.filter(([, into]) => into < deep);
    if (!close.length) return [];
    const us = corners.map(([u]) => u);
    const [u0, u1] = [Math.min(...us), Math.max(...us)];
    return [boxPrism(u0, q.z0, u1 - u0, q.z1 - q.z0, 0, 1)];
  });
  return fromPrisms(boxes, needs);
}
