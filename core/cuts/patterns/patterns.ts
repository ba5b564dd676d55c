/** Every pattern of holes of a body as it is marked and made, and how one is laid or begun. */
import { type PlacedItem, type Scene } from '../../fit';
import {
  type Cut,
  type CutPlace,
  holeAsMade,
  isOpen,
  formatMm,
  type PatternCut,
  type PatternHole,
  type Piece,
} from '../../model';
import { actingShare, patternMm2, patternsIn, wallName, wallRules } from '../../shell';
import { type CutFace, fromEnds, type FromEdge, fromOuter } from '../edges';
import type { CutItem } from '../cutItem';
import { laidHoles, type Layout } from './lay';
import { holeAt, middleOf } from './holeAt';
import { WANDER_MM } from './obstacle';
import { obstaclesOf } from './surface';

export interface Pattern {
  key: string;
  id: string;
  cut: PatternCut;
  name: string;
  face: CutFace;
  pieces: string[];
  /** The middle of its region in the frame of its face or wall, mm. */
  u: number;
  v: number;
  holes: number;
  /** A hole as it is, or is to be. */
  hole: PatternHole;
  /** What it leaves open, and what of that acts, mm². */
  open: number;
  acting: number;
  from: [FromEdge, FromEdge];
  state: Cut['state'];
  why: string[];
}

export const patternKey = ({ id }: Pick<PatternCut, 'id'>): string => `pattern:${id}`;

export const holeWords = (hole: PatternHole): string =>
  hole.kind === 'round'
    ? `⌀${formatMm(hole.d, 1)}`
    : `${formatMm(hole.l, 1)} × ${formatMm(hole.w, 1)}`;

/** The item that plays through a pattern, where it is in this body. */
const playsThrough = (scene: Scene, c: PatternCut): PlacedItem | undefined =>
  'item' in c.for ? scene.items.get(c.for.item) : undefined;

function faceOf(scene: Scene, { at }: PatternCut): CutFace | undefined {
  const { body, walls } = scene.shell!;
  if ('piece' in at) {
    const piece = body.pieces.find((q) => q.id === at.piece);
    return piece && { kind: 'face', piece: piece.id, role: piece.role };
  }
  const wall = walls[at.wall];
  return wall && { kind: 'wall', wall: at.wall, name: wallName(wall), length: wall.length };
}

export function patternName(scene: Scene, c: PatternCut): string {
  const item = playsThrough(scene, c)?.item;
  if (item) return `grille of ${item.name}`;
  const face = faceOf(scene, c);
  const where = face?.kind === 'wall' ? face.name : `${face?.role ?? 'missing'} face`;
  return 'item' in c.for ? `grille in the ${where}` : `air holes in the ${where}`;
}

/** The pieces that lose material: of a wall the half the holes are in. */
function piecesOf(scene: Scene, c: PatternCut): string[] {
  const { body, sign } = scene.shell!;
  const { at } = c;
  if ('piece' in at) return [at.piece];
  const side = at.v >= 0 ? 1 : -1;
  return body.pieces.filter((q) => sign(q.id) === side && q.role !== 'door').map((q) => q.id);
}

/** Every pattern of the scene's body. */
export function patterns(scene: Scene): Pattern[] {
  const { body, walls } = scene.shell!;
  return patternsIn(scene.project, body).flatMap((c): Pattern[] => {
    const face = faceOf(scene, c);
    if (!face) return [];
    const [u, v] = middleOf(c);
    const hole = holeAsMade(c);
    const { open, acting } = patternMm2(c, body);
    return [
      {
        key: patternKey(c),
        id: c.id,
        cut: c,
        name: patternName(scene, c),
        face,
        pieces: piecesOf(scene, c),
        u,
        v,
        holes: c.holes.length,
        hole,
        open,
        acting,
        from:
          face.kind === 'face'
            ? fromOuter(scene, u, v, 0, 0)
            : fromEnds(scene, walls[face.wall]!, { u, v }, 0, 0),
        state: c.state,
        why: [
          `${c.holes.length || 'No'} holes ${holeWords(hole)} leave ${open.toFixed(0)} mm² open`,
          ...(isOpen(body)
            ? []
            : [
                `${actingShare(hole, body.wall.mm).working[0]!}: they act as ${acting.toFixed(0)} mm²`,
              ]),
        ],
      },
    ];
  });
}

