/** A face that holes go through: its walls, the steps of its floor, posts, the picture, and what lies behind. */
import { activeArea, type Scene } from '../../fit';
import {
  atHeights,
  boxPrism,
  planGap,
  polygonPrism,
  type Prism,
  type Pt,
  type Ring,
  roundPrism,
} from '../../geometry';
import type { PatternCut, Piece } from '../../model';
import { innerRing, wallRules } from '../../shell';
import type { CutItem } from '../cutItem';
import { depthIn } from '../rings';
import { type HoleAt, holesOf, middleOf } from './holeAt';
import {
  FAR_MM,
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

/** A step of the floor that a bit feels, mm. */
const STEP_MM = 0.3;

/** The box that its region and all its holes lie in, with room around, in the frame of its face. */
function boxAround(c: PatternCut): Prism {
  const { region } = c;
  const [w, h] = region.kind === 'round' ? [region.d, region.d] : [region.w, region.h];
  const [u, v] = middleOf(c);
  const holes = holesOf(c);
  const x0 = Math.min(u - w / 2, ...holes.map((q) => q.u - q.across)) - FAR_MM;
  const x1 = Math.max(u + w / 2, ...holes.map((q) => q.u + q.across)) + FAR_MM;
  const y0 = Math.min(v - h / 2, ...holes.map((q) => q.v - q.up)) - FAR_MM;
  const y1 = Math.max(v + h / 2, ...holes.map((q) => q.v + q.up)) + FAR_MM;
  return boxPrism(x0, y0, x1 - x0, y1 - y0, 0, 1);
}
const meetsBox = (box: Prism, q: Prism): boolean =>
  q.x0 <= box.x1 && q.x1 >= box.x0 && q.y0 <= box.y1 && q.y1 >= box.y0;

const flat = (q: Prism): Prism => atHeights(q, 0, 1);

export function onFace(
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
      .map((f) => postAt(f, fromPrisms(f.solid.prisms.map(flat), WANDER_MM))),
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

/**
 * A floor at another depth than the one a hole goes through: the bit takes the side of a bay, or a
 * pocket's edge.
 */
function steps(scene: Scene, piece: Piece): Obstacle[] {
  const floors = (scene.shell!.floors.get(piece.id) ?? []).map((f) => ({
    ...f,
    prisms: f.prisms.map(flat),
  }));
  if (piece.profile || floors.length < 2) return [];
  const levelAt = (h: HoleAt): number | undefined => {
    const middle = roundPrism(h.u, h.v, 0.01, 0, 1);
    return floors.find((f) => f.prisms.some((q) => planGap(middle, q) <= 0))?.z;
  };
  return floors.map((f): Obstacle => {
    const apart = fromPrisms(f.prisms, WANDER_MM);
    return {
      is: 'step',
      id: f.solid.id,
      name: `the edge of ${f.name}`,
      about: [],
      refs: [],
      needs: WANDER_MM,
      gap: (h) => {
        const level = levelAt(h);
        // Over an opening there is no floor: that is said of the opening.
        return level === undefined || Math.abs(level - f.z) <= STEP_MM ? Infinity : apart(h);
      },
    };
  });
}

/** How far inside an outline a hole lies, mm: closely looked at only where it may come near. */
function inFrom(ring: Ring, h: HoleAt): number {
  const least = depthIn(ring, [h.u, h.v]) - Math.hypot(h.across, h.up);
  return least > FAR_MM ? least : Math.min(...h.points.map((q) => depthIn(ring, q)));
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
