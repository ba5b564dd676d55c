/** A wall that holes go through: its ends, the seam, posts and what stands behind it. */
import type { Scene } from '../../fit';
import { boxPrism, drawn, pointsOf, type Prism, type Pt, roundPrism } from '../../geometry';
import type { PatternCut } from '../../model';
import { leastDepth, type Wall, wallRules } from '../../shell';
import type { CutItem } from '../cutItem';
import type { HoleAt } from './holeAt';
import {
  boxAt,
  fromPrisms,
  inside,
  isOwn,
  near,
  type Obstacle,
  otherHole,
  otherPatterns,
  plannedHole,
  postAt,
  WANDER_MM,
} from './obstacle';

/** Wall left at the end of a wall, mm: typical. */
const EDGE_MM = 1;

export function onWall(
  scene: Scene,
  c: PatternCut,
  wall: Wall,
  openings: readonly CutItem[],
): Obstacle[] {
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
      .map((f) => postAt(f, behindWall(wall, t, f.solid.prisms, WANDER_MM))),
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