/**
 * The same pattern with its holes laid anew where nothing is in their way.
 *
 * @param openings  planned openings of the scene's body
 */
export function laidAnew(scene: Scene, c: PatternCut, openings: readonly CutItem[]): PatternCut {
  const obstacles = obstaclesOf(scene, c, openings);
  if (!obstacles) return { ...c, holes: [] };
  const [u, v] = middleOf(c);
  const isFree = ([du, dv]: readonly [number, number]): boolean => {
    const at = holeAt(c.hole, u + du, v + dv);
    return obstacles.every((o) => o.gap(at) >= o.needs + ROUNDING_MM);
  };
  return { ...c, holes: laidHoles(c, isFree) };
}
/** Places are kept to a hundredth of a millimetre. */
const ROUNDING_MM = 0.01;
const round = (mm: number): number => Math.round(mm * 100) / 100;

/** Holes a hand drill makes well, mm: the first that opens enough is taken. */
const BITS_MM = [2, 2.5, 3, 3.5, 4, 5] as const;
/** A grille under a cone: so much of it is opened, at the least so much is wanted. Typical. */
const CONE_SHARE = 0.8;
const OPEN_SHARE = 0.2;

/** The wall that stays between two drilled holes: what the material wants, and the drill's wander. */
export const webFor = (piece: Pick<Piece, 'material' | 'process'>): number =>
  Math.ceil((wallRules(piece).web + WANDER_MM / 2) * 10) / 10;

const freeId = (scene: Scene, like: string): string => {
  const taken = new Set(scene.project.cuts.map((c) => c.id));
  for (let n = 1; ; n++) {
    const id = n === 1 ? like : `${like}-${n}`;
    if (!taken.has(id)) return id;
  }
};

/** A pattern at a place, its holes laid. */
export function newPattern(
  scene: Scene,
  like: Layout & Pick<PatternCut, 'for' | 'at'>,
  openings: readonly CutItem[],
): PatternCut {
  const id = freeId(scene, 'item' in like.for ? 'grille' : 'air');
  return laidAnew(scene, { kind: 'pattern', id, ...like, holes: [], state: 'decided' }, openings);
}

/** The face of a piece before a speaker, round as its cone. */
export function grilleBefore(
  scene: Scene,
  speaker: PlacedItem,
  openings: readonly CutItem[],
): PatternCut | undefined {
  const piece = scene.shell!.body.pieces.find((q) => q.id === speaker.piece);
  const [front] = speaker.blocks;
  if (!piece || !front) return undefined;
  const { x0, x1, y0, y1 } = front.solid;
  const [w, h] = [CONE_SHARE * (x1 - x0), CONE_SHARE * (y1 - y0)];
  const isRound = Math.abs(w - h) < 0.5;
  const at: CutPlace = { piece: piece.id, x: round((x0 + x1) / 2), y: round((y0 + y1) / 2) };
  const area = isRound ? (Math.PI / 4) * w * w : w * h;
  const region = isRound
    ? ({ kind: 'round', d: round(w) } as const)
    : ({ kind: 'rect', w: round(w), h: round(h) } as const);
  const tries = BITS_MM.map((d) =>
    newPattern(
      scene,
      {
        for: { item: speaker.item.id },
        at,
        region,
        hole: { kind: 'round', d },
        lay: 'hexagons',
        web: webFor(piece),
      },
      openings,
    ),
  );
  const opens = (c: PatternCut): number => patternMm2(c, scene.shell!.body).open;
  const found =
    tries.find((c) => opens(c) >= OPEN_SHARE * area) ??
    tries.reduce((best, c) => (opens(c) > opens(best) ? c : best));
  return found.holes.length ? found : undefined;
}
