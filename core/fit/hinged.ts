/**
 * Two bodies on a hinge over their whole swing: the bodies themselves, the keys that stand out of
 * their faces and whatever else sticks out. Conservative advancement in section across the hinge:
 * where the gap is g, nothing that turns at radius R can close it within g / R.
 */
import {
  applied,
  type Change,
  type Finding,
  formatMm,
  type Hinge,
  hingesOf,
  type Joined,
  judge,
  length,
  mm1,
  type Ref,
  type WayOut,
} from '../model';
import type { Pt } from '../geometry';
import { convexGap } from '../shell';
import { PROUD } from './keys';
import { bodiesOf, type Scene, sceneOf } from './scene';
import { type Swung, swungOf } from './swung';

/** The finest step of a swing, and the coarsest, degrees. */
const LEAST_DEG = 0.05;
const MOST_DEG = 2;
const RADIAN = Math.PI / 180;

/** Corners of something lying flat open at the hinge: of the first body to the left of the axis, of the second to the right. */
export function ringOf(s: Swung, { out, up }: Pick<Hinge, 'out' | 'up'>, side: 1 | -1): Pt[] {
  const x = (into: number): number => side * (out.mm + into);
  const z = (height: number): number => height - up.mm;
  return [
    [x(s.in0), z(s.up0)],
    [x(s.in1), z(s.up0)],
    [x(s.in1), z(s.up1)],
    [x(s.in0), z(s.up1)],
  ];
}

const turned = (ring: readonly Pt[], deg: number): Pt[] => {
  const t = (180 - deg) * RADIAN;
  return ring.map(([x, y]) => [
    x * Math.cos(t) - y * Math.sin(t),
    x * Math.sin(t) + y * Math.cos(t),
  ]);
};

/**
 * The least gap of two convex outlines while one turns about the axis.
 *
 * @param fixed   of the first body
 * @param moving  of the second, as it lies at 180°
 * @returns       mm, negative by how far they overlap; a touch is missed by at most half the finest
 *                step times the radius: 0.04 mm at 100 mm
 */
export function leastOver(
  fixed: readonly Pt[],
  moving: readonly Pt[],
  fromDeg: number,
  toDeg: number,
): { gap: number; deg: number } {
  const radius = Math.max(...moving.map(([x, y]) => Math.hypot(x, y)));
  const last = Math.max(fromDeg, toDeg);
  let deg = Math.min(fromDeg, toDeg);
  let least = { gap: Infinity, deg };
  for (;;) {
    const gap = convexGap(fixed, turned(moving, deg));
    if (gap < least.gap) least = { gap, deg };
    if (deg >= last) return least;
    const free = Math.max(0, gap) / radius / RADIAN;
    deg = Math.min(last, deg + Math.min(MOST_DEG, Math.max(LEAST_DEG, free)));
  }
}

/** Everything of both bodies of a hinge; the second's lies beside the first's by the shift of their middles. */
function sidesOf(
  scene: Scene,
  { joint: hinge, of: [a, b] }: Joined<Hinge>,
): { fixed: Swung[]; moving: Swung[] } | undefined {
  const bodies = bodiesOf(scene);
  const [first, second] = [bodies[a], bodies[b]];
  if (!first?.shell || !second?.shell) return undefined;
  const by = hinge.shift ?? 0;
  return {
    fixed: swungOf(first, hinge.first.edge, false),
    moving: swungOf(second, hinge.second.edge, true).map((s) => ({
      ...s,
      along0: s.along0 + by,
      along1: s.along1 + by,
    })),
  };
}

/** Something of either body in section across the hinge, as it lies at an angle. */
export interface InSection {
  of: Swung['of'];
  /** 0 for the first body, 1 for the second. */
  body: 0 | 1;
  ring: Pt[];
  /** How far it is in something of the other body, mm; 0 where it is free. */
  deep: number;
}

