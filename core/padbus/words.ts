/** What is wrong with a serial pad, in words. */
import { listed, type PadBus } from '../model';
import type { BusFault } from './faults';
import { dataHighV, padWantsV } from './levels';
import { mostClock } from './timing';

export type NameOf = (key: string) => string;

interface FaultWords {
  title: string;
  what: string;
  why: string[];
}

/** Bits are counted from 1, the first one told first. */
export const bitWords = (bit: number): string => `bit ${bit + 1}`;
const bitsWords = (bits: readonly number[]): string =>
  bits.length === 1 ? bitWords(bits[0]!) : `bits ${listed(bits.map((b) => String(b + 1)))}`;
const volts = (v: number): string => `${Number(v.toFixed(2))} V`;
export const clockWords = (hz: number): string =>
  hz < 1e6
    ? `${Number((hz / 1e3).toPrecision(3))} kHz`
    : `${Number((hz / 1e6).toPrecision(3))} MHz`;

export function faultWords(f: BusFault, bus: PadBus, nameOf: NameOf): FaultWords {
  const names = (keys: readonly string[]): string => listed(keys.map(nameOf));
  switch (f.is) {
    case 'unset':
      return {
        title:
          f.keys.length === 1
            ? 'A key without its bit'
            : `${f.keys.length} keys without their bits`,
        what: `${names(f.keys)}: which bit of the pad tells ${f.keys.length === 1 ? 'it' : 'them'} is not known yet.`,
        why: [
          'Next: Controls, Serial pads. Capture the pad with nothing held, then with each key held; or type the bits.',
        ],
      };
    case 'twice':
      return {
        title: `${nameOf(f.key)} stands at ${f.bits.length} bits`,
        what: `${bitsWords(f.bits)} are said to be ${nameOf(f.key)}.`,
        why: ['One key moves one bit: the other is another key, or none.'],
      };
    case 'underfed':
      return {
        title: 'The pad is fed too little',
        what: `It works from ${volts(f.worksFromV)} and is fed with ${volts(f.fedV)}.`,
        why: ['Fed with 5 V, its data line wants a divider, and latch and clock a buffer.'],
      };
    case 'untried':
      return {
        title: `Does the pad work at ${volts(f.fedV)}?`,
        what: 'Nobody has said from how many volts its chips work.',
        why: [
          'Read the sheet of its register, or feed it with 3.3 V and capture a key: most registers of 3 to 15 V do.',
        ],
      };
    case 'high data':
      return {
        title: `${volts(f.volts)} on a line that bears ${volts(f.bears)}`,
        what: 'The data line of the pad goes straight to the header.',
        why: [
          ...dataHighV(bus).working,
          'More than that flows into the computer through its guard: it warms and dies.',
          'Feed the pad with 3.3 V, or put 10 kΩ in the data line and 20 kΩ to ground.',
        ],
      };
    case 'low outputs':
      return {
        title: 'Latch and clock are no high for this pad',
        what: `They stand at ${volts(f.volts)}; fed with ${volts(bus.fedV)} it surely takes ${volts(f.wants)}.`,
        why: [
          ...padWantsV(bus.fedV).working,
          'It may work on the bench and slip when it is warm: feed it with 3.3 V, or put a buffer fed with 5 V in both lines.',
        ],
      };
    case 'clock':
      return {
        title: f.isOver ? 'The clock is too fast for this pad' : 'The clock is near its limit',
        what: `${clockWords(f.hz)} over ${Math.round(f.leadMm)} mm; data stands in time up to about ${clockWords(f.mostHz)}.`,
        why: [
          ...mostClock(bus).working,
          'A slower clock costs nothing: a word is told in no time.',
        ],
      };
    case 'length':
      return {
        title: `${f.told} bits captured, ${f.bits} read`,
        what: `A capture of this pad tells ${f.told} bits a word.`,
        why: ['Keys beyond what is read are never told; bits beyond the last key read as its end.'],
      };
    case 'edge':
      return {
        title: 'Read on the wrong edge of the clock',
        what: `The next bit is said to come on a ${f.said} clock; captured it comes on the other.`,
        why: ['Every key would be told one bit off, or while the line is still moving.'],
      };
    case 'latch':
      return {
        title: 'Latched at the wrong level',
        what: `The pad is said to take its keys at a ${f.said} latch; captured it is the other.`,
        why: ['It would go on taking them while it is read: the first key is told for all.'],
      };
    case 'dead':
      return {
        title: `${nameOf(f.key)} moves no bit`,
        what: 'Its capture is as with nothing held.',
        why: ['Clean its contact, follow its trace to the register, then capture it again.'],
      };
    case 'several':
      return {
        title: `${nameOf(f.key)} moves ${f.bits.length} bits`,
        what: `${bitsWords(f.bits)} move while it is held.`,
        why: [
          'Two inputs of the register touch, or two keys were held: part them, and capture it again.',
        ],
      };
    case 'slipped':
      return {
        title: `${nameOf(f.key)} was captured at ${bitsWords(f.bits)}`,
        what: 'One of the captures is of another key.',
        why: ['Capture it again, one key held and no other.'],
      };
    case 'shared':
      return {
        title: `${names(f.keys)} are one bit`,
        what: `Both move ${bitWords(f.bit)}.`,
        why: ['The register cannot tell one from the other: cut one free, or leave one out.'],
      };
    case 'otherwise':
      return {
        title: `${nameOf(f.key)} is another bit`,
        what: `The table says ${bitWords(f.said)}; captured, it moves ${bitWords(f.told)}.`,
        why: ['What was captured is what the pad does.'],
      };
    case 'polarity':
      return {
        title: 'Pressed and released are the wrong way round',
        what: `A pressed key is said to read ${f.said}; captured it is the other way.`,
        why: ['As it is, every key would be told as held until it is pressed.'],
      };
    case 'mixed':
      return {
        title: 'Some keys read the other way round',
        what: `${names(f.keys)}: pressed the other level than the rest.`,
        why: ['One setting reads all bits: these would be told as held until they are pressed.'],
      };
    case 'doubtful':
      return {
        title:
          f.held === undefined
            ? 'The pad at rest was captured unsteady'
            : `${nameOf(f.held)} was captured unsteady`,
        what: `${bitsWords(f.bits)} come and go within one capture.`,
        why: [
          'The key was pressed while it ran, or a wire hangs loose: capture it again, held from begin to end.',
        ],
      };
    case 'resting':
      return {
        title: `${names(f.keys)} ${f.keys.length === 1 ? 'reads' : 'read'} as pressed at rest`,
        what: 'Captured with nothing held.',
        why: [
          'A contact is stuck or its input touches its neighbour: mend it, and capture it again.',
        ],
      };
  }
}
