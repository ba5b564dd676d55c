/**
 * Osprey: a travel clock that folds. Its two panels change places: the larger picture comes into the
 * lid, where the dial was, the small one into the base for what the larger one does not show. A magnet
 * in the base tells a reed switch in the lid that it was shut.
 */
import { type Body, emptyProject, length, type Part, type Project } from '../model';
import { foldingBase, foldingLid } from './folding';
import { at, crossPad, input, item, keyRow } from './laid';
import { centred, faceHole, rect } from './shells';

type Pick = (id: string) => Part;

/** Half a millimetre over what it lies on, on its tape. */
const taped: typeof at = (id, piece, x, y, more = {}) =>
  at(id, piece, x, y, { lift: 0.5, fixed: 'tape', ...more });

function base(): Body {
  const body = foldingBase('Travel clock', 12.4, 'alarm key');
  body.pieces[0]!.openings.push(
    faceHole('date', 'date window', 'window', centred(56, 56), rect(30, 30)),
  );
  // The wires of the lid come in at the edge that it opens along.
  return { ...body, spine: 'top' };
}

/** The small panel on lines of its own: the larger one has the first select. */
const second = (pane: Part): Part => ({
  ...pane,
  id: 'date-panel',
  name: 'Date panel',
  takes: [
    { gpio: 10, signal: 'SPI out' },
    { gpio: 11, signal: 'SPI clock' },
    { gpio: 7, signal: 'SPI select 1' },
    { gpio: 22, signal: 'data/command' },
    { gpio: 26, signal: 'reset' },
  ],
});

/** @param pick  a part of the starter library as its builder measured it */
export function osprey(pick: Pick): Project {
  return {
    ...emptyProject('osprey', 'Osprey, a travel clock'),
    way: 'graft',
    note: 'A folded travel clock: the game in the lid, score and charge in the base, asleep when it is shut.',
    brief: {
      families: ['8-bit handheld', '8-bit home'],
      hours: 2.5,
      costCeiling: 110,
      card: 'open the case',
      tools: ['iron', 'rotary tool'],
      skill: 'a few built',
    },
    shell: {
      bodies: [base(), foldingLid('Dial lid', 'alarm')],
      joints: [
        {
          is: 'hinge',
          id: 'hinge',
          first: { body: 'shell', edge: 'top' },
          second: { body: 'lid', edge: 'bottom' },
          closedDeg: 0,
          openDeg: 150,
          out: length(4),
          up: length(11.4),
          barrel: length(8),
          ribbon: { thick: length(0.12), turns: 1.5, bendTimes: 20 },
          magnet: {
            closedMm: length(9),
            openMm: length(60),
            pullIn: length(14),
            letGo: length(22),
          },
        },
      ],
    },
    kit: {
      parts: [
        second(pick('pane-1-5-spi')),
        ...[
          'thimble',
          'pane-2-8-spi',
          'slab-2500',
          'step-5-1',
          'chirp-i2s',
          'speaker-20',
          'plate-pad',
          'plate-4',
          'plate-2',
          'reed',
          'magnet-8x2',
        ].map(pick),
      ],
      items: [
        item('thimble', 'thimble', 'Thimble', {
          struck: ['header'],
          reach: { hdmi: false, usb: false, power: false, card: false },
        }),
        item('screen', 'pane-2-8-spi', 'Pane 2.8', { struck: ['pins'] }),
        item('date', 'date-panel', 'Date panel', { struck: ['pins'] }),
        item('reed', 'reed', 'Reed switch'),
        item('magnet', 'magnet-8x2', 'Sleep magnet'),
        item('cell', 'slab-2500', 'Slab 2500'),
        item('charger', 'step-5-1', 'Step 5/1A', { rProgOhm: 3300 }),
        item('amp', 'chirp-i2s', 'Chirp I2S', { struck: ['terminal'] }),
        item('speaker', 'speaker-20', 'Speaker 20'),
        item('pad', 'plate-pad', 'Pad plate'),
        item('keys', 'plate-4', 'Key plate'),
        item('small', 'plate-2', 'Pair plate'),
      ],
    },
    layout: {
      placements: [
        taped('thimble', 'back', 12, 42.6),
        taped('screen', 'lid-front', 36, 17, { up: 'out', lift: 0 }),
        taped('amp', 'back', 48, 14),
        taped('speaker', 'lid-front', 131, 60, { up: 'out', lift: 0 }),
        taped('date', 'front', 40, 33.4, { up: 'out', lift: 0 }),
        taped('reed', 'lid-front', 118, 12, { up: 'out' }),
        taped('magnet', 'back', 100, 77, { lift: 0 }),
        taped('cell', 'back', 84, 12, { lift: 0 }),
        taped('charger', 'back', 20, 2.6, { fixed: 'bracket' }),
        taped('pad', 'front', 9, 31, { up: 'out', lift: 2 }),
        taped('keys', 'front', 99, 39, { up: 'out', lift: 2 }),
        taped('small', 'front', 60, 11.75, { up: 'out', lift: 2 }),
      ],
    },
    wiring: {
      nets: [
        {
          id: 'date-light',
          label: 'its light',
          ends: [
            { item: 'date', pad: 'LED' },
            { item: 'date', pad: '3V3' },
          ],
        },
        {
          id: 'asleep',
          label: 'asleep',
          ends: [
            { item: 'reed', pad: 'a' },
            { item: 'thimble', pad: 'GPIO27' },
          ],
        },
        {
          id: 'asleep-ground',
          ends: [
            { item: 'reed', pad: 'b' },
            { item: 'thimble', pad: 'GND' },
          ],
        },
      ],
    },
    controls: {
      route: 'gpio',
      inputs: [
        ...crossPad('cross'),
        ...keyRow('keys', 'Alarm key', ['west', 'south', 'east', 'north']),
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
