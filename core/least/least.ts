/**
 * All hits of a build at once, with the least harm: out of every way out that is known for any of
 * them, the set that weighs least and after which the whole check finds no hit.
 *
 * A programme over the ways is solved; the set it gives is tried on the whole build; what still hits
 * becomes a clause, and the programme is solved again. A clause says no more than was seen: this
 * finding stays unless a way that reaches one of its things is taken or left.
 */
import {
  appliedAll,
  type Change,
  type Finding,
  type Part,
  type Project,
  readProject,
  type WayOut,
} from '../model';
import { type Check, check, judgedOf, openMargins, proposalsFor, verdictFrom } from '../verdict';
import { type Harm, harmOf, type Keep, KEEPS, together, weightOf } from './harm';
import { type Clause, leastSet, type Solver, withClause } from './programme';

export interface Candidate {
  way: WayOut;
  harm: Harm;
  /** What it says something of; two that do so of the same thing are not taken together. */
  subjects: readonly string[];
  /** The thing it changes itself; nothing when that is not one thing. */
  own: string | undefined;
  /** Things of every finding that it changes, taken alone. */
  reach: ReadonlySet<string>;
  /** Findings that it changes, taken alone. */
  moves: ReadonlySet<string>;
}

export interface Plan {
  ways: readonly WayOut[];
  /** Of each way, and of all together. */
  harms: readonly Harm[];
  harm: Harm;
  weight: number;
  /** The whole verdict after it. */
  sentence: string;
  tight: number;
  /** What was kept on purpose; nothing: it is the least of all. */
  keeping?: Keep;
}

export interface Least {
  hits: number;
  candidates: number;
  /** Sets that were tried on the whole build. */
  tried: number;
  plans: readonly Plan[];
  /** What no plan keeps that was asked for beside the least. */
  unkept: readonly Keep[];
  /** Why there is none. */
  none?: None;
}

export interface None {
  /** Hits for which no way is known. */
  without: readonly Finding[];
  /** What is kept, any one of which would open a way when it is given up. */
  permit: readonly Keep[];
  /** So many sets were tried that it was given up: there may be one. */
  gaveUp: boolean;
}

export interface LeastAsked {
  now?: Check;
  solve: Solver;
  /** What the builder wants kept whatever it costs. */
  kept?: readonly Keep[];
  /** Plans to offer. */
  most?: number;
  /** Sets tried in one search before it is given up. */
  patience?: number;
}

/** Ways looked at for each hit, gentlest first. */
const WAYS_EACH = 7;
const kindOf = (w: WayOut): string => w.changes.map((c) => c.do).join();

/** The gentlest, and the gentlest of every other kind: seven other cells say nothing of a thinner floor. */
function severalOf(ways: readonly WayOut[]): WayOut[] {
  const ranked = [...ways].sort((a, b) => a.effort - b.effort);
  const out = ranked.slice(0, WAYS_EACH);
  for (const w of ranked) {
    if (!out.some((q) => kindOf(q) === kindOf(w))) out.push(w);
  }
  return out;
}
/** Sets tried before it is given up. */
const MOST_SETS = 250;

/** What a change says something of. */
function subjectOf(c: Change): string {
  switch (c.do) {
    case 'place':
    case 'stand':
      return `place ${c.placement.item}`;
    case 'where':
      return `place ${c.item}`;
    case 'trim':
      return `trim ${c.feature} ${c.copy}`;
    case 'pocket':
    case 'pattern':
      return `${c.do} ${c.cut.id}`;
    case 'grow':
      return `grow ${JSON.stringify(c.side)}`;
    case 'swap':
    case 'fold':
    case 'around':
    case 'program':
      return `${c.do} ${c.item}`;
    case 'peg':
      return `peg ${c.cap}`;
    case 'input':
      return `input ${c.input.id}`;
    case 'joint':
      return `joint ${c.joint.id}`;
    case 'shut':
    case 'route':
    case 'link':
      return c.do;
    default:
      return JSON.stringify(c);
  }
}

/** The item, feature or input that all changes of a way are about, if it is one. */
function ownOf(changes: readonly Change[]): string | undefined {
  const things = new Set(changes.map(thingOf));
  const [only] = things;
  return things.size === 1 ? only : undefined;
}

