/** A face that holes go through: its walls, the steps of its floor, posts, the picture, and what lies behind. */
import { activeArea, type Scene } from '../../fit';
import {
  atHeights,
  boxPrism,
  drawn,
  planGap,
  polygonPrism,
  type Prism,
  type Pt,
  type Ring,
  ringPrism,
  roundPrism,
} from '../../geometry';
import type { PatternCut, Piece } from '../../model';
import { innerRing, wallRules } from '../../shell';
import type { CutItem } from '../cutItem';
import { depthIn } from '../rings';
import { type HoleAt, middleOf } from './holeAt';
import {
  FAR_MM,
  fromPrisms,
  inside,
  isFar,
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
