/**
 * What can be wrong between a key and the system that is told of it, and what each fault does to
 * every press: the forward model that a diagnosis is held against.
 */
import type { Answer, AtRest } from '../model';
import type { PressPlan } from './plan';

export type Fault =
  /** Wires of keys in a ring: each is on the line of the next; two are swapped. */
  | { is: 'exchanged'; keys: string[] }
  /** No way from the switch to its line. */
  | { is: 'open'; key: string }
  /** Its switch stays closed, or its line touches ground. */
  | { is: 'held'; key: string }
  /** Two lines touch. */
  | { is: 'bridged'; keys: [string, string] }
  /** Pressed and released are the wrong way round. */
  | { is: 'inverted'; key: string }
  /** Nothing pulls the line up: it follows every hand that comes near. */
  | { is: 'floating'; key: string }
  /** One press is told as several. */
  | { is: 'bouncing'; key: string }
  /** The ground that the keys of a plate share is open. */
  | { is: 'no ground'; plate: string }
  /** The whole plug sits so many places over, or every bit of a word is told so many too soon. */
  | { is: 'shifted'; by: 1 | -1 }
  /** A conductor that keys share is open: a row, a column, a channel. */
  | { is: 'net open'; net: string }
  /** Two rows, columns or channels are each soldered where the other belongs. */
  | { is: 'nets swapped'; nets: [string, string] }
  /** The whole word of a serial pad: never a key, always all, or each the wrong way round. */
  | { is: 'serial'; how: SerialFault };
export const SERIAL_FAULTS = ['silent', 'all pressed', 'inverted'] as const;
export type SerialFault = (typeof SERIAL_FAULTS)[number];

export interface Responses {
  rest: AtRest;
  answers: ReadonlyMap<string, Answer>;
}

/** What one clean press of a bouncing key changes at least: on, off, on, and off again. */
const BOUNCES = 2;

/** The board as it is wired: every array by the place of the key, or of its line, in the plan. */
interface Board {
  /** Line each key's contact reaches; nothing when it reaches none. */
  wire: Array<number | undefined>;
  /** Lines that touch carry the same number. */
  group: number[];
  held: Set<number>;
  inverted: Set<number>;
  floating: Set<number>;
  bouncing: Set<number>;
}

/**
 * What every key would tell on a board with these faults, each pressed alone.
 *
 * Faults are done to the board in the order they are listed: a wire that was exchanged first and
 * broken later is open at its new line.
 */
export function responses(plan: PressPlan, faults: readonly Fault[]): Responses {
  const board = boardWith(plan, faults);
  const { keys } = plan;
  const touching = new Map<number, number[]>();
  board.group.forEach((g, line) => touching.set(g, [...(touching.get(g) ?? []), line]));
  /** Lines that go to ground with this key. */
  const pulled = (key: number): readonly number[] => {
    const line = board.wire[key];
    return line === undefined ? [] : touching.get(board.group[line]!)!;
  };
  const held = new Set([...board.held].flatMap(pulled));
  const noisy = new Set(keys.map((_, i) => i).filter((i) => floats(board, i) && !held.has(i)));
  const codes = (lines: Iterable<number>): number[] =>
    [...lines].sort((x, y) => x - y).map((i) => keys[i]!.code);
  const answers = keys.map((k, pressed): Answer => {
    const changed = pulled(pressed).filter((i) => !held.has(i) && !noisy.has(i));
    const [off, on] = parted(changed, board.inverted);
    return {
      input: k.id,
      on: codes(on),
      off: codes(off),
      times: changed.length ? 1 + (board.bouncing.has(pressed) ? BOUNCES : 0) : 0,
    };
  });
  const idle = keys.map((_, i) => i).filter((i) => held.has(i) !== board.inverted.has(i));
  return {
    rest: { on: codes(idle.filter((i) => !noisy.has(i))), noisy: codes(noisy) },
    answers: new Map(answers.map((a) => [a.input, a])),
  };
}

/** Those that are in the set, and those that are not. */
const parted = (
  list: readonly number[],
  set: ReadonlySet<number>,
): readonly [number[], number[]] => [
  list.filter((x) => set.has(x)),
  list.filter((x) => !set.has(x)),
];