function thingOf(c: Change): string | undefined {
  switch (c.do) {
    case 'place':
    case 'stand':
      return c.placement.item;
    case 'trim':
      return c.feature;
    case 'input':
      return c.input.id;
    case 'swap':
    case 'strike':
    case 'insulate':
    case 'program':
      return c.item;
    default:
      return undefined;
  }
}

/** Findings that hang on nothing but the things they name. */
const LOCAL: ReadonlySet<Finding['check']> = new Set<Finding['check']>([
  'touch',
  'plug',
  'window',
  'outside',
  'grille',
]);

/** The build with these ways taken, or nothing when that is no document. */
export function withWays(p: Project, ways: readonly WayOut[]): Project | undefined {
  const next = ways.reduce((q, w) => appliedAll(q, w.changes), p);
  return readProject(next).ok ? next : undefined;
}

const isHit = (f: Finding): boolean => f.verdict === 'hit';
const hitsOf = (c: Check): Finding[] => c.findings.filter(isHit);
const state = (f: Finding): string =>
  `${f.verdict} ${f.measure ? (f.measure.gap - f.measure.required).toFixed(4) : ''}`;

/** Findings that differ, and the things they are about. */
function differing(before: Check, after: Check): { ids: Set<string>; things: Set<string> } {
  const was = new Map(before.findings.map((f) => [f.id, f]));
  const is = new Map(after.findings.map((f) => [f.id, f]));
  const ids = new Set<string>();
  const things = new Set<string>();
  for (const id of new Set([...was.keys(), ...is.keys()])) {
    const [a, b] = [was.get(id), is.get(id)];
    if (a && b && state(a) === state(b)) continue;
    ids.add(id);
    for (const f of [a, b]) f?.about.forEach((thing) => things.add(thing));
  }
  return { ids, things };
}

/** Every way known for any hit, alone tried once; pauses between trials. */
export function* candidatesFor(
  p: Project,
  now: Check,
  library: readonly Part[],
): Generator<void, Candidate[]> {
  const open = openMargins(now.findings);
  const { checker } = now;
  const judged = judgedOf(p, now);
  const base = check(p, checker, true);
  const found = new Map<string, Candidate>();
  for (const hit of hitsOf(now)) {
    const { ways } = yield* proposalsFor(judged, hit, { library, open });
    for (const way of severalOf(ways)) {
      const key = JSON.stringify(way.changes);
      if (found.has(key)) continue;
      yield;
      const next = withWays(p, [way]);
      if (!next) continue;
      const { ids, things } = differing(base, check(next, checker, true));
      hit.about.forEach((thing) => things.add(thing));
      found.set(key, {
        way,
        harm: harmOf(checker.scene, way.changes),
        subjects: [...new Set(way.changes.map(subjectOf))],
        own: ownOf(way.changes),
        reach: things,
        moves: ids.add(hit.id),
      });
    }
  }
  return [...found.values()];
}

/** This finding stays unless a way that reaches it is taken, or one that was taken is left. */
function clauseOf(
  all: readonly Candidate[],
  set: readonly number[],
  f: Finding | undefined,
): Clause {
  const reaches = (c: Candidate): boolean => {
    // Of things that are not named nothing is known: only this very set is out.
    if (!f?.about.length || c.moves.has(f.id)) return true;
    if (LOCAL.has(f.check) && c.own !== undefined) return f.about.includes(c.own);
    return f.about.some((thing) => c.reach.has(thing));
  };
  const concerned = all.flatMap((c, i) => (reaches(c) ? [i] : []));
  return {
    take: concerned.filter((i) => !set.includes(i)),
    leave: concerned.filter((i) => set.includes(i)),
  };
}

/** Groups of candidates of one subject. */
function groupsOf(all: readonly Candidate[]): number[][] {
  const by = new Map<string, number[]>();
  all.forEach((c, i) => {
    for (const s of c.subjects) by.set(s, [...(by.get(s) ?? []), i]);
  });
  return [...by.values()].filter((g) => g.length > 1);
}

