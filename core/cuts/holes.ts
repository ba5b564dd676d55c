/**
 * Every hole against what it is cut in: the outline and its walls, the holes beside it, the picture,
 * and the posts and ribs behind it. Holes that are there already are judged with those planned.
 */
import { activeArea, judgedGap, onBracket, type Scene, stepsAway } from '../fit';
import { inside, planGap, polygonPrism, type Prism, type Pt, roundPrism } from '../geometry';
import {
  appliedAll,
  type Change,
  type Finding,
  type InputPlace,
  mm1,
  present,
  type Project,
  type Ref,
  type SourceShare,
  type WayOut,
} from '../model';
import { backings } from '../controls';
import { innerRing, leastDepth, outerRing, wallName, type WallRules, wallRules } from '../shell';
import type { CutItem } from './cutItem';
import { type Cutting, cutting, HAND_CUT_MM } from './list';
import { depthIn } from './rings';

/** An edge that was there already, measured with callipers, mm. */
const THERE_U = 0.1;
const CUT_U = HAND_CUT_MM / Math.sqrt(3);
/** Skin of the next face that a hole at the end of a wall leaves, mm: typical. */
const EDGE_MM = 1;
/** A hole larger than asked by more shows around what sits in it, mm: twice the file's own ± 0.4. */
const OVER_MM = 0.8;
/** Holes nearer than this to something are worth a line, mm. */
const NEAR_MM = 3;

interface Hole {
  key: string;
  name: string;
  /** Holes are neighbours when they lie in the same surface. */
  surface: string;
  /** Outline in the surface's own plane. */
  shape: Prism;
  ring: Pt[];
  x: number;
  y: number;
  planned: boolean;
  u: number;
  about: string[];
  refs: Ref[];
}

const rectPoints = (x: number, y: number, w: number, h: number): Pt[] => [
  [x - w / 2, y - h / 2],
  [x + w / 2, y - h / 2],
  [x + w / 2, y + h / 2],
  [x - w / 2, y + h / 2],
];
const roundPoints = (x: number, y: number, d: number): Pt[] =>
  Array.from({ length: 48 }, (_, i): Pt => {
    const a = (i * Math.PI) / 24;
    return [x + (d / 2) * Math.cos(a), y + (d / 2) * Math.sin(a)];
  });

const prismOf = (round: boolean, x: number, y: number, w: number, h: number): Prism =>
  round ? roundPrism(x, y, w / 2, 0, 1) : polygonPrism(rectPoints(x, y, w, h), [], 0, 1);

function planned(c: CutItem): Hole {
  const { w, h } = c.measured ?? c;
  const surface = c.face.kind === 'face' ? `face ${c.face.piece}` : `wall ${c.face.wall}`;
  // The key of a cut names what it is for.
  const [owner = '', what = ''] = c.key.split('/');
  return {
    key: c.key,
    name: c.name,
    surface,
    shape: prismOf(c.round, c.u, c.v, w, h),
    ring: c.round ? roundPoints(c.u, c.v, w) : rectPoints(c.u, c.v, w, h),
    x: c.u,
    y: c.v,
    planned: true,
    u: c.measured ? THERE_U : CUT_U,
    about: [c.kind === 'button' ? what : owner],
    refs: c.kind === 'button' ? [{ is: 'input', id: what }] : [{ is: 'item', id: owner }],
  };
}

