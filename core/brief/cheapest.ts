/** The cheapest change that would meet a goal without missing another or making a new hit. */
import {
  isHost,
  appliedAll,
  type Change,
  drained,
  type Finding,
  type GoalKey,
  type Part,
  type Project,
} from '../model';
import { tactileUnder } from '../controls';
import { billOf } from '../kit';
import { resistorFor } from '../power';
import { type Check, check } from '../verdict';
import { alternatives } from './swap';
import { scorecard } from './goals';
import { type Standing, STANDING_RANK as RANK } from './score';

export interface Mend {
  text: string;
  cost: number;
  changes: Change[];
  standing: Standing;
  figure: string;
}

const SUBJECTS: Partial<Record<GoalKey, readonly string[]>> = {
  families: ['sbc'],
  hours: ['cell', 'sbc', 'screen'],
  cost: ['sbc', 'screen', 'cell', 'audio', 'charger', 'speaker'],
  screen: ['screen'],
  picture: ['screen'],
  mass: ['cell', 'screen', 'sbc'],
  wireless: ['sbc'],
  players: ['sbc'],
  playCharging: ['charger', 'sbc'],
  tools: ['sbc', 'screen', 'charger'],
};
/** Tries one change at a time, so that a caller can do something else in between, or give up. */
export function* seekMend(
  p: Project,
  goal: GoalKey,
  library: readonly Part[],
  now: Check = check(p),
): Generator<void, Mend | undefined> {
  const before = scorecard(p, now);
  const mine = before.find((s) => s.goal === goal);
  if (!mine || mine.standing === 'met') return undefined;
  const was = billOf(p).total;
  const hits = new Set(now.findings.filter((f) => f.verdict === 'hit').map((f) => f.id));
  let best: Mend | undefined;
  for (const { text, changes } of candidates(p, goal, library, now)) {
    yield;
    const next = appliedAll(p, changes);
    const cost = billOf(next).total - was;
    if (best && RANK[best.standing] === 2 && cost >= best.cost) continue;
    const c = check(next, now.checker, true);
    const after = scorecard(next, c);
    const s = after.find((x) => x.goal === goal);
    if (!s || RANK[s.standing] <= RANK[mine.standing]) continue;
    // What was just added is laid out next: its place is no harm.
    const worse = (f: Finding) => f.verdict === 'hit' && f.check !== 'place' && !hits.has(f.id);
    if (c.findings.some(worse)) continue;
    if (
      before.some(
        (o) =>
          o.goal !== goal &&
          RANK[after.find((x) => x.goal === o.goal)?.standing ?? 'missed'] < RANK[o.standing],
      )
    ) {
      continue;
    }
    if (
      !best ||
      RANK[s.standing] > RANK[best.standing] ||
      (RANK[s.standing] === RANK[best.standing] && cost < best.cost)
    ) {
      best = { text, cost, changes, standing: s.standing, figure: s.figure };
    }
  }
  return best;
}

/** {@link seekMend}, all at once. */
export function cheapestMend(...asked: Parameters<typeof seekMend>): Mend | undefined {
  return drained(seekMend(...asked));
}

function* candidates(
  p: Project,
  goal: GoalKey,
  library: readonly Part[],
  now: Check,
): Generator<{ text: string; changes: Change[] }> {
  const charger = now.power.energy.charger;
  const pack = now.power.energy.pack;
  if (goal === 'playCharging' && charger && pack) {
    const r = resistorFor(
      charger.part.charger.kVolts,
      pack.capacityAh / p.power.health,
      pack.maxChargeC,
      charger.part.charger.tolerance,
    ).value;
    yield {
      text: `Set the charger to ${(charger.part.charger.kVolts / r).toFixed(2)} A with ${r} Ω`,
      changes: [{ do: 'program', item: charger.item.id, rProgOhm: r }],
    };
  }
  if (goal === 'families') {
    for (const input of p.controls.inputs.filter((i) => !i.routed)) {
      const [switched] = tactileUnder(now.checker.scene, input, library);
      yield {
        text: `Give ${input.name} a switch and a line`,
        changes: switched?.changes ?? [{ do: 'input', input: { ...input, routed: true } }],
      };
    }
  }
  if (goal === 'card') {
    for (const q of library.filter(
      (x) => x.family === 'storage' && x.connectors.some((c) => c.type === 'card'),
    )) {
      yield { text: `Add ${q.name}`, changes: [{ do: 'add', part: q }] };
    }
    yield {
      text: 'Open the case for the card',
      changes: [{ do: 'brief', set: { card: 'open the case' } }],
    };
  }
  if (goal === 'tv' || goal === 'card') {
    for (const i of p.kit.items) {
      for (const c of p.kit.parts.find((q) => q.id === i.part)!.connectors) {
        if (
          (goal === 'tv' ? c.type.includes('hdmi') : c.type === 'card') &&
          !i.struck.includes(c.block ?? '')
        ) {
          yield {
            text: `Bring ${c.name} of ${i.name} to a wall`,
            changes: [{ do: 'reach', item: i.id, connector: c.id, outside: true }],
          };
        }
      }
    }
  }
  if (goal === 'headphones') {
    for (const q of library.filter((x) =>
      x.ports?.some((y) => y.form === 'jack-3.5' && y.switching),
    )) {
      yield { text: `Add ${q.name}`, changes: [{ do: 'add', part: q }] };
    }
  }
  if (goal === 'wireless' || goal === 'players') {
    for (const q of library.filter(
      (x) => !isHost(x) && x.ports?.some((y) => y.carries === 'radio'),
    )) {
      yield { text: `Add ${q.name}`, changes: [{ do: 'add', part: q }] };
    }
  }
  const families = SUBJECTS[goal] ?? [];
  for (const i of p.kit.items) {
    const part = p.kit.parts.find((q) => q.id === i.part)!;
    if (!families.includes(part.family)) continue;
    for (const q of alternatives(p, i.id, library)) {
      if (goal !== 'cost' || (q.price ?? 1e9) < (part.price ?? 0)) {
        yield {
          text: `${q.name} instead of ${i.name}`,
          changes: [{ do: 'swap', item: i.id, part: q }],
        };
      }
    }
  }
}
