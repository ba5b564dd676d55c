/** The serial pad in the verdict: which bits are not known, what harms or slips, and what may mend it. */
import type { Change, Finding, PadBus, Project, WayOut } from '../model';
import { type BusFault, busFaults } from './faults';
import { learnt } from './learn';
import { busKeys, padBus } from './ofBuild';
import { mostClock, safeClock } from './timing';
import { clockWords, faultWords } from './words';

const VERDICT: Readonly<Record<Exclude<BusFault['is'], 'clock'>, Finding['verdict']>> = {
  unset: 'tight',
  untried: 'tight',
  doubtful: 'tight',
  slipped: 'tight',
  twice: 'hit',
  underfed: 'hit',
  'high data': 'hit',
  'low outputs': 'hit',
  length: 'hit',
  edge: 'hit',
  latch: 'hit',
  dead: 'hit',
  several: 'hit',
  shared: 'hit',
  otherwise: 'hit',
  polarity: 'hit',
  mixed: 'hit',
  resting: 'hit',
};
const UNDECIDED: ReadonlySet<BusFault['is']> = new Set(['unset', 'untried', 'doubtful', 'slipped']);

function keysOf(f: BusFault): string[] {
  if ('keys' in f) return f.keys;
  if ('key' in f) return [f.key];
  return f.is === 'doubtful' && f.held !== undefined ? [f.held] : [];
}

const idOf = (f: BusFault): string => `bus-${f.is.replaceAll(' ', '-')}:${keysOf(f).join('~')}`;

const verdictOf = (f: BusFault): Finding['verdict'] => {
  if (f.is !== 'clock') return VERDICT[f.is];
  return f.isOver ? 'hit' : 'tight';
};

const faultsOf = (p: Project): BusFault[] => {
  const keys = busKeys(p);
  return keys.length ? busFaults(padBus(p), keys) : [];
};

export function busFindings(p: Project): Finding[] {
  const nameOf = (id: string): string => p.controls.inputs.find((i) => i.id === id)?.name ?? id;
  return faultsOf(p).map((f): Finding => ({
    id: idOf(f),
    code: `bus-${f.is.replaceAll(' ', '-')}`,
    station: 'controls',
    check: 'bus',
    verdict: verdictOf(f),
    ...faultWords(f, padBus(p), nameOf),
    about: keysOf(f),
    refs: keysOf(f).map((id) => ({ is: 'input', id })),
    ...(UNDECIDED.has(f.is) ? { undecided: true as const } : {}),
  }));
}

const set = (change: Partial<PadBus>): Change => ({ do: 'pad bus', set: change });

/** The table as the captures tell it: what was typed of other keys stays. */
export function asCaptured(bus: PadBus, keys: readonly string[]): Partial<PadBus> {
  const { bits, pressed } = learnt(bus.captures);
  const long = Math.max(bus.bits, ...[...bits.values()].map((bit) => bit + 1));
  const table = Array.from({ length: long }, (_, bit): string | null => bus.keys[bit] ?? null);
  for (const [key, bit] of bits) {
    if (!keys.includes(key)) continue;
    table.forEach((k, i) => {
      if (k === key) table[i] = null;
    });
    table[bit] = key;
  }
  return { keys: table, ...(pressed ? { pressed } : {}) };
}

