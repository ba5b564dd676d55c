/**
 * Ways out of a finding, each re-checked on the whole build before it is offered.
 *
 * A way out is kept only if, with it applied, this finding is gone and no other is new or worse.
 */
import {
  appliedAll,
  drained,
  type Finding,
  type Part,
  type Project,
  readProject,
  type WayOut,
} from '../model';
import { verdictFrom, check, type Check, openMargins } from './check';
import { judgedOf, proposalsFor } from './registry';

export interface Ways {
  ways: WayOut[];
  /** What stands in the way of every one that was tried, in words. */
  blocked?: string;
  rejected: number;
}

const RANK = { clear: 0, tight: 1, hit: 2 } as const;

/** Why a change is not offered, or nothing when it holds. */
export function objection(before: Check, after: Check, target: string): string | undefined {
  const now = new Map(before.findings.map((f) => [f.id, f]));
  for (const f of after.findings) {
    if (f.verdict === 'clear') continue;
    // Some are whole sentences, and stand in one here.
    const what = f.what.replace(/\.$/, '');
    if (f.id === target) return `${what} stays`;
    const was = now.get(f.id);
    // Hours that could not be told before are news, not harm.
    if (!was && f.check === 'hours') continue;
    // A part that was just added has no place yet: the next thing to do, and said as that.
    if (!was && f.check === 'place') continue;
    // What a saw crosses is looked at before it is set on: the next thing to do as well.
    if (!was && f.code === 'saw-crosses') continue;
    // Keys that came onto another line are pressed again: so too.
    if (!was && f.code === 'stale') continue;
    if (!was || was.verdict === 'clear') return `${what} would be new`;
    const worse =
      f.measure &&
      was.measure &&
      f.measure.gap - f.measure.required < was.measure.gap - was.measure.required - 1e-6;
    if (RANK[f.verdict] > RANK[was.verdict] || worse) return `${what} would be worse`;
  }
  return undefined;
}

/**
 * Seeks one trial at a time, so that a caller can do something else in between, or give up.
 *
 * @param library  parts that may be taken instead
 * @param most     ways to return, gentlest first
 */
export function* seekWays(
  p: Project,
  finding: Finding,
  library: readonly Part[],
  now: Check = check(p),
  most = 5,
): Generator<void, Ways> {
  const open = openMargins(now.findings);
  const proposed = yield* proposalsFor(judgedOf(p, now), finding, { library, open });
  const all = [...proposed.ways].sort((a, b) => a.effort - b.effort);
  const ways: WayOut[] = [];
  let rejected = 0;
  /** Why the gentlest of those that were tried is none. */
  let spoilt: string | undefined;
  for (const way of all) {
    if (ways.length >= most) break;
    // Two that read alike are one to who chooses.
    if (ways.some((w) => w.text === way.text && w.cost === way.cost)) continue;
    yield;
    const next = appliedAll(p, way.changes);
    if (!readProject(next).ok) {
      rejected++;
      continue;
    }
    // Wires are laid only where everything else holds.
    const quick = check(next, now.checker, true);
    const against =
      (finding.check !== 'wire' && objection(now, quick, finding.id)) ||
      objection(now, verdictFrom(next, quick.checker), finding.id);
    if (against) {
      spoilt ??= `${way.text}: then ${against}`;
      rejected++;
      continue;
    }
    ways.push(way);
  }
  const blocked = proposed.blocked ?? spoilt;
  return { ways, rejected, ...(blocked && !ways.length ? { blocked } : {}) };
}

/** {@link seekWays}, all at once. */
export function waysOut(...asked: Parameters<typeof seekWays>): Ways {
  return drained(seekWays(...asked));
}
