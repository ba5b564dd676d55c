/** The kept board in the verdict, once somebody has begun to trace it; and what may mend it. */
import {
  type Change,
  type Finding,
  isDevice,
  isHost,
  present,
  type Project,
  type WayOut,
} from '../model';
import { type Scene } from '../fit';
import { heldTogether, reaches } from '../games';
import { partOf } from '../kit';
import { type TraceFault, traceFaults } from './faults';
import { mostContactOhm, ohmWords, WORN_SHARE } from './ohms';
import { tracedBoard } from './ofBuild';
import { faultWords } from './words';

const VERDICT: Readonly<Record<Exclude<TraceFault['is'], 'ohms'>, Finding['verdict']>> = {
  contradiction: 'tight',
  open: 'tight',
  nothing: 'hit',
  same: 'hit',
  away: 'tight',
  ghost: 'tight',
};
const UNDECIDED: ReadonlySet<TraceFault['is']> = new Set(['contradiction', 'open']);

function keysOf(f: TraceFault): string[] {
  switch (f.is) {
    case 'contradiction':
      return [];
    case 'nothing':
    case 'ohms':
      return [f.key];
    case 'ghost':
      return [...f.held, f.ghost];
    default:
      return f.keys;
  }
}

const idOf = (f: TraceFault): string =>
  f.is === 'contradiction'
    ? `trace-contradiction:${f.of.readings.join('-')}`
    : `trace-${f.is}:${keysOf(f).join('~')}`;

/** Whether a board of its own chips reads the keys: what it makes of diodes and ghosts is its own. */
const readsItself = (p: Project): boolean =>
  present(p).kit.items.some((i) => {
    const part = partOf(p, i);
    return part.host !== undefined && isHost(part) && !isDevice(part);
  });

function faultsOf(p: Project, scene: Scene): TraceFault[] {
  const found = tracedBoard(p);
  if (!found) return [];
  const hands = reaches(p, scene);
  const holdable = (keys: readonly string[]): boolean => {
    const held = hands.filter((r) => keys.includes(r.id));
    return held.length === keys.length && heldTogether(held) !== undefined;
  };
  const faults = traceFaults(p.controls.tracing!, found, holdable);
  return readsItself(p) ? faults.filter((f) => f.is !== 'away' && f.is !== 'ghost') : faults;
}

export function traceFindings(p: Project, scene: Scene): Finding[] {
  const nameOf = (id: string): string => p.controls.inputs.find((i) => i.id === id)?.name ?? id;
  return faultsOf(p, scene).map((f): Finding => {
    let verdict: Finding['verdict'];
    if (f.is === 'ohms') verdict = f.isOver ? 'hit' : 'tight';
    else verdict = VERDICT[f.is];
    return {
      id: idOf(f),
      code: `trace-${f.is}`,
      station: 'controls',
      check: 'trace',
      verdict,
      ...faultWords(f, p.controls.tracing!, nameOf),
      about: keysOf(f),
      refs: keysOf(f).map((id) => ({ is: 'input', id })),
      ...(UNDECIDED.has(f.is) ? { undecided: true as const } : {}),
    };
  });
}

export function traceWays(p: Project, scene: Scene, finding: Finding): WayOut[] {
  const f = faultsOf(p, scene).find((x) => idOf(x) === finding.id);
  const tracing = p.controls.tracing;
  if (!f || !tracing) return [];
  const nameOf = (id: string): string => p.controls.inputs.find((i) => i.id === id)?.name ?? id;
  const readAgain = (gone: (n: number) => boolean): Change => ({
    do: 'tracing',
    set: { readings: tracing.readings.filter((_, n) => !gone(n)) },
  });
  const ofKey = (key: string) => (n: number) => {
    const { red, black, held } = tracing.readings[n]!;
    return held === key || [red, black].some((q) => 'key' in q && q.key === key);
  };
  switch (f.is) {
    case 'contradiction': {
      const last = f.of.readings.at(-1)!;
      return [
        {
          id: 'drop-reading',
          text: 'Leave out the last of them',
          cost: 'one reading is taken back, and asked for again',
          changes: [readAgain((n) => n === last)],
          effort: 1,
        },
      ];
    }
    case 'nothing':
    case 'ohms': {
      const cleaned: WayOut = {
        id: 'cleaned',
        text: `Cleaned: read ${nameOf(f.key)} again`,
        cost: 'alcohol, and its readings are taken again',
        changes: [readAgain(ofKey(f.key))],
        effort: 2,
      };
      const weaker =
        f.is === 'ohms'
          ? [10e3, 22e3, 47e3, 100e3, 220e3].find(
              (ohm) => f.ohm <= WORN_SHARE * mostContactOhm(ohm).value,
            )
          : undefined;
      return [
        cleaned,
        ...(weaker === undefined
          ? []
          : [
              {
                id: 'pull-up',
                text: `Pull the lines up with ${ohmWords(weaker)}`,
                cost: 'a resistor a line, unless the reader has such a setting; weaker ones pick up hum',
                changes: [{ do: 'tracing', set: { pullUpOhm: weaker } } satisfies Change],
                effort: 3,
              },
            ]),
      ];
    }
    case 'same':
    case 'ghost':
      return (f.is === 'same' ? f.keys.slice(1) : [f.ghost]).map((key) => ({
        id: `leave-out-${key}`,
        text: `Do without ${nameOf(key)}`,
        cost: 'one button less',
        changes: [{ do: 'leave-out-input', input: key }],
        effort: 8,
      }));
    default:
      return [];
  }
}
