/**
 * What a way out does to the shell and the parts for good, in figures: minutes, the risk of
 * spoiling something, whether it shows, what it gives up. Minutes and risks are typical; the order
 * they make is what counts.
 */
import { applied, type Change, type Project, type Tool, TOOLS } from '../model';
import type { StandingFeature } from '../shell';
import { patternMinutes, pocketMinutes } from '../cuts';
import { type Scene, sceneOf, screwHoles } from '../fit';

/** What a builder may want to keep. */
export const KEEPS = ['screws', 'door', 'slot', 'keys', 'looks', 'parts', 'kit', 'layout'] as const;
export type Keep = (typeof KEEPS)[number];

export interface Harm {
  minutes: number;
  /** Chance that something is spoilt on the way, 0 to 1. */
  risk: number;
  /** It cannot be taken back. */
  forGood: boolean;
  /** It is seen on the finished handheld. */
  seen: boolean;
  /** Tools it wants that the builder does not have. */
  lacks: readonly string[];
  gives: readonly Keep[];
}

const NONE: Harm = { minutes: 0, risk: 0, forGood: false, seen: false, lacks: [], gives: [] };

/** How much each counts beside ten minutes of work. */
export const WEIGHTS = { tenMinutes: 1, risk: 8, forGood: 3, seen: 2, lacks: 6 } as const;
/** What is given up weighs by what it was for. */
const GIVES: Partial<Readonly<Record<Keep, number>>> = {
  keys: 8,
  door: 4,
  screws: 3,
  slot: 1,
  kit: 1,
};

/** @returns  larger is worse; never nothing, so that no set holds what it does not need */
export const weightOf = (h: Harm): number =>
  0.1 +
  (WEIGHTS.tenMinutes * h.minutes) / 10 +
  WEIGHTS.risk * h.risk +
  (h.forGood ? WEIGHTS.forGood : 0) +
  (h.seen ? WEIGHTS.seen : 0) +
  h.gives.reduce((s, k) => s + (GIVES[k] ?? 0), 0) +
  WEIGHTS.lacks * h.lacks.length;

/** Both at once. */
export const together = (a: Harm, b: Harm): Harm => ({
  minutes: a.minutes + b.minutes,
  risk: 1 - (1 - a.risk) * (1 - b.risk),
  forGood: a.forGood || b.forGood,
  seen: a.seen || b.seen,
  lacks: [...new Set([...a.lacks, ...b.lacks])],
  gives: KEEPS.filter((k) => a.gives.includes(k) || b.gives.includes(k)),
});

export const harmOf = (scene: Scene, changes: readonly Change[]): Harm =>
  changes.map((c) => harmOfOne(scene, c)).reduce(together, NONE);

/** Minutes and risk of one piece of work, typical. */
const WORK = {
  move: { minutes: 2, risk: 0 },
  swap: { minutes: 5, risk: 0 },
  tape: { minutes: 5, risk: 0.01 },
  fold: { minutes: 5, risk: 0.02 },
  trim: { minutes: 8, risk: 0.06 },
  away: { minutes: 6, risk: 0.08 },
  widen: { minutes: 12, risk: 0.08 },
  notch: { minutes: 15, risk: 0.12 },
  grow: { minutes: 240, risk: 0 },
  bore: { minutes: 5, risk: 0.1 },
  solder: { minutes: 8, risk: 0.04 },
  other: { minutes: 4, risk: 0.01 },
} as const;
/** Of milling through, or beside the line. */
const MILL_RISK = 0.12;
/** Of a bit that wanders into its neighbour. */
const DRILL_RISK = 0.05;
/** To mark, drill and deburr one. */
const DRILL_MINUTES = 3;
/** Per step of difficulty of what comes off a board. */
const OFF = { minutes: 8, risk: 0.03 };

