/**
 * Two bodies on a hinge: how they lie when closed and open, whether they touch, and whether the
 * ribbon lasts that rolls through the barrel.
 */
import { area, type Pt, ringOf } from '../geometry';
import {
  type Body,
  type Edge,
  type Finding,
  type Hinge,
  hingesOf,
  type Joined,
  judge,
  type Length,
  mm1,
  outlineSpan,
  type Shell,
  type Worked,
} from '../model';

/** Size of a body seen along the hinge's axis: from the hinge edge away, behind and before the parting plane. */
export function sideOf(body: Body, edge: Edge): { reach: number; front: number; back: number } {
  const { w, h } = outlineSpan(body.outline);
  const depth = (role: string) =>
    body.pieces.find((p) => p.role === role || (role === 'front' && p.role === 'plate'))?.depth
      .mm ?? 0;
  return {
    reach: edge === 'left' || edge === 'right' ? w : h,
    front: depth('front'),
    back: depth('back'),
  };
}

/**
 * Both bodies in section across the hinge: the axis at 0, 0, the first body lying flat to the left,
 * front up; the second turned so far about the axis.
 *
 * @param deg  angle between the two fronts: 180 lies flat open, 0 is shut face to face
 */
export function section(
  { joint: hinge, bodies: [a, b] }: Joined<Hinge>,
  deg: number,
): { first: Pt[]; second: Pt[] } {
  const [p, q] = [sideOf(a, hinge.first.edge), sideOf(b, hinge.second.edge)];
  const out = hinge.out.mm;
  const up = hinge.up.mm;
  const t = ((180 - deg) * Math.PI) / 180;
  const first: Pt[] = [
    [-out - p.reach, -up - p.back],
    [-out, -up - p.back],
    [-out, -up + p.front],
    [-out - p.reach, -up + p.front],
  ];
  const flat: Pt[] = [
    [out, -up - q.back],
    [out + q.reach, -up - q.back],
    [out + q.reach, -up + q.front],
    [out, -up + q.front],
  ];
  // Folding lifts the second body over the axis onto the first.
  return {
    first,
    second: flat.map(([x, y]): Pt => [
      x * Math.cos(t) - y * Math.sin(t),
      x * Math.sin(t) + y * Math.cos(t),
    ]),
  };
}

/** Gap of two convex outlines; negative is how far they overlap. */
export function convexGap(a: readonly Pt[], b: readonly Pt[]): number {
  let best = -Infinity;
  for (const [p, q] of [
    [a, b],
    [b, a],
  ] as const) {
    const turn = Math.sign(area(ringOf(p)));
    p.forEach((s, i) => {
      const e = p[(i + 1) % p.length]!;
      const len = Math.hypot(e[0] - s[0], e[1] - s[1]);
      const nx = (turn * (e[1] - s[1])) / len;
      const ny = (-turn * (e[0] - s[0])) / len;
      best = Math.max(best, Math.min(...q.map((v) => (v[0] - s[0]) * nx + (v[1] - s[1]) * ny)));
    });
  }
  return best;
}

/**
 * The ribbon rolled in the barrel.
 *
 * @returns length it takes rolled, mm: turns × 2π·r, r at the middle of its layers; opening takes φ/360 turns off or on
 */
export function rolled(
  hinge: Hinge,
): Worked<{ lengthMm: number; radiusMm: number; leastMm: number; turnsOpen: number }> {
  const { thick, turns, bendTimes } = hinge.ribbon;
  const change = Math.abs(hinge.openDeg - hinge.closedDeg) / 360;
  const most = turns + change;
  const layers = Math.ceil(most);
  // Outermost layer lies against the barrel; each further turn lies one thickness nearer the axis. Open it is wound tighter.
  const inner = hinge.barrel.mm / 2 - layers * thick.mm;
  const radius = hinge.barrel.mm / 2 - (layers * thick.mm) / 2;
  const least = bendTimes * thick.mm;
  const lengthMm = most * 2 * Math.PI * radius;
  return {
    value: { lengthMm, radiusMm: inner, leastMm: least, turnsOpen: most },
    working: [
      `${turns} turns closed, opening by ${Math.abs(hinge.openDeg - hinge.closedDeg)}° changes them by ${change.toFixed(2)}`,
      `length rolled = ${most.toFixed(2)} × 2π × ${radius.toFixed(2)} = ${lengthMm.toFixed(0)} mm`,
      `innermost bend ${inner.toFixed(2)} mm; least ${bendTimes} × ${thick.mm} = ${least.toFixed(2)} mm (typical for a moving ribbon, see its sheet)`,
    ],
  };
}