/** A line floats unless one it touches is pulled up. */
const floats = (board: Board, line: number): boolean =>
  board.group.every((g, i) => g !== board.group[line] || board.floating.has(i));

function boardWith(plan: PressPlan, faults: readonly Fault[]): Board {
  const all = plan.keys.map((_, i) => i);
  const board: Board = {
    wire: [...all],
    group: [...all],
    held: new Set(),
    inverted: new Set(),
    floating: new Set(),
    bouncing: new Set(),
  };
  const place = new Map(plan.keys.map((k, i) => [k.id, i]));
  for (const fault of faults) applyFault(board, plan, place, fault);
  return board;
}

function applyFault(
  board: Board,
  plan: PressPlan,
  place: ReadonlyMap<string, number>,
  fault: Fault,
): void {
  const at = (key: string): number => place.get(key)!;
  const marks: Partial<Record<Fault['is'], Set<number>>> = {
    held: board.held,
    inverted: board.inverted,
    floating: board.floating,
    bouncing: board.bouncing,
  };
  switch (fault.is) {
    case 'exchanged': {
      const ring = fault.keys.map(at);
      const wires = ring.map((i) => board.wire[i]);
      ring.forEach((i, n) => {
        board.wire[i] = wires[(n + 1) % ring.length];
      });
      return;
    }
    case 'open':
      board.wire[at(fault.key)] = undefined;
      return;
    case 'bridged': {
      const [a, b] = fault.keys.map((k) => board.group[at(k)]!);
      board.group = board.group.map((g) => (g === b ? a! : g));
      return;
    }
    case 'no ground':
      plan.keys.forEach((k, i) => {
        if (k.plate === fault.plate) board.wire[i] = undefined;
      });
      return;
    case 'shifted':
      board.wire = board.wire.map((line) =>
        line === undefined ? undefined : lineBeside(plan, line, fault.by),
      );
      return;
    case 'net open':
      board.wire = board.wire.map((line) =>
        line !== undefined && plan.keys[line]!.nets?.includes(fault.net) ? undefined : line,
      );
      return;
    case 'nets swapped':
      board.wire = board.wire.map((line) =>
        line === undefined ? undefined : lineAcross(plan, line, fault.nets),
      );
      return;
    case 'serial':
      plan.keys.forEach((k, i) => {
        if (k.bit !== undefined) applyToWord(board, i, fault.how);
      });
      return;
    default:
      marks[fault.is]?.add(at(fault.key));
  }
}

/** The line so many places on: of a plug the next wire, of a word the key of the next bit. */
function lineBeside({ keys }: PressPlan, line: number, by: number): number | undefined {
  const bit = keys[line]!.bit;
  const over = bit === undefined ? line + by : keys.findIndex((k) => k.bit === bit + by);
  return over >= 0 && over < keys.length ? over : undefined;
}

function applyToWord(board: Board, key: number, how: SerialFault): void {
  switch (how) {
    case 'silent':
      board.wire[key] = undefined;
      board.held.delete(key);
      return;
    case 'all pressed':
      board.held.add(key);
      return;
    case 'inverted':
      board.inverted.add(key);
  }
}

/** The line of the key that lies where this one does once two conductors have changed places. */
function lineAcross(
  { keys }: PressPlan,
  line: number,
  [a, b]: readonly [string, string],
): number | undefined {
  const { nets, level } = keys[line]!;
  if (!nets?.some((n) => n === a || n === b)) return line;
  const across = nets.map((n) => {
    if (n === a) return b;
    return n === b ? a : n;
  });
  const there = keys.flatMap((k, i) => (k.nets?.join('|') === across.join('|') ? [i] : []));
  if (level === undefined) return there[0];
  // A channel tells the key whose level is nearest, or none where that of none is.
  const off = (i: number): number => Math.abs(keys[i]!.level! - level);
  const [nearest] = there.sort((x, y) => off(x) - off(y));
  return nearest === undefined || off(nearest) > 1 - level ? undefined : nearest;
}
