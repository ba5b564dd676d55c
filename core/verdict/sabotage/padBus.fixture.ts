/** What a serial pad hides: levels that harm, bits nobody knows, words told wrongly. */
import {
  applied,
  type BusCapture,
  hostsOf,
  type PadBus,
  type Project,
  USUAL_PAD_BUS,
} from '../../model';
import { STARTER_PARTS } from '../../catalogue';
import { partOf } from '../../kit';
import { busKeys } from '../../padbus';
import { tapped } from '../../controls/tapped.fixture';
import type { Case, Kind } from './kind.fixture';

/** A picture that leaves fewer lines than a pad wants. */
const PARALLEL = STARTER_PARTS.find((q) => q.screen?.link === 'parallel')!;

/** The last key of the document is the first bit, with a bit of nothing after every third. */
const tableOf = (keys: readonly string[]): Array<string | null> =>
  [...keys].reverse().flatMap((key, n) => (n % 3 === 2 ? [key, null] : [key]));

const wordWith = (bits: number, low: readonly number[]): string =>
  Array.from({ length: bits }, (_, bit) => (low.includes(bit) ? '0' : '1')).join('');

const capture = (word: string, held?: string, doubtful: number[] = []): BusCapture => ({
  word,
  doubtful,
  loads: 'high',
  shiftsOn: 'rising',
  frames: 40,
  ...(held === undefined ? {} : { held }),
});

/**
 * The build read over a serial pad of the donor, every key captured.
 *
 * @returns nothing where it cannot be: no donor, a board with chips of its own, a pad from outside
 */
export function overSerial(p: Project): Project | undefined {
  const hosts = hostsOf(p.kit.items.map((item) => ({ part: partOf(p, item) })));
  const base = hosts.some((x) => x.part.host) ? undefined : tapped(p);
  if (!base || p.controls.route === 'original board') return undefined;
  const read: Project = { ...base, controls: { ...base.controls, route: 'pad bus' } };
  const keys = busKeys(read);
  if (keys.length < 3) return undefined;
  const table = tableOf(keys);
  const bits = 8 * Math.ceil(table.length / 8);
  const captures = [
    capture(wordWith(bits, [])),
    ...keys.map((key) => capture(wordWith(bits, [table.indexOf(key)]), key)),
  ];
  const bus: PadBus = { ...USUAL_PAD_BUS, bits, keys: table, worksFromV: 3, captures };
  return { ...read, controls: { ...read.controls, bus } };
}

const spoilt =
  (change: (bus: PadBus, key: string, other: string) => Partial<PadBus>, says: RegExp) =>
  (p: Project): Case[] => {
    const base = overSerial(p);
    if (!base) return [];
    const keys = busKeys(base);
    const bus = base.controls.bus!;
    return [0, keys.length - 1].map((n): Case => {
      const change_ = change(bus, keys[n]!, keys[n === 0 ? 1 : 0]!);
      return {
        where: keys[n]!,
        spoilt: { ...base, controls: { ...base.controls, bus: { ...bus, ...change_ } } },
        says,
      };
    });
  };

/** Captures of one key told otherwise. */
const recaptured = (bus: PadBus, key: string, make: (was: BusCapture) => BusCapture[]) => ({
  captures: bus.captures.flatMap((c) => (c.held === key ? make(c) : [c])),
});

/** The same pad captured over eight bits more. */
const longer = (bus: PadBus): Partial<PadBus> => ({
  captures: bus.captures.map((c) => ({ ...c, word: `${c.word}${'1'.repeat(8)}` })),
});

