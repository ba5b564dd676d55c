/**
 * What must be cut where: openings that follow from the layout, and features decided to be trimmed.
 *
 * Each is given so that it can be marked with a calliper from two outer edges, without any printout,
 * with a size to start at and a size to file to.
 */
import { type Cut, formatMm, type Project, type CutFor, cutKey, openingCut } from '../model';
import {
  activeArea,
  KEY_MM,
  leverSlot,
  portOpening,
  type Scene,
  screwHoles,
  sceneOf,
  WINDOW_SHOW_MM,
  windowFor,
  windowWanted,
} from '../fit';
import { spotOf } from '../controls';
import type { CutItem } from './cutItem';
import { type FromEdge, fromEnds, fromOuter } from './edges';
import { type Pattern, patterns } from './patterns';
import { type Pocket, pockets } from './pockets';
import { openingLedger, type Wall, type WallHole, wallName } from '../shell';

/** Hand-cut edges wander by this much: cut small, then file. */
export const HAND_CUT_MM = 0.4;
/** Left all round for the file, mm. */
export const START_SMALL_MM = 0.5;
export const BUTTON_PLAY_MM = 0.25;
export { WINDOW_SHOW_MM };

/** A hole to be closed: what the plug or filler must cover. */
export interface Blank {
  id: string;
  name: string;
  piece: string;
  w: number;
  h: number;
  round: boolean;
  why: string;
}
export interface Cutting {
  openings: CutItem[];
  trims: Trim[];
  pockets: Pocket[];
  patterns: Pattern[];
  blanks: Blank[];
}
export interface Trim {
  key: string;
  name: string;
  piece: string;
  feature: string;
  copy: number;
  /** Height now, and what is left of it, mm above its floor. */
  full: number;
  to: number;
  x: number;
  y: number;
  d: string;
  from: [FromEdge, FromEdge];
  state: Cut['state'];
  why: string[];
}

/** Everything to cut in a build, ports first. */
export function cutting(p: Project, scene: Scene = sceneOf(p)): Cutting {
  if (!scene.shell) return { openings: [], trims: [], pockets: [], patterns: [], blanks: [] };
  return {
    openings: [
      ...ports(p, scene),
      ...levers(p, scene),
      ...windows(p, scene),
      ...buttons(p, scene),
      ...screws(p, scene),
    ],
    trims: trims(p, scene),
    pockets: pockets(p, scene),
    patterns: patterns(scene),
    blanks: blanks(p),
  };
}

/**
 * Everything to cut in a build of any number of bodies.
 *
 * @param whole  as it stands already
 */
export function wholeCutting(p: Project, whole: Scene = sceneOf(p)): Cutting {
  const first = cutting(p, whole);
  const others = whole.others.map((body) => cutting(body.project, body));
  return {
    openings: [first, ...others].flatMap((c) => c.openings),
    trims: [first, ...others].flatMap((c) => c.trims),
    pockets: [first, ...others].flatMap((c) => c.pockets),
    patterns: [first, ...others].flatMap((c) => c.patterns),
    // Those of every body are known to the first.
    blanks: first.blanks,
  };
}

/** Openings the builder decided to close. */
function blanks(p: Project): Blank[] {
  return openingLedger(p)
    .filter((l) => l.opening.reuse?.as === 'blanked')
    .map(({ opening: o, piece }) => {
      const s = o.shape;
      const xs = s.kind === 'polygon' ? s.points.map((q) => q[0]) : [];
      const ys = s.kind === 'polygon' ? s.points.map((q) => q[1]) : [];
      let pair: [number, number];
      if (s.kind === 'circle') pair = [s.d.mm, s.d.mm];
      else if (s.kind === 'rect') pair = [s.w.mm, s.h.mm];
      else pair = [Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)];
      const [w, h] = pair;
      return {
        id: o.id,
        name: o.name,
        piece,
        w,
        h,
        round: s.kind === 'circle',
        why: `a plug ${formatMm(w, 1)}${s.kind === 'circle' ? '' : ` × ${formatMm(h, 1)}`} mm, or an off-cut glued behind and filled`,
      };
    });
}

const small = (mm: number) => Math.max(1, mm - 2 * START_SMALL_MM);
const start = (w: number, h: number) => ({ w: small(w), h: small(h) });
const state = (p: Project, key: string): CutItem['state'] =>
  openingCut(p, key)?.state ?? 'follows from the layout';
