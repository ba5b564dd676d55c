/** The largest screen or cell of the library that fits, where it lies now or moved, tried on the whole build. */
import { appliedAll, type Change, type Part, type Project, readProject } from '../model';
import { findPlaces } from '../fit';
import { verdictFrom, check, type Check, openMargins } from './check';

export type Kind = 'screen' | 'cell';
export interface Largest {
  item: string;
  part: Part;
  changes: Change[];
  /** The same as now, or one that is larger, and whether it has to move. */ moved: boolean;
  /** How many of the library are larger. */ larger: number;
  sentence: string;
}

const sizeOf = (kind: Kind, q: Part): number =>
  kind === 'cell' ? (q.cell?.capacityAh ?? 0) * (q.cell?.series ?? 1) : (q.screen?.diagonalIn ?? 0);
const words = (kind: Kind, q: Part): string =>
  kind === 'cell'
    ? `${Math.round((q.cell?.capacityAh ?? 0) * 1000)} mAh`
    : `${q.screen?.diagonalIn} in`;
/** Where a larger one first fails, up to three of its touches are moved from. */
const TOUCHES = 3;

/** @param library  parts to choose from; only those that do the same job: cells of as many in series and the same kind, screens on the same link */
export function* largestThatFits(
  p: Project,
  kind: Kind,
  library: readonly Part[],
  now: Check = check(p),
): Generator<string, Largest | undefined> {
  const item = p.kit.items.find(
    (i) => p.kit.parts.find((q) => q.id === i.part)?.[kind] !== undefined,
  );
  const part = p.kit.parts.find((q) => q.id === item?.part);
  if (!item || !part) return undefined;
  const open = openMargins(now.findings);
  const same = library.filter(
    (q) =>
      q.family === part.family &&
      q.id !== part.id &&
      (kind === 'cell'
        ? q.cell?.kind === part.cell?.kind && q.cell?.series === part.cell?.series
        : q.screen?.link === part.screen?.link),
  );
  const all = [...same, part].sort((a, b) => sizeOf(kind, b) - sizeOf(kind, a));
  // What is fitted now may be the answer; larger ones first, then it, then smaller ones.
  for (const q of all) {
    const larger = all.filter((x) => sizeOf(kind, x) > sizeOf(kind, q)).length;
    yield q.name;
    const swap: Change[] = q.id === part.id ? [] : [{ do: 'swap', item: item.id, part: q }];
    const at = appliedAll(p, swap);
    const bad = (c: Check) =>
      c.findings.filter(
        (f) => f.station === 'fit' && f.verdict === 'hit' && f.about.includes(item.id),
      );
    const here = check(at, now.checker, true);
    const hits = bad(here);
    const say = (moved: boolean) =>
      `${q.name}, ${words(kind, q)}, is the largest ${kind} that fits${q.id === part.id ? ': the one you have' : ''}${moved ? ', moved' : ''}. ${larger} larger ${larger === 1 ? 'one was' : 'ones were'} tried on the whole build.`;
    // Wires are laid only for one that else would do.
    if (!hits.length && !bad(verdictFrom(at, here.checker)).length) {
      return { item: item.id, part: q, changes: swap, moved: false, larger, sentence: say(false) };
    }
    for (const f of hits.slice(0, TOUCHES)) {
      const place = at.layout.placements.find((x) => x.item === item.id);
      if (!place || kind === 'screen') break;
      const found = findPlaces(here.checker, place, f, open).found[0];
      // Where it fits nowhere it does not fit from its next touch either.
      if (!found) break;
      const changes: Change[] = [...swap, { do: 'place', placement: found.placement }];
      const next = appliedAll(p, changes);
      if (readProject(next).ok && !bad(check(next, now.checker)).length) {
        return { item: item.id, part: q, changes, moved: true, larger, sentence: say(true) };
      }
    }
  }
  return undefined;
}