export function busWays(p: Project, finding: Finding): WayOut[] {
  const f = faultsOf(p).find((x) => idOf(x) === finding.id);
  if (!f) return [];
  const bus = padBus(p);
  const nameOf = (id: string): string => p.controls.inputs.find((i) => i.id === id)?.name ?? id;
  switch (f.is) {
    case 'unset':
    case 'otherwise':
    case 'polarity':
      return bus.captures.length
        ? [
            {
              id: 'as-captured',
              text: 'Take the bits as they were captured',
              cost: 'no iron: only the map',
              changes: [set(asCaptured(bus, busKeys(p)))],
              effort: 0.5,
            },
          ]
        : [];
    case 'untried':
      return [
        {
          id: 'tried',
          text: `Tried: it works at ${f.fedV} V`,
          cost: 'a capture with a key held tells it',
          changes: [set({ worksFromV: f.fedV })],
          effort: 1,
        },
        fedWith5(),
      ];
    case 'underfed':
      return [fedWith5()];
    case 'high data':
    case 'low outputs':
      return [...(isGoodAt3(bus) ? [fedWith3()] : []), bridged(f.is)];
    case 'clock': {
      const hz = safeClock(bus);
      return [
        {
          id: 'slower',
          text: `A clock of ${clockWords(hz)}`,
          cost: `of the ${clockWords(mostClock(bus).value)} it follows; nobody feels the difference`,
          changes: [set({ clockHz: hz })],
          effort: 0.5,
        },
      ];
    }
    case 'length':
      return [
        {
          id: 'as-long',
          text: `Read ${f.told} bits`,
          cost: 'no iron: only the map',
          changes: [set({ bits: f.told })],
          effort: 0.5,
        },
      ];
    case 'edge':
      return [asRead({ shiftsOn: f.said === 'rising' ? 'falling' : 'rising' })];
    case 'latch':
      return [asRead({ loads: f.said === 'high' ? 'low' : 'high' })];
    case 'dead':
    case 'several':
    case 'slipped':
      return [again(bus, f.key, nameOf(f.key)), leftOut(f.key, nameOf(f.key))];
    case 'doubtful':
      return [again(bus, f.held, f.held === undefined ? 'the pad at rest' : nameOf(f.held))];
    case 'resting':
      return [again(bus, undefined, 'the pad at rest')];
    case 'shared':
    case 'mixed':
      return (f.is === 'shared' ? f.keys.slice(1) : f.keys).map((key) => leftOut(key, nameOf(key)));
    case 'twice':
      return f.bits.map((bit) => ({
        id: `bit-${bit}`,
        text: `${nameOf(f.key)} is bit ${bit + 1}`,
        cost: 'the other bit tells nothing',
        changes: [set({ keys: bus.keys.map((k, i) => (k === f.key && i !== bit ? null : k)) })],
        effort: 0.5,
      }));
  }
}

const asRead = (change: Partial<PadBus>): WayOut => ({
  id: 'as-read',
  text: 'Read it as it was captured',
  cost: 'no iron: a new overlay',
  changes: [set(change)],
  effort: 0.5,
});

const isGoodAt3 = ({ worksFromV }: PadBus): boolean => (worksFromV ?? 0) <= 3.3;

const fedWith3 = (): WayOut => ({
  id: 'fed-3',
  text: 'Feed the pad with 3.3 V',
  cost: 'its red wire to a 3.3 V pin; no divider, no buffer',
  changes: [set({ fedV: 3.3 })],
  effort: 1,
});

const fedWith5 = (): WayOut => ({
  id: 'fed-5',
  text: 'Feed the pad with 5 V, over a divider and a buffer',
  cost: 'two resistors in its data line, a small buffer in latch and clock',
  changes: [set({ fedV: 5, hasDivider: true, hasBuffer: true })],
  effort: 5,
});

const bridged = (is: 'high data' | 'low outputs'): WayOut =>
  is === 'high data'
    ? {
        id: 'divider',
        text: 'Two resistors in its data line: 10 kΩ and 20 kΩ',
        cost: 'two joints more, and a slower clock on a long lead',
        changes: [set({ hasDivider: true })],
        effort: 2,
      }
    : {
        id: 'buffer',
        text: 'A buffer fed with 5 V in latch and clock',
        cost: 'one small chip; its inputs must take 3.3 V for high',
        changes: [set({ hasBuffer: true })],
        effort: 4,
      };

const again = (bus: PadBus, held: string | undefined, name: string): WayOut => ({
  id: 'again',
  text: `Mended: capture ${name} again`,
  cost: 'its captures are taken back',
  changes: [set({ captures: bus.captures.filter((c) => c.held !== held) })],
  effort: 3,
});

const leftOut = (key: string, name: string): WayOut => ({
  id: `leave-out-${key}`,
  text: `Do without ${name}`,
  cost: 'one button less',
  changes: [{ do: 'leave-out-input', input: key }],
  effort: 8,
});
