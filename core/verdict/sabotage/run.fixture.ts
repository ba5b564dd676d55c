/** Runs every kind at every place of every clean build, and every harmless change, and counts. */
import { demos } from '../../catalogue';
import { type Finding, isOpen, type Project, readProject } from '../../model';
import { check, type Check } from '../check';
import { fedFromTheWall, fedStraightFromCell, docked, grafted } from './builds.fixture';
import { AS_MADE_KINDS } from './asMade.fixture';
import { BENCH_KINDS } from './bench.fixture';
import { CARRIER_KINDS } from './carrier.fixture';
import { CHOSEN_KINDS } from './chosen.fixture';
import { CONTROLS_KINDS } from './controls.fixture';
import { FACE_KINDS } from './faces.fixture';
import { HARMLESS } from './harmless.fixture';
import { HELD_KINDS } from './held.fixture';
import { HINGE_KINDS } from './hinge.fixture';
import { type Case, type Kind, worsened } from './kind.fixture';
import { KIT_KINDS } from './kit.fixture';
import { LAYOUT_KINDS } from './layout.fixture';
import { MADE_KINDS } from './made.fixture';
import { MOUNT_KINDS } from './mount.fixture';
import { GAME_KINDS } from './games.fixture';
import { PRESS_KINDS } from './press.fixture';
import { POWER_KINDS } from './power.fixture';
import { POCKET_KINDS } from './pocket.fixture';
import { PATTERN_KINDS } from './pattern.fixture';
import { LADDER_KINDS } from './ladder.fixture';
import { PAD_BUS_KINDS } from './padBus.fixture';
import { TRACE_KINDS } from './trace.fixture';
import { READING_KINDS } from './readings.fixture';
import { SAW_KINDS } from './saw.fixture';
import { SEAT_KINDS } from './seat.fixture';
import { SHELL_KINDS } from './shell.fixture';
import { WIRE_KINDS } from './wires.fixture';
import { WISHED_KINDS } from './wished.fixture';

export const KINDS: readonly Kind[] = [
  ...LAYOUT_KINDS,
  ...KIT_KINDS,
  ...SHELL_KINDS,
  ...CONTROLS_KINDS,
  ...FACE_KINDS,
  ...READING_KINDS,
  ...WIRE_KINDS,
  ...HINGE_KINDS,
  ...SEAT_KINDS,
  ...CHOSEN_KINDS,
  ...MOUNT_KINDS,
  ...HELD_KINDS,
  ...MADE_KINDS,
  ...PRESS_KINDS,
  ...GAME_KINDS,
  ...POCKET_KINDS,
  ...PATTERN_KINDS,
  ...TRACE_KINDS,
  ...PAD_BUS_KINDS,
  ...LADDER_KINDS,
  ...CARRIER_KINDS,
  ...SAW_KINDS,
  ...POWER_KINDS,
  ...AS_MADE_KINDS,
  ...BENCH_KINDS,
  ...WISHED_KINDS,
];

/** Builds that close, to be spoilt one way at a time. */
export const cleanBuilds = (): Project[] => [
  ...demos().slice(1),
  fedFromTheWall(),
  grafted(),
  docked(),
  fedStraightFromCell(),
];

export interface Outcome {
  build: string;
  kind: string;
  where: string;
  /** Named by the verdict, refused on the way in, not noticed, or noticed without its name. */
  is: 'named' | 'refused' | 'missed' | 'unnamed';
  said: string[];
  /** Kinds of finding it is noticed by. */
  by: ReadonlySet<Finding['check']>;
  spoilt: Project;
  makes: Kind['makes'];
  /** The verdict on it, made from the one on the clean build; none where it was refused. */
  after?: Check;
}

const words = (f: Finding): string => `${f.title}: ${f.what}`;
const names = (f: Finding, c: Case): boolean =>
  (c.ids?.some((id) => f.about.includes(id)) ?? false) || (c.says?.test(words(f)) ?? false);

/** Whether a kind of spoiling is one of this build at all. */
export const fits = (k: Kind, p: Project): boolean =>
  !k.needsWalls || p.shell.bodies.some((b) => !isOpen(b));

export function* sabotage(
  builds: readonly Project[] = cleanBuilds(),
  kinds: readonly Kind[] = KINDS,
): Generator<Outcome> {
  for (const p of builds) {
    const before = check(p);
    for (const kind of kinds.filter((k) => fits(k, p))) {
      for (const c of kind.cases(p)) {
        const { name, makes } = kind;
        const base = { build: p.id, kind: name, where: c.where, spoilt: c.spoilt, makes };
        const read = readProject(c.spoilt);
        if (!read.ok) {
          yield {
            ...base,
            is: 'refused',
            said: read.complaints.map((x) => x.sentence),
            by: new Set(),
          };
          continue;
        }
        const after = check(c.spoilt, before.checker);
        const found = worsened(before.findings, after.findings, kind.makes);
        const closes = kind.makes !== 'tight' && after.closes;
        let is: Outcome['is'];
        if (!found.length || closes) is = 'missed';
        else if (found.some((f) => names(f, c))) is = 'named';
        else is = 'unnamed';
        const by = new Set(found.map((f) => f.check));
        yield { ...base, is, said: found.map(words), by, after };
      }
    }
  }
}

/**
 * Findings that a verdict made from an earlier one has, or lacks, beside one made from nothing: none,
 * when what it kept of the other was rightly kept.
 */
export function unlike(p: Project, made: Check, fresh: Check = check(p)): string[] {
  const [a, b] = [made, fresh].map((c) => c.findings.map((f) => JSON.stringify(f)));
  return [...a!.filter((f) => !b!.includes(f)), ...b!.filter((f) => !a!.includes(f))];
}

export interface FalseHit {
  build: string;
  change: string;
  said: string[];
}

/** Harmless changes after which something is a hit that was none, or the build closes no longer. */
export function* falseHits(builds: readonly Project[] = cleanBuilds()): Generator<FalseHit | null> {
  for (const p of builds) {
    const before = check(p);
    for (const { name, change } of HARMLESS) {
      const after = check(change(p));
      const found = after.findings.filter((f) => f.verdict === 'hit' || f.undecided);
      const isFalse = after.hits > before.hits || (before.closes && !after.closes);
      yield isFalse ? { build: p.id, change: name, said: found.map(words) } : null;
    }
  }
}
