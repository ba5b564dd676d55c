/** The engine: verdict, goals, wires and ways out of the one open build, away from the screen's thread. */
import { expose } from 'comlink';
import { alternatives, compare, outcomeOf, scorecard, seekMend } from '@deft/core/brief';
import { STARTER_PARTS } from '@deft/core/catalogue';
import { seekImprovements } from '@deft/core/fit';
import { type Part, patched, type Project, type Verdict } from '@deft/core/model';
import { check, type Check, judgementOf, largestThatFits, seekWays } from '@deft/core/verdict';
import { withOwn } from '../state/library';
import type { EngineApi, Judged, Swaps } from './protocol';
import { inSlices } from './slices';

const TELL_MS = 80;
const WARM_MS = 700;
/** Nothing else is begun so soon after an edit: another may follow, and its verdict comes first. */
const REST_MS = 150;

interface Held {
  at: number;
  document: Project;
  check: Check;
}
let held: Held | undefined;
let since = 0;
let library: readonly Part[] = STARTER_PARTS;

function hold(at: number, document: Project): Judged {
  since = performance.now();
  held = { at, document, check: check(document, held?.check.checker) };
  return { at, verdict: judgementOf(held.check), scores: scorecard(document, held.check) };
}

/** Waits until no edit has come for a while; says whether the state asked about still stands. */
async function rested(at: number): Promise<Held | undefined> {
  for (;;) {
    const now = heldAt(at);
    const left = since + REST_MS - performance.now();
    if (!now || left <= 0) return now;
    await new Promise((resolve) => {
      setTimeout(resolve, left);
    });
  }
}

function worstOf({ hits, tight }: Check): Verdict {
  if (hits) return 'hit';
  return tight ? 'tight' : 'clear';
}

/** The build that is held, if it is still in the state asked about. */
const heldAt = (at: number): Held | undefined => (held?.at === at ? held : undefined);
const still = (at: number) => (): boolean => held?.at === at;

const engine: EngineApi = {
  async alive(lock) {
    const locks = navigator.locks as LockManager | undefined;
    if (!locks) return false;
    return new Promise((resolve) => {
      void locks.request(lock, () => {
        resolve(true);
        return new Promise(() => undefined);
      });
    });
  },
  library(own) {
    library = withOwn(own);
  },
  async open(at, document) {
    return hold(at, document);
  },
  async edit(from, to, patch) {
    const before = heldAt(from);
    return before && hold(to, patched(before.document, patch));
  },
  async judge(document) {
    return judgementOf(check(document));
  },
  async glance(document) {
    const judged = check(document);
    const scores = scorecard(document, judged);
    const hours = judged.power.run?.value.hours;
    return {
      sentence: judged.sentence,
      laidOut: document.layout.placements.length > 0,
      worst: worstOf(judged),
      goals: { met: scores.filter((s) => s.standing === 'met').length, of: scores.length },
      ...(hours === undefined ? {} : { hours: { value: hours, u: judged.power.band?.hours ?? 0 } }),
    };
  },
  async ways(at, finding) {
    const now = await rested(at);
    const asked = now?.check.findings.find((f) => f.id === finding);
    if (!now || !asked) return undefined;
    const search = seekWays(now.document, asked, library, now.check);
    return (await inSlices(search, still(at)))?.found;
  },
  async improvements(at) {
    const now = await rested(at);
    const measured = now?.check.findings.filter((f) => f.station === 'fit' && f.measure);
    return measured && (await inSlices(seekImprovements(measured), still(at)))?.found;
  },
  async largest(at, kind, tell) {
    const now = await rested(at);
    if (!now) return undefined;
    const search = largestThatFits(now.document, kind, library, now.check);
    return inSlices(search, still(at), tell);
  },
  async mend(at, goal) {
    const now = await rested(at);
    return now && inSlices(seekMend(now.document, goal, library, now.check), still(at));
  },
  async swaps(at, item, tell) {
    const now = await rested(at);
    if (!now) return;
    const list = alternatives(now.document, item, library);
    const told: Swaps = {
      now: outcomeOf(now.document, now.check),
      of: list.length,
      rows: [],
    };
    let toldAt = performance.now();
    let wanted = true;
    const say = () => {
      toldAt = performance.now();
      void tell(told).then((goOn) => {
        wanted &&= goOn;
      });
      told.rows = [];
    };
    const search = compare(now.document, item, list, now.check);
    await inSlices(
      search,
      () => wanted && held?.at === at,
      (row) => {
        told.rows.push(row);
        if (performance.now() - toldAt > TELL_MS) say();
      },
    );
    if (wanted) say();
  },
  async warm(at) {
    const now = await rested(at);
    if (!now) return;
    const until = performance.now() + WARM_MS;
    for (const { id } of now.document.kit.items) {
      const search = compare(now.document, id, alternatives(now.document, id, library), now.check);
      await inSlices(search, () => held?.at === at && performance.now() < until);
    }
  },
};
expose(engine);
