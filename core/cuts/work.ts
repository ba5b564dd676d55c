/**
 * How each cut is made with the tools that are there, and in which order all of them: small first
 * and to the line last. Sizes are exact; minutes are typical.
 */
import { formatMm, holeMm2, type Project, type Tool, type Worked } from '../model';
import type { CutItem } from './cutItem';
import type { Cutting, Trim } from './list';
import type { Pattern } from './patterns';
import type { Pocket } from './pockets';

export type Pass =
  | { do: 'pilot'; bit: number; holes: number }
  | { do: 'drill'; bit: number; holes: number }
  /** Holes side by side from one end of the start line to the other, their middles so far apart. */
  | { do: 'row'; bit: number; holes: number; pitch: number }
  /** At every centre of a pattern, and the wall between both ends of every slot. */
  | { do: 'drill each'; bit: number; holes: number }
  | { do: 'saw slots'; along: number; slots: number; tool: 'rotary tool' | 'fine saw' }
  | { do: 'step drill'; to: number }
  | { do: 'saw'; along: number; tool: 'rotary tool' | 'fine saw' }
  | { do: 'score'; along: number }
  | { do: 'break out' }
  | { do: 'file'; shape: 'round' | 'flat'; by: number; passes: number; edges: number }
  | { do: 'take down'; off: number; tool: 'rotary tool' | 'flush cutter and file' }
  /** Down to a depth on a stop, so much at a pass over the whole bed. */
  | {
      do: 'mill';
      deep: number;
      by: number;
      passes: number;
      area: number;
      tool: 'rotary tool' | 'chisel';
    }
  | { do: 'deburr' };

/** When a cut is made; earlier ones leave the half stiff for later ones. */
export const STAGES = ['posts and ribs', 'pockets', 'drilled', 'sawn', 'open to the rim'] as const;
export type Stage = (typeof STAGES)[number];

export interface CutWork {
  key: string;
  name: string;
  stage: Stage;
  passes: Pass[];
  minutes: Worked<number>;
  /** Wall left to the nearest edge, mm, when that is little. */
  thinTo?: { edge: string; mm: number };
  /** Inner corners that crack when they are cut sharp. */
  corners: boolean;
}

/** First hole, so that a larger bit does not wander, mm. */
export const PILOT_MM = 2;
/** Bits come in half millimetres up to this; larger ones are steps of two. */
const LARGEST_BIT = 10;
const STEPS_MM = 2;
const LARGEST_STEP = 30;
/** A slot no wider than this is drilled in a row and broken out. */
const ROW_MM = 7;
/** Wall left between two holes of a row, mm. */
const ROW_WEB_MM = 0.5;
/** A hole at each corner of a sawn window, inside its start line, mm. */
export const CORNER_MM = 3;
/** A file takes so much at a pass; then the part is tried. */
export const FILE_PASS_MM = 0.2;
/** A mill on a stop takes so much of a floor at a pass, a chisel so much, mm. */
const MILL_PASS_MM = { 'rotary tool': 0.4, chisel: 0.15 } as const;
/** Bed gone over in a minute, mm². */
const MILL_MM2 = { 'rotary tool': 400, chisel: 250 } as const;
/** Less wall than this beside a cut wants holding while it is made, mm. */
const THIN_MM = 4;

const halfDown = (mm: number): number => Math.floor(mm * 2 + 1e-9) / 2;
const bitUnder = (mm: number): number => Math.max(1, Math.min(LARGEST_BIT, halfDown(mm)));
const passesFor = (by: number): number => Math.ceil(by / FILE_PASS_MM - 1e-9);
const pilots = (bit: number, holes: number): Pass[] =>
  bit > PILOT_MM + 0.5 ? [{ do: 'pilot', bit: PILOT_MM, holes }] : [];
const drilled = (bit: number, holes: number): Pass[] => [
  ...pilots(bit, holes),
  { do: 'drill', bit, holes },
];
const filed = (shape: 'round' | 'flat', by: number, edges: number): Pass[] =>
  by > 1e-9 ? [{ do: 'file', shape, by, passes: passesFor(by), edges }] : [];

