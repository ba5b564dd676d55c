/** What hands meet: how far thumbs reach, wheels they would bump on their way, and a power key sunk too deep for a fingertip. */
import { boxPrism, type Prism } from '../geometry';
import { isPlayedOnPads } from '../kit';
import { type InputRole, mm1, outlineSpan, type Project } from '../model';
import { depthsOf } from '../shell';
import type { Scene } from './scene';

/** Reach of a thumb from the hand's hold at the outer edge, mm: small, medium and large hands, typical. */
export const THUMB_MM = { small: 52, medium: 60, large: 68 } as const;
export type Hand = keyof typeof THUMB_MM;
/** A thumb pivots about this far in from the side and this high. */
const PIVOT = { in: 4, up: 0.42 };

export interface Reach {
  name: string;
  mm: number;
  hands: Hand[];
}

/** Where the thumbs pivot; nothing without a shell. */
export function thumbHolds(
  scene: Scene,
): Readonly<Record<'left' | 'right', [number, number]>> | undefined {
  const body = scene.shell?.body;
  if (!body) return undefined;
  const { w, h } = outlineSpan(body.outline);
  return { left: [PIVOT.in, h * PIVOT.up], right: [w - PIVOT.in, h * PIVOT.up] };
}

/** How far each face input lies from the nearer thumb's pivot, and which hands reach it. */
export function thumbReach(
  scene: Scene,
  places: ReadonlyArray<{ name: string; x: number; y: number }>,
): Reach[] {
  const holds = thumbHolds(scene);
  if (!holds) return [];
  return places.map((p) => {
    const from = ([x, y]: [number, number]): number => Math.hypot(p.x - x, p.y - y);
    const mm = Math.min(from(holds.left), from(holds.right));
    return {
      name: p.name,
      mm,
      hands: (Object.keys(THUMB_MM) as Hand[]).filter((k) => mm <= THUMB_MM[k]),
    };
  });
}

/** Half a thumb's width, mm; typical. */
export const THUMB_HALF_MM = 10;
/** A fingertip's radius, and how much it gives, mm; typical. */
const TIP_MM = 8;
const TIP_GIVES_MM = 0.8;

export interface Bump {
  /** Of the wheel's opening. */
  id: string;
  name: string;
  mm: number;
  toward: string;
  bumped: boolean;
}

/**
 * Wheels and sticks a thumb passes on its way from the hold to a face input.
 *
 * @returns  for each wheel the nearest such way and its distance, mm; bumped within half a thumb
 */
export function bumps(
  scene: Scene,
  places: ReadonlyArray<{ name: string; x: number; y: number }>,
): Bump[] {
  const shell = scene.shell;
  if (!shell || !places.length) return [];
  const { w, h } = outlineSpan(shell.body.outline);
  const hold = (x: number): [number, number] => [x < w / 2 ? PIVOT.in : w - PIVOT.in, h * PIVOT.up];
  const kept = new Set(
    shell.body.pieces
      .flatMap((q) => q.openings)
      .filter((o) => o.use === 'wheel' && o.reuse?.as !== 'blanked' && o.reuse?.as !== 'left')
      .map((o) => o.id),
  );
  const wheels = [
    ...shell.openings.face
      .filter((o) => kept.has(o.id))
      .map((o) => ({ id: o.id, name: o.name, x: o.x, y: o.y })),
    ...shell.openings.wall
      .filter((o) => kept.has(o.id))
      .map((o) => {
        const q = shell.walls[o.wall]!;
        return { id: o.id, name: o.name, x: q.x0 + q.ux * o.u, y: q.y0 + q.uy * o.u };
      }),
  ];
  return wheels.map((k) => {
    const near = places
      .map((p) => {
        const [ax, ay] = hold(p.x);
        const len2 = (p.x - ax) ** 2 + (p.y - ay) ** 2;
        const t = len2
          ? Math.max(0, Math.min(1, ((k.x - ax) * (p.x - ax) + (k.y - ay) * (p.y - ay)) / len2))
          : 0;
        return {
          toward: p.name,
          mm: Math.hypot(k.x - ax - t * (p.x - ax), k.y - ay - t * (p.y - ay)),
        };
      })
      .sort((a, b) => a.mm - b.mm)[0]!;
    return { id: k.id, name: k.name, ...near, bumped: near.mm < THUMB_HALF_MM };
  });
}

/**
 * How deep a fingertip sinks into a hole: r − √(r² − (d/2)²) and what the tip gives, mm.
 *
 * @param across  width of the hole, mm
 */
export const sinks = (across: number): number =>
  across >= 2 * TIP_MM
    ? Infinity
    : TIP_MM - Math.sqrt(TIP_MM ** 2 - (across / 2) ** 2) + TIP_GIVES_MM;

/** A key that sits this deep in a hole so wide: whether a fingertip gets to it. */
export function pressable(deepMm: number, across: number): { ok: boolean; sentence: string } {
  const tip = sinks(across);
  const ok = deepMm <= tip;
  return {
    ok,
    sentence: `${mm1(Math.max(0, deepMm))} mm deep in a hole ${mm1(across)} mm wide; a fingertip sinks ${tip === Infinity ? 'in whole' : `${mm1(tip)} mm`} (typical)`,
  };
}

/** A palm wraps each side: so far in behind the back, and up to this share of the height; typical. */
const PALM = { in: 28, up: 0.65, thick: 20 };

/** What a key may do though nobody plays with it. */
const HOUSEKEEPING: readonly InputRole[] = ['menu', 'power', 'volume-up', 'volume-down'];

/** A box that pads play on, or a television shows, and that has no key to play with: it stands there. */
function standsThere(p: Project): boolean {
  const { brief, controls } = p;
  if (controls.inputs.some((i) => !HOUSEKEEPING.includes(i.functions[0]))) return false;
  return brief.tv === true || isPlayedOnPads(p);
}

/** How far up the side walls and how far in behind the back a palm lies, mm; nothing for what is not held. */
export function palmSpan(scene: Scene): { to: number; in: number } | undefined {
  const body = scene.shell?.body;
  return !body || standsThere(scene.project)
    ? undefined
    : { to: outlineSpan(body.outline).h * PALM.up, in: PALM.in };
}

/** Where the hands hold a closed build: beside each side wall and behind the back. */
export function palms(scene: Scene): Array<{ name: string; prisms: Prism[] }> {
  const span = palmSpan(scene);
  const body = scene.shell?.body;
  if (!span || !body) return [];
  const { w } = outlineSpan(body.outline);
  const { front, back } = depthsOf(body);
  const { thick } = PALM;
  const high = span.to;
  return (['left', 'right'] as const).map((side) => ({
    name: `${side} palm`,
    prisms: [
      boxPrism(side === 'left' ? -thick : w, 0, thick, high, -back - thick, front),
      boxPrism(side === 'left' ? 0 : w - PALM.in, 0, PALM.in, high, -back - thick, -back),
    ],
  }));
}
