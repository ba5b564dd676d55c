/**
 * How likely it is that each key closes each pair of nets, all readings taken together.
 *
 * Boards are made in few ways. Most often one net is common and every other key has a pad of its own:
 * what one key has, no other has. Else keys lie on rows and columns, and a pad that serves one key is
 * likely to serve others. Each such scheme is weighed by how well it explains the readings (Bayes).
 */
import type { Told } from './contact';
import { WIRED } from './contact';
import { distinct, type DistinctRow } from './distinct';
import { type Likelihood, likelihoodOf, placeOf } from './likelihood';

/** Before anything is read, typical of kept boards: a common net; no diodes; a contact that is gone. */
const COMMON = 0.6;
const PLAIN = 0.85;
const GONE = 0.01;
/** A key this sure counts for what it says of the others. */
const SURE = 0.9;
/** In rows and columns: weight of a pad nobody has yet, and of what would be no row and column, or the same twice. */
const NEW_PAD = 0.3;
const AGAINST = 0.02;
/** A scheme this much less likely than another changes nothing. */
const NEGLIGIBLE = 1e-6;

/** What a key closes: two nets, and which way current runs between them; `back` never occurs here. */
export interface Closes {
  a: number;
  b: number;
  /** Both ways, or from a to b only. */
  runs: 'both' | 'onward';
}
export interface Belief {
  nets: number;
  /** By key: the chance of each wiring of its halves, as `Likelihood` holds them, with their sum 1. */
  keys: Likelihood[];
}

/** Likelihoods of one key by what it closes: the halves and the side of a diode left aside. */
interface ByPair {
  /** Both ways, symmetric; at `a × nets + b`. */
  plain: Float64Array;
  /** From a to b only. */
  onward: Float64Array;
  gone: number;
}

function byPair(l: Likelihood, nets: number): ByPair {
  const plain = new Float64Array(nets * nets);
  const onward = new Float64Array(nets * nets);
  const at = (i: number, j: number, t: number): number => l.both[placeOf(nets, i, j, t)]!;
  for (let a = 0; a < nets; a++) {
    for (let b = 0; b < nets; b++) {
      if (a === b) continue;
      plain[a * nets + b] = (at(a, b, 0) + at(b, a, 0)) / 2;
      onward[a * nets + b] = (at(a, b, 1) + at(a, b, 2) + at(b, a, 3) + at(b, a, 4)) / 4;
    }
  }
  const mean = (w: Float64Array): number => w.reduce((s, x) => s + x, 0) / Math.max(1, nets);
  return { plain, onward, gone: GONE * (l.none / 2 + mean(l.one[0]) / 4 + mean(l.one[1]) / 4) };
}

/** Chances of one key by what it closes; the same places as `ByPair`, each unordered pair once (a < b). */
type Chances = ByPair;

const noChances = (nets: number): Chances => ({
  plain: new Float64Array(nets * nets),
  onward: new Float64Array(nets * nets),
  gone: 0,
});

interface Scheme {
  weight: number;
  chances: Chances[];
}

const STAR_WAYS = [
  { is: 'plain', share: PLAIN },
  { is: 'from', share: (1 - PLAIN) / 2 },
  { is: 'to', share: (1 - PLAIN) / 2 },
] as const;

type StarWay = (typeof STAR_WAYS)[number]['is'];
const othersThan = (common: number, nets: number): number[] =>
  Array.from({ length: nets }, (_, n) => n).filter((n) => n !== common);
const starSpot = (common: number, own: number, way: StarWay, nets: number): number =>
  way === 'to' ? own * nets + common : common * nets + own;

function starRows(
  keys: readonly ByPair[],
  nets: number,
  common: number,
  way: StarWay,
): DistinctRow[] {
  const of = way === 'plain' ? 'plain' : 'onward';
  return keys.map((k) => ({
    on: Float64Array.from(
      othersThan(common, nets),
      (own) => (1 - GONE) * k[of][starSpot(common, own, way, nets)]!,
    ),
    off: k.gone,
  }));
}

/** One net is common to all keys; each has another net of its own. */
function star(rows: readonly DistinctRow[], nets: number, common: number, way: StarWay) {
  const others = othersThan(common, nets);
  const { total, on, off } = distinct(rows, others.length);
  const chances = rows.map((_, k): Chances => {
    const out = noChances(nets);
    others.forEach((own, c) => {
      if (way !== 'plain') out.onward[starSpot(common, own, way, nets)] = on[k]![c]!;
      else out.plain[Math.min(own, common) * nets + Math.max(own, common)] = on[k]![c]!;
    });
    out.gone = off[k]!;
    return out;
  });
  return { total, chances };
}

