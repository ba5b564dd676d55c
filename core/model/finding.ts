/**
 * One thing the build's numbers say, at the station where it can be mended.
 *
 * *hit*: the margin is below zero. *tight*: it is not, but the chance is under 95 %. *clear*: else.
 */
export const STATIONS = [
  'brief',
  'shell',
  'kit',
  'fit',
  'cut',
  'controls',
  'power',
  'sound',
  'bench',
  'build',
] as const;
export type Station = (typeof STATIONS)[number];
export type Verdict = 'hit' | 'tight' | 'clear';

export interface SourceShare {
  key: string;
  label: string;
  u: number;
  k: number;
}

export interface Measure {
  /** Signed distance, mm; negative is the overlap. */
  gap: number;
  /** What function needs, mm, and why. */
  required: number;
  reason: string;
  sigma: number;
  /** Chance that it fits: Φ(margin / σ). */
  chance: number;
  /** Margin with every source at its limit, mm. */
  worst: number;
  sources: SourceShare[];
}

type OneId =
  | 'bundle'
  | 'net'
  | 'lead'
  | 'input'
  | 'opening'
  | 'feature'
  | 'item'
  | 'piece'
  | 'family'
  | 'joint';
/** A thing of the build a finding is about, by what it is: nobody takes ids or sentences apart. */
export type Ref =
  | { is: 'block'; item: string; block: string }
  | { is: 'socket'; item: string; connector: string }
  | { is: 'link'; chain: string; link: string }
  | { [K in OneId]: { is: K; id: string } }[OneId];

export interface Finding {
  /** The same finding in the verdict before and after an edit. It is compared, never read. */
  id: string;
  /** Of another body than the first: which, its name, and the finding's id as that body alone makes it. */
  inBody?: { body: string; name: string; id: string };
  /** Which rule of its check found it; its ways out are told by this. */
  code: string;
  station: Station;
  verdict: Verdict;
  /** What kind of check found it. */
  check:
    | 'touch'
    | 'plug'
    | 'window'
    | 'grille'
    | 'outside'
    | 'pins'
    | 'input'
    | 'charge'
    | 'rail'
    | 'supply'
    | 'hours'
    | 'chain'
    | 'screw'
    | 'kept'
    | 'hinge'
    | 'seat'
    | 'closing'
    | 'wire'
    | 'ribbon'
    | 'magnet'
    | 'cap'
    | 'press'
    | 'carrier'
    | 'saw'
    | 'stop'
    | 'antenna'
    | 'beside'
    | 'place'
    | 'hole'
    | 'seam'
    | 'switch'
    | 'reach'
    | 'reading'
    | 'figure'
    | 'held'
    | 'made'
    | 'pocket'
    | 'pattern'
    | 'answer'
    | 'trace'
    | 'bus'
    | 'ladder'
    | 'bench'
    | 'chord'
    | 'family'
    | 'wait'
    | 'heat'
    | 'loud'
    | 'trial'
    | 'as made';
  /** Tight because something is still to be chosen or measured: such a build is not ready. */
  undecided?: true;
  /** Number first: "1.8 mm overlap". */
  title: string;
  /** What meets what. */
  what: string;
  /** Formula with its numbers, line by line. */
  why: string[];
  /** Item, feature or input ids it is about. */
  about: string[];
  /** The very things that meet: blocks, sockets, bundles. */
  refs?: Ref[];
  measure?: Measure;
  /** Where to look, in the build's frame. */
  at?: { x: number; y: number; z: number };
  /** The move that would part them: unit vector of the first from the second. */
  way?: { x: number; y: number; z: number };
}

/** What meets what, with the body it is in where that is not the first. */
export const whatWords = ({ what, inBody }: Pick<Finding, 'what' | 'inBody'>): string =>
  inBody ? `${what} (in ${inBody.name})` : what;

/** The first thing of a kind that a finding refers to. */
export function refOf<K extends Ref['is']>(f: Finding, is: K): Extract<Ref, { is: K }> | undefined {
  return f.refs?.find((r): r is Extract<Ref, { is: K }> => r.is === is);
}

/** The normal distribution's Φ, within 1e-7 (Abramowitz and Stegun 7.1.26 refined by series near 0). */
export function phi(x: number): number {
  if (x === 0) return 0.5;
  if (Math.abs(x) > 8) return x > 0 ? 1 : 0;
  if (Math.abs(x) < 3) {
    // Φ = ½ + φ(x)·(x + x³/3 + x⁵/15 + ...)
    let term = x;
    let sum = x;
    for (let k = 3; Math.abs(term) > 1e-16; k += 2) {
      term *= (x * x) / k;
      sum += term;
    }
    return 0.5 + (sum * Math.exp((-x * x) / 2)) / Math.sqrt(2 * Math.PI);
  }
  // Continued fraction of the tail.
  const a = Math.abs(x);
  let f = 0;
  for (let k = 60; k >= 1; k--) f = k / (a + f);
  const tail = Math.exp((-a * a) / 2) / Math.sqrt(2 * Math.PI) / (a + f);
  return x > 0 ? 1 - tail : tail;
}

/** Verdict and chance of a margin with its standard uncertainty, mm. */
export function judge(margin: number, sigma: number): { chance: number; verdict: Verdict } {
  const settled = Math.abs(margin) < 1e-9 ? 0 : margin;
  let chance: number;
  if (sigma > 1e-9) chance = phi(settled / sigma);
  else if (settled >= 0) chance = 1;
  else chance = 0;
  let verdict: 'hit' | 'tight' | 'clear';
  if (settled < 0) verdict = 'hit';
  else if (chance < 0.95) verdict = 'tight';
  else verdict = 'clear';
  return { chance, verdict };
}

const ORDER: Record<Verdict, number> = { hit: 0, tight: 1, clear: 2 };
/** Worst first: hits by depth, then tight ones by chance. */
export const worstFirst = (a: Finding, b: Finding): number => {
  let byMargin: number;
  if (a.measure && b.measure) {
    byMargin = a.measure.gap - a.measure.required - (b.measure.gap - b.measure.required);
  } else if (a.measure) byMargin = -1;
  else if (b.measure) byMargin = 1;
  else byMargin = 0;
  // What is still to be chosen keeps the build from being ready: it comes before what is only tight.
  const byChoice = Number(b.undecided ?? false) - Number(a.undecided ?? false);
  return ORDER[a.verdict] - ORDER[b.verdict] || byChoice || byMargin || (a.id < b.id ? -1 : 1);
};

/** A chance as a builder reads it: never "0 %" or "100 %". */
export function percent(chance: number): string {
  if (chance < 0.01) return 'under 1 %';
  if (chance > 0.99) return 'over 99 %';
  return `${Math.round(chance * 100)} %`;
}

export const mm1 = (mm: number): string => {
  const text = Math.abs(mm).toFixed(1);
  return text === '0.0' && mm !== 0 ? Math.abs(mm).toFixed(2) : text;
};