function existing(scene: Scene): Hole[] {
  const { face, wall } = scene.shell!.openings;
  return [
    ...face.map((o): Hole => ({
      key: `opening/${o.id}#${o.copy}`,
      name: o.name,
      surface: `face ${o.piece}`,
      shape:
        o.shape.kind === 'circle'
          ? roundPrism(o.x, o.y, o.w / 2, 0, 1)
          : polygonPrism(o.points, [], 0, 1),
      ring: o.points,
      x: o.x,
      y: o.y,
      planned: false,
      u: THERE_U,
      about: [o.id],
      refs: [{ is: 'opening', id: o.id }],
    })),
    ...wall.map((o): Hole => ({
      key: `opening/${o.id}`,
      name: o.name,
      surface: `wall ${o.wall}`,
      shape: prismOf(o.round, o.u, o.v, o.w, o.h),
      ring: o.round ? roundPoints(o.u, o.v, o.w) : rectPoints(o.u, o.v, o.w, o.h),
      x: o.u,
      y: o.v,
      planned: false,
      u: THERE_U,
      about: [o.id],
      refs: [{ is: 'opening', id: o.id }],
    })),
  ];
}

const source = (h: Hole): SourceShare => ({
  key: h.planned ? `cut.${h.key}` : `opening.${h.key}`,
  label: h.planned ? `cutting ${h.name}` : `size and place of ${h.name}`,
  u: h.u,
  k: 1,
});

const swallows = (a: Hole, b: Hole): boolean => {
  const ring = Float64Array.from(a.ring.flat());
  return b.ring.every(([x, y]) => inside(ring, x, y));
};

class Judge {
  readonly findings: Finding[] = [];
  readonly #scene: Scene;
  constructor(scene: Scene) {
    this.#scene = scene;
  }

  /** A hole whose edge lies `gap` from something it must keep `need` from; only overlaps are hits. */
  say(
    code: string,
    h: Hole,
    other: { id: string; name: string; about: string[]; refs: Ref[]; sources: SourceShare[] },
    gap: number,
    need: number,
    words: { hit: string; left: string; why: string },
  ): void {
    const { measure, verdict } = judgedGap(gap, need, words.why, [source(h), ...other.sources]);
    if (verdict === 'clear') return;
    this.findings.push({
      id: `hole:${code}:${h.key}~${other.id}`,
      station: 'cut',
      check: 'hole',
      code,
      // A thin web can be cut with care; an overlap cannot be cut at all.
      verdict: gap < -1e-9 ? 'hit' : 'tight',
      measure,
      title: gap < -1e-9 ? words.hit : words.left,
      what: `${h.name} and ${other.name}`,
      why: [words.why],
      about: [...h.about, ...other.about],
      refs: [...h.refs, ...other.refs],
      at: this.#place(h),
    });
  }

  outside(h: Hole, why: string): void {
    this.findings.push({
      id: `hole:outside:${h.key}`,
      station: 'cut',
      check: 'hole',
      code: 'hole-outside',
      verdict: 'hit',
      title: 'Not in the shell',
      what: `${h.name} lies where there is nothing to cut.`,
      why: [why],
      about: h.about,
      refs: h.refs,
      at: this.#place(h),
    });
  }

  #place(h: Hole): { x: number; y: number; z: number } {
    const [kind, id] = h.surface.split(' ');
    if (kind === 'face') return { x: h.x, y: h.y, z: 0 };
    const wall = this.#scene.shell!.walls[Number(id)]!;
    return { x: wall.x0 + wall.ux * h.x, y: wall.y0 + wall.uy * h.x, z: h.y };
  }
}

/** What is wrong with the place of any hole of the scene's body. */
export function holeFindings(scene: Scene, cuts: Pick<Cutting, 'openings'>): Finding[] {
  if (!scene.shell) return [];
  const holes = [...cuts.openings.map(planned), ...existing(scene)];
  const judge = new Judge(scene);
  for (const h of holes) {
    if (h.surface.startsWith('face')) onFace(scene, judge, h);
    else onWall(scene, judge, h);
  }
  holes.forEach((a, i) => {
    for (const b of holes.slice(i + 1)) besideEach(scene, judge, a, b);
  });
  return [...judge.findings, ...cuts.openings.flatMap((c) => tooLarge(scene.project, c))];
}

const overCutId = (c: CutItem): string => `hole:over-cut:${c.key}`;