/** Both bodies and all that stands out of them, in section across their hinge. */
export function hingeSection(scene: Scene, hinged: Joined<Hinge>, deg: number): InSection[] {
  const sides = sidesOf(scene, hinged);
  if (!sides) return [];
  const hinge = hinged.joint;
  const all = [
    ...sides.fixed.map((s) => ({
      s,
      body: 0 as const,
      ring: ringOf(s, hinge, -1),
    })),
    ...sides.moving.map((s) => ({
      s,
      body: 1 as const,
      ring: turned(ringOf(s, hinge, 1), deg),
    })),
  ];
  return all.map(({ s, body, ring }) => {
    const met = all.filter(
      (o) => o.body !== body && o.s.along0 < s.along1 && s.along0 < o.s.along1,
    );
    const gaps = met.map((o) => convexGap(ring, o.ring));
    return { of: s.of, body, ring, deep: Math.max(0, -Math.min(...gaps)) };
  });
}

/** Two things that meet somewhere in the swing, or hardly pass. */
interface Meeting {
  a: Swung;
  b: Swung;
  gap: number;
  deg: number;
}

/** The nearest meeting of each thing that is no body, and of the bodies themselves. */
function meetings(scene: Scene, hinged: Joined<Hinge>): Meeting[] {
  const sides = sidesOf(scene, hinged);
  if (!sides) return [];
  const hinge = hinged.joint;
  const all: Meeting[] = [];
  for (const a of sides.fixed) {
    const fixed = ringOf(a, hinge, -1);
    for (const b of sides.moving) {
      if (a.along0 >= b.along1 || b.along0 >= a.along1) continue;
      const moving = ringOf(b, hinge, 1);
      all.push({ a, b, ...leastOver(fixed, moving, hinge.closedDeg, hinge.openDeg) });
    }
  }
  return all.sort((p, q) => p.gap - q.gap);
}

const isBody = (s: Swung): boolean => s.of.is === 'body';
const keyOf = ({ a, b }: Meeting): string =>
  [a, b]
    .filter((s) => !isBody(s))
    .map((s) => s.of.id)
    .join('~') || 'bodies';

/** How far it is shut where they meet. */
function whenWords(hinge: Hinge, deg: number): string {
  if (Math.abs(deg - hinge.closedDeg) < 0.5) return 'when it is shut';
  if (Math.abs(deg - hinge.openDeg) < 0.5) return 'when it is open';
  return `at ${Math.round(deg)}°, on the way`;
}

/** The body that one thing meets. */
function otherWords({ a, b }: Meeting): string {
  if (isBody(a) === isBody(b)) return '';
  return ` meets ${isBody(a) ? a.of.name : b.of.name}`;
}

function meetingFinding(m: Meeting, scene: Scene, hinge: Hinge): Finding[] {
  const { a, b, gap, deg } = m;
  const sigma = Math.hypot(a.u, b.u, hinge.out.u, 2 * hinge.up.u);
  const { chance, verdict } = judge(gap, sigma);
  if (verdict === 'clear') return [];
  const things = [a, b].filter((s) => !isBody(s));
  const said = things.length ? things : [a, b];
  const typical = things.some(
    (s) => s.of.is === 'key' && Math.abs(s.up1 - s.up0 - PROUD.mm) < 1e-9 && s.u >= PROUD.u,
  );
  return [
    {
      id: `${hinge.id}:swing-${keyOf(m)}`,
      station: 'shell',
      check: 'hinge',
      code: 'hinge-swing',
      verdict,
      title: gap < 0 ? `${mm1(gap)} mm too deep` : `${mm1(gap)} mm free`,
      what: `${said.map((x) => x.of.name).join(' meets ')}${otherWords(m)} ${whenWords(hinge, deg)}.`,
      why: [
        `Turned from ${hinge.closedDeg}° to ${hinge.openDeg}° about an axis ${formatMm(hinge.out.mm, 1)} mm out and ${formatMm(hinge.up.mm, 1)} mm up, ${gap < 0 ? `they overlap by ${mm1(gap)} mm at the most` : `they come within ${mm1(gap)} mm`}, at ${Math.round(deg)}°.`,
        ...(typical
          ? [`A key stands ${PROUD.mm} mm out of its face (typical): measure the cap.`]
          : []),
      ],
      about: said.map((s) => s.of.id),
      refs: [{ is: 'joint', id: hinge.id }, ...said.map((s) => refOf(scene, s))],
      measure: {
        gap,
        required: 0,
        reason: 'nothing touches while it opens and shuts',
        sigma,
        chance,
        worst: gap - Math.sqrt(3) * sigma,
        sources: [
          { key: `shell.joints.${hinge.id}.up`, label: 'axis up', u: hinge.up.u, k: 2 },
          { key: `shell.joints.${hinge.id}.out`, label: 'axis out', u: hinge.out.u, k: 1 },
        ],
      },
    },
  ];
}