/** Stars that could weigh anything beside the likeliest, each summed up in full. */
function likelyStars(pairs: readonly ByPair[], nets: number, beside: number): Scheme[] {
  const all = Array.from({ length: nets }, (_, common) =>
    STAR_WAYS.map(({ is, share }) => {
      const rows = starRows(pairs, nets, common, is);
      const prior = (COMMON * share) / nets;
      return { common, is, rows, prior, most: prior * mostOf(rows) };
    }),
  ).flat();
  const least = NEGLIGIBLE * Math.max(beside, ...all.map((s) => s.most));
  return all
    .filter((s) => s.most > least)
    .map(({ common, is, rows, prior }) => {
      const { total, chances } = star(rows, nets, common, is);
      return { weight: prior * total, chances };
    });
}

/** No less than what a star can weigh: its keys may share pads, and count as if they could not. */
function mostOf(rows: readonly DistinctRow[]): number {
  const columns = rows[0]?.on.length ?? 1;
  return rows.reduce((product, { on, off }, n) => {
    const mean = on.reduce((s, w) => s + w, 0) / columns;
    return (product * (mean + off) * columns) / Math.max(1, columns - n);
  }, 1);
}

/** Weight of every pair before this key was read, in a board of rows and columns. */
interface Prior {
  plain: Float64Array;
  onward: Float64Array;
}
function evenPrior(nets: number): Prior {
  const pairs = (nets * (nets - 1)) / 2;
  return {
    plain: new Float64Array(nets * nets).fill(PLAIN / pairs),
    onward: new Float64Array(nets * nets).fill((1 - PLAIN) / (2 * pairs)),
  };
}

/** Keys that are sure say where others are to be looked for: on pads that serve already, row to column. */
function gridPrior(nets: number, sure: readonly Closes[]): Prior {
  const serves = new Float64Array(nets);
  const gives = new Float64Array(nets);
  const side = sidesOf(nets, sure);
  const taken = new Set<number>();
  let plainKeys = 2 * PLAIN;
  for (const { a, b, runs } of sure) {
    serves[a]!++;
    serves[b]!++;
    taken.add(Math.min(a, b) * nets + Math.max(a, b));
    if (runs === 'both') plainKeys++;
    else {
      gives[a]!++;
      gives[b]!--;
    }
  }
  const isPlain = plainKeys / (sure.length + 2);
  const plain = new Float64Array(nets * nets);
  const onward = new Float64Array(nets * nets);
  let sum = 0;
  for (let a = 0; a < nets; a++) {
    for (let b = a + 1; b < nets; b++) {
      let w = (NEW_PAD + serves[a]!) * (NEW_PAD + serves[b]!);
      if (side[a] !== undefined && side[a] === side[b]) w *= AGAINST;
      if (taken.has(a * nets + b)) w *= AGAINST;
      sum += w;
      const lean = gives[a]! - gives[b]!;
      const from = 1 / (1 + Math.exp(-lean));
      plain[a * nets + b] = w * isPlain;
      plain[b * nets + a] = w * isPlain;
      onward[a * nets + b] = w * (1 - isPlain) * from;
      onward[b * nets + a] = w * (1 - isPlain) * (1 - from);
    }
  }
  return { plain: plain.map((w) => w / sum), onward: onward.map((w) => w / sum) };
}

/** Rows and columns as far as sure keys join them: a number for each side of each island. */
function sidesOf(nets: number, sure: readonly Closes[]): Array<number | undefined> {
  const side = new Array<number | undefined>(nets).fill(undefined);
  let island = 0;
  for (let start = 0; start < nets; start++) {
    if (side[start] !== undefined || !sure.some((c) => c.a === start || c.b === start)) continue;
    const queue = [start];
    side[start] = island;
    while (queue.length) {
      const at = queue.pop()!;
      for (const c of sure) {
        if (c.a !== at && c.b !== at) continue;
        const to = c.a === at ? c.b : c.a;
        if (side[to] !== undefined) continue;
        side[to] = side[at]! ^ 1;
        queue.push(to);
      }
    }
    island += 2;
  }
  return side;
}

function oneKey(k: ByPair, nets: number, prior: Prior): { total: number; chances: Chances } {
  const chances = noChances(nets);
  let total = k.gone;
  for (let a = 0; a < nets; a++) {
    for (let b = 0; b < nets; b++) {
      const at = a * nets + b;
      if (a < b) {
        chances.plain[at] = (1 - GONE) * k.plain[at]! * prior.plain[at]!;
        total += chances.plain[at];
      }
      if (a === b) continue;
      chances.onward[at] = (1 - GONE) * k.onward[at]! * prior.onward[at]!;
      total += chances.onward[at];
    }
  }
  if (total <= 0) return { total, chances };
  for (let n = 0; n < nets * nets; n++) {
    chances.plain[n]! /= total;
    chances.onward[n]! /= total;
  }
  chances.gone = k.gone / total;
  return { total, chances };
}

/** What a key closes most likely, with the chance of it; nothing while it may close nothing at all. */
export function likeliest(
  c: Chances,
  nets: number,
): { closes: Closes | undefined; chance: number } {
  let best: { closes: Closes | undefined; chance: number } = { closes: undefined, chance: c.gone };
  for (let a = 0; a < nets; a++) {
    for (let b = 0; b < nets; b++) {
      const at = a * nets + b;
      if (a < b && c.plain[at]! > best.chance) {
        best = { closes: { a, b, runs: 'both' }, chance: c.plain[at]! };
      }
      if (c.onward[at]! > best.chance) {
        best = { closes: { a, b, runs: 'onward' }, chance: c.onward[at]! };
      }
    }
  }
  return best;
}

