/**
 * Two bodies on a hinge over their whole swing: the bodies themselves, the keys that stand out of
 * their faces and whatever else sticks out. Conservative advancement in section across the hinge:
 * where the gap is g, nothing that turns at radius R can close it within g / R.
 */
import {
  type Change,
  type Edge,
  type Finding,
  formatMm,
  judge,
  length,
  mm1,
  type Project,
  type Shell,
  type WayOut,
} from '../model';
import type { Pt } from '../geometry';
import { convexGap, sideOf } from '../shell';
import { keysInFaces, PROUD } from './keys';
import { bodiesOf, type Scene, sceneOf } from './scene';

type Hinge = NonNullable<Shell['hinge']>;

/** What sticks out less is its own tolerance, mm. */
const SEEN_MM = 0.05;
/** The finest step of a swing, and the coarsest, degrees. */
const LEAST_DEG = 0.05;
const MOST_DEG = 2;
const RADIAN = Math.PI / 180;

/** Something of a body as its hinge sees it: off the hinge edge, above the parting plane, along the axis; mm. */
export interface Swung {
  of: { is: 'body' | 'bulge' | 'key' | 'part'; id: string; name: string };
  /** From the hinge edge into the body; negative sticks out over it. */
  in0: number;
  in1: number;
  up0: number;
  up1: number;
  /** Along the axis from the middle of the edge. */
  along0: number;
  along1: number;
  /** Standard uncertainty of its height, mm. */
  u: number;
}

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

/** Plan coordinates as the hinge sees them. */
function axes(scene: Scene, edge: Edge, isSecond: boolean) {
  const walls = scene.shell!.walls;
  const [xs, ys] = [walls.map((w) => w.x0), walls.map((w) => w.y0)];
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const side = isSecond ? -1 : 1;
  /** A box in plan: into the body from the edge, and along the axis from its middle. */
  return (
    bx0: number,
    bx1: number,
    by0: number,
    by1: number,
  ): Pick<Swung, 'in0' | 'in1' | 'along0' | 'along1'> => {
    const into: Record<Edge, [number, number]> = {
      left: [bx0 - x0, bx1 - x0],
      right: [x1 - bx1, x1 - bx0],
      bottom: [by0 - y0, by1 - y0],
      top: [y1 - by1, y1 - by0],
    };
    const [cx, cy] = [(x0 + x1) / 2, (y0 + y1) / 2];
    // The axis runs to the left of whoever looks out over the first body's edge.
    const along: Record<Edge, [number, number]> = {
      top: [cx - bx1, cx - bx0],
      bottom: [bx0 - cx, bx1 - cx],
      left: [cy - by1, cy - by0],
      right: [by0 - cy, by1 - cy],
    };
    const [a, b] = along[edge];
    const [along0, along1] = side > 0 ? [a, b] : [-b, -a];
    const [in0, in1] = into[edge];
    return { in0, in1, along0, along1 };
  };
}

/** A bay that bulges out of a half: its box in plan, and how deep it is outside. */
interface Bulge {
  name: string;
  piece: string;
  isFront: boolean;
  x0: number;
  x1: number;
  y0: number;
  y1: number;
  outer: number;
}

function bulgesOf(shell: NonNullable<Scene['shell']>): Bulge[] {
  const wall = shell.body.wall.mm;
  return shell.body.pieces.flatMap((piece) =>
    (shell.floors.get(piece.id) ?? []).flatMap((floor) => {
      const outer = Math.abs(floor.z) + wall;
      if (floor.pocket !== undefined || outer <= piece.depth.mm + SEEN_MM) return [];
      return floor.prisms.map((q) => ({
        name: floor.name,
        piece: piece.id,
        isFront: shell.sign(piece.id) > 0,
        x0: q.x0 - wall,
        x1: q.x1 + wall,
        y0: q.y0 - wall,
        y1: q.y1 + wall,
        outer,
      }));
    }),
  );
}