/** It reaches the parting line: a notch in one half, or in both. */
export const atRim = (c: CutItem): boolean =>
  c.face.kind === 'wall' && c.v - c.h / 2 <= 1e-6 && c.v + c.h / 2 >= -1e-6;

function roundPasses(c: CutItem, saw: 'rotary tool' | 'fine saw'): Pass[] {
  const { w } = c.start;
  if (w <= LARGEST_BIT) {
    const bit = bitUnder(w);
    return [...drilled(bit, 1), ...filed('round', (c.w - bit) / 2, 1)];
  }
  if (w <= LARGEST_STEP) {
    const to = Math.floor(w / STEPS_MM + 1e-9) * STEPS_MM;
    return [
      { do: 'pilot', bit: PILOT_MM, holes: 1 },
      { do: 'step drill', to },
      ...filed('round', (c.w - to) / 2, 1),
    ];
  }
  return [
    ...drilled(CORNER_MM, 1),
    { do: 'saw', along: Math.PI * w, tool: saw },
    ...filed('round', (c.w - w) / 2, 1),
  ];
}

function squarePasses(c: CutItem, saw: 'rotary tool' | 'fine saw'): Pass[] {
  const [short, long] = [Math.min(c.start.w, c.start.h), Math.max(c.start.w, c.start.h)];
  if (atRim(c)) {
    // Down both sides from the rim, and scored along the bottom until it snaps.
    const deep = Math.max(0, c.v + c.start.h / 2) + Math.max(0, c.start.h / 2 - c.v);
    return [
      { do: 'saw', along: 2 * deep, tool: saw },
      { do: 'score', along: c.start.w * (c.pieces.length > 1 ? 2 : 1) },
      { do: 'break out' },
      ...filed('flat', (c.w - c.start.w) / 2, c.pieces.length > 1 ? 4 : 3),
    ];
  }
  if (short <= ROW_MM) {
    const bit = Math.min(bitUnder(short), bitUnder(long));
    const holes = Math.max(1, Math.floor((long - bit) / (bit + ROW_WEB_MM) + 1e-9) + 1);
    const left = Math.max(Math.min(c.w, c.h) - bit, Math.max(c.w, c.h) - long) / 2;
    if (holes === 1) return [...drilled(bit, 1), ...filed('flat', left, 4)];
    return [
      ...pilots(bit, holes),
      { do: 'row', bit, holes, pitch: (long - bit) / (holes - 1) },
      { do: 'break out' },
      ...filed('flat', left, 4),
    ];
  }
  return [
    ...drilled(CORNER_MM, 4),
    { do: 'saw', along: 2 * (c.start.w + c.start.h - 4 * CORNER_MM), tool: saw },
    { do: 'break out' },
    ...filed('flat', (c.w - c.start.w) / 2, 4),
  ];
}

/** Whether a saw goes all round it, and what is inside comes out whole. */
export const isSawn = (c: CutItem): boolean =>
  (c.round ? roundPasses(c, 'fine saw') : squarePasses(c, 'fine saw')).some((p) => p.do === 'saw');

/** Minutes of one pass, typical. */
function minutesOf(pass: Pass): number {
  switch (pass.do) {
    case 'pilot':
    case 'drill':
    case 'row':
    case 'drill each':
      return 0.5 * pass.holes;
    case 'step drill':
      return 1.5;
    case 'saw':
    case 'saw slots':
      return (pass.along / 10) * (pass.tool === 'rotary tool' ? 0.5 : 1.2);
    case 'score':
      return pass.along / 10;
    case 'break out':
      return 1;
    case 'file':
      return 0.5 * pass.passes * pass.edges;
    case 'take down':
      return 2 + pass.off * (pass.tool === 'rotary tool' ? 0.2 : 0.5);
    case 'mill':
      return 2 + (pass.passes * pass.area) / MILL_MM2[pass.tool];
    case 'deburr':
      return 1;
  }
}

/** Marked by calliper, before anything is cut, minutes. */
const MARK_MIN = 2;

function timed(passes: readonly Pass[]): Worked<number> {
  const each = passes.map(minutesOf);
  const value = MARK_MIN + each.reduce((s, m) => s + m, 0);
  const list = passes.map((p, i) => `${p.do} ${each[i]!.toFixed(1)}`).join(', ');
  return { value, working: [`${value.toFixed(0)} min: marking ${MARK_MIN}, ${list} (typical)`] };
}

