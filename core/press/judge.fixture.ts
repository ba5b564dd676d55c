/**
 * A press test from first touch to clean board, against the stand-in, which shares no code with the
 * diagnosis: what was named first, and whether mending what is named clears it.
 */
import type { Answer, AtRest } from '../model';
import { type Mishap, WiredBoard } from '../../simulators/board/wired';
import { seeded } from '../../simulators/seeded';
import { diagnose, nameOf } from './diagnose';
import type { Fault } from './fault';
import { answerOf, atRest } from './listen';
import { mendOf, pressAgain } from './mend';
import type { PlannedKey, PlannedNet, PressPlan } from './plan';

/** Listened to before the first press, ms of the board's clock. */
const LISTEN_MS = 2000;
/** No builder mends more often than this before something is wrong with the program. */
const MOST_ROUNDS = 12;

/** So many keys, in plates of up to six. */
export function plainPlan(count: number, route: PressPlan['route'] = 'gpio'): PressPlan {
  const keys = Array.from({ length: count }, (_, i): PlannedKey => ({
    id: `key-${i}`,
    name: `Key ${i}`,
    role: 'up',
    code: 0x120 + i,
    line: `line ${i}`,
    joint: `pin ${i}`,
    ...sharing(route, i, count),
  }));
  const names = [...new Set(keys.flatMap((k) => k.nets ?? []))];
  const nets = names.map((name): PlannedNet => ({
    name,
    side: name.split(' ')[0] as PlannedNet['side'],
    joint: `end of ${name}`,
  }));
  return { route, keys, order: keys.map((k) => k.id), ...(nets.length ? { nets } : {}) };
}

/** What a key has in common with others, by how it is read. */
function sharing(route: PressPlan['route'], i: number, count: number): Partial<PlannedKey> {
  switch (route) {
    case 'pad bus':
      // Told in the other order, with a gap after every fourth.
      return { bit: count + Math.floor(count / 4) - i - Math.floor(i / 4) };
    case 'original board':
      return { nets: [`row ${Math.floor(i / 4)}`, `column ${i % 4}`] };
    case 'ladder':
      return { nets: [`channel ${Math.floor(i / 3)}`], level: (i % 3) / 3 };
    default:
      return { plate: `plate-${Math.floor(i / 6)}`, ...(route === 'gpio' ? { gpio: i } : {}) };
  }
}

export const wired = (plan: PressPlan, seed: number): WiredBoard =>
  new WiredBoard(
    {
      keys: plan.keys.map(({ id, code, plate, bit, nets, level }) => ({
        key: id,
        code,
        plate,
        bit,
        nets,
        level,
      })),
      plug: plan.route === 'usb' || plan.route === 'expander',
    },
    seed,
  );

/** A mishap of the stand-in as the diagnosis calls it. */
export const planted = (m: Mishap): string => {
  const { what, ...of } = m;
  return nameOf({ is: what, ...of } as Fault);
};

export interface Proof {
  /** A set that was named first holds exactly what was planted. */
  isNamed: boolean;
  isCleared: boolean;
  /** Sets named first. */
  named: string[][];
  planted: string[];
  mends: number;
  presses: number;
}

export function pressed(board: WiredBoard, ids: readonly string[], rest: AtRest): Answer[] {
  return ids.map((id) => {
    const { down, up } = board.press(id);
    return answerOf(id, [...down, ...up], rest.noisy);
  });
}

export function proved(plan: PressPlan, board: WiredBoard): Proof {
  const truth = board.mishaps.map(planted).sort();
  const listen = (): AtRest => atRest(board.pressedNow(), board.rest(LISTEN_MS));
  let rest = listen();
  const answers = new Map(pressed(board, plan.order, rest).map((a) => [a.input, a]));
  let presses = plan.order.length;
  const tried: Fault[] = [];
  let first: string[][] | undefined;
  for (let mends = 0; mends <= MOST_ROUNDS; mends++) {
    const found = diagnose(plan, { rest, answers: [...answers.values()] }, tried);
    first ??= found.explanations.map((set) => set.map(nameOf).sort());
    const isClean = !found.wrong.length && !found.restless.length;
    const next = found.explanations[0]?.[0];
    if (isClean || !next) {
      const isNamed = first.some((set) => set.join() === truth.join());
      return { isNamed, isCleared: isClean, named: first, planted: truth, mends, presses };
    }
    board.mend(mendOf(next));
    tried.push(next);
    rest = listen();
    const again = pressAgain(plan, next, found.wrong);
    for (const a of pressed(board, again, rest)) answers.set(a.input, a);
    presses += again.length;
  }
  return {
    isNamed: false,
    isCleared: false,
    named: first ?? [],
    planted: truth,
    mends: MOST_ROUNDS,
    presses,
  };
}

const routeFrom = (u: number): PressPlan['route'] => {
  const shares: ReadonlyArray<readonly [number, PressPlan['route']]> = [
    [0.45, 'gpio'],
    [0.6, 'usb'],
    [0.72, 'pad bus'],
    [0.88, 'original board'],
    [1, 'ladder'],
  ];
  return shares.find(([upTo]) => u < upTo)![1];
};

/** A board of 6 to 20 keys with so many mishaps, the same for the same seed. */
export function drawn(seed: number, mishaps: number): { plan: PressPlan; board: WiredBoard } {
  const random = seeded(seed ^ 0x5bd1e995);
  const plan = plainPlan(6 + Math.floor(random() * 15), routeFrom(random()));
  const board = wired(plan, seed);
  board.spoil(mishaps);
  return { plan, board };
}