/** Everything of a body that may meet the other one. */
export function swungOf(scene: Scene, edge: Edge, isSecond: boolean): Swung[] {
  const shell = scene.shell!;
  const { body } = shell;
  const frame = axes(scene, edge, isSecond);
  const { front, back } = sideOf(body, edge);
  const [xs, ys] = [shell.walls.map((w) => w.x0), shell.walls.map((w) => w.y0)];
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const depthU = Math.hypot(...body.pieces.map((q) => q.depth.u));
  const out: Swung[] = [
    {
      of: { is: 'body', id: body.id, name: body.name },
      ...frame(x0, x1, y0, y1),
      up0: -back,
      up1: front,
      u: depthU,
    },
  ];
  const bulges = bulgesOf(shell);
  for (const b of bulges) {
    out.push({
      of: { is: 'bulge', id: b.piece, name: b.name },
      ...frame(b.x0, b.x1, b.y0, b.y1),
      up0: b.isFront ? front : -b.outer,
      up1: b.isFront ? b.outer : -back,
      u: depthU,
    });
  }
  for (const key of keysInFaces(scene)) {
    const { proud } = key;
    const isFront = shell.sign(key.piece) > 0;
    out.push({
      of: { is: 'key', id: key.id, name: key.name },
      ...frame(key.x0, key.x1, key.y0, key.y1),
      up0: isFront ? front : -back - proud.mm,
      up1: isFront ? front + proud.mm : -back,
      u: Math.hypot(depthU, proud.u),
    });
  }
  for (const at of scene.items.values()) {
    for (const { solid: s } of at.blocks) {
      const deep = (isFront: boolean): number =>
        Math.max(
          isFront ? front : back,
          ...bulges
            .filter((b) => b.isFront === isFront && s.x0 >= b.x0 && s.x1 <= b.x1)
            .filter((b) => s.y0 >= b.y0 && s.y1 <= b.y1)
            .map((b) => b.outer),
        );
      const sticks =
        s.z1 > deep(true) + SEEN_MM ||
        s.z0 < -deep(false) - SEEN_MM ||
        s.x0 < x0 - SEEN_MM ||
        s.x1 > x1 + SEEN_MM ||
        s.y0 < y0 - SEEN_MM ||
        s.y1 > y1 + SEEN_MM;
      if (!sticks) continue;
      out.push({
        of: { is: 'part', id: at.item.id, name: at.item.name },
        ...frame(s.x0, s.x1, s.y0, s.y1),
        up0: s.z0,
        up1: s.z1,
        u: depthU,
      });
    }
  }
  return out;
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
export function hingeSection(scene: Scene, deg: number): InSection[] {
  const { hinge } = scene.project.shell;
  const [first, second] = bodiesOf(scene);
  if (!hinge || !first?.shell || !second?.shell) return [];
  const all = [
    ...swungOf(first, hinge.first, false).map((s) => ({
      s,
      body: 0 as const,
      ring: ringOf(s, hinge, -1),
    })),
    ...swungOf(second, hinge.second, true).map((s) => ({
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
function meetings(scene: Scene, hinge: Hinge): Meeting[] {
  const [first, second] = bodiesOf(scene);
  if (!first?.shell || !second?.shell) return [];
  const mine = swungOf(first, hinge.first, false);
  const theirs = swungOf(second, hinge.second, true);
  const all: Meeting[] = [];
  for (const a of mine) {
    const fixed = ringOf(a, hinge, -1);
    for (const b of theirs) {
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
      id: `hinge-swing-${keyOf(m)}`,
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
      refs: said.map((s): NonNullable<Finding['refs']>[number] =>
        s.of.is === 'key' && scene.project.controls.inputs.some((i) => i.id === s.of.id)
          ? { is: 'input', id: s.of.id }
          : { is: s.of.is === 'part' ? 'item' : 'piece', id: s.of.id },
      ),
      measure: {
        gap,
        required: 0,
        reason: 'nothing touches while it opens and shuts',
        sigma,
        chance,
        worst: gap - Math.sqrt(3) * sigma,
        sources: [
          { key: 'shell.hinge.up', label: 'axis up', u: hinge.up.u, k: 2 },
          { key: 'shell.hinge.out', label: 'axis out', u: hinge.out.u, k: 1 },
        ],
      },
    },
  ];
}

/**
 * What meets while the hinge opens and shuts. Whether the bodies pass when shut and open is told by
 * the shell alone; here it is the way between, and all that stands out of them.
 */
export function hingedFindings(scene: Scene): Finding[] {
  const { hinge } = scene.project.shell;
  if (!hinge) return [];
  const seen = new Set<string>();
  const all = meetings(scene, hinge).flatMap((m) => {
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
        'Measure how far the axis lies out of the edges and above the parting planes, under Shell, Bodies and hinge.',
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
  const p: Project = scene.project;
  const { hinge } = p.shell;
  if (!hinge || !SWINGS.has(f.code)) return [];
  const isGone = (set: Partial<Hinge>): boolean => {
    const turned = sceneOf({ ...p, shell: { ...p.shell, hinge: { ...hinge, ...set } } }, scene);
    const left = hingedFindings(turned);
    // One line for many is gone when none of them is left.
    return f.code === 'hinge-estimated'
      ? left.every((x) => x.verdict === 'clear')
      : left.every((x) => x.id !== f.id);
  };
  return (['up', 'out'] as const).flatMap((key): WayOut[] => {
    for (const more of STEPS) {
      const to = length(Math.ceil((hinge[key].mm + more) * 10) / 10, hinge[key].how);
      if (!isGone({ [key]: to })) continue;
      const changes: Change[] = [{ do: 'hinge', set: { [key]: to } }];
      return [
        {
          id: `hinge-${key}`,
          text:
            key === 'up'
              ? `Set the axis ${to.mm} mm above the parting planes`
              : `Set the axis ${to.mm} mm out of the edges`,
          cost: 'longer hinge arms, and a wider crack when it is shut',
          changes,
          effort: 3 + more,
        },
      ];
    }
    return [];
  });
}
