/** Whether it goes in and stands firm, what catches on the way, what is left of walls, and what lies in the way there. */
import { type Finding, type Joined, mm1, type Ref, type SourceShare } from '../../model';
import { wallRules } from '../../shell';
import { edgeFrame, swungOf } from '../swung';
import { type Box, flat, gapOf, insideOf, pocketOf, type Taking } from './pocket';
import { measured, refOf, type Said, source } from './said';

/** A printed sliding fit, and two films of paint: room at each side, mm, typical. */
export const SLIDE_MM = 0.2;
/** With more room at each side it rattles, mm: typical. */
export const RATTLE_MM = 1;

export const SIDES = {
  w: { outline: 'along', word: 'wide' },
  h: { outline: 'up', word: 'high' },
} as const;

/** Room at the sides of what goes in: too little and it does not, too much and it rattles. */
export function fitFindings(t: Taking): Finding[] {
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
export function catching(t: Taking): Finding[] {
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
      const [beside, before] = (['along', 'up'] as const).map((k) =>
        Math.min(box[k][0] - pocket[k][0], pocket[k][1] - box[k][1]),
      ) as [number, number];
      const gap = Math.min(floor, beside, before);
      const isFloor = gap === floor;
      const { w, h } = joint.pocket;
      const read =
        beside < before
          ? source(t, 'w', 'pocket, wide', w, 0.5)
          : source(t, 'h', 'pocket, high', h, 0.5);
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
        read,
      ]);
    });
}

/** The thinnest wall that the pocket leaves of what takes it. */
export function wallsLeft(t: Taking): Finding[] {
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
  const k = thin.key === 'deep' ? 1 : 0.5;
  return measured(t, said, thin.mm, needs, [source(t, thin.key, 'pocket', thin.l, k)]);
}

/** Parts and posts of the body that takes it, where the pocket is. */
export function inTheWay(t: Taking): Finding[] {
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
