/**
 * A body pushed into the pocket of another: whether it goes in and stands firm, what catches on the
 * way, what the pocket leaves of the other's walls, what lies in its way there, and what can neither
 * be reached nor seen nor heard while it is in.
 *
 * In section and in depth everything is a box: along the wall, across it from back to front, and in
 * from the wall's outside. The way in is straight, so that what passes the mouth passes all the way.
 */
import {
  applied,
  type Change,
  type Finding,
  type Joined,
  judge,
  length,
  type Length,
  mm1,
  type Ref,
  type Seat,
  seatsOf,
  type SourceShare,
  type WayOut,
} from '../model';
import { sideOf, wallRules } from '../shell';
import { KEY_MM } from './keys';
import { bodiesOf, type Scene } from './scene';
import { edgeFrame, type Swung, swungOf } from './swung';
import { activeArea } from './window';

/** A printed sliding fit, and two films of paint: room at each side, mm, typical. */
export const SLIDE_MM = 0.2;
/** With more room at each side it rattles, mm: typical. */
export const RATTLE_MM = 1;

/** A box in the pocket's frame, mm. */
interface Box {
  along: readonly [number, number];
  up: readonly [number, number];
  deep: readonly [number, number];
}

/** Something of either body, in the pocket's frame. */
export interface InSeat {
  of: { is: Swung['of']['is'] | 'socket' | 'opening' | 'picture'; id: string; name: string };
  box: Box;
  u: number;
}

interface Taking extends Joined<Seat> {
  outer: Scene;
  inner: Scene;
}

function takings(scene: Scene): Taking[] {
  const bodies = bodiesOf(scene);
  return seatsOf(scene.project.shell).flatMap((seat) => {
    const [outer, inner] = [bodies[seat.of[0]], bodies[seat.of[1]]];
    return outer?.shell && inner?.shell ? [{ ...seat, outer, inner }] : [];
  });
}

type Flat = Pick<Swung, 'in0' | 'in1' | 'up0' | 'up1' | 'along0' | 'along1'>;

/** How a box of the body that goes in lies in the pocket, pushed home. */
function seated({ joint, bodies: [, body] }: Joined<Seat>): (s: Flat) => Box {
  const { pocket, turned, inner } = joint;
  const { front, back } = sideOf(body, inner.edge);
  const rise = pocket.rise.mm - ((front - back) / 2) * (turned ? -1 : 1);
  const shift = pocket.shift ?? 0;
  return (s) => {
    // Turned about the way in, left is right and the front is the back.
    const [along0, along1] = turned ? [-s.along1, -s.along0] : [s.along0, s.along1];
    const [up0, up1] = turned ? [-s.up1, -s.up0] : [s.up0, s.up1];
    return {
      along: [along0 + shift, along1 + shift],
      up: [up0 + rise, up1 + rise],
      deep: [pocket.deep.mm - s.in1, pocket.deep.mm - s.in0],
    };
  };
}

/** The pocket itself. */
const pocketOf = ({ pocket }: Seat): Box => {
  const [shift, rise] = [pocket.shift ?? 0, pocket.rise.mm];
  return {
    along: [shift - pocket.w.mm / 2, shift + pocket.w.mm / 2],
    up: [rise - pocket.h.mm / 2, rise + pocket.h.mm / 2],
    deep: [0, pocket.deep.mm],
  };
};

const AXES = ['along', 'up', 'deep'] as const;
/** Gap of two boxes along the axis that parts them best; negative is how far they overlap. */
const gapOf = (a: Box, b: Box): number =>
  Math.max(...AXES.map((k) => Math.max(a[k][0] - b[k][1], b[k][0] - a[k][1])));