function mixed(schemes: readonly Scheme[], keys: number, nets: number): Chances[] {
  const sum = schemes.reduce((s, x) => s + x.weight, 0);
  return Array.from({ length: keys }, (_, k): Chances => {
    const out = noChances(nets);
    for (const { weight, chances } of schemes) {
      const w = sum > 0 ? weight / sum : 0;
      if (w < 1e-9) continue;
      const c = chances[k]!;
      out.gone += w * c.gone;
      for (let n = 0; n < nets * nets; n++) {
        out.plain[n]! += w * c.plain[n]!;
        out.onward[n]! += w * c.onward[n]!;
      }
    }
    return out;
  });
}

/** Chances of what each key closes, shared out again over its halves and the side of its diode. */
function sharedOut(c: Chances, l: Likelihood, nets: number): Likelihood {
  const both = new Float64Array(l.both.length);
  const share = (chance: number, places: readonly number[]): void => {
    const sum = places.reduce((s, p) => s + l.both[p]!, 0);
    for (const p of places) both[p]! += sum > 0 ? (chance * l.both[p]!) / sum : 0;
  };
  const at = (i: number, j: number, t: number): number => placeOf(nets, i, j, t);
  for (let a = 0; a < nets; a++) {
    for (let b = 0; b < nets; b++) {
      if (a < b) share(c.plain[a * nets + b]!, [at(a, b, 0), at(b, a, 0)]);
      if (a !== b) {
        share(c.onward[a * nets + b]!, [at(a, b, 1), at(a, b, 2), at(b, a, 3), at(b, a, 4)]);
      }
    }
  }
  const lost = [
    l.none / 2,
    ...[...l.one[0]].map((w) => w / 4 / nets),
    ...[...l.one[1]].map((w) => w / 4 / nets),
  ];
  const sum = lost.reduce((s, x) => s + x, 0);
  const scaled = (x: number): number => (sum > 0 ? (c.gone * x) / sum : 0);
  return {
    both,
    one: [
      Float64Array.from(lost.slice(1, 1 + nets), scaled),
      Float64Array.from(lost.slice(1 + nets), scaled),
    ],
    none: scaled(lost[0]!),
  };
}

/** Back from halves to what is closed. */
export function chancesOf(l: Likelihood, nets: number): Chances {
  const out = noChances(nets);
  const at = (i: number, j: number, t: number): number => l.both[placeOf(nets, i, j, t)]!;
  for (let a = 0; a < nets; a++) {
    for (let b = 0; b < nets; b++) {
      if (a < b) out.plain[a * nets + b] = at(a, b, 0) + at(b, a, 0);
      out.onward[a * nets + b] = at(a, b, 1) + at(a, b, 2) + at(b, a, 3) + at(b, a, 4);
    }
  }
  out.gone = l.none + [...l.one[0], ...l.one[1]].reduce((s, x) => s + x, 0);
  return out;
}

/**
 * The chance of every wiring of every key.
 *
 * @param nets  how many nets the pads make, at most 24
 * @param keys  how many keys are traced
 * @param slip  share of readings that are wrong: 0.05 for a hand that slips now and then
 */
export function beliefOf(nets: number, keys: number, told: readonly Told[], slip: number): Belief {
  if (nets < 2) return { nets, keys: Array.from({ length: keys }, () => emptyOf(nets)) };
  const read = Array.from({ length: keys }, (_, k) => likelihoodOf(k, nets, told, slip));
  const pairs = read.map((l) => byPair(l, nets));
  const even = evenPrior(nets);
  const loose = pairs.map((k) => oneKey(k, nets, even));
  const evenly = (1 - COMMON) * loose.reduce((p, k) => p * k.total, 1);
  const stars = likelyStars(pairs, nets, evenly);
  const first = mixed(
    [...stars, { weight: evenly, chances: loose.map((k) => k.chances) }],
    keys,
    nets,
  );
  const sure = first.map((c) => {
    const best = likeliest(c, nets);
    return best.chance > SURE ? best.closes : undefined;
  });
  const grid = pairs.map((k, i) => {
    const others = sure.filter((_, n) => n !== i).flatMap((c) => c ?? []);
    return others.length ? oneKey(k, nets, gridPrior(nets, others)) : loose[i]!;
  });
  const weight = (1 - COMMON) * grid.reduce((p, k) => p * k.total, 1);
  const chances = mixed([...stars, { weight, chances: grid.map((k) => k.chances) }], keys, nets);
  return { nets, keys: chances.map((c, k) => sharedOut(c, read[k]!, nets)) };
}

const emptyOf = (nets: number): Likelihood => ({
  both: new Float64Array(nets * nets * WIRED.length),
  one: [new Float64Array(nets), new Float64Array(nets)],
  none: 1,
});
