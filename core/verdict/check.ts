/**
 * The verdict on a whole build: every finding of every station, worst first, with the one sentence
 * that the header says.
 */
import { bodyFor, type Finding, type Project, type Station, worstFirst } from '../model';
import { type ButtonMap, buttonMap } from '../controls';
import { cutting, type Cutting, wholeCutting } from '../cuts';
import { buildChance, Checker, type Scene } from '../fit';
import { powerFigures, type PowerFigures } from '../power';
import { UNLAID, wiring, type Wiring } from '../wiring';
import { otherBodies } from './bodies';
import { findAll } from './registry';

/** The verdict as plain data: what a worker can hand over and a view needs. */
export interface Judgement {
  findings: Finding[];
  hits: number;
  tight: number;
  clear: number;
  /** The build's chance of closing first time: every fit finding together, shared readings counted once. */
  readonly chance: number;
  sentence: string;
  /** Laid out, nothing is a hit and nothing is still to choose. */
  closes: boolean;
  byStation: Partial<Record<Station, { hits: number; tight: number }>>;
  map: ButtonMap;
  power: PowerFigures;
  cuts: Cutting;
  wiring: Wiring;
}

/** The verdict with the checker it was made from, which the next one can start from. */
export interface Check extends Judgement {
  checker: Checker;
}

/** What of a check can be handed to another thread, the chance counted. */
export function judgementOf(check: Check): Judgement {
  const { checker, ...judgement } = check;
  void checker;
  return judgement;
}

/** The figures that stand before a build has been judged; no finding yet, and nothing called closed. */
export function unjudged(p: Project, scene: Scene): Judgement {
  return {
    findings: [],
    hits: 0,
    tight: 0,
    clear: 0,
    chance: 0,
    sentence: 'Checking',
    closes: false,
    byStation: {},
    map: buttonMap(p, scene),
    power: powerFigures(p),
    cuts: { openings: [], trims: [], pockets: [], patterns: [], blanks: [] },
    wiring: UNLAID,
  };
}

/**
 * @param before  the checker of an earlier verdict: what did not change is not looked at again
 * @param quick   wires are not laid: for trials of which only few are shown
 */
export function check(p: Project, before?: Checker, quick = false): Check {
  return verdictFrom(p, new Checker(p, before), quick);
}

/** The verdict from a checker that already stands. */
export function verdictFrom(
  p: Project,
  checker: Checker,
  quick = false,
  without: readonly string[] = [],
): Check {
  const map = buttonMap(p, checker.scene);
  const power = powerFigures(p);
  const laid = quick ? UNLAID : wiring(p, checker.scene, map);
  const first = cutting(p, checker.scene);
  const others = otherBodies(checker.scene);
  const judged = { project: p, checker, map, power, wiring: laid, cuts: first, others };
  // What is cut in a lid is cut as well.
  const cuts = wholeCutting(p, checker.scene);
  const findings = findAll(judged, quick, without).sort(worstFirst);
  const count = (v: Finding['verdict']) => findings.filter((f) => f.verdict === v).length;
  const byStation: Check['byStation'] = {};
  for (const f of findings) {
    if (f.verdict === 'clear') continue;
    const at = (byStation[f.station] ??= { hits: 0, tight: 0 });
    if (f.verdict === 'hit') at.hits++;
    else at.tight++;
  }
  const [hits, tight] = [count('hit'), count('tight')];
  const uncut = [...cuts.openings, ...cuts.trims, ...cuts.pockets, ...cuts.patterns].filter(
    (c) => c.state !== 'done' && c.state !== 'measured',
  ).length;
  let chance: number | undefined;
  // Counted only when somebody asks: a hundred trials of ways out never do.
  return {
    findings,
    hits,
    tight,
    clear: count('clear'),
    get chance() {
      return (chance ??= buildChance(findings).value);
    },
    sentence: sentence(p, findings, uncut),
    closes: closes(p, findings),
    byStation,
    map,
    power,
    cuts,
    wiring: laid,
    checker,
  };
}

/** Something of a chain that nothing was chosen for yet, or a figure that nobody has measured. */
const stillToChoose = (findings: readonly Finding[]): number =>
  findings.filter((f) => f.undecided).length;

const closes = (p: Project, findings: readonly Finding[]): boolean =>
  p.shell.bodies.length > 0 &&
  p.layout.placements.length > 0 &&
  !findings.some((f) => f.verdict === 'hit') &&
  stillToChoose(findings) === 0;

/** What is decided but not done is never called closed without saying so. */
function sentence(p: Project, findings: readonly Finding[], uncut: number): string {
  const hits = findings.filter((f) => f.verdict === 'hit').length;
  const tight = findings.filter((f) => f.verdict === 'tight').length;
  if (!bodyFor(p)) return 'Not measured yet';
  if (!p.layout.placements.length) return 'Nothing laid out yet';
  const open = stillToChoose(findings);
  if (!hits && open) return `Not ready: ${open} still to choose or measure`;
  if (hits) {
    return `Not ready: ${hits} ${hits === 1 ? 'hit' : 'hits'}${tight ? `, ${tight} tight` : ''}`;
  }
  const after = uncut ? ` after ${uncut === 1 ? 'one cut' : `${uncut} cuts`}` : '';
  return tight ? `Closes${after}, ${tight} tight or open` : `Closes${after}`;
}

/** Margin of every finding that is not clear, by id. */
export const openMargins = (findings: readonly Finding[]): Map<string, number> =>
  new Map(
    findings
      .filter((f) => f.verdict !== 'clear')
      .map((f) => [f.id, f.measure ? f.measure.gap - f.measure.required : -Infinity]),
  );
