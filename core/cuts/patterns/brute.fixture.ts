/**
 * What a hole is near to, found anew: distances of finely sampled rims from outlines, with no code
 * of the patterns.
 */
import { demos } from '../../catalogue';
import { activeArea, type Scene, sceneOf } from '../../fit';
import { drawn, pointsOf, type Prism, seeded } from '../../geometry';
import type { PatternCut, PatternHole, PatternRegion } from '../../model';
import { innerRing } from '../../shell';
import { type CutItem, cutting, type HoleAt } from '../index';
import type { Layout, Offset } from './lay';

type At = readonly [number, number];

/** Rim of a hole, sampled finely. */
function rim(hole: PatternHole, [u, v]: At): At[] {
  const [l, w] = hole.kind === 'round' ? [hole.d, hole.d] : [hole.l, hole.w];
  const isUp = hole.kind === 'slot' && hole.upright === true;
  return Array.from({ length: 96 }, (_, k): At => {
    const a = ((k + 0.5) * Math.PI) / 48;
    const x = Math.sign(Math.cos(a)) * ((l - w) / 2) + (w / 2) * Math.cos(a);
    const y = (w / 2) * Math.sin(a);
    return isUp ? [u + y, v + x] : [u + x, v + y];
  });
}

function fromSegment([x, y]: At, [ax, ay]: At, [bx, by]: At): number {
  const [ex, ey] = [bx - ax, by - ay];
  const t = Math.max(0, Math.min(1, ((x - ax) * ex + (y - ay) * ey) / (ex * ex + ey * ey || 1)));
  return Math.hypot(x - ax - t * ex, y - ay - t * ey);
}
const fromLine = (line: readonly At[], q: At): number =>
  Math.min(...line.map((a, i) => fromSegment(q, a, line[(i + 1) % line.length]!)));
/** By the number of times a ray to the right crosses the line. */
function isInside(line: readonly At[], [x, y]: At): boolean {
  let crossed = false;
  line.forEach(([ax, ay], i) => {
    const [bx, by] = line[(i + 1) % line.length]!;
    if (ay > y !== by > y && x < ax + ((y - ay) / (by - ay)) * (bx - ax)) crossed = !crossed;
  });
  return crossed;
}
/** Whether two outlines can touch at all. */
function boxesNear(a: readonly At[], b: readonly At[]): boolean {
  const span = (all: readonly At[], k: 0 | 1): [number, number] => [
    Math.min(...all.map((q) => q[k])),
    Math.max(...all.map((q) => q[k])),
  ];
  return ([0, 1] as const).every((k) => {
    const [[a0, a1], [b0, b1]] = [span(a, k), span(b, k)];
    return a0 <= b1 && b0 <= a1;
  });
}
/** Of the rim from an outline; below zero where they share room. */
function apart(line: readonly At[], around: readonly At[]): number {
  if (!boxesNear(line, around)) return 1;
  const meets = around.some((q) => isInside(line, q)) || line.some((q) => isInside(around, q));
  const gap = Math.min(...around.map((q) => fromLine(line, q)));
  return meets ? -gap : gap;
}

/** As exactly as outlines are drawn with straight sides, mm. */
const DRAWN = 0.05;

const linesOf = (prisms: readonly Prism[]): At[][] =>
  prisms.flatMap((q) => drawn(q).map((ring) => pointsOf(ring)));
const rect = (x: number, y: number, w: number, h: number): At[] => [
  [x - w / 2, y - h / 2],
  [x + w / 2, y - h / 2],
  [x + w / 2, y + h / 2],
  [x - w / 2, y + h / 2],
];

function onFace(scene: Scene, piece: string, around: At[], openings: readonly CutItem[]): string[] {
  const shell = scene.shell!;
  const inner = pointsOf(innerRing(shell.body));
  const out: string[] = [];
  if (!around.every((q) => isInside(inner, q))) out.push('edge');
  const lines: Array<[string, At[]]> = [
    ...shell.features
      .filter((f) => f.piece === piece && f.height > 0)
      .flatMap((f) => linesOf(f.solid.prisms).map((line): [string, At[]] => [f.id, line])),
    ...shell.openings.face
      .filter((o) => o.piece === piece)
      .map((o): [string, At[]] => [o.id, o.points]),
    ...openings
      .filter((o) => o.face.kind === 'face' && o.face.piece === piece)
      .map((o): [string, At[]] => [o.key, rect(o.u, o.v, o.w, o.h)]),
    ...[...scene.items.values()].flatMap((at): Array<[string, At[]]> => {
      const area = activeArea(scene, at);
      if (!area?.facesOut || at.piece !== piece) return [];
      const { x0, x1, y0, y1 } = area;
      return [[at.item.id, rect((x0 + x1) / 2, (y0 + y1) / 2, x1 - x0, y1 - y0)]];
    }),
  ];
  for (const [name, line] of lines) if (apart(line, around) < -DRAWN) out.push(name);
  return out;
}

