/**
 * From what every key told to what is wrong: the fewest faults that together explain it all, found by
 * trying them on the model of the board. Several sets may explain it equally; all are told, the
 * likeliest first.
 */
import type { Answer, PressRecord } from '../model';
import { type Fault, responses, type Responses, SERIAL_FAULTS } from './fault';
import type { PlannedKey, PressPlan } from './plan';

export interface Diagnosis {
  /** Keys whose press was not answered as planned, in the order of the plan. */
  wrong: string[];
  /** Codes that read as pressed, or come and go, with no key touched. */
  restless: number[];
  /** Keys that were not pressed yet. */
  unpressed: string[];
  /** Each a set of faults that explains everything; the likeliest first, at most four. */
  explanations: Fault[][];
  /** No few faults explain all: the one explanation is a fault of many keys that explains most of it. */
  isPartial?: true;
}

/** More faults at once than this are not sought: mend one of those that are plain, and press again. */
const MOST_FAULTS = 3;
const MOST_TOLD = 4;
/** Sets tried at the most: a page that waits for more is not worth it. */
const MOST_TRIED = 1500;
/** Wires set in a ring: a cross pad turned by a quarter has four. */
const LONGEST_RING = 4;

/** Rarer faults come later among those that explain as much. */
const RARITY: Readonly<Record<Fault['is'], number>> = {
  exchanged: 1,
  open: 1,
  bridged: 1.2,
  held: 1.2,
  bouncing: 1.3,
  'no ground': 1.3,
  floating: 1.4,
  inverted: 1.5,
  shifted: 1.5,
  serial: 1.3,
  'net open': 1.1,
  'nets swapped': 1.1,
};

type Heard = Pick<PressRecord, 'rest' | 'answers'>;

/** The same codes, in whatever order; none stands twice. */
const same = (a: readonly number[], b: readonly number[]): boolean =>
  a.length === b.length && a.every((x) => b.includes(x));

/** What is not as planned, without asking why. */
export function unplanned(plan: PressPlan, heard: Heard): Omit<Diagnosis, 'explanations'> {
  const pressed = new Set(heard.answers.map((a) => a.input));
  return {
    wrong: unlike(plan, heard, responses(plan, [])),
    restless: [...(heard.rest.on ?? []), ...heard.rest.noisy],
    unpressed: plan.keys.filter((k) => !pressed.has(k.id)).map((k) => k.id),
  };
}

/**
 * @param heard  of the keys pressed so far; those not pressed are not judged
 * @param tried  faults that were mended, or sought and not found: no explanation holds them
 */
export function diagnose(plan: PressPlan, heard: Heard, tried: readonly Fault[] = []): Diagnosis {
  const found = unplanned(plan, heard);
  if (!found.wrong.length && !found.restless.length) return { ...found, explanations: [] };
  const done = new Set(tried.map(nameOf));
  const explained = (faults: readonly Fault[]): Fault[][] =>
    fewest(
      plan,
      heard,
      faults.filter((f) => !done.has(nameOf(f))),
    );
  const { likely, all, most } = candidates(plan, heard, found.wrong);
  const near = explained(likely);
  if (near.length || !most) return { ...found, explanations: near };
  const wide = explained(all);
  if (wide.length || done.has(nameOf(most))) return { ...found, explanations: wide };
  return { ...found, explanations: [[most]], isPartial: true };
}

function restAlike({ rest }: Responses, heard: Heard): boolean {
  if (!same(rest.noisy, heard.rest.noisy)) return false;
  return heard.rest.on === undefined || same(rest.on!, heard.rest.on);
}

/** Codes that read otherwise, or come and go otherwise, with no key touched. */
function restDiffers(t: Responses, heard: Heard): number[] {
  const differ = (a: readonly number[], b: readonly number[]): number[] => [
    ...a.filter((c) => !b.includes(c)),
    ...b.filter((c) => !a.includes(c)),
  ];
  const { on = t.rest.on, noisy } = heard.rest;
  return [...differ(t.rest.on!, on!), ...differ(t.rest.noisy, noisy)];
}

/** Codes that come and go by themselves say nothing of a press. */
function answersAlike(planned: Answer, heard: Answer, { rest }: Heard): boolean {
  const { noisy } = rest;
  const steady = (codes: readonly number[]): readonly number[] =>
    noisy.length ? codes.filter((c) => !noisy.includes(c)) : codes;
  const [on, off] = [steady(planned.on), steady(planned.off)];
  if (!same(on, steady(heard.on)) || !same(off, steady(heard.off))) return false;
  return on.length + off.length === 0 || planned.times > 1 === heard.times > 1;
}

/** The smallest sets that explain, likeliest first. */
function fewest(plan: PressPlan, heard: Heard, open: readonly Fault[]): Fault[][] {
  const rarity = (set: readonly Fault[]): number => set.reduce((s, f) => s + RARITY[f.is], 0);
  const search: Search = {
    plan,
    heard,
    open,
    owner: new Map(plan.keys.map((k) => [k.code, k.id])),
    answers: new Map(heard.answers.map((a) => [a.input, a])),
    left: MOST_TRIED,
  };
  for (let size = 1; size <= MOST_FAULTS && search.left > 0; size++) {
    const sets = new Map(
      [...explaining(search, [], size)].map((set) => [set.map(nameOf).join(), set]),
    );
    if (sets.size) {
      return [...sets.values()].sort((a, b) => rarity(a) - rarity(b)).slice(0, MOST_TOLD);
    }
  }
  return [];
}