const stageOf = (c: CutItem, passes: readonly Pass[]): Stage => {
  if (atRim(c)) return 'open to the rim';
  return passes.some((p) => p.do === 'saw') ? 'sawn' : 'drilled';
};

function openingWork(c: CutItem, tools: readonly Tool[]): CutWork {
  const saw = tools.includes('rotary tool') ? 'rotary tool' : 'fine saw';
  const passes: Pass[] = [
    ...(c.round ? roundPasses(c, saw) : squarePasses(c, saw)),
    { do: 'deburr' },
  ];
  const [nearest] = [...c.from].sort((a, b) => a.mm - b.mm);
  const left = nearest!.mm - (c.round ? c.w / 2 : 0);
  return {
    key: c.key,
    name: c.name,
    stage: stageOf(c, passes),
    passes,
    minutes: timed(passes),
    corners: !c.round,
    ...(left < THIN_MM && !atRim(c) ? { thinTo: { edge: nearest!.edge, mm: left } } : {}),
  };
}

function trimWork(t: Trim, tools: readonly Tool[]): CutWork {
  const tool = tools.includes('rotary tool') ? 'rotary tool' : 'flush cutter and file';
  const passes: Pass[] = [{ do: 'take down', off: t.full - t.to, tool }, { do: 'deburr' }];
  return {
    key: t.key,
    name: t.name,
    stage: 'posts and ribs',
    passes,
    minutes: timed(passes),
    corners: false,
  };
}

/** How a bed is milled with the tools that are there. */
function pocketPasses(c: Pick<Pocket, 'w' | 'h' | 'deep'>, tools: readonly Tool[]): Pass[] {
  const tool = tools.includes('rotary tool') ? 'rotary tool' : 'chisel';
  const by = MILL_PASS_MM[tool];
  const count = Math.ceil(c.deep / by - 1e-9);
  return [{ do: 'mill', deep: c.deep, by, passes: count, area: c.w * c.h, tool }, { do: 'deburr' }];
}

/** Minutes a pocket takes with the tools that are there, typical. */
export const pocketMinutes = (
  c: Pick<Pocket, 'w' | 'h' | 'deep'>,
  tools: readonly Tool[],
): Worked<number> => timed(pocketPasses(c, tools));

function pocketWork(c: Pocket, tools: readonly Tool[]): CutWork {
  const passes = pocketPasses(c, tools);
  return {
    key: c.key,
    name: c.name,
    stage: 'pockets',
    passes,
    minutes: timed(passes),
    corners: false,
  };
}

/** Every hole of a pattern drilled; of a slot both ends, and sawn between. */
function patternPasses(
  { hole, cut }: Pick<Pattern, 'hole' | 'cut'>,
  tools: readonly Tool[],
): Pass[] {
  const holes = cut.holes.length;
  const each = (bit: number, count: number): Pass[] => [
    ...pilots(bit, count),
    { do: 'drill each', bit, holes: count },
  ];
  if (hole.kind === 'round') return [...each(hole.d, holes), { do: 'deburr' }];
  const tool = tools.includes('rotary tool') ? 'rotary tool' : 'fine saw';
  return [
    ...each(hole.w, 2 * holes),
    { do: 'saw slots', along: 2 * holes * (hole.l - hole.w), slots: holes, tool },
    { do: 'deburr' },
  ];
}

function patternWork(c: Pattern, tools: readonly Tool[]): CutWork {
  const passes = patternPasses(c, tools);
  return {
    key: c.key,
    name: c.name,
    stage: c.hole.kind === 'slot' ? 'sawn' : 'drilled',
    passes,
    minutes: timed(passes),
    corners: false,
  };
}

/** Minutes of drilling a pattern with the tools that are there, typical. */
export const patternMinutes = (c: Pick<Pattern, 'hole' | 'cut'>, tools: readonly Tool[]): number =>
  timed(patternPasses(c, tools)).value;

/**
 * Everything still to be cut, in the order it is best made: posts and ribs while the walls hold the
 * half, pockets while nothing is open yet, then what is drilled, what is sawn, and what opens the rim; of each the small before the
 * large.
 */