function harmOfOne(scene: Scene, c: Change): Harm {
  const { project } = scene;
  switch (c.do) {
    case 'place':
    case 'stand':
      return together({ ...NONE, ...WORK.move, gives: ['layout'] }, drilledFor(scene, c));
    case 'swap':
      return { ...NONE, ...WORK.swap, gives: ['kit'] };
    case 'insulate':
      return { ...NONE, ...WORK.tape };
    case 'fold':
    case 'around':
      return { ...NONE, ...WORK.fold };
    case 'strike':
      return struck(scene, c.item, c.block);
    case 'trim':
      return trimmed(scene, c);
    case 'pocket':
      return {
        ...NONE,
        minutes: pocketMinutes(c.cut, project.brief.tools ?? []).value,
        risk: MILL_RISK,
        forGood: true,
        lacks: lacking(project, 'rotary tool'),
      };
    case 'pattern':
      return {
        ...NONE,
        minutes: patternMinutes({ hole: c.cut.hole, cut: c.cut }, project.brief.tools ?? []),
        risk: DRILL_RISK,
        forGood: true,
        seen: true,
      };
    case 'widen':
    case 'notch':
      // Hand drill, knife and file do it: no tool is missed.
      return {
        ...NONE,
        ...WORK[c.do],
        forGood: true,
        seen: true,
        gives: ['looks'],
      };
    case 'grow':
      return { ...NONE, ...WORK.grow, seen: true, lacks: lacking(project, 'printer') };
    case 'leave-out-input':
      return { ...NONE, ...WORK.other, gives: ['keys'] };
    case 'drop':
      return { ...NONE, ...WORK.other, gives: ['kit'] };
    case 'bore':
      return { ...NONE, ...WORK.bore, forGood: true };
    case 'program':
    case 'net':
      return { ...NONE, ...WORK.solder, lacks: lacking(project, 'iron') };
    default:
      return { ...NONE, ...WORK.other };
  }
}

/** A board screwed down now that was not, where its screws go through the floor. */
function drilledFor(scene: Scene, c: Extract<Change, { do: 'place' | 'stand' }>): Harm {
  const { item, fixed } = c.placement;
  if (fixed !== 'screws' || scene.items.get(item)?.placement.fixed === 'screws') return NONE;
  const then = sceneOf(applied(scene.project, c), scene);
  const holes = screwHoles(then).filter(({ at }) => at.item.id === item).length;
  if (!holes) return NONE;
  return {
    ...NONE,
    minutes: holes * DRILL_MINUTES,
    risk: DRILL_RISK,
    forGood: true,
    seen: true,
    gives: ['looks'],
  };
}

/** This tool, when the builder has said which there are and it is not among them. */
const lacking = ({ brief }: Project, tool: Tool): string[] =>
  brief.tools && !brief.tools.includes(tool) ? [tool] : [];

function struck(scene: Scene, item: string, block: string): Harm {
  const off = scene.items.get(item)?.part.blocks.find((b) => b.id === block)?.removable;
  if (!off) return { ...NONE, ...WORK.other, gives: ['parts'] };
  const known = TOOLS.find((t) => t === off.tool);
  return {
    ...NONE,
    minutes: OFF.minutes * off.difficulty,
    risk: OFF.risk * off.difficulty,
    forGood: true,
    lacks: known ? lacking(scene.project, known) : [],
    gives: ['parts'],
  };
}

/** What a post, rib or wall was for is given up with it. */
const GIVEN: Partial<Readonly<Record<StandingFeature['feature']['purpose'], Keep>>> = {
  'closing screw': 'screws',
  hinge: 'door',
  slot: 'slot',
};

function trimmed(scene: Scene, c: Extract<Change, { do: 'trim' }>): Harm {
  const f = scene.shell?.features.find((q) => q.feature.id === c.feature && q.copy === c.copy);
  const given = f && GIVEN[f.feature.purpose];
  const door = scene.shell?.body.pieces.find((q) => q.id === f?.piece)?.role === 'door';
  return {
    ...NONE,
    ...(c.to === 0 ? WORK.away : WORK.trim),
    forGood: true,
    gives: KEEPS.filter((k) => k === given || (door && k === 'door')),
  };
}