interface Search {
  plan: PressPlan;
  heard: Heard;
  /** Single faults, in the order they are done to a board. */
  open: readonly Fault[];
  /** Keys by their code, and answers by their key. */
  owner: ReadonlyMap<number, string>;
  answers: ReadonlyMap<string, Answer>;
  /** Sets that may still be tried. */
  left: number;
}

/**
 * Sets of up to so many faults that explain everything: each next fault has to do with the first
 * thing that is still unexplained, since some fault of any set that explains it must.
 */
function* explaining(search: Search, set: readonly number[], size: number): Generator<Fault[]> {
  const { plan, open } = search;
  const faults = [...set].sort((a, b) => a - b).map((i) => open[i]!);
  search.left--;
  const near = firstUnexplained(search, responses(plan, faults));
  if (!near) {
    yield faults;
    return;
  }
  if (set.length === size) return;
  for (const f of faults) {
    if (keysOf(plan, f).some((k) => near.has(k))) addAll(near, keysOf(plan, f));
  }
  for (const [i, f] of open.entries()) {
    if (search.left <= 0) return;
    if (set.includes(i) || !keysOf(plan, f).some((k) => near.has(k))) continue;
    yield* explaining(search, [...set, i], size);
  }
}

const addAll = (to: Set<string>, ids: readonly string[]): void => {
  for (const id of ids) to.add(id);
};

/** Whether a fault of many keys at once has to do with this one. */
export function isOfMany(
  f: Extract<Fault, { is: 'no ground' | 'shifted' | 'serial' | 'net open' | 'nets swapped' }>,
  k: PlannedKey,
): boolean {
  if (f.is === 'net open') return k.nets?.includes(f.net) === true;
  if (f.is === 'nets swapped') return f.nets.some((n) => k.nets?.includes(n));
  if (f.is === 'serial') return k.bit !== undefined;
  return f.is === 'shifted' || k.plate === f.plate;
}

/** Keys a fault has to do with. */
function keysOf(plan: PressPlan, f: Fault): string[] {
  if ('keys' in f) return f.keys;
  if ('key' in f) return [f.key];
  return plan.keys.filter((k) => isOfMany(f, k)).map((k) => k.id);
}

/** Keys that the first thing told otherwise has to do with; nothing when all is as told. */
function firstUnexplained(
  { plan, heard, owner, answers }: Search,
  t: Responses,
): Set<string> | undefined {
  const owners = (codes: readonly number[]): string[] => codes.flatMap((c) => owner.get(c) ?? []);
  if (!restAlike(t, heard)) return new Set(owners(restDiffers(t, heard)));
  for (const { id } of plan.keys) {
    const a = answers.get(id);
    const b = t.answers.get(id)!;
    if (!a || answersAlike(b, a, heard)) continue;
    return new Set([id, ...owners([...a.on, ...a.off, ...b.on, ...b.off])]);
  }
  return undefined;
}

/** The same fault has one name, whichever of its keys is said first. */
export function nameOf(f: Fault): string {
  switch (f.is) {
    case 'bridged':
      return `bridged ${[...f.keys].sort().join(' ')}`;
    case 'exchanged': {
      const from = f.keys.indexOf([...f.keys].sort()[0]!);
      return `exchanged ${[...f.keys.slice(from), ...f.keys.slice(0, from)].join(' ')}`;
    }
    case 'no ground':
      return `no ground ${f.plate}`;
    case 'shifted':
      return `shifted ${f.by}`;
    case 'serial':
      return `serial ${f.how}`;
    case 'net open':
      return `net open ${f.net}`;
    case 'nets swapped':
      return `nets swapped ${[...f.nets].sort().join(' | ')}`;
    default:
      return `${f.is} ${f.key}`;
  }
}

/**
 * Single faults that have to do with anything that is not as planned. A fault of many keys at once, a
 * plug one place over or a ground, that explains most of it leaves only the rest to be looked at; where
 * nothing comes of that, all are.
 */
function candidates(
  plan: PressPlan,
  heard: Heard,
  wrong: readonly string[],
): { likely: Fault[]; all: Fault[]; most?: Fault } {
  const many = faultsOfMany(plan, wrong);
  const all = [...faultsOfFew(plan, heard, wrong), ...many];
  const [least] = many
    .map((fault) => {
      const told = responses(plan, [fault]);
      return { fault, left: unlike(plan, heard, told), off: restDiffers(told, heard).length };
    })
    .sort((a, b) => a.left.length - b.left.length || a.off - b.off);
  if (least && least.left.length * 2 < wrong.length) {
    const likely = [...faultsOfFew(plan, heard, least.left), least.fault];
    return { likely, all, most: least.fault };
  }
  return { likely: all, all };
}

