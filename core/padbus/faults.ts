/** What can be wrong between a serial pad and the lines that read it. */
import type { PadBus } from '../model';
import { type Learnt, learnt } from './learn';
import { dataHighV, HEADER_BEARS_V, outputHighV, padWantsV } from './levels';
import { clockOf, leadOf, mostClock, SAFE_SHARE } from './timing';

export type BusFault =
  /** Keys of which no bit is known. */
  | { is: 'unset'; keys: string[] }
  /** A key that stands at several bits of the table. */
  | { is: 'twice'; key: string; bits: number[] }
  /** Fed with less than it works from. */
  | { is: 'underfed'; fedV: number; worksFromV: number }
  /** Fed with 3.3 V, and nobody has said that it works so. */
  | { is: 'untried'; fedV: number }
  /** Its data line stands higher than the header bears. */
  | { is: 'high data'; volts: number; bears: number }
  /** Latch and clock stand lower than it takes for high. */
  | { is: 'low outputs'; volts: number; wants: number }
  | { is: 'clock'; hz: number; mostHz: number; leadMm: number; isOver: boolean }
  /** A capture tells another number of bits than are read. */
  | { is: 'length'; bits: number; told: number }
  /** A capture shows the other edge of the clock, or the other level of latch, than is said. */
  | { is: 'edge'; said: PadBus['shiftsOn'] }
  | { is: 'latch'; said: PadBus['loads'] }
  /** A key that moved no bit while it was held. */
  | { is: 'dead'; key: string }
  /** A key that moved several. */
  | { is: 'several'; key: string; bits: number[] }
  /** Captured again, it moved another bit. */
  | { is: 'slipped'; key: string; bits: number[] }
  /** Keys that move one bit. */
  | { is: 'shared'; keys: string[]; bit: number }
  /** The table says another bit than the capture. */
  | { is: 'otherwise'; key: string; said: number; told: number }
  /** Pressed keys read the other level than is said. */
  | { is: 'polarity'; said: 'low' | 'high' }
  /** Some keys read low when they are pressed, others high. */
  | { is: 'mixed'; keys: string[] }
  /** Frames of a capture do not agree. */
  | { is: 'doubtful'; held: string | undefined; bits: number[] }
  /** Keys that read as pressed with nothing held. */
  | { is: 'resting'; keys: string[] };

/** @param keys  those read over the pad, in the order of the document */
export function busFaults(bus: PadBus, keys: readonly string[]): BusFault[] {
  const of = (key: string): number[] =>
    bus.keys.slice(0, bus.bits).flatMap((k, bit) => (k === key ? [bit] : []));
  const unset = keys.filter((key) => !of(key).length);
  const found = learnt(bus.captures);
  return [
    ...(unset.length ? [{ is: 'unset' as const, keys: unset }] : []),
    ...keys.flatMap((key): BusFault[] => {
      const bits = of(key);
      return bits.length > 1 ? [{ is: 'twice', key, bits }] : [];
    }),
    ...levels(bus),
    ...clock(bus),
    ...told(bus, keys, found),
  ];
}

function levels(bus: PadBus): BusFault[] {
  const { fedV, worksFromV } = bus;
  const out: BusFault[] = [];
  if (worksFromV === undefined) {
    // At 5 V it does what it always did.
    if (fedV < 5) out.push({ is: 'untried', fedV });
  } else if (worksFromV > fedV) out.push({ is: 'underfed', fedV, worksFromV });
  const { value: volts } = dataHighV(bus);
  if (volts > HEADER_BEARS_V) out.push({ is: 'high data', volts, bears: HEADER_BEARS_V });
  const { value: wants } = padWantsV(fedV);
  const gets = outputHighV(bus);
  if (gets < wants) out.push({ is: 'low outputs', volts: gets, wants });
  return out;
}

function clock(bus: PadBus): BusFault[] {
  const { value: mostHz } = mostClock(bus);
  const hz = clockOf(bus);
  if (hz <= SAFE_SHARE * mostHz) return [];
  return [{ is: 'clock', hz, mostHz, leadMm: leadOf(bus), isOver: hz > mostHz }];
}

/** What captures say against the table, and against each other. */
function told(bus: PadBus, keys: readonly string[], found: Learnt): BusFault[] {
  const out: BusFault[] = [];
  const captures = bus.captures.filter((c) => c.held === undefined || keys.includes(c.held));
  const long = captures.find((c) => c.word.length !== bus.bits);
  if (long) out.push({ is: 'length', bits: bus.bits, told: long.word.length });
  if (captures.some((c) => c.shiftsOn !== undefined && c.shiftsOn !== bus.shiftsOn)) {
    out.push({ is: 'edge', said: bus.shiftsOn });
  }
  if (captures.some((c) => c.loads !== undefined && c.loads !== bus.loads)) {
    out.push({ is: 'latch', said: bus.loads });
  }
  for (const { held, doubtful } of captures) {
    if (doubtful.length) out.push({ is: 'doubtful', held, bits: doubtful });
  }
  for (const [key, all] of found.moved) {
    if (keys.includes(key)) out.push(...movedBy(key, all));
  }
  out.push(...shared(keys, found), ...polarity(bus, keys, found));
  for (const [key, bit] of found.bits) {
    const said = bus.keys.indexOf(key);
    if (keys.includes(key) && said >= 0 && said !== bit) {
      out.push({ is: 'otherwise', key, said, told: bit });
    }
  }
  return out;
}

function movedBy(key: string, all: readonly number[][]): BusFault[] {
  const bits = [...new Set(all.flat())].sort((a, b) => a - b);
  if (!bits.length) return [{ is: 'dead', key }];
  if (bits.length === 1) return [];
  return [{ is: all.some((m) => m.length > 1) ? 'several' : 'slipped', key, bits }];
}

function shared(keys: readonly string[], { bits }: Learnt): BusFault[] {
  const by = new Map<number, string[]>();
  for (const [key, bit] of bits) {
    if (keys.includes(key)) by.set(bit, [...(by.get(bit) ?? []), key]);
  }
  return [...by].flatMap(([bit, all]): BusFault[] =>
    all.length > 1 ? [{ is: 'shared', keys: all, bit }] : [],
  );
}

/** Levels at rest and when pressed, against what is said of them. */
function polarity(bus: PadBus, keys: readonly string[], { rest, bits }: Learnt): BusFault[] {
  if (rest === undefined) return [];
  const down = bus.pressed === 'low' ? '0' : '1';
  const placed = bus.keys.flatMap((key, bit) => (key !== null && keys.includes(key) ? [bit] : []));
  const isDown = placed.filter((bit) => rest[bit] === down);
  // Captured presses tell the level of their own keys; the others are told by how they rest.
  const low = [...bits].filter(([key, bit]) => keys.includes(key) && rest[bit] === '1');
  const high = [...bits].filter(([key, bit]) => keys.includes(key) && rest[bit] === '0');
  if (low.length && high.length) {
    const fewer = low.length < high.length ? low : high;
    return [{ is: 'mixed', keys: fewer.map(([key]) => key) }];
  }
  const against = bus.pressed === 'low' ? high : low;
  if (against.length || (placed.length && 2 * isDown.length > placed.length)) {
    return [{ is: 'polarity', said: bus.pressed }];
  }
  return isDown.length ? [{ is: 'resting', keys: isDown.map((bit) => bus.keys[bit]!) }] : [];
}