const planOf = (all: readonly Candidate[], set: readonly number[], after: Check): Plan => {
  const harms = set.map((i) => all[i]!.harm);
  return {
    ways: set.map((i) => all[i]!.way),
    harms,
    harm: harms.reduce(together),
    weight: harms.reduce((s, h) => s + weightOf(h), 0),
    sentence: after.sentence,
    tight: after.tight,
  };
};

const giving = (all: readonly Candidate[], keeps: readonly Keep[]): Set<number> =>
  new Set(all.flatMap((c, i) => (c.harm.gives.some((k) => keeps.includes(k)) ? [i] : [])));

/**
 * Seeks one trial at a time, so that a caller can do something else in between, or give up.
 *
 * @param library  parts that may be taken instead
 * @returns        the least plan of all, and those that keep what it gives up; none and why, when
 *                 there is none
 */
export function* seekLeast(
  p: Project,
  library: readonly Part[],
  asked: LeastAsked,
): Generator<void, Least> {
  const now = asked.now ?? check(p);
  return yield* plansOf(p, yield* candidatesFor(p, now, library), { ...asked, now });
}

/** {@link seekLeast} over these ways alone. */
export function* plansOf(
  p: Project,
  all: readonly Candidate[],
  asked: LeastAsked,
): Generator<void, Least> {
  const { now = check(p), solve, kept = [], most = 3, patience = MOST_SETS } = asked;
  const hits = hitsOf(now);
  const weights = all.map((c) => weightOf(c.harm));
  const groups = groupsOf(all);
  // What was seen of one set holds for every search.
  let clauses = hits.map((f) => clauseOf(all, [], f)).reduce<Clause[]>(withClause, []);
  let tried = 0;

  function* least(barred: ReadonlySet<number>): Generator<void, Plan | 'none' | 'given up'> {
    for (let k = 0; k < patience; k++) {
      yield;
      const set = leastSet({ weights, clauses, groups, barred }, solve);
      if (!set) return 'none';
      tried++;
      const left = remaining(
        p,
        now,
        set.map((i) => all[i]!.way),
      );
      if (!Array.isArray(left)) return planOf(all, set, left);
      for (const f of left.length ? left : [undefined]) {
        clauses = withClause(clauses, clauseOf(all, set, f));
      }
    }
    return 'given up';
  }

  if (!hits.length) return { hits: 0, candidates: 0, tried: 0, plans: [], unkept: [] };
  const first = yield* least(giving(all, kept));
  const told = { hits: hits.length, candidates: all.length };
  if (typeof first === 'string') {
    const permit: Keep[] = [];
    let gaveUp = first === 'given up';
    for (const k of kept) {
      const other = yield* least(
        giving(
          all,
          kept.filter((q) => q !== k),
        ),
      );
      if (typeof other !== 'string') permit.push(k);
      else gaveUp ||= other === 'given up';
    }
    const without = hits.filter((f) => !all.some((c) => c.moves.has(f.id)));
    return { ...told, tried, plans: [], unkept: [], none: { without, permit, gaveUp } };
  }
  const plans: Plan[] = [first];
  const unkept: Keep[] = [];
  for (const k of KEEPS) {
    if (plans.length >= most || !first.harm.gives.includes(k)) continue;
    const other = yield* least(giving(all, [...kept, k]));
    if (other === 'none') unkept.push(k);
    else if (other !== 'given up' && !plans.some((q) => sameWays(q, other))) {
      plans.push({ ...other, keeping: k });
    }
  }
  return { ...told, tried, plans, unkept };
}

const sameWays = (a: Plan, b: Plan): boolean =>
  a.ways.length === b.ways.length && a.ways.every((w) => b.ways.includes(w));

/** The verdict after these ways when nothing hits any more; else what does. */
function remaining(p: Project, now: Check, ways: readonly WayOut[]): Check | Finding[] {
  const next = withWays(p, ways);
  if (!next) return [];
  const quick = check(next, now.checker, true);
  const left = hitsOf(quick);
  if (left.length) return left;
  const whole = verdictFrom(next, quick.checker);
  return whole.hits ? hitsOf(whole) : whole;
}