/** A plate over a hole, or a bezel over a window, lies in the kit: whether it still fits is judged there. */
const isCovered = (p: Project, c: CutItem): boolean =>
  present(p).kit.items.some(
    ({ made }) =>
      (made?.kind === 'port plate' && made.for === c.key) ||
      (made?.kind === 'bezel' && `${made.for}/window` === c.key),
  );

/** What was filed away does not come back: a hole measured larger than was asked. */
function tooLarge(p: Project, c: CutItem): Finding[] {
  if (!c.measured || isCovered(p, c)) return [];
  const asked = c.asked ?? c;
  const over = Math.max(c.measured.w - asked.w, c.measured.h - asked.h);
  if (over <= OVER_MM) return [];
  const hole = planned(c);
  return [
    {
      id: overCutId(c),
      station: 'cut',
      check: 'hole',
      code: 'over-cut',
      verdict: 'tight',
      title: `Cut ${mm1(over)} mm too large`,
      what: c.name,
      why: [
        `Measured ${mm1(c.measured.w)} × ${mm1(c.measured.h)} mm, asked for ${mm1(asked.w)} × ${mm1(asked.h)} mm: a bezel or plate over it, or filler.`,
      ],
      about: hole.about,
      refs: hole.refs,
    },
  ];
}

/** The web between two holes of one surface. */
function besideEach(scene: Scene, judge: Judge, a: Hole, b: Hole): void {
  if (a.surface !== b.surface) return;
  const gap = planGap(a.shape, b.shape);
  const { web } = rulesAt(scene, a);
  if (gap > NEAR_MM) return;
  // What the donor's maker left stands as it is; the same hole entered twice does not.
  if (!a.planned && !b.planned && Math.hypot(a.x - b.x, a.y - b.y) > 0.5) return;
  if (!a.planned && !b.planned && a.key.split('#')[0] !== b.key.split('#')[0]) return;
  // An old hole that disappears in a larger new one is how holes are enlarged.
  if (a.planned !== b.planned && swallows(a.planned ? a : b, a.planned ? b : a)) return;
  judge.say(
    'web',
    a,
    { id: b.key, name: b.name, about: b.about, refs: b.refs, sources: [source(b)] },
    gap,
    web,
    {
      hit: `Holes overlap ${mm1(gap)} mm`,
      left: `${mm1(gap)} mm of web left`,
      why: `Between two holes ${web} mm stays, or the web breaks out (typical for this material).`,
    },
  );
}

const rulesAt = (scene: Scene, h: Hole): WallRules => {
  const [kind, id] = h.surface.split(' ');
  const { pieces } = scene.shell!.body;
  return wallRules((kind === 'face' && pieces.find((q) => q.id === id)) || pieces[0]!);
};