export const PAD_BUS_KINDS: readonly Kind[] = [
  {
    name: 'a serial pad of which one key has no bit',
    makes: 'open',
    cases: spoilt(
      (bus, key) => ({ keys: bus.keys.map((k) => (k === key ? null : k)) }),
      /A key without its bit/,
    ),
  },
  {
    name: 'a serial pad nobody has captured',
    makes: 'open',
    cases: spoilt(() => ({ keys: [], captures: [] }), /keys without their bits/),
  },
  {
    name: 'a key at two bits of a serial pad',
    makes: 'hit',
    cases: spoilt((bus, key) => ({ keys: bus.keys.map((k) => k ?? key) }), /stands at \d+ bits/),
  },
  {
    name: 'a serial pad at 5 V on lines of 3.3 V',
    makes: 'hit',
    cases: spoilt(() => ({ fedV: 5, hasBuffer: true }), /5 V on a line that bears/),
  },
  {
    name: 'latch and clock of 3.3 V for a serial pad at 5 V',
    makes: 'hit',
    cases: spoilt(() => ({ fedV: 5, hasDivider: true }), /Latch and clock are no high/),
  },
  {
    name: 'a serial pad fed with less than it works from',
    makes: 'hit',
    cases: spoilt(() => ({ worksFromV: 4.5 }), /The pad is fed too little/),
  },
  {
    name: 'a serial pad at 3.3 V that nobody has tried there',
    makes: 'open',
    cases: spoilt(() => ({ worksFromV: undefined }), /Does the pad work at 3.3 V/),
  },
  {
    name: 'a clock no serial pad follows',
    makes: 'hit',
    cases: spoilt(() => ({ clockHz: 4e6 }), /The clock is too fast/),
  },
  {
    name: 'a lead of three metres on a clock for a hand-breadth',
    makes: 'hit',
    cases: spoilt(() => ({ clockHz: 480_000, leadMm: 3000 }), /The clock is too fast/),
  },
  {
    name: 'a clock of a serial pad near its limit',
    makes: 'tight',
    cases: spoilt(() => ({ clockHz: 450_000 }), /The clock is near its limit/),
  },
  {
    name: 'a serial pad read at fewer bits than it tells',
    makes: 'hit',
    cases: spoilt(longer, /bits captured, \d+ read/),
  },
  {
    name: 'a serial pad read on the other edge than it was captured',
    makes: 'hit',
    cases: spoilt(() => ({ shiftsOn: 'falling' }), /Read on the wrong edge/),
  },
  {
    name: 'a serial pad latched at the other level than it was captured',
    makes: 'hit',
    cases: spoilt(() => ({ loads: 'low' }), /Latched at the wrong level/),
  },
  {
    name: 'a key of a serial pad that moves no bit',
    makes: 'hit',
    cases: spoilt(
      (bus, key) => recaptured(bus, key, () => [capture(wordWith(bus.bits, []), key)]),
      /moves no bit/,
    ),
  },
  {
    name: 'a key of a serial pad that moves two bits',
    makes: 'hit',
    cases: spoilt(
      (bus, key, other) =>
        recaptured(bus, key, () => {
          const both = [key, other].map((k) => bus.keys.indexOf(k));
          return [capture(wordWith(bus.bits, both), key)];
        }),
      /moves 2 bits/,
    ),
  },
  {
    name: 'two keys of a serial pad on one bit',
    makes: 'hit',
    cases: spoilt(
      (bus, key, other) =>
        recaptured(bus, key, () => [capture(wordWith(bus.bits, [bus.keys.indexOf(other)]), key)]),
      /are one bit/,
    ),
  },
  {
    name: 'two bits of a serial pad exchanged in the table',
    makes: 'hit',
    cases: spoilt(
      (bus, key, other) => ({
        keys: bus.keys.map((k) => {
          if (k === key) return other;
          return k === other ? key : k;
        }),
      }),
      /is another bit/,
    ),
  },
  {
    name: 'a serial pad read with pressed and released the wrong way round',
    makes: 'hit',
    cases: spoilt(() => ({ pressed: 'high' }), /the wrong way round/),
  },
  {
    name: 'one key of a serial pad that reads the other way round',
    makes: 'hit',
    cases: spoilt((bus, key) => {
      const bit = bus.keys.indexOf(key);
      const other = (level: string): string => (level === '0' ? '1' : '0');
      const turned = (word: string): string =>
        [...word].map((level, i) => (i === bit ? other(level) : level)).join('');
      return { captures: bus.captures.map((c) => ({ ...c, word: turned(c.word) })) };
    }, /read the other way round/),
  },
  {
    name: 'a key of a serial pad that is captured as pressed at rest',
    makes: 'hit',
    cases: spoilt(
      (bus, key) => ({ captures: [capture(wordWith(bus.bits, [bus.keys.indexOf(key)]))] }),
      /as pressed at rest/,
    ),
  },
  {
    name: 'a key of a serial pad captured twice, at two bits',
    makes: 'open',
    cases: spoilt(
      (bus, key, other) =>
        recaptured(bus, key, (was) => [
          was,
          capture(wordWith(bus.bits, [bus.keys.indexOf(other)]), key),
        ]),
      /was captured at bits/,
    ),
  },
  {
    name: 'a key of a serial pad captured unsteady',
    makes: 'open',
    cases: spoilt(
      (bus, key) => recaptured(bus, key, (was) => [{ ...was, doubtful: [bus.keys.indexOf(key)] }]),
      /was captured unsteady/,
    ),
  },
  {
    name: 'a serial pad on a header whose lines a picture has taken',
    makes: 'hit',
    cases: (p) => {
      const base = overSerial(p);
      const screen = p.kit.items.find((i) => partOf(p, i).screen);
      if (!base || !screen) return [];
      // A few keys besides on lines of their own, as many as are left.
      const inputs = base.controls.inputs.map((i, n) =>
        n < 6 ? { ...i, route: 'gpio' as const } : i,
      );
      const mixed = { ...base, controls: { ...base.controls, inputs } };
      if (!busKeys(mixed).length) return [];
      const spoilt = applied(mixed, { do: 'swap', item: screen.id, part: PARALLEL });
      return [{ where: screen.id, spoilt, says: /lines wanted, .* free lines/ }];
    },
  },
];
