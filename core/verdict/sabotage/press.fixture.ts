/** What a builder's own iron spoils: every key pressed on a board wired with one mistake. */
import { atRest, plannedOf, pressPlan } from '../../press';
import { pressed, wired } from '../../press/judge.fixture';
import type { PressRecord, Project } from '../../model';
import type { Mishap } from '../../../simulators/board/wired';
import type { Case, Kind } from './kind.fixture';

/** The build with every key pressed on a board with these mishaps. */
export function pressedOn(p: Project, ...mishaps: readonly Mishap[]): Project {
  const plan = pressPlan(p);
  if (plan.cannot !== undefined) return p;
  const board = wired(plan, 11);
  for (const m of mishaps) board.suffer(m);
  const rest = atRest(board.pressedNow(), board.rest(1000));
  const record: PressRecord = {
    at: '2026-11-29T10:00:00Z',
    with: 'browser',
    rest,
    answers: pressed(board, plan.order, rest),
    planned: plannedOf(plan),
  };
  return { ...p, controls: { ...p.controls, pressed: record } };
}

/** One mistake at each of a few keys, or pairs of keys. */
const mistakes =
  (make: (key: string, next: string) => Mishap) =>
  (p: Project): Case[] => {
    const plan = pressPlan(p);
    if (plan.cannot !== undefined) return [];
    return plan.keys.slice(0, 3).flatMap((k, i): Case[] => {
      const next = plan.keys[i + 1]?.id;
      if (next === undefined) return [];
      return [{ where: k.id, spoilt: pressedOn(p, make(k.id, next)), ids: [k.id] }];
    });
  };

export const PRESS_KINDS: readonly Kind[] = [
  {
    name: 'two wires of keys swapped, as the press test tells',
    makes: 'hit',
    cases: mistakes((key, next) => ({ what: 'exchanged', keys: [key, next] })),
  },
  {
    name: 'a joint of a key that is dry, as the press test tells',
    makes: 'hit',
    cases: mistakes((key) => ({ what: 'open', key })),
  },
  {
    name: 'a blob of solder between two keys, as the press test tells',
    makes: 'hit',
    cases: mistakes((key, next) => ({ what: 'bridged', keys: [key, next] })),
  },
  {
    name: 'a key that never lets go, as the press test tells',
    makes: 'hit',
    cases: mistakes((key) => ({ what: 'held', key })),
  },
  {
    name: 'a key that bounces, as the press test tells',
    makes: 'hit',
    cases: mistakes((key) => ({ what: 'bouncing', key })),
  },
  {
    name: 'a line nothing pulls up, as the press test tells',
    makes: 'hit',
    cases: mistakes((key) => ({ what: 'floating', key })),
  },
  {
    name: 'a key put on another line after it was pressed',
    makes: 'tight',
    cases: (p) => {
      const clean = pressedOn(p);
      const record = clean.controls.pressed;
      if (!record) return [];
      const [first] = Object.keys(record.planned);
      const planned = {
        ...record.planned,
        [first!]: { ...record.planned[first!]!, line: 'another line' },
      };
      return [
        {
          where: first!,
          spoilt: { ...clean, controls: { ...clean.controls, pressed: { ...record, planned } } },
          ids: [first!],
        },
      ];
    },
  },
];