/** Both bodies with what stands out of them, pushed so far that the given depth is left, mm. */
export function seatSection(
  scene: Scene,
  seat: Joined<Seat>,
  left: number,
): { outer: Box; pocket: Box; inner: InSeat[] } | undefined {
  const taking = takings(scene).find((t) => t.joint.id === seat.joint.id);
  if (!taking) return undefined;
  const outer = swungOf(taking.outer, seat.joint.outer.edge, false)[0]!;
  return {
    outer: flat(outer),
    pocket: pocketOf(seat.joint),
    inner: insideOf(taking).map(({ of, box, u }) => ({
      of,
      u,
      box: { ...box, deep: [box.deep[0] - left, box.deep[1] - left] },
    })),
  };
}

/** A box of the body that stays. */
const flat = (s: Flat): Box => ({
  along: [s.along0, s.along1],
  up: [s.up0, s.up1],
  deep: [s.in0, s.in1],
});

const insideOf = (t: Taking): InSeat[] => {
  const lay = seated(t);
  return swungOf(t.inner, t.joint.inner.edge, true).map((s) => ({ of: s.of, box: lay(s), u: s.u }));
};

/** Everything a seat is judged by. */
export const seatFindings = (scene: Scene): Finding[] =>
  takings(scene).flatMap((t) => [
    ...fitFindings(t),
    ...catching(t),
    ...wallsLeft(t),
    ...inTheWay(t),
    ...covered(t),
  ]);

interface Said {
  code: string;
  id: string;
  what: string;
  why: string[];
  about: string[];
  refs?: Ref[];
  reason: string;
}

const source = (t: Taking, key: keyof Seat['pocket'], label: string, l: Length, k: number) => ({
  key: `shell.joints.${t.joint.id}.pocket.${key}`,
  label,
  u: l.u,
  k,
});

/** A finding of a gap against what it needs; nothing where that is clear. */
function measured(
  t: Taking,
  said: Said,
  gap: number,
  required: number,
  sources: SourceShare[],
): Finding[] {
  const sigma = Math.hypot(...sources.map((s) => s.u * s.k));
  const { chance, verdict } = judge(gap - required, sigma);
  if (verdict === 'clear') return [];
  const { reason, refs = [], ...rest } = said;
  const worst = gap - required - Math.sqrt(3) * sigma;
  return [
    {
      ...rest,
      id: `${t.joint.id}:${said.id}`,
      station: 'shell',
      check: 'seat',
      verdict,
      title: gap < 0 ? `${mm1(gap)} mm overlap` : `${mm1(gap)} mm, needs ${mm1(required)}`,
      refs: [{ is: 'joint', id: t.joint.id }, ...refs],
      measure: { gap, required, reason, sigma, chance, worst, sources },
    },
  ];
}

const SIDES = {
  w: { outline: 'along', word: 'wide' },
  h: { outline: 'up', word: 'high' },
} as const;

/** Room at the sides of what goes in: too little and it does not, too much and it rattles. */
function fitFindings(t: Taking): Finding[] {
  const { joint, bodies } = t;
  const [outer, inner] = bodies;
  const body = insideOf(t)[0]!;
  return (['w', 'h'] as const).flatMap((key) => {
    const { outline, word } = SIDES[key];
    const [from, to] = body.box[outline];
    const size = to - from;
    const pocket = joint.pocket[key];
    const gap = (pocket.mm - size) / 2;
    const sources: SourceShare[] = [
      source(t, key, `pocket, ${word}`, pocket, 0.5),
      { key: `shell.bodies.${t.of[1]}`, label: inner.name, u: uncertain(inner, key), k: 0.5 },
    ];
    const why = [
      `(${mm1(pocket.mm)} ${word} - ${mm1(size)}) / 2 = ${mm1(gap)} mm at each side`,
      `A printed sliding fit wants ${SLIDE_MM} mm at each side, paint a tenth more for each film (typical: print a slice of both first).`,
    ];
    const about = [outer.id, inner.id];
    if (gap > RATTLE_MM) {
      return [
        {
          id: `${joint.id}:rattles-${key}`,
          station: 'shell',
          check: 'seat',
          code: 'seat-rattles',
          verdict: 'tight',
          title: `${mm1(gap)} mm of play at each side`,
          what: `${inner.name} rattles in the pocket of ${outer.name}.`,
          why: [why[0]!, `Over ${RATTLE_MM} mm it tips and wears (typical); line it with felt.`],
          about,
          refs: [{ is: 'joint', id: joint.id }],
        },
      ];
    }
    const said: Said = {
      code: 'seat-narrow',
      id: `narrow-${key}`,
      what: `${inner.name} ${howItGoes(gap)} the pocket of ${outer.name}: not ${word} enough.`,
      why,
      about,
      reason: 'a printed sliding fit',
    };
    return measured(t, said, gap, SLIDE_MM, sources);
  });
}