const asMade = (p: Project, key: string) => {
  const cut = openingCut(p, key);
  const m = cut?.measured;
  return {
    ...(m ? { measured: { w: m.w.mm, h: m.h.mm } } : {}),
    ...(cut?.at ? { made: cut.at } : {}),
    ...(cut?.to ? { cutTo: cut.to } : {}),
  };
};

function ports(p: Project, scene: Scene): CutItem[] {
  return [...scene.items.values()].flatMap((at) =>
    at.mouths.flatMap((mouth): CutItem[] => {
      const hole = mouth.outside && mouth.wall && portOpening(scene, at, mouth);
      if (!hole || hole.existing) return [];
      const { asked, why } = hole;
      return [
        {
          ...inWall(p, scene, mouth.wall!, hole, { item: at.item.id, connector: mouth.id }),
          kind: 'port',
          name: `${mouth.name} of ${at.item.name}`,
          ...(asked ? { asked } : {}),
          why,
        },
      ];
    }),
  );
}

/** Slots for levers that look at a closed wall. */
function levers(p: Project, scene: Scene): CutItem[] {
  return [...scene.items.values()].flatMap((at): CutItem[] => {
    const slot = leverSlot(scene, at);
    if (!slot) return [];
    const wall = scene.shell!.walls.find((w) => w.index === slot.wall)!;
    return [
      {
        ...inWall(p, scene, wall, slot, { item: at.item.id, is: 'lever' }),
        kind: 'lever',
        name: `slot of ${at.item.name}`,
        ...(slot.asked ? { asked: slot.asked } : {}),
        why: slot.why,
      },
    ];
  });
}

/** What is the same of every hole in a wall: where it is marked, and how it stands. */
function inWall(
  p: Project,
  scene: Scene,
  wall: Wall,
  hole: WallHole,
  through: CutFor,
): Omit<CutItem, 'kind' | 'name' | 'why'> {
  const shell = scene.shell!;
  const key = cutKey(through);
  return {
    key,
    through,
    face: { kind: 'wall', wall: wall.index, name: wallName(wall), length: wall.length },
    here: { body: shell.body.id, wall: wall.index, along: hole.u, v: hole.v },
    pieces: shell.body.pieces
      .filter((q) => (shell.sign(q.id) > 0 ? hole.v + hole.h / 2 > 0 : hole.v - hole.h / 2 < 0))
      .map((q) => q.id),
    round: hole.round,
    u: hole.u,
    v: hole.v,
    w: hole.w,
    h: hole.h,
    start: start(hole.w, hole.h),
    toleranceMm: HAND_CUT_MM,
    from: fromEnds(scene, wall, hole, hole.round ? 0 : hole.w / 2, hole.round ? 0 : hole.h / 2),
    state: state(p, key),
    ...asMade(p, key),
  };
}

type Rect = Record<'x0' | 'y0' | 'x1' | 'y1', number>;
const isWithin = (a: Rect, b: Rect): boolean =>
  a.x0 >= b.x0 && a.x1 <= b.x1 && a.y0 >= b.y0 && a.y1 <= b.y1;

function windows(p: Project, scene: Scene): CutItem[] {
  const out: CutItem[] = [];
  for (const at of scene.items.values()) {
    const area = activeArea(scene, at);
    const wanted = windowWanted(scene, at);
    if (!area?.facesOut || !wanted) continue;
    const through: CutFor = { item: at.item.id, is: 'window' };
    const key = cutKey(through);
    const there = windowFor(scene, at);
    // A window that is there is cut larger only where that was decided, and where it is too small.
    if (there && (!openingCut(p, key) || isWithin(area, there))) continue;
    const [w, h] = [wanted.x1 - wanted.x0, wanted.y1 - wanted.y0];
    const [x, y] = [(wanted.x0 + wanted.x1) / 2, (wanted.y0 + wanted.y1) / 2];
    const piece = scene.shell!.body.pieces.find((q) => q.id === at.piece)!;
    out.push({
      key,
      through,
      kind: 'window',
      name: `window of ${at.item.name}`,
      face: { kind: 'face', piece: piece.id, role: piece.role },
      here: { piece: piece.id, x, y },
      pieces: [piece.id],
      round: false,
      u: x,
      v: y,
      w,
      h,
      start: start(w, h),
      toleranceMm: HAND_CUT_MM,
      from: fromOuter(scene, x, y, w / 2, h / 2),
      state: state(p, key),
      ...asMade(p, key),
      why: [
        `picture ${formatMm(area.x1 - area.x0, 1)} × ${formatMm(area.y1 - area.y0, 1)} mm + 2 × ${WINDOW_SHOW_MM} mm`,
        ...(there
          ? [
              `${there.name} as it is: ${formatMm(there.x1 - there.x0, 1)} × ${formatMm(there.y1 - there.y0, 1)} mm; what is left of it stays open`,
            ]
          : []),
      ],
    });
  }
  return out;
}