function onWall(scene: Scene, index: number, around: At[], openings: readonly CutItem[]): string[] {
  const shell = scene.shell!;
  const wall = shell.walls[index]!;
  const out: string[] = [];
  if (around.some(([u]) => u < 0 || u > wall.length)) out.push('corner');
  if (Math.min(...around.map(([, v]) => v)) < 0 && Math.max(...around.map(([, v]) => v)) > 0) {
    out.push('seam');
  }
  const lines: Array<[string, At[]]> = [
    ...shell.openings.wall
      .filter((o) => o.wall === index)
      .map((o): [string, At[]] => [o.id, rect(o.u, o.v, o.w, o.h)]),
    ...openings
      .filter((o) => o.face.kind === 'wall' && o.face.wall === index)
      .map((o): [string, At[]] => [o.key, rect(o.u, o.v, o.w, o.h)]),
  ];
  for (const [name, line] of lines) if (apart(line, around) < -DRAWN) out.push(name);
  return out;
}

export const clearance = {
  /** Least wall between the rims of any two holes, mm. */
  between(hole: PatternHole, holes: readonly Offset[]): number {
    const [l, w] = hole.kind === 'round' ? [hole.d, hole.d] : [hole.l, hole.w];
    const isUp = hole.kind === 'slot' && hole.upright === true;
    const half = (l - w) / 2;
    const ends = ([u, v]: At): [At, At] =>
      isUp
        ? [
            [u, v - half],
            [u, v + half],
          ]
        : [
            [u - half, v],
            [u + half, v],
          ];
    let least = Infinity;
    holes.forEach((a, i) => {
      for (const b of holes.slice(i + 1)) {
        const [p, q] = [ends(a), ends(b)];
        const gap = Math.min(
          ...p.map((x) => fromSegment(x, ...q)),
          ...q.map((x) => fromSegment(x, ...p)),
        );
        least = Math.min(least, gap - w);
      }
    });
    return least;
  },
  /** How far a hole stays within its region, mm. */
  inRegion(region: PatternRegion, hole: PatternHole, at: Offset): number {
    const around = rim(hole, at);
    if (region.kind === 'round') {
      return region.d / 2 - Math.max(...around.map(([u, v]) => Math.hypot(u, v)));
    }
    return Math.min(
      ...around.map(([u, v]) => Math.min(region.w / 2 - Math.abs(u), region.h / 2 - Math.abs(v))),
    );
  },
  /** Names of what a hole goes into. */
  ofScene(scene: Scene, c: PatternCut, h: HoleAt, openings: readonly CutItem[]): string[] {
    const around = rim(c.hole, [h.u, h.v]);
    return 'piece' in c.at
      ? onFace(scene, c.at.piece, around, openings)
      : onWall(scene, c.at.wall, around, openings);
  },
};

const scenes = demos()
  .filter((p) => p.shell.bodies.length > 0)
  .map((p) => {
    const scene = sceneOf(p);
    return { scene, openings: cutting(p, scene).openings };
  })
  .filter(({ scene }) => scene.shell !== undefined);

/** A pattern somebody may ask for, somewhere in an example. */
export function drawnPattern(seed: number): {
  scene: Scene;
  openings: readonly CutItem[];
  like: Layout & Pick<PatternCut, 'for' | 'at'>;
} {
  const random = seeded(seed);
  const pick = <T>(all: readonly T[]): T => all[Math.floor(random() * all.length)]!;
  const between = (a: number, b: number): number => a + (b - a) * random();
  const { scene, openings } = pick(scenes);
  const { body, walls } = scene.shell!;
  const [xs, ys] = [walls.map((w) => w.x0), walls.map((w) => w.y0)];
  const isInWall = random() < 0.3;
  const wall = pick(walls);
  const at: PatternCut['at'] = isInWall
    ? {
        body: body.id,
        wall: wall.index,
        along: between(0, wall.length),
        v: between(-12, 12),
      }
    : {
        piece: pick(body.pieces).id,
        x: between(Math.min(...xs), Math.max(...xs)),
        y: between(Math.min(...ys), Math.max(...ys)),
      };
  const hole: PatternHole =
    random() < 0.6
      ? { kind: 'round', d: between(1.5, 5) }
      : { kind: 'slot', w: between(1.5, 3), l: between(4, 15), upright: random() < 0.5 };
  return {
    scene,
    openings,
    like: {
      for: { is: 'air' },
      at,
      region:
        random() < 0.5
          ? { kind: 'round', d: between(10, 45) }
          : { kind: 'rect', w: between(10, 60), h: between(8, 30) },
      hole,
      lay: pick(['hexagons', 'rows'] as const),
      web: between(1, 2.5),
    },
  };
}