const source = (hinge: Hinge, key: string, label: string, l: Length, k: number) => ({
  key: `shell.joints.${hinge.id}.${key}`,
  label,
  u: l.u,
  k,
});

/** How the bodies lie at either end of the swing; the ribbon in the barrel; the magnet that sends it to sleep. */
type HingeCode = 'hinge-pose' | 'hinge-ribbon' | 'hinge-magnet';

/** What each hinge allows: closed and open without touching, a ribbon that lasts, a magnet that switches. */
export const hingeFindings = (shell: Shell): Finding[] => hingesOf(shell).flatMap(ofHinge);

function ofHinge(hinged: Joined<Hinge>): Finding[] {
  const { joint: hinge, bodies } = hinged;
  const [a, b] = bodies;
  const out: Finding[] = [];
  const refs: Finding['refs'] = [{ is: 'joint', id: hinge.id }];
  const put = (
    code: HingeCode,
    id: string,
    gap: number,
    required: number,
    sigma: number,
    reason: string,
    title: string,
    what: string,
    why: string[],
    sources: ReturnType<typeof source>[],
  ) => {
    const { chance, verdict } = judge(gap - required, sigma);
    out.push({
      id: `${hinge.id}:${id}`,
      station: 'shell',
      check: 'hinge',
      code,
      verdict,
      title,
      what,
      why,
      about: [a.id, b.id],
      refs,
      measure: {
        gap,
        required,
        reason,
        sigma,
        chance,
        worst: gap - required - Math.sqrt(3) * sigma,
        sources,
      },
    });
  };
  const uDepth = Math.hypot(
    ...[a, b].flatMap((q) => q.pieces.map((p) => p.depth.u)),
    hinge.out.u,
    hinge.up.u,
  );
  for (const [word, deg] of [
    ['closed', hinge.closedDeg],
    ['open', hinge.openDeg],
  ] as const) {
    const s = section(hinged, deg);
    const gap = convexGap(s.first, s.second);
    put(
      'hinge-pose',
      word,
      gap,
      0,
      uDepth,
      'the bodies must not touch',
      gap < 0 ? `${mm1(gap)} mm overlap` : `${mm1(gap)} mm apart`,
      `${a.name} and ${b.name}, ${word} at ${deg}°.`,
      [`axis ${mm1(hinge.out.mm)} mm out and ${mm1(hinge.up.mm)} mm up from the parting plane`],
      [source(hinge, 'out', 'axis out', hinge.out, 1), source(hinge, 'up', 'axis up', hinge.up, 1)],
    );
  }
  const r = rolled(hinge);
  put(
    'hinge-ribbon',
    'ribbon',
    r.value.radiusMm,
    r.value.leastMm,
    Math.hypot(hinge.barrel.u / 2, hinge.ribbon.thick.u * hinge.ribbon.bendTimes),
    'least bend of the ribbon',
    `${mm1(r.value.radiusMm)} mm bend`,
    `Ribbon through the barrel, ${r.value.turnsOpen.toFixed(1)} turns when open.`,
    r.working,
    [source(hinge, 'barrel', 'barrel bore', hinge.barrel, 0.5)],
  );
  out.push(...besideFindings(hinge, bodies), ...swingFindings(hinge, bodies));
  if (hinge.magnet) {
    const m = hinge.magnet;
    put(
      'hinge-magnet',
      'sleep',
      m.pullIn.mm - m.closedMm.mm,
      0,
      Math.hypot(m.pullIn.u, m.closedMm.u),
      'the switch closes',
      `${mm1(m.closedMm.mm)} mm closed, pulls in at ${mm1(m.pullIn.mm)}`,
      'Magnet and sleep switch, closed.',
      [`pull-in ${m.pullIn.mm} - closed gap ${m.closedMm.mm}`],
      [],
    );
    put(
      'hinge-magnet',
      'wake',
      m.openMm.mm - m.letGo.mm,
      0,
      Math.hypot(m.letGo.u, m.openMm.u),
      'the switch lets go',
      `${mm1(m.openMm.mm)} mm open, lets go at ${mm1(m.letGo.mm)}`,
      'Magnet and sleep switch, open.',
      [`open gap ${m.openMm.mm} - release ${m.letGo.mm}`],
      [],
    );
  }
  return out;
}

