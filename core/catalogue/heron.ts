/**
 * Heron: the lid of a pocket organiser hinged on the base of a small quiz game. Screen, computer and
 * sound are in the lid, keys and cell in the base, and their wires roll in the hinge.
 */
import { emptyProject, length, type Part, type Project } from '../model';
import { foldingBase, foldingLid } from './folding';
import { at, crossPad, input, item, keyRow } from './laid';

type Pick = (id: string) => Part;

/** Half a millimetre over what it lies on, on its tape. */
const taped: typeof at = (id, piece, x, y, more = {}) =>
  at(id, piece, x, y, { lift: 0.5, fixed: 'tape', ...more });

/** @param pick  a part of the starter library as its builder measured it */
export function heron(pick: Pick): Project {
  return {
    ...emptyProject('heron', 'Heron, a clerk’s lid'),
    way: 'graft',
    note: 'The lid of a pocket organiser on the base of a small quiz game: it folds like a book.',
    brief: {
      families: ['8-bit handheld', '8-bit home'],
      hours: 2.5,
      costCeiling: 110,
      card: 'open the case',
      tools: ['iron', 'rotary tool'],
      skill: 'a few built',
    },
    shell: {
      bodies: [
        foldingBase('Dabchick Junior', 11, 'answer key'),
        foldingLid('Almery Clerk', 'sounder'),
      ],
      joints: [
        {
          is: 'hinge',
          id: 'hinge',
          first: { body: 'shell', edge: 'top' },
          second: { body: 'lid', edge: 'bottom' },
          closedDeg: 0,
          openDeg: 150,
          out: length(4),
          up: length(10.6),
          barrel: length(8),
          ribbon: { thick: length(0.12), turns: 1.5, bendTimes: 20 },
        },
      ],
    },
    kit: {
      parts: [
        'thimble',
        'pane-2-8-spi',
        'slab-2500',
        'step-5-1',
        'chirp-i2s',
        'speaker-20',
        'plate-pad',
        'plate-4',
        'plate-2',
      ].map(pick),
      items: [
        item('thimble', 'thimble', 'Thimble', {
          struck: ['header'],
          reach: { hdmi: false, usb: false, power: false, card: false },
        }),
        item('screen', 'pane-2-8-spi', 'Pane 2.8', { struck: ['pins'] }),
        item('cell', 'slab-2500', 'Slab 2500'),
        item('charger', 'step-5-1', 'Step 5/1A', { rProgOhm: 2400 }),
        item('amp', 'chirp-i2s', 'Chirp I2S', { struck: ['terminal'] }),
        item('speaker', 'speaker-20', 'Speaker 20'),
        item('pad', 'plate-pad', 'Pad plate'),
        item('keys', 'plate-4', 'Key plate'),
        item('small', 'plate-2', 'Pair plate'),
      ],
    },
    layout: {
      placements: [
        taped('thimble', 'lid-back', 11, 74.5, { turn: 270 }),
        taped('screen', 'lid-front', 36, 17, { up: 'out', lift: 0 }),
        taped('amp', 'lid-back', 118, 20),
        taped('speaker', 'lid-front', 131, 60, { up: 'out', lift: 0 }),
        taped('cell', 'back', 45, 12, { lift: 0 }),
        taped('charger', 'back', 106, 2.6, { fixed: 'bracket' }),
        taped('pad', 'front', 9, 31, { up: 'out', lift: 2 }),
        taped('keys', 'front', 99, 39, { up: 'out', lift: 2 }),
        taped('small', 'front', 60, 11.75, { up: 'out', lift: 2 }),
      ],
    },
    controls: {
      route: 'gpio',
      inputs: [
        ...crossPad('cross'),
        ...keyRow('keys', 'Answer key', ['west', 'south', 'east', 'north']),
        input('small-1', 'Left small key', 'select', { opening: 'small', copy: 0 }),
        input('small-2', 'Right small key', 'start', { opening: 'small', copy: 1 }),
      ],
    },
    power: {
      gameShare: 0.85,
      wireAwg: 24,
      wireMm: 400,
      plugs: 1,
      switchOhm: 0.05,
      health: 1,
      off: 'menu',
    },
    sound: { volume: 'menu' },
  };
}
