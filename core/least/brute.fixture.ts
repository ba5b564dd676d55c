/** Builds with hits, and the least set of ways found by trying every set there is. */
import { demos } from '../catalogue';
import { seeded } from '../geometry';
import { drained, type Part, type Project, readProject } from '../model';
import { check, type Check } from '../verdict';
import { weightOf } from './harm';
import { type Candidate, candidatesFor, withWays } from './least';

export interface Case {
  build: Project;
  now: Check;
  candidates: Candidate[];
}

/** A finished example in which a few parts were pushed about, so that something hits. */
function pushed(seed: number): Project {
  const random = seeded(seed * 7919 + 3);
  const clean = demos().filter((p) => check(p).hits === 0);
  const base = clean[seed % clean.length]!;
  const many = 1 + Math.floor(random() * 2);
  const chosen = new Set(
    Array.from({ length: many }, () => Math.floor(random() * base.layout.placements.length)),
  );
  const by = () => Math.round((random() - 0.5) * 140) / 10;
  const placements = base.layout.placements.map((q, i) =>
    chosen.has(i) ? { ...q, x: q.x + by(), y: q.y + by() } : q,
  );
  return { ...base, layout: { placements } };
}

/** @returns  nothing when this seed's build has no hit, or more than four */
export function caseOf(seed: number, library: readonly Part[], most = 7): Case | undefined {
  const build = pushed(seed);
  if (!readProject(build).ok) return undefined;
  const now = check(build);
  if (!now.hits || now.hits > 4) return undefined;
  const all = drained(candidatesFor(build, now, library));
  // Of each hit a few, so that all of them may be cleared.
  const each = Math.max(1, Math.floor(most / now.hits));
  const ofEach = now.findings
    .filter((f) => f.verdict === 'hit')
    .flatMap((f) => all.filter((c) => c.moves.has(f.id)).slice(0, each));
  return { build, now, candidates: [...new Set(ofEach)].slice(0, most) };
}

/** Weight of the lightest set after which nothing hits, or nothing: every set is tried. */
export function lightest({ build, candidates }: Case): number | undefined {
  let best: number | undefined;
  for (let bits = 0; bits < 1 << candidates.length; bits++) {
    const set = candidates.filter((_, i) => bits & (1 << i));
    const subjects = set.flatMap((c) => c.subjects);
    if (new Set(subjects).size < subjects.length) continue;
    const weight = set.reduce((s, c) => s + weightOf(c.harm), 0);
    if (best !== undefined && weight >= best) continue;
    const next = withWays(
      build,
      set.map((c) => c.way),
    );
    if (next && check(next).hits === 0) best = weight;
  }
  return best;
}