function howItGoes(gap: number): string {
  if (gap < 0) return 'does not go into';
  return gap < SLIDE_MM ? 'goes hard into' : 'may bind in';
}

function uncertain({ outline, pieces }: Joined['bodies'][0], key: 'w' | 'h'): number {
  if (key === 'h') return Math.hypot(...pieces.map((q) => q.depth.u));
  return outline.kind === 'rect' ? Math.max(outline.w.u, outline.h.u) : outline.u * Math.SQRT2;
}

/** What stands out of the body that goes in, and meets the mouth or the pocket's floor. */
function catching(t: Taking): Finding[] {
  const { joint, bodies } = t;
  const [outer, inner] = bodies;
  const pocket = pocketOf(joint);
  return insideOf(t)
    .slice(1)
    .filter(({ box }) => box.deep[1] > 0)
    .flatMap(({ of, box, u }) => {
      // Only what stands out over the edge comes to the floor before the body does.
      const over = box.deep[1] - pocket.deep[1];
      const floor = over > 0 ? -over : Infinity;
      const sides = (['along', 'up'] as const).map((k) =>
        Math.min(box[k][0] - pocket[k][0], pocket[k][1] - box[k][1]),
      );
      const gap = Math.min(floor, ...sides);
      const isFloor = gap === floor;
      const said: Said = {
        code: 'seat-catches',
        id: `catches-${of.is}-${of.id}`,
        what: isFloor
          ? `${of.name} keeps ${inner.name} from going home in ${outer.name}.`
          : `${of.name} catches at the mouth of ${outer.name}.`,
        why: [
          isFloor
            ? `It stands out over the edge of ${inner.name} that goes in.`
            : `It is pushed ${mm1(Math.min(box.deep[1], pocket.deep[1]))} mm into a pocket of ${mm1(joint.pocket.w.mm)} × ${mm1(joint.pocket.h.mm)} mm.`,
          'A groove in the pocket where it passes, a shallower pocket, or the other edge ahead.',
        ],
        about: [of.id],
        refs: refOf(t.inner, of),
        reason: 'nothing catches on the way in',
      };
      return measured(t, said, gap, 0, [
        { key: `bodies.${inner.id}.${of.id}`, label: of.name, u, k: 1 },
        source(t, 'h', 'pocket, high', joint.pocket.h, 0.5),
      ]);
    });
}

function refOf(scene: Scene, of: InSeat['of']): Ref[] {
  if (of.is === 'part' || of.is === 'picture') return [{ is: 'item', id: of.id }];
  if (of.is !== 'key' && of.is !== 'opening') return [];
  const isInput = scene.project.controls.inputs.some((i) => i.id === of.id);
  return [{ is: isInput ? 'input' : 'opening', id: of.id }];
}