function onFace(scene: Scene, judge: Judge, h: Hole): void {
  const shell = scene.shell!;
  const piece = h.surface.slice('face '.length);
  if (!inside(outerRing(shell.body), h.x, h.y)) {
    judge.outside(h, 'Its middle lies outside the outline of the shell.');
    return;
  }
  const inner = innerRing(shell.body);
  if (h.planned) {
    const room = Math.min(...h.ring.map((p) => depthIn(inner, p)));
    judge.say(
      'hole-in-wall',
      h,
      { id: 'wall', name: 'the side wall', about: [piece], refs: [], sources: [] },
      room,
      0,
      {
        hit: `${mm1(room)} mm into the side wall`,
        left: `${mm1(room)} mm from the side wall`,
        why: 'A hole in the face keeps clear of the walls behind its edge.',
      },
    );
    for (const f of shell.features) {
      if (f.piece !== piece || f.height <= 0) continue;
      const gap = Math.min(...f.solid.prisms.map((q) => planGap(h.shape, q)));
      if (gap > NEAR_MM) continue;
      judge.say(
        'hole-in-post',
        h,
        {
          id: f.id,
          name: f.name,
          about: [f.id],
          refs: [{ is: 'feature', id: f.id }],
          sources: [],
        },
        gap,
        0,
        {
          hit: `${mm1(gap)} mm into its foot`,
          left: `${mm1(gap)} mm from its foot`,
          why: 'What stands behind the face is cut off at its foot with the hole.',
        },
      );
    }
  }
  for (const at of scene.items.values()) {
    const area = activeArea(scene, at);
    if (!area?.facesOut || at.piece !== piece || h.key === `${at.item.id}/window`) continue;
    const opening = shell.openings.face.find((o) => h.key === `opening/${o.id}#${o.copy}`);
    if (opening?.use === 'window') continue;
    const [w, hh] = [area.x1 - area.x0, area.y1 - area.y0];
    const picture = prismOf(false, area.x0 + w / 2, area.y0 + hh / 2, w, hh);
    const gap = planGap(h.shape, picture);
    if (gap > NEAR_MM) continue;
    judge.say(
      'hole-in-picture',
      h,
      {
        id: at.item.id,
        name: `the picture of ${at.item.name}`,
        about: [at.item.id],
        refs: [{ is: 'item', id: at.item.id }],
        sources: [],
      },
      gap,
      0,
      {
        hit: `${mm1(gap)} mm into the picture`,
        left: `${mm1(gap)} mm from the picture`,
        why: 'Nothing is pressed or plugged through the lit area of a screen.',
      },
    );
  }
}

function onWall(scene: Scene, judge: Judge, h: Hole): void {
  const shell = scene.shell!;
  const wall = shell.walls[Number(h.surface.slice('wall '.length))];
  const us = h.ring.map((p) => p[0]);
  const vs = h.ring.map((p) => p[1]);
  const deep = (side: 1 | -1): number =>
    wall ? leastDepth(shell, wall, side, Math.min(...us), Math.max(...us)) : 0;
  if (!wall || h.x < 0 || h.x > wall.length || h.y > deep(1) || h.y < -deep(-1)) {
    judge.outside(h, 'Its middle lies beyond the end of its wall.');
    return;
  }
  if (!h.planned) return;
  const rooms = [
    { name: 'the corner', room: Math.min(Math.min(...us), wall.length - Math.max(...us)) },
    { name: 'the face', room: deep(1) - Math.max(...vs) },
    { name: 'the back', room: Math.min(...vs) + deep(-1) },
  ];
  for (const { name, room } of rooms) {
    judge.say(
      'hole-at-edge',
      h,
      { id: name, name: `${name} beside the ${wallName(wall)}`, about: [], refs: [], sources: [] },
      room,
      EDGE_MM,
      {
        hit: `${mm1(room)} mm through ${name}`,
        left: `${mm1(room)} mm of ${name} left`,
        why: `A hole in a wall leaves ${EDGE_MM} mm of the next face standing, or that is cut open (typical).`,
      },
    );
  }
}

/** A hole that came out too large, filled and cut anew. */
function refills(scene: Scene, f: Finding, cuts: Pick<Cutting, 'openings'>): WayOut[] {
  const cut = cuts.openings.find((c) => overCutId(c) === f.id);
  if (!cut?.measured) return [];
  const asked = cut.asked ?? cut;
  const area = (q: { w: number; h: number }): number =>
    cut.round ? (Math.PI / 4) * q.w * q.h : q.w * q.h;
  const wall = scene.shell!.body.wall.mm;
  const cm3 = ((area(cut.measured) - area(asked)) * wall) / 1000;
  return [
    {
      id: `refill-${cut.key}`,
      text: 'Fill it and cut it anew',
      cost: `${cm3.toFixed(2)} cm³ of two-part filler behind tape, a day to cure, sand, file to size; mask and eye protection, every cell out`,
      changes: [{ do: 'recut', for: cut.through }],
      effort: 6,
    },
  ];
}

/** Steps a hole is moved by, mm, the nearest first, in eight directions. */
const STEPS_MM = [2, 3, 4, 6, 8, 11, 15, 20, 26];
/** Moves offered. */
const MOST = 3;