/** Of the shorter edge so much is at the axis, or the hinge twists: a share, typical. */
const LEAST_SHARED = 0.5;

/** How far the two edges lie beside each other along the axis. */
function besideFindings(hinge: Hinge, [a, b]: readonly [Body, Body]): Finding[] {
  const halves = [halfEdge(a, hinge.first.edge), halfEdge(b, hinge.second.edge)] as const;
  const shift = hinge.shift ?? 0;
  const shared = Math.min(halves[0], shift + halves[1]) - Math.max(-halves[0], shift - halves[1]);
  const shorter = 2 * Math.min(...halves);
  if (shared >= LEAST_SHARED * shorter) return [];
  return [
    {
      id: `${hinge.id}:beside`,
      station: 'shell',
      check: 'hinge',
      code: 'hinge-beside',
      verdict: shared <= 0 ? 'hit' : 'tight',
      title:
        shared <= 0
          ? `${mm1(-shared)} mm beside each other`
          : `${mm1(shared)} mm of the edges meet`,
      what: `The hinge edges of ${a.name} and ${b.name} do not lie on one axis.`,
      why: [
        `They are ${mm1(2 * halves[0])} and ${mm1(2 * halves[1])} mm long, their middles ${mm1(Math.abs(shift))} mm apart; a hinge over less than half of the shorter edge twists (typical).`,
      ],
      about: [a.id, b.id],
      refs: [{ is: 'joint', id: hinge.id }],
    },
  ];
}

const halfEdge = (body: Body, edge: Edge): number => {
  const { w, h } = outlineSpan(body.outline);
  return (edge === 'left' || edge === 'right' ? h : w) / 2;
};

/** Less than this and no face is seen from the front while hands are on the other, degrees. */
const LEAST_OPEN_DEG = 90;
/** Looked at from above, a lid leans back at least so far, degrees (typical). */
const USUAL_OPEN_DEG = 110;
/** Shut, two bodies lie on each other; so much is the play of a hinge, degrees. */
const MOST_SHUT_DEG = 8;
/** A ribbon that moves wants this many thicknesses at the least; a fold made once wants ten. */
const LEAST_MOVING_BEND = 20;

/** Whether the swing is one that can be played in and packed away, and whether the ribbon bears it. */
function swingFindings(hinge: Hinge, bodies: readonly [Body, Body]): Finding[] {
  const [a, b] = bodies;
  const [opens, shuts] = [hinge.openDeg, hinge.closedDeg];
  const about = [a.id, b.id];
  const base = {
    station: 'shell',
    check: 'hinge',
    code: 'hinge-swung',
    about,
    refs: [{ is: 'joint', id: hinge.id }] satisfies Finding['refs'],
  } as const;
  const out: Finding[] = [];
  if (opens < USUAL_OPEN_DEG) {
    out.push({
      ...base,
      id: `${hinge.id}:opens`,
      verdict: opens < LEAST_OPEN_DEG ? 'hit' : 'tight',
      title: `Opens to ${opens}°`,
      what: `${b.name} stays over ${a.name}.`,
      why: [
        `Held in the hands, a lid leans back by ${USUAL_OPEN_DEG}° to 150° (typical); under ${LEAST_OPEN_DEG}° it lies between eye and keys.`,
      ],
    });
  }
  if (Math.abs(shuts) > MOST_SHUT_DEG) {
    out.push({
      ...base,
      id: `${hinge.id}:shuts`,
      verdict: 'hit',
      title: `Shuts to ${shuts}° only`,
      what: `${b.name} does not lie on ${a.name}.`,
      why: [`Shut, the two lie on each other; ${MOST_SHUT_DEG}° is the play of a hinge.`],
    });
  }
  const { bendTimes } = hinge.ribbon;
  if (bendTimes < LEAST_MOVING_BEND) {
    out.push({
      ...base,
      id: `${hinge.id}:ribbon-moves`,
      verdict: 'tight',
      title: `Bent at ${bendTimes} thicknesses`,
      what: 'The ribbon in the hinge moves each time it is opened.',
      why: [
        `A ribbon that moves wants ${LEAST_MOVING_BEND} to 40 thicknesses, or its maker's figure; ten are for a fold made once.`,
      ],
    });
  }
  return out;
}
