/** Made parts that are from before the build changed: a bezel that no longer covers, a frame of another cell. */
import { blockBox } from '../geometry';
import { type Block, type Finding, formatMm, type Item, type Project, type WayOut } from '../model';
import { judgedGap, type Scene } from '../fit';
import { LAP_MM, SHOW_MM } from './kinds/screen';
import { changedSince, type Made, make } from './made';
import { type Process, PROCESSES } from './process';
import { grown, type Rect } from './shapes';

/** @param scene  of the first body */
export function madeFindings(p: Project, scene: Scene): Finding[] {
  const { changed, gone } = changedSince(p, PROCESSES[0], scene);
  return [
    ...changed.flatMap((m) => (m.kind === 'bezel' ? bezelFinding(p, m) : beforeFinding(m)) ?? []),
    ...gone.map(goneFinding),
  ];
}

const base = (m: {
  item: string;
  name: string;
}): Omit<Finding, 'code' | 'verdict' | 'title' | 'why'> => ({
  id: `made:${m.item}`,
  station: 'cut',
  check: 'made',
  what: m.name,
  about: [m.item],
});

const goneFinding = (i: Item): Finding => ({
  ...base({ item: i.id, name: i.name }),
  code: 'made-gone',
  verdict: 'tight',
  title: 'Made for something that is gone',
  why: [
    'What it was made for is no longer in the build, or needs it no more. Take it out, or bring that back.',
  ],
});

const beforeFinding = (m: Made): Finding => ({
  ...base(m),
  code: 'made-before',
  verdict: 'tight',
  title: 'Not as it would be made now',
  why: [
    `It was printed, or put where it stands, before the build changed. Made now: ${m.why.join('; ')}.`,
  ],
});

const ringBox = (points: ReadonlyArray<readonly [number, number]>): Rect => ({
  x0: Math.min(...points.map((q) => q[0])),
  x1: Math.max(...points.map((q) => q[0])),
  y0: Math.min(...points.map((q) => q[1])),
  y1: Math.max(...points.map((q) => q[1])),
});
const outerOf = (b: Block): Rect => {
  const [from, to] = blockBox(b);
  return { x0: from[0], y0: from[1], x1: to[0], y1: to[1] };
};
const innerOf = (b: Block): Rect | undefined =>
  b.plan.kind === 'polygon' && b.plan.holes?.[0] ? ringBox(b.plan.holes[0]) : undefined;

/** Room at both ends along one axis, mm: how far the inner span stays inside the outer one. */
type Ends = readonly [low: number, high: number];
const ends = (inner: Ends, outer: Ends): Ends => [inner[0] - outer[0], outer[1] - inner[1]];
const along = (r: Rect, axis: 'x' | 'y'): Ends => (axis === 'x' ? [r.x0, r.x1] : [r.y0, r.y1]);

/** A print is off by so much, and what is glued by eye lies so much beside, mm: standard deviations, typical. */
const PRINT_U_MM = 0.1;
const GLUED_U_MM = 0.15;

/** Of the picture and of the hole, what the old bezel leaves where it is glued on best, mm. */
function roomUnder(
  oldInner: Rect,
  oldOuter: Rect,
  lit: Rect,
  hole: Rect,
): { lit: number; hole: number } {
  const each = (['x', 'y'] as const).map((axis) => {
    const shows = ends(along(lit, axis), along(oldInner, axis));
    const covers = ends(along(hole, axis), along(oldOuter, axis));
    // Moved so that the lesser of what is left at both ends is as large as it can be.
    const by = (Math.min(shows[1], covers[1]) - Math.min(shows[0], covers[0])) / 2;
    return {
      lit: Math.min(shows[0] + by, shows[1] - by),
      hole: Math.min(covers[0] + by, covers[1] - by),
    };
  });
  return {
    lit: Math.min(...each.map((q) => q.lit)),
    hole: Math.min(...each.map((q) => q.hole)),
  };
}

/** What a margin means in words; a margin below nothing is the fault itself. */
const bezelTitle = (room: { lit: number; hole: number }): string => {
  const lit = room.lit < room.hole;
  const gap = lit ? room.lit : room.hole;
  const off = formatMm(Math.abs(gap), 1);
  if (gap < 0) return lit ? `Covers ${off} mm of picture` : `Leaves ${off} mm of cut edge bare`;
  return lit ? `Only ${off} mm beside the picture` : `Only ${off} mm over the cut edge`;
};

/** The old bezel over the picture and the hole as they are now. */
function bezelFinding(p: Project, m: Made): Finding | undefined {
  const old = p.kit.parts.find((q) => q.id === m.part.id)?.blocks[0];
  const now = m.blocks[0]!;
  const [oldInner, nowInner] = [old && innerOf(old), innerOf(now)];
  if (!old || !oldInner || !nowInner) return undefined;
  const room = roomUnder(
    oldInner,
    outerOf(old),
    grown(nowInner, -SHOW_MM),
    grown(outerOf(now), -LAP_MM),
  );
  const { measure, verdict } = judgedGap(
    Math.min(room.lit, room.hole),
    0,
    'A bezel leaves the lit area free and hides the edge of the hole.',
    [
      { key: `made.${m.item}`, label: `printing ${m.name}`, u: PRINT_U_MM, k: 1 },
      { key: `made.${m.item}.glued`, label: `gluing ${m.name}`, u: GLUED_U_MM, k: 1 },
    ],
  );
  if (verdict === 'clear') return undefined;
  return {
    ...base(m),
    code: 'made-short',
    verdict,
    measure,
    title: bezelTitle(room),
    why: [
      `Glued on where it fits best, it leaves ${formatMm(room.lit, 1)} mm beside the picture and lies ${formatMm(room.hole, 1)} mm over the edge of the hole.`,
      `It was printed before the build changed. Made now: ${m.why.join('; ')}.`,
    ],
  };
}

/** Made again, as the build is now; of what it was printed is not known. */
export function madeWays(p: Project, scene: Scene, f: Finding): WayOut[] {
  const item = p.kit.items.find((i) => i.made && f.about.includes(i.id));
  if (item && f.code === 'made-gone') {
    return [
      {
        id: `take-out-${item.id}`,
        text: `Take ${item.name} out of the build`,
        cost: 'it stays in the drawer',
        changes: [{ do: 'drop', item: item.id }],
        effort: 1,
      },
    ];
  }
  return PROCESSES.flatMap((process, i) =>
    changedSince(p, process, scene)
      .changed.filter((m) => f.about.includes(m.item))
      .map((m): WayOut => ({
        id: `remake-${m.item}-${process}`,
        text: `Print ${m.name} again, ${PROCESS_WORDS[process]}`,
        cost: `${m.massG.toFixed(1)} g; its solid is under Made parts`,
        changes: make(m),
        effort: 2 + i / 10,
      })),
  );
}

const PROCESS_WORDS: Readonly<Record<Process, string>> = {
  filament: 'in filament',
  resin: 'in resin',
  sintered: 'sintered',
};