const refOf = (scene: Scene, { of }: Swung): Ref =>
  of.is === 'key' && scene.project.controls.inputs.some((i) => i.id === of.id)
    ? { is: 'input', id: of.id }
    : { is: of.is === 'part' ? 'item' : 'piece', id: of.id };

/**
 * What meets while a hinge opens and shuts. Whether the bodies pass when shut and open is told by
 * the shell alone; here it is the way between, and all that stands out of them.
 */
export const hingedFindings = (scene: Scene): Finding[] =>
  hingesOf(scene.project.shell).flatMap((hinged) => ofHinge(scene, hinged));

function ofHinge(scene: Scene, hinged: Joined<Hinge>): Finding[] {
  const hinge = hinged.joint;
  const seen = new Set<string>();
  const all = meetings(scene, hinged).flatMap((m) => {
    const isEnd = [hinge.closedDeg, hinge.openDeg].some((deg) => Math.abs(deg - m.deg) < 1e-9);
    if (seen.has(keyOf(m)) || (isBody(m.a) && isBody(m.b) && isEnd)) return [];
    seen.add(keyOf(m));
    return meetingFinding(m, scene, hinge);
  });
  return isEstimated(hinge) ? inOneLine(all) : all;
}

const isEstimated = ({ up, out }: Hinge): boolean =>
  [up, out].some((read) => read.how === 'estimate');

/** Of an axis nobody measured all that passes within its doubt is one thing to do. */
function inOneLine(all: readonly Finding[]): Finding[] {
  const close = all.filter((f) => f.verdict === 'tight');
  const [first] = close;
  if (!first || close.length < 2) return [...all];
  return [
    ...all.filter((f) => f.verdict !== 'tight'),
    {
      ...first,
      code: 'hinge-estimated',
      title: `${close.length} things pass within its doubt`,
      what: `The axis of the hinge is estimated. Nearest: ${first.what}`,
      why: [
        'Measure how far the axis lies out of the edges and above the parting planes, under Shell, Bodies and joints.',
        ...close.map((f) => `${f.title}: ${f.what}`),
      ],
      about: [...new Set(close.flatMap((f) => f.about))],
      refs: close.flatMap((f) => f.refs ?? []),
    },
  ];
}

const SWINGS: ReadonlySet<string> = new Set(['hinge-swing', 'hinge-estimated']);
/** Steps an axis is tried further by, mm. */
const STEPS = [0.2, 0.5, 1, 1.5, 2, 3, 4, 6, 8];

/** The axis further up or out, as little as does. */
export function hingedWays(scene: Scene, f: Finding): WayOut[] {
  const p = scene.project;
  const found = hingesOf(p.shell).find(({ joint }) =>
    f.refs?.some((r) => r.is === 'joint' && r.id === joint.id),
  );
  if (!found || !SWINGS.has(f.code)) return [];
  const hinge = found.joint;
  const isGone = (change: Change): boolean => {
    const next = applied(p, change);
    const turned = hingesOf(next.shell).find(({ joint }) => joint.id === hinge.id);
    const left = turned ? ofHinge(sceneOf(next, scene), turned) : [];
    // One line for many is gone when none of them is left.
    return f.code === 'hinge-estimated'
      ? left.every((x) => x.verdict === 'clear')
      : left.every((x) => x.id !== f.id);
  };
  return (['up', 'out'] as const).flatMap((key): WayOut[] => {
    for (const more of STEPS) {
      const to = length(Math.ceil((hinge[key].mm + more) * 10) / 10, hinge[key].how);
      const change: Change = { do: 'joint', joint: { ...hinge, [key]: to } };
      if (!isGone(change)) continue;
      return [
        {
          id: `hinge-${key}`,
          text:
            key === 'up'
              ? `Set the axis ${to.mm} mm above the parting planes`
              : `Set the axis ${to.mm} mm out of the edges`,
          cost: 'longer hinge arms, and a wider crack when it is shut',
          changes: [change],
          effort: 3 + more,
        },
      ];
    }
    return [];
  });
}
