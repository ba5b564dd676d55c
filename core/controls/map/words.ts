/** What is wrong with keys and their lines, in words. */
import { pinOf } from '../../kit';
import type { Finding, Input } from '../../model';
import type { Lines } from '../lines';
import type { LineFault, OnLine } from './faults';

type Words = Pick<Finding, 'title' | 'what' | 'why'>;

export function lineWords(f: LineFault): Words {
  switch (f.is) {
    case 'off track':
      return {
        title: `${f.track.board} leads it to the header`,
        what: `${f.input.name} is to be read otherwise, and its switch lies on GPIO${f.track.gpio} by a track.`,
        why: ['Read it on the header, or give it a switch of its own.'],
      };
    case 'contested':
      return {
        title: `GPIO${f.gpio} is wanted twice`,
        what: f.by.map((t) => `${t.name} for ${t.signal}`).join(' and '),
        why: [`Pin ${pinOf(f.gpio)} of the header can serve one of them.`],
      };
    case 'beside its track':
    case 'taken':
    case 'two keys':
    case 'reserved':
    case 'second duty':
    case 'no line':
      return onLineWords(f, f.key);
    case 'too few':
      return fewWords(f);
    case 'no way':
      return {
        title: 'No way for its wire yet',
        what: `${f.input.name} has no switch and wire planned.`,
        why: ['Decide before closing: a forgotten shoulder key means opening the case again.'],
      };
    case 'no place': {
      const lost = lostOf(f.input.at);
      return {
        title: `Its ${lost.name} is gone`,
        what: `${f.input.name} sits in ${lost.article} ${lost.name} the shell no longer has.`,
        why: [],
      };
    }
    case 'one role':
      return {
        title: `Two inputs are "${f.role}"`,
        what: `${f.other.name} and ${f.input.name}`,
        why: ['A game would see one of them only.'],
      };
  }
}

function onLineWords(
  f: Extract<LineFault, { key: OnLine }>,
  { gpio, pin, track, input }: OnLine,
): Words {
  const { name } = input;
  switch (f.is) {
    case 'beside its track':
      return {
        title: `GPIO${input.gpio} by hand, GPIO${gpio} by its track`,
        what: `${name} on ${track}`,
        why: [`${track} leads its own switch to pin ${pin}; no wire changes that.`],
      };
    case 'taken':
      return {
        title: `GPIO${gpio} carries two signals`,
        what: `${name}, and ${f.by.name} for ${f.by.signal}`,
        why: [`Pin ${pin} is taken by ${f.by.name}; ${f.free} lines are free.`],
      };
    case 'two keys':
      return {
        title: `GPIO${gpio} carries two buttons`,
        what: `${name} and ${f.other.name}`,
        why: ['One line tells one button.'],
      };
    case 'reserved':
      return { title: `GPIO${gpio} is reserved`, what: `${name}: ${f.as}`, why: [] };
    case 'second duty':
      return {
        title: `GPIO${gpio} has a second duty`,
        what: `${name}: ${f.duty}`,
        why: [
          track === undefined
            ? 'Another line is free: take that, or turn the other duty off in the image.'
            : `The tracks of ${track} lead there: turn the other duty off in the image.`,
        ],
      };
    case 'no line':
      return {
        title: `GPIO${gpio} is not on the header`,
        what: name,
        why: ['The 40-pin header carries GPIO0 to GPIO27.'],
      };
  }
}

function fewWords({ need, left, lines, isShared }: Extract<LineFault, { is: 'too few' }>): Words {
  const { taken, free } = lines;
  const biggest = biggestTaker(taken);
  const lost = isShared ? 'wire' : 'input';
  return {
    title: `${word(need)} ${isShared ? 'lines wanted' : 'inputs'}, ${word(free.length).toLowerCase()} free lines`,
    what: biggest ? `${biggest.name} takes ${biggest.n} of 28.` : 'The header has too few lines.',
    why: [
      `28 lines − ${new Set(taken.map((t) => t.gpio)).size} taken − those reserved = ${free.length} free; ${left === 1 ? `1 ${lost} is` : `${left} ${lost}s are`} left over.`,
    ],
  };
}

/** The part that takes most lines. */
function biggestTaker(taken: Lines['taken']): { name: string; n: number } | undefined {
  const takers = [...new Set(taken.map((t) => t.item))].map((item) => {
    const own = taken.filter((t) => t.item === item);
    return { name: own[0]!.name, n: own.length };
  });
  return takers.sort((a, b) => b.n - a.n)[0];
}

/** What a key without a place is missing. */
function lostOf(at: Input['at']): { name: string; article: string } {
  if ('opening' in at) return { name: 'opening', article: 'an' };
  return { name: 'piece' in at ? 'face' : 'wall', article: 'a' };
}

const WORDS = [
  'No',
  'One',
  'Two',
  'Three',
  'Four',
  'Five',
  'Six',
  'Seven',
  'Eight',
  'Nine',
  'Ten',
  'Eleven',
  'Twelve',
];
const word = (n: number): string => WORDS[n] ?? String(n);