/** The thinnest wall that the pocket leaves of what takes it. */
function wallsLeft(t: Taking): Finding[] {
  const { joint, bodies } = t;
  const [outer, inner] = bodies;
  const pocket = pocketOf(joint);
  const body = flat(swungOf(t.outer, joint.outer.edge, false)[0]!);
  const left = [
    { of: 'before it', mm: body.up[1] - pocket.up[1], l: joint.pocket.h, key: 'h' as const },
    { of: 'behind it', mm: pocket.up[0] - body.up[0], l: joint.pocket.h, key: 'h' as const },
    {
      of: 'beside it',
      mm: Math.min(pocket.along[0] - body.along[0], body.along[1] - pocket.along[1]),
      l: joint.pocket.w,
      key: 'w' as const,
    },
    {
      of: 'under its floor',
      mm: body.deep[1] - pocket.deep[1],
      l: joint.pocket.deep,
      key: 'deep' as const,
    },
  ];
  const thin = left.reduce((a, b) => (b.mm < a.mm ? b : a));
  const needs = Math.max(...outer.pieces.map((q) => wallRules(q).wall.usual));
  const said: Said = {
    code: 'seat-thin',
    id: 'thin',
    what: `What the pocket for ${inner.name} leaves of ${outer.name} ${thin.of}.`,
    why: [
      `${outer.name} is ${mm1(body.along[1] - body.along[0])} × ${mm1(body.up[1] - body.up[0])} × ${mm1(body.deep[1])} mm there, the pocket ${mm1(joint.pocket.w.mm)} × ${mm1(joint.pocket.h.mm)} × ${mm1(joint.pocket.deep.mm)}.`,
      `A wall of ${needs} mm is usual for what it is made of (typical).`,
    ],
    about: [outer.id],
    reason: 'a wall that holds',
  };
  return measured(t, said, thin.mm, needs, [source(t, thin.key, 'pocket', thin.l, 0.5)]);
}

/** Parts and posts of the body that takes it, where the pocket is. */
function inTheWay(t: Taking): Finding[] {
  const { joint, bodies, outer } = t;
  const frame = edgeFrame(outer, joint.outer.edge, false);
  const pocket = pocketOf(joint);
  const boxOf = (s: {
    x0: number;
    x1: number;
    y0: number;
    y1: number;
    z0: number;
    z1: number;
  }): Box => flat({ ...frame(s.x0, s.x1, s.y0, s.y1), up0: s.z0, up1: s.z1 });
  const things = [
    ...[...outer.items.values()].map((at) => ({
      id: at.item.id,
      name: at.item.name,
      ref: { is: 'item', id: at.item.id } satisfies Ref,
      gap: Math.min(...at.blocks.map(({ solid }) => gapOf(boxOf(solid), pocket))),
    })),
    ...outer.shell!.features.map(({ feature, solid }) => ({
      id: feature.id,
      name: feature.name,
      ref: { is: 'feature', id: feature.id } satisfies Ref,
      gap: gapOf(boxOf(solid), pocket),
    })),
  ];
  const nearest = new Map<string, (typeof things)[number]>();
  for (const x of things) {
    if (x.gap < (nearest.get(x.id)?.gap ?? Infinity)) nearest.set(x.id, x);
  }
  return [...nearest.values()].flatMap(({ id, name, ref, gap }) => {
    const said: Said = {
      code: 'seat-in-way',
      id: `in-way-${id}`,
      what: `${name} lies where the pocket for ${bodies[1].name} is.`,
      why: [
        `Between it and the room of the pocket, ${mm1(joint.pocket.deep.mm)} mm deep, are ${mm1(gap)} mm; its wall wants ${mm1(bodies[0].wall.mm)}.`,
      ],
      about: [id],
      refs: [ref],
      reason: 'the wall of the pocket',
    };
    return measured(t, said, gap, bodies[0].wall.mm, [
      source(t, 'deep', 'pocket, deep', joint.pocket.deep, 1),
    ]);
  });
}

/** Openings that are of use as holes; keys, pictures and sockets are told by what is behind theirs. */
const REACHED: ReadonlySet<string> = new Set([
  'slot',
  'wheel',
  'speaker',
  'vent',
  'switch',
  'lamp',
]);