function buttons(p: Project, scene: Scene): CutItem[] {
  const out: CutItem[] = [];
  for (const input of p.controls.inputs) {
    if (!input.routed || 'opening' in input.at) continue;
    const spot = spotOf(scene, input);
    if (!spot) continue;
    const through: CutFor = { input: input.id };
    const cap = input.hole ?? KEY_MM;
    const d = cap + 2 * BUTTON_PLAY_MM;
    const said = {
      kind: 'button' as const,
      name: `hole of ${input.name}`,
      why: [
        `cap ${formatMm(cap, 1)} mm${input.hole === undefined ? ' (typical)' : ''} + 2 × ${BUTTON_PLAY_MM} mm play`,
      ],
    };
    if (spot.is === 'wall') {
      const { wall, u, v } = spot;
      const hole = { wall: wall.index, u, v, w: d, h: d, round: true };
      out.push({ ...inWall(p, scene, wall, hole, through), ...said });
      continue;
    }
    out.push({ ...roundInFace(p, scene, { ...spot, d }, through), ...said });
  }
  return out;
}

/** What is the same of every round hole in a face: where it is marked, and how it stands. */
function roundInFace(
  p: Project,
  scene: Scene,
  { piece, x, y, d }: { piece: string; x: number; y: number; d: number },
  through: CutFor,
): Omit<CutItem, 'kind' | 'name' | 'why'> {
  const key = cutKey(through);
  const { role } = scene.shell!.body.pieces.find((q) => q.id === piece)!;
  return {
    key,
    through,
    face: { kind: 'face', piece, role },
    here: { piece, x, y },
    pieces: [piece],
    round: true,
    u: x,
    v: y,
    w: d,
    h: d,
    start: start(d, d),
    toleranceMm: HAND_CUT_MM,
    from: fromOuter(scene, x, y, 0, 0),
    state: state(p, key),
    ...asMade(p, key),
  };
}

/** Holes for the screws of boards that no post carries: drilled at once, by the next bit there is. */
const screws = (p: Project, scene: Scene): CutItem[] =>
  screwHoles(scene).map(({ at, nr, of, through, x, y, d }): CutItem => {
    const bit = Math.ceil(d * 2 - 1e-9) / 2;
    return {
      ...roundInFace(p, scene, { piece: at.piece, x, y, d: bit }, through),
      start: { w: bit, h: bit },
      kind: 'screw',
      name: `screw ${nr} of ${of} of ${at.item.name}`,
      board: at.item.name,
      why: [
        `${formatMm(d, 1)} mm in the board; no post carries it there, so its screw goes through the half`,
      ],
    };
  });

function trims(p: Project, scene: Scene): Trim[] {
  return p.cuts.flatMap((c): Trim[] => {
    if (c.kind !== 'trim') return [];
    const f = scene.shell!.features.find((q) => q.feature.id === c.feature && q.copy === c.copy);
    if (!f) return [];
    let d: string;
    if (f.feature.shape.kind === 'circle') d = `⌀${formatMm(f.feature.shape.d.mm, 1)}`;
    else if (f.feature.shape.kind === 'rect') {
      d = `${formatMm(f.feature.shape.w.mm, 1)} × ${formatMm(f.feature.shape.h.mm, 1)}`;
    } else d = 'outline';
    return [
      {
        key: `trim:${c.feature}#${c.copy}`,
        name: f.name,
        piece: f.piece,
        feature: c.feature,
        copy: c.copy,
        full: f.full,
        to: f.height,
        x: f.x,
        y: f.y,
        d,
        from: fromOuter(scene, f.x, f.y, 0, 0),
        state: c.state,
        why: [
          `${formatMm(f.full, 1)} mm tall now, ${formatMm(f.height, 1)} mm left: ${formatMm(f.full - f.height, 1)} mm off`,
        ],
      },
    ];
  });
}