/**
 * A planned key hole moved to where it can be cut, with the single switch that stands behind it.
 *
 * Only what the holes themselves say is looked at here; each way is tried on the whole build after.
 */
export function holeWays(scene: Scene, f: Finding, cuts: Pick<Cutting, 'openings'>): WayOut[] {
  const { project } = scene;
  if (f.code === 'over-cut') return refills(scene, f, cuts);
  const held = heldOtherwise(scene, f, cuts);
  const input = project.controls.inputs.find(
    (i) => refIds(f).includes(i.id) && !('opening' in i.at),
  );
  if (!input || 'opening' in input.at) return held;
  const behind = backings(scene).find((b) => b.input.id === input.id)?.on?.item;
  const alone = backings(scene).filter((b) => b.on?.item === behind).length === 1;
  // A switch behind a wall stands on the floor: it is moved by hand.
  const placement =
    alone && 'piece' in input.at
      ? project.layout.placements.find((q) => q.item === behind && 'piece' in q.on)
      : undefined;
  const directions = 'wall' in input.at ? ALONG_A_WALL : DIRECTIONS;
  const out: WayOut[] = [...held];
  for (const mm of STEPS_MM) {
    for (let k = 0; k < 8 && out.length < MOST + held.length; k++) {
      const [dx, dy] = [Math.cos((k * Math.PI) / 4) * mm, Math.sin((k * Math.PI) / 4) * mm];
      const at = shifted(input.at, dx, dy);
      const changes: Change[] = [{ do: 'input', input: { ...input, at } }];
      if (placement) {
        const moved = { x: tenth(placement.x + dx), y: tenth(placement.y + dy) };
        changes.push({ do: 'place', placement: { ...placement, ...moved } });
      }
      const next = appliedAll(project, changes);
      const scene2 = { ...scene, project: next };
      const still = holeFindings(scene2, cutting(next, scene2));
      if (still.some((x) => refIds(x).includes(input.id))) continue;
      out.push({
        id: `move-hole-${input.id}-${mm}-${k}`,
        text: `Move the hole of ${input.name} ${mm1(mm)} mm ${directions[k]}`,
        cost: placement ? 'its switch moves with it' : 'its switch has to lie behind it',
        changes,
        effort: 1 + mm / 20,
      });
    }
  }
  return out;
}
/** A board whose screws would come out where they may not: moved, or held without screws. */
function heldOtherwise(
  scene: Scene,
  f: Finding,
  { openings }: Pick<Cutting, 'openings'>,
): WayOut[] {
  const drilled = new Set(
    openings.flatMap(({ through }) => ('hole' in through ? through.item : [])),
  );
  const about = refIds(f).find((id) => drilled.has(id));
  const at = about === undefined ? undefined : scene.items.get(about);
  if (!at) return [];
  return [onBracket(at), ...stepsAway(at, [2, 4, 6])];
}

const tenth = (v: number): number => Math.round(v * 10) / 10;
const shifted = (
  at: Exclude<InputPlace, { opening: string }>,
  dx: number,
  dy: number,
): InputPlace =>
  'piece' in at
    ? { ...at, x: tenth(at.x + dx), y: tenth(at.y + dy) }
    : { ...at, along: tenth(at.along + dx), v: tenth(at.v + dy) };

/** A wall is gone along counter-clockwise, as seen from the front. */
const ALONG_A_WALL = [
  'onward',
  'onward and to the front',
  'to the front',
  'backward and to the front',
  'backward',
  'backward and to the back',
  'to the back',
  'onward and to the back',
] as const;
const DIRECTIONS = [
  'right',
  'up and right',
  'up',
  'up and left',
  'left',
  'down and left',
  'down',
  'down and right',
] as const;
const refIds = (f: Finding): string[] =>
  (f.refs ?? []).flatMap((r) => (r.is === 'input' ? [r.id] : []));