/** Everything of the body that goes in which is of use from outside. */
function usedOf(t: Taking): InSeat[] {
  const { inner, joint } = t;
  const frame = edgeFrame(inner, joint.inner.edge, true);
  const lay = seated(t);
  const spot = (x0: number, x1: number, y0: number, y1: number): Box =>
    lay({ ...frame(x0, x1, y0, y1), up0: 0, up1: 0 });
  const { openings, walls } = inner.shell!;
  const inFace = openings.face
    .filter((o) => REACHED.has(o.use))
    .map(({ id, name, x, y, w, h }): InSeat => ({
      of: { is: 'opening', id, name },
      box: spot(x - w / 2, x + w / 2, y - h / 2, y + h / 2),
      u: 0,
    }));
  const onWall = (wall: number, u: number, w: number): Box => {
    const { x0, y0, ux, uy } = walls[wall]!;
    const [from, to] = [u - w / 2, u + w / 2];
    const xs = [x0 + ux * from, x0 + ux * to];
    const ys = [y0 + uy * from, y0 + uy * to];
    return spot(Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys));
  };
  const { inputs } = inner.project.controls;
  const keyAt = new Map(inputs.flatMap((i) => ('opening' in i.at ? [[i.at.opening, i]] : [])));
  const inWall = openings.wall
    .filter((o) => REACHED.has(o.use) || keyAt.has(o.id))
    .map(({ id, name, wall, u, w }): InSeat => ({
      of: keyAt.has(id)
        ? { is: 'key', id: keyAt.get(id)!.id, name: keyAt.get(id)!.name }
        : { is: 'opening', id, name },
      box: onWall(wall, u, w),
      u: 0,
    }));
  const toBeCut = inputs.flatMap(({ id, name, at, hole = KEY_MM }): InSeat[] =>
    'wall' in at && at.body === inner.shell!.body.id && walls[at.wall]
      ? [{ of: { is: 'key', id, name }, box: onWall(at.wall, at.along, hole), u: 0 }]
      : [],
  );
  const sockets = [...inner.items.values()].flatMap((at) =>
    at.mouths
      .filter((m) => m.outside)
      .map((m): InSeat => ({
        of: { is: 'socket', id: at.item.id, name: `${m.name} of ${at.item.name}` },
        box: spot(m.x, m.x, m.y, m.y),
        u: 0,
      })),
  );
  const pictures = [...inner.items.values()].flatMap((at): InSeat[] => {
    const lit = activeArea(inner, at);
    const of = { is: 'picture', id: at.item.id, name: `the picture of ${at.item.name}` } as const;
    return lit ? [{ of, box: spot(lit.x0, lit.x1, lit.y0, lit.y1), u: 0 }] : [];
  });
  const keys = swungOf(inner, joint.inner.edge, true)
    .filter((s) => s.of.is === 'key')
    .map((s): InSeat => ({ of: s.of, box: lay(s), u: s.u }));
  return [...keys, ...toBeCut, ...inWall, ...sockets, ...pictures, ...inFace];
}

/** What cannot be used while it is in, and nobody said that it need not. */
function covered(t: Taking): Finding[] {
  const { joint, bodies } = t;
  const idle = new Set(joint.idle);
  const seen = new Set<string>();
  const names = new Set<string>();
  const hidden = usedOf(t).filter(({ of, box }) => {
    const isNew = !seen.has(of.id) && !names.has(of.name);
    if (box.deep[1] <= 0 || idle.has(of.id) || !isNew) return false;
    seen.add(of.id);
    names.add(of.name);
    return true;
  });
  if (!hidden.length) return [];
  return [
    {
      id: `${joint.id}:covered`,
      station: 'shell',
      check: 'seat',
      code: 'seat-covers',
      verdict: 'tight',
      title: hidden.length === 1 ? 'One thing is covered' : `${hidden.length} things are covered`,
      what: `In ${bodies[0].name}, nothing gets to ${hidden.map(({ of }) => of.name).join(', ')}.`,
      why: [
        `${bodies[1].name} goes ${mm1(joint.pocket.deep.mm)} mm in; what lies within that of its ${joint.inner.edge} edge is behind the pocket’s wall.`,
      ],
      about: hidden.map(({ of }) => of.id),
      refs: [{ is: 'joint', id: joint.id }, ...hidden.flatMap(({ of }) => refOf(t.inner, of))],
    },
  ];
}

