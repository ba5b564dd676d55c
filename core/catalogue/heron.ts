/**
 * Heron: the lid of a pocket organiser hinged on the base of a small quiz game. Screen, computer and
 * sound are in the lid, keys and cell in the base, and their wires roll in the hinge.
 */
import { type Body, emptyProject, length, type Part, type Project } from '../model';
import { at, crossPad, input, item, keyRow } from './laid';
import { centred, circle, faceHole, post, rect, rectBody, shallowCap } from './shells';

type Pick = (id: string) => Part;

/** Half a millimetre over what it lies on, on its tape. */
const taped: typeof at = (id, piece, x, y, more = {}) =>
  at(id, piece, x, y, { lift: 0.5, fixed: 'tape', ...more });

function base(): Body {
  const body = rectBody('Dabchick Junior', [150, 84, 8], 2, 11, 13, 'abs');
  const [front, back] = body.pieces as [Body['pieces'][0], Body['pieces'][0]];
  front.openings.push(
    faceHole('cross', 'cross pad hole', 'button', centred(24, 46), circle(25)),
    faceHole('keys', 'answer key', 'button', centred(104.5, 46), circle(8), {
      row: { count: 4, pitch: length(11), along: 'x' },
    }),
    faceHole('small', 'small key', 'button', centred(65, 16), circle(6), {
      row: { count: 2, pitch: length(20), along: 'x' },
    }),
  );
  back.features.push(
    post('base-corners', 'screw post', centred(7, 7), 6.5, 11, {
      repeat: { mirrorX: true, mirrorY: true },
    }),
    post('base-middle', 'middle screw post', centred(75, 6.5), 6.5, 11, {
      repeat: { mirrorY: true },
    }),
  );
  body.caps = [
    shallowCap('cross-cap', 'cross pad', 'cross', 24.4),
    shallowCap('key-cap', 'answer key cap', 'keys', 7.5),
    shallowCap('small-cap', 'small key cap', 'small', 5.5),
  ];
  return body;
}

function lid(): Body {
  const body = rectBody('Almery Clerk', [150, 84, 8], 2, 7, 9, 'abs');
  const [front, back] = body.pieces as [Body['pieces'][0], Body['pieces'][0]];
  front.openings.push(
    faceHole('lid-window', 'window', 'window', centred(75.1, 42), rect(59, 45)),
    faceHole('lid-grille', 'holes of the sounder', 'speaker', centred(131, 60), circle(16)),
  );
  back.features.push(
    post('lid-corners', 'screw post of the lid', centred(7, 7), 6.5, 7, {
      repeat: { mirrorX: true, mirrorY: true },
    }),
    post('lid-middle', 'middle screw post of the lid', centred(75, 6.5), 6.5, 7, {
      repeat: { mirrorY: true },
    }),
  );
  return {
    ...body,
    id: 'lid',
    pieces: [
      { ...front, id: 'lid-front' },
      { ...back, id: 'lid-back' },
    ],
  };
}

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
      bodies: [base(), lid()],
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