/** Keys that told something else than this, of those that were pressed. */
function unlike(plan: PressPlan, heard: Heard, t: Responses): string[] {
  const answers = new Map(heard.answers.map((a) => [a.input, a]));
  return plan.keys.flatMap(({ id }) => {
    const a = answers.get(id);
    return a && !answersAlike(t.answers.get(id)!, a, heard) ? [id] : [];
  });
}

function faultsOfMany(plan: PressPlan, wrong: readonly string[]): Fault[] {
  const silent = plan.keys.filter((k) => wrong.includes(k.id)).map((k) => k.plate);
  const plates = new Set(
    silent.flatMap((q, i) => (q !== undefined && silent.indexOf(q) < i ? [q] : [])),
  );
  const isSerial = plan.keys.some((k) => k.bit !== undefined);
  const hasPlug = plan.route === 'usb' || plan.route === 'expander' || isSerial;
  return [
    ...[...plates].map((plate): Fault => ({ is: 'no ground', plate })),
    ...faultsOfNets(plan, wrong),
    ...(hasPlug && wrong.length > 1 ? SHIFTS : []),
    ...(isSerial && wrong.length > 1
      ? SERIAL_FAULTS.map((how): Fault => ({ is: 'serial', how }))
      : []),
  ];
}
/** Conductors that several wrong keys share: open, or two of one side changed over. */
function faultsOfNets(plan: PressPlan, wrong: readonly string[]): Fault[] {
  const keys = plan.keys.filter((k) => wrong.includes(k.id));
  const touched = (plan.nets ?? []).filter(
    ({ name }) =>
      plan.keys.filter((k) => k.nets?.includes(name)).length > 1 &&
      keys.some((k) => k.nets?.includes(name)),
  );
  const many = touched.filter(({ name }) => keys.filter((k) => k.nets?.includes(name)).length > 1);
  return [
    ...many.map(({ name }): Fault => ({ is: 'net open', net: name })),
    ...touched.flatMap((a, i) =>
      touched
        .slice(i + 1)
        .filter((b) => b.side === a.side)
        .map((b): Fault => ({ is: 'nets swapped', nets: [a.name, b.name] })),
    ),
  ];
}

const SHIFTS: readonly Fault[] = [
  { is: 'shifted', by: 1 },
  { is: 'shifted', by: -1 },
];

function faultsOfFew(plan: PressPlan, heard: Heard, wrong: readonly string[]): Fault[] {
  const owner = new Map(plan.keys.map((k) => [k.code, k.id]));
  const answers = new Map(heard.answers.map((a) => [a.input, a]));
  const odd = new Set<string>(wrong);
  const note = (codes: readonly number[]): void => {
    for (const c of codes) if (owner.has(c)) odd.add(owner.get(c)!);
  };
  note(heard.rest.on ?? []);
  note(heard.rest.noisy);
  for (const id of wrong) note([...answers.get(id)!.on, ...answers.get(id)!.off]);
  const keys = plan.keys.map((k) => k.id).filter((id) => odd.has(id));
  const pairs = keys.flatMap((a, i) => keys.slice(i + 1).map((b): [string, string] => [a, b]));
  const bounces = keys.filter((k) => (answers.get(k)?.times ?? 0) > 1);
  const noisy = keys.filter((k) => heard.rest.noisy.some((c) => owner.get(c) === k));
  const on = new Set(heard.rest.on?.map((c) => owner.get(c)));
  return [
    ...pairs.map((pair): Fault => ({ is: 'exchanged', keys: pair })),
    ...rings(keys, answers, owner),
    ...pairs.map((pair): Fault => ({ is: 'bridged', keys: pair })),
    ...keys.map((key): Fault => ({ is: 'open', key })),
    ...keys.map((key): Fault => ({ is: 'held', key })),
    ...bounces.map((key): Fault => ({ is: 'bouncing', key })),
    ...noisy.map((key): Fault => ({ is: 'floating', key })),
    ...keys
      .filter((k) => !heard.rest.on || on.has(k))
      .map((key): Fault => ({ is: 'inverted', key })),
  ];
}

/**
 * Each key tells the code of the next, and the last that of the first; or the last is silent, and
 * nothing tells the first: the ring is hidden by another fault at that one key.
 */
function rings(
  keys: readonly string[],
  answers: ReadonlyMap<string, Answer>,
  owner: ReadonlyMap<number, string>,
): Fault[] {
  const next = (key: string): string | undefined => {
    const on = answers.get(key)?.on ?? [];
    return on.length === 1 ? owner.get(on[0]!) : undefined;
  };
  const isTold = new Set(keys.map(next));
  const seen = new Set<string>();
  return keys.flatMap((first): Fault[] => {
    const ring = [first];
    let k = next(first);
    while (k !== undefined && k !== first && ring.length < LONGEST_RING && !ring.includes(k)) {
      ring.push(k);
      k = next(k);
    }
    const closes = k === first || (k === undefined && !isTold.has(first));
    if (ring.length < 3 || !closes || seen.has(first)) return [];
    for (const id of ring) seen.add(id);
    return [{ is: 'exchanged', keys: ring }];
  });
}