/** The pocket wider, not as deep, or what it covers given up while it is in. */
export function seatWays(scene: Scene, f: Finding): WayOut[] {
  const found = takings(scene).find(({ joint }) =>
    f.refs?.some((r) => r.is === 'joint' && r.id === joint.id),
  );
  if (!found) return [];
  const { joint } = found;
  if (f.code === 'seat-covers') return [...shallower(scene, f, joint), idleWay(f, joint)];
  if (f.code === 'seat-narrow' || f.code === 'seat-rattles') {
    return (['w', 'h'] as const).flatMap((key) => fitting(found, f, key));
  }
  if (f.code === 'seat-catches') {
    return [...shallower(scene, f, joint), ...wider(scene, f, joint)];
  }
  if (f.code === 'seat-thin' || f.code === 'seat-in-way') return shallower(scene, f, joint);
  return [];
}

const tenth = (mm: number): number => Math.round(mm * 10) / 10;
const isGone = (scene: Scene, f: Finding, change: Change): boolean => {
  const project = applied(scene.project, change);
  return seatFindings({ ...scene, project }).every((x) => x.id !== f.id);
};
const pocketed = (joint: Seat, set: Partial<Seat['pocket']>): Change => ({
  do: 'joint',
  joint: { ...joint, pocket: { ...joint.pocket, ...set } },
});

/** As wide as a sliding fit, with its doubt. */
function fitting(t: Taking, f: Finding, key: 'w' | 'h'): WayOut[] {
  if (f.id !== `${t.joint.id}:narrow-${key}` && f.id !== `${t.joint.id}:rattles-${key}`) return [];
  const [from, to] = insideOf(t)[0]!.box[SIDES[key].outline];
  const mm = tenth(to - from + 2 * (SLIDE_MM + USUAL_DOUBT_MM));
  return [
    {
      id: `pocket-${key}`,
      text: `Make the pocket ${mm1(mm)} mm ${SIDES[key].word}`,
      cost: 'drawn anew, and a slice of it printed to try',
      changes: [pocketed(t.joint, { [key]: length(mm, t.joint.pocket[key].how) })],
      effort: 2,
    },
  ];
}
/** Beside what a fit wants, so much is left to the printer, mm. */
const USUAL_DOUBT_MM = 0.2;

function shallower(scene: Scene, f: Finding, joint: Seat): WayOut[] {
  for (let mm = joint.pocket.deep.mm - 0.5; mm >= LEAST_DEEP_MM; mm -= 0.5) {
    const change = pocketed(joint, { deep: length(tenth(mm), joint.pocket.deep.how) });
    if (!isGone(scene, f, change)) continue;
    return [
      {
        id: 'pocket-deep',
        text: `Make the pocket ${mm1(mm)} mm deep`,
        cost: 'it stands less firm',
        changes: [change],
        effort: 2,
      },
    ];
  }
  return [];
}
/** Shallower, and it stands on nothing, mm. */
const LEAST_DEEP_MM = 3;

function wider(scene: Scene, f: Finding, joint: Seat): WayOut[] {
  const need = Math.max(0, -(f.measure?.worst ?? 0));
  const h = length(tenth(joint.pocket.h.mm + 2 * need + 0.1), joint.pocket.h.how);
  const change = pocketed(joint, { h });
  if (!isGone(scene, f, change)) return [];
  return [
    {
      id: 'pocket-high',
      text: `Make the pocket ${mm1(h.mm)} mm high`,
      cost: 'it has more play; line it with felt',
      changes: [change],
      effort: 3,
    },
  ];
}

function idleWay(f: Finding, joint: Seat): WayOut {
  const idle = [...new Set([...(joint.idle ?? []), ...f.about])];
  return {
    id: 'idle',
    text: 'None of it is used while it is in',
    cost: 'nothing, if that is true',
    changes: [{ do: 'joint', joint: { ...joint, idle } }],
    effort: 0.5,
  };
}
