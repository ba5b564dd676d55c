/** The kept board in the verdict: what is not traced yet, what cannot be right, and what may mend it. */
import type { Change, Finding, Project, Tracing, WayOut } from '../model';
import { readsOwnKeys } from '../kit';
import { type TraceFault, traceFaults } from './faults';
import { isAtRest } from './nets';
import { mostContactOhm, ohmWords, WORN_SHARE } from './ohms';
import { tracedBoard, tracedKeys } from './ofBuild';
import { faultWords } from './words';

const VERDICT: Readonly<
  Record<Exclude<TraceFault['is'], 'ohms' | 'away' | 'leak'>, Finding['verdict']>
> = {
  contradiction: 'tight',
  open: 'tight',
  nothing: 'hit',
  same: 'hit',
  odd: 'hit',
  ghost: 'tight',
};
const NOTHING_READ: Tracing = { pads: [], readings: [] };
const UNDECIDED: ReadonlySet<TraceFault['is']> = new Set(['contradiction', 'open']);

function keysOf(f: TraceFault): string[] {
  switch (f.is) {
    case 'contradiction':
    case 'leak':
      return [];
    case 'nothing':
    case 'ohms':
      return [f.key];
    case 'ghost':
      return [...new Set(f.sets.flatMap((g) => [g.ghost, ...g.held]))];
    default:
      return f.keys;
  }
}

function idOf(f: TraceFault): string {
  switch (f.is) {
    case 'contradiction':
      return `trace-contradiction:${f.of.readings.join('-')}`;
    case 'leak':
      return `trace-leak:${f.pads.join('~')}`;
    case 'ghost':
      return 'trace-ghost';
    default:
      return `trace-${f.is}:${keysOf(f).join('~')}`;
  }
}

/** What only matters to whatever reads the pads. */
const OF_READER: ReadonlySet<TraceFault['is']> = new Set(['away', 'odd', 'ghost']);

/** Whether hands can press these keys at once. */
type CanHold = (keys: readonly string[]) => boolean;

/** A board of its own chips makes of diodes and ghosts what it always did. */
function faultsOf(p: Project, canHold: CanHold): TraceFault[] {
  const found = tracedBoard(p);
  const keys = tracedKeys(p);
  // Pads nobody has read at all: what is tapped there is not known.
  if (!found && keys.length && !readsOwnKeys(p)) return [{ is: 'open', keys, asked: 0 }];
  if (!found) return [];
  const faults = traceFaults(p.controls.tracing!, found, canHold);
  return readsOwnKeys(p) ? faults.filter((f) => !OF_READER.has(f.is)) : faults;
}

export function traceFindings(p: Project, canHold: CanHold): Finding[] {
  const nameOf = (id: string): string => p.controls.inputs.find((i) => i.id === id)?.name ?? id;
  return faultsOf(p, canHold).map((f): Finding => {
    let verdict: Finding['verdict'];
    if (f.is === 'ohms') verdict = f.isOver ? 'hit' : 'tight';
    else if (f.is === 'leak') verdict = f.ohm < f.least ? 'hit' : 'tight';
    else if (f.is === 'away') verdict = f.isMixed ? 'hit' : 'tight';
    else verdict = VERDICT[f.is];
    return {
      id: idOf(f),
      code: `trace-${f.is}`,
      station: 'controls',
      check: 'trace',
      verdict,
      ...faultWords(f, p.controls.tracing ?? NOTHING_READ, nameOf),
      about: keysOf(f),
      refs: keysOf(f).map((id) => ({ is: 'input', id })),
      ...(UNDECIDED.has(f.is) ? { undecided: true as const } : {}),
    };
  });
}

export function traceWays(p: Project, canHold: CanHold, finding: Finding): WayOut[] {
  const f = faultsOf(p, canHold).find((x) => idOf(x) === finding.id);
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
    case 'leak':
      return [
        {
          id: 'washed',
          text: `Washed: read pads ${f.pads[0]} and ${f.pads[1]} again`,
          cost: 'alcohol, a brush and an hour to dry',
          changes: [
            readAgain((n) => {
              const r = tracing.readings[n]!;
              return (
                isAtRest(r) && [r.red, r.black].every((q) => 'pad' in q && f.pads.includes(q.pad))
              );
            }),
          ],
          effort: 3,
        },
      ];
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
    case 'odd':
    case 'same':
      return (f.is === 'same' ? f.keys.slice(1) : f.keys).map((key) => ({
        id: `leave-out-${key}`,
        text: `Do without ${nameOf(key)}`,
        cost: 'one button less',
        changes: [{ do: 'leave-out-input', input: key }],
        effort: 8,
      }));
    case 'ghost':
      return [
        {
          id: 'diodes',
          text: 'Diodes soldered into the keys: trace it again',
          cost: 'a diode a key, from row to column; every reading is taken again',
          changes: [{ do: 'tracing', set: { readings: [] } }],
          effort: 6,
        },
      ];
    default:
      return [];
  }
}
