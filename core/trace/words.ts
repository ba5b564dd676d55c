/** What is wrong with a traced board, in words. */
import { listed, type PadReading, type ProbePoint, type Tracing } from '../model';
import type { TraceFault } from './faults';
import { leastLeakOhm, mostContactOhm, ohmWords } from './ohms';

export type NameOf = (key: string) => string;

/** "pad 3", "the first half of A". */
export const pointWords = (p: ProbePoint, nameOf: NameOf): string =>
  'pad' in p ? `pad ${p.pad}` : `${p.half === 1 ? 'first' : 'second'} half of ${nameOf(p.key)}`;

export function readsWords(reads: PadReading['reads']): string {
  if (reads === 'open') return 'open';
  return reads === 'diode' ? 'a diode' : ohmWords(reads);
}

/** "A held, pad 3 to pad 7: 12 Ω". */
export function readingWords(r: PadReading, nameOf: NameOf): string {
  const held = r.held === undefined ? 'Nothing held' : `${nameOf(r.held)} held`;
  return `${held}, red on ${pointWords(r.red, nameOf)}, black on ${pointWords(r.black, nameOf)}: ${readsWords(r.reads)}`;
}

/** Of many of one kind, so many are spelt out. */
const SHOWN = 4;

interface FaultWords {
  title: string;
  what: string;
  why: string[];
}

export function faultWords(f: TraceFault, tracing: Tracing, nameOf: NameOf): FaultWords {
  const names = (keys: readonly string[]): string => listed(keys.map(nameOf));
  switch (f.is) {
    case 'contradiction': {
      const read = f.of.readings.map((n) => tracing.readings[n]!);
      const last = read.at(-1)!;
      const at = `${pointWords(last.red, nameOf)} to ${pointWords(last.black, nameOf)}`;
      return {
        title: `${at.charAt(0).toUpperCase()}${at.slice(1)} answered differently before`,
        what: {
          twice: 'The same probe, told two ways.',
          chain: 'Open, though other readings join these two step by step.',
          'three nets': 'A contact has two halves; here it reaches a third place.',
          'both ways': 'A diode lets current run one way only.',
        }[f.of.is],
        why: [
          ...read.map((r) => `${readingWords(r, nameOf)}.`),
          'One of them slipped: read it again. More readings outvote a wrong one.',
        ],
      };
    }
    case 'open':
      return {
        title:
          f.keys.length === 1
            ? 'A key without its pads'
            : `${f.keys.length} keys without their pads`,
        what: `${names(f.keys)}: not traced yet.`,
        why: [
          f.asked
            ? `${f.asked} ${f.asked === 1 ? 'reading' : 'readings'} so far. Next: go on under Controls, Kept board.`
            : 'Next: Controls, Kept board, asks for one reading after another.',
        ],
      };
    case 'nothing':
      return {
        title: `${nameOf(f.key)} closes nothing`,
        what: f.half
          ? `Its ${f.half.half === 1 ? 'first' : 'second'} half reaches pad ${f.half.pad}, the other no pad: that trace is broken.`
          : 'No two pads answer while it is held.',
        why: [
          f.half
            ? 'Solder its wire to the half itself, or bridge the trace; then read it again.'
            : 'Clean pill and contact, or it goes to a pad that is not in the list; then read it again.',
          ...f.joined.map(
            (pads) =>
              `Pads ${listed(pads)} are joined for good: a key between them is always pressed.`,
          ),
        ],
      };
    case 'same':
      return {
        title: `${names(f.keys)} are one key`,
        what: `Both close pads ${f.pads[0]} and ${f.pads[1]}.`,
        why: [
          'Whatever reads them cannot tell one from the other: cut one free, or leave one out.',
        ],
      };
    case 'ohms':
      return {
        title: `${nameOf(f.key)} reads ${ohmWords(f.ohm)} when it is held`,
        what: f.isOver
          ? `A pull-up of ${ohmWords(f.pullUpOhm)} tells it up to ${ohmWords(f.most)}: it will not be told.`
          : `A pull-up of ${ohmWords(f.pullUpOhm)} tells it up to ${ohmWords(f.most)}: once it is worn or cold it is not told.`,
        why: [
          ...mostContactOhm(f.pullUpOhm).working,
          'Clean pill and contact with alcohol, take new pills, or a weaker pull-up.',
        ],
      };
    case 'leak':
      return {
        title: `${ohmWords(f.ohm)} of dirt between pads ${f.pads[0]} and ${f.pads[1]}`,
        what:
          f.ohm < f.least
            ? `A pull-up of ${ohmWords(f.pullUpOhm)} wants ${ohmWords(f.least)}: it may read as pressed.`
            : `A pull-up of ${ohmWords(f.pullUpOhm)} wants ${ohmWords(f.least)}: on a damp day it may read as pressed.`,
        why: [
          ...leastLeakOhm(f.pullUpOhm).working,
          'Wash the board with alcohol and a brush, let it dry, and read it again; or a stronger pull-up.',
        ],
      };
    case 'away':
      return f.isMixed
        ? {
            title: 'Diodes run both ways',
            what: `Current runs to ${names(f.keys)} the other way than to the rest.`,
            why: [
              'Whichever way the lines are pulled, some keys tell nothing: turn these diodes round.',
            ],
          }
        : {
            title: 'Diodes point away from the common',
            what: `Current runs from the common to ${names(f.keys)} only.`,
            why: [
              'With the common on ground and pull-ups on the lines nothing would be told.',
              'So the common goes to 3.3 V, and the overlay pulls the lines down and reads them active-high.',
            ],
          };
    case 'odd':
      return {
        title:
          f.keys.length === 1 ? 'A key no matrix reads' : `${f.keys.length} keys no matrix reads`,
        what: `${names(f.keys)}: both pads are rows, or both are columns.`,
        why: [
          'Cut such a key free and give it a line of its own, or read the board by its own chip.',
        ],
      };
    case 'ghost': {
      const said = f.sets.map(
        ({ held, ghost }) => `${names(held)} together press ${nameOf(ghost)}`,
      );
      return {
        title: `Three keys press a fourth${said.length === 1 ? '' : `: ${said.length} ways`}`,
        what: `${said[0]}.`,
        why: [
          'Rows and columns without a diode: three corners of a rectangle join the fourth. Hands can hold these.',
          ...said.slice(1, SHOWN).map((line) => `${line}.`),
          'A diode in each key, from row to column, or those three never together.',
        ],
      };
    }
  }
}