export function cutWork(p: Project, { openings, trims, pockets, patterns }: Cutting): CutWork[] {
  const tools = p.brief.tools ?? [];
  const open = (c: { state: string }): boolean => c.state !== 'done' && c.state !== 'measured';
  const area = new Map([
    ...trims.map((t) => [t.key, t.full - t.to] as const),
    ...pockets.map((c) => [c.key, c.w * c.h] as const),
    ...patterns.map((c) => [c.key, holeMm2(c.hole)] as const),
    ...openings.map((c) => [c.key, c.w * c.h] as const),
  ]);
  return [
    ...trims.filter(open).map((t) => trimWork(t, tools)),
    ...pockets.filter(open).map((c) => pocketWork(c, tools)),
    ...patterns.filter((c) => open(c) && c.holes > 0).map((c) => patternWork(c, tools)),
    ...openings.filter(open).map((c) => openingWork(c, tools)),
  ].sort(
    (a, b) =>
      STAGES.indexOf(a.stage) - STAGES.indexOf(b.stage) ||
      area.get(a.key)! - area.get(b.key)! ||
      (a.key < b.key ? -1 : 1),
  );
}

const mm = (x: number): string => `${formatMm(x, 1)} mm`;
const times = (n: number): string => (n === 1 ? 'once' : `${n} times`);

/** A pass as a builder does it. */
export function passWords(pass: Pass): string {
  switch (pass.do) {
    case 'pilot':
      return `Drill ⌀${formatMm(pass.bit, 1)}${pass.holes > 1 ? ` at ${pass.holes} places` : ''} first`;
    case 'drill':
      return pass.holes > 1
        ? `Drill ${pass.holes} holes ⌀${formatMm(pass.bit, 1)} inside the start line`
        : `Drill ⌀${formatMm(pass.bit, 1)}`;
    case 'row':
      return `Drill a row of ${pass.holes} holes ⌀${formatMm(pass.bit, 1)} inside the start line, ${mm(pass.pitch)} apart`;
    case 'drill each':
      return `Drill ⌀${formatMm(pass.bit, 1)} at each of ${pass.holes} centres, from outside, wood behind`;
    case 'saw slots':
      return `${pass.tool === 'rotary tool' ? 'Rotary tool' : 'Fine saw'} between both ends of ${pass.slots} slots, ${mm(pass.along)} in all`;
    case 'step drill':
      return `Step drill to ⌀${formatMm(pass.to, 1)}: stop on the bevel after that step`;
    case 'saw':
      return `Score with a knife, then ${pass.tool}, ${mm(pass.along)} along the start line`;
    case 'score':
      return `Score ${mm(pass.along)} along the bottom, pass after pass`;
    case 'break out':
      return 'Break out what is loose; keep it: it has the right colour';
    case 'file':
      return `${pass.shape === 'round' ? 'Round' : 'Flat'} file, ${formatMm(pass.by, 2)} mm a side: ${times(pass.passes)} ${FILE_PASS_MM} mm, and try after each`;
    case 'take down':
      return `${pass.tool === 'rotary tool' ? 'Rotary tool' : 'Flush cutter and file'}: ${mm(pass.off)} off, a little at a time`;
    case 'mill':
      return `${pass.tool === 'rotary tool' ? 'Rotary tool on a depth stop' : 'Chisel, drawn flat'}, ${formatMm(pass.by, 2)} mm a pass: ${times(pass.passes)} over the whole bed to ${mm(pass.deep)}; read the depth after each, with the depth rod from the rim`;
    case 'deburr':
      return 'Deburr and wash before a board comes in';
  }
}

const STAGE_WHY: Readonly<Record<Stage, string>> = {
  'posts and ribs': 'inside first, while the walls still hold the half stiff',
  pockets: 'before any hole: a whole floor lies flat on the bench and does not flutter',
  drilled: 'drilled while the face is whole; small before large',
  sawn: 'sawn after what is drilled: a sawn face is weaker',
  'open to the rim': 'last: a rim cut open springs',
};
export const stageWhy = (stage: Stage): string => STAGE_WHY[stage];
