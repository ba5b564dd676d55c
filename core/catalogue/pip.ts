/**
 * Pip: a pocket translator on a printed stand. It is pushed into the stand with its left edge ahead
 * and charged there at the edge that looks up; its picture is turned while it stands.
 */
import { type Body, emptyProject, length, type Part, type Project } from '../model';
import { at, crossPad, input, item, keyRow } from './laid';
import { centred, circle, faceHole, post, rect, rectBody, shallowCap } from './shells';

type Pick = (id: string) => Part;

/** Outer size of the translator, and half as deep in front as behind, mm. */
const PIP = { w: 124, h: 78, front: 12, back: 13 } as const;
/** So far it goes into the stand, and with so much air round it, mm. */
const POCKET = { deep: 8, air: 0.8 } as const;

function translator(): Body {
  const body = rectBody('Translator', [PIP.w, PIP.h, 7], 2, PIP.front, PIP.back, 'abs');
  const [front, back] = body.pieces as [Body['pieces'][0], Body['pieces'][0]];
  const kept = { reuse: { as: 'kept' as const } };
  front.openings.push(
    { ...faceHole('window', 'window', 'window', centred(62, 46), rect(43, 33)), ...kept },
    { ...faceHole('cross', 'cross pad hole', 'button', centred(21, 46), circle(22)), ...kept },
    {
      ...faceHole('keys', 'language key', 'button', centred(108, 29.5), circle(7), {
        row: { count: 4, pitch: length(11), along: 'y' },
      }),
      ...kept,
    },
    { ...faceHole('talk', 'talk key', 'button', centred(62, 16), circle(6)), ...kept },
    {
      ...faceHole('grille', 'holes of the speaker', 'speaker', centred(28, 16), circle(16)),
      ...kept,
    },
  );
  back.openings.push({
    ...faceHole('slots', 'air slots', 'vent', centred(22, 54), rect(2.5, 22), {
      row: { count: 6, pitch: length(6), along: 'x' },
    }),
    ...kept,
  });
  back.features.push(
    post('corners', 'screw post', centred(6.5, 6.5), 5.5, 11, {
      repeat: { mirrorX: true, mirrorY: true },
    }),
    post('middles', 'middle screw post', centred(62, 6), 5.5, 11, { repeat: { mirrorY: true } }),
  );
  body.caps = [
    shallowCap('cross-cap', 'cross pad', 'cross', 21.4),
    shallowCap('key-cap', 'language key cap', 'keys', 6.5),
    shallowCap('talk-cap', 'talk key cap', 'talk', 5.5),
  ];
  // It opens along the edge that the header lies at: the wires of the keys stay short.
  return { ...body, spine: 'top' };
}

/** Printed round the translator: a block with a pocket, wide enough not to tip. */
function perch(): Body {
  const body = rectBody('Perch', [104, 30, 4], 2.4, 26, 26, 'petg', 'made');
  return {
    ...body,
    id: 'perch',
    closedBy: 'glue',
    pieces: body.pieces.map((q) => ({ ...q, id: `perch-${q.id}` })),
  };
}

/** @param pick  a part of the starter library as its builder measured it */
export function pip(pick: Pick): Project {
  return {
    ...emptyProject('pip', 'Pip and its perch'),
    way: 'gut and fit',
    note: 'A pocket translator whose stand holds it upright on the kitchen shelf.',
    brief: {
      families: ['8-bit handheld', '8-bit home'],
      hours: 1.5,
      costCeiling: 80,
      card: 'open the case',
      tools: ['iron', 'rotary tool', 'printer'],
      skill: 'a few built',
    },
    shell: {
      bodies: [translator(), perch()],
      joints: [
        {
          is: 'seat',
          id: 'perched',
          inner: { body: 'shell', edge: 'left' },
          outer: { body: 'perch', edge: 'top' },
          pocket: {
            w: length(PIP.h + POCKET.air, 'made'),
            h: length(PIP.front + PIP.back + POCKET.air, 'made'),
            deep: length(POCKET.deep, 'made'),
            rise: length(0.5, 'made'),
          },
        },
      ],
    },
    kit: {
      parts: [
        'thimble',
        'pane-2-0-spi',
        'slab-800',
        'step-5-1',
        'latch',
        'chirp-i2s',
        'speaker-20',
        'plate-pad',
        'plate-4',
        'tactile-5',
      ].map(pick),
      items: [
        item('thimble', 'thimble', 'Thimble', {
          struck: ['header', 'header-stubs'],
          reach: { hdmi: false, usb: false, power: false, card: false },
        }),
        item('screen', 'pane-2-0-spi', 'Pane 2.0', { struck: ['pins'] }),
        item('cell', 'slab-800', 'Slab 800'),
        item('charger', 'step-5-1', 'Step 5/1A', { rProgOhm: 4700 }),
        item('latch', 'latch', 'Soft latch'),
        item('amp', 'chirp-i2s', 'Chirp I2S', { struck: ['terminal'] }),
        item('speaker', 'speaker-20', 'Speaker 20'),
        item('pad', 'plate-pad', 'Pad plate'),
        item('keys', 'plate-4', 'Key plate'),
        item('talk', 'tactile-5', 'Talk switch'),
      ],
    },
    layout: {
      placements: [
        at('thimble', 'back', 4, 38.4, { lift: 0.5, fixed: 'tape' }),
        at('screen', 'front', 35.7, 28.2, { up: 'out', fixed: 'tape' }),
        at('cell', 'back', 53, 4.4, { turn: 90, fixed: 'tape' }),
        at('charger', 'back', 121.4, 48, { turn: 90, lift: 0.5, fixed: 'bracket' }),
        at('latch', 'back', 90, 8, { lift: 0.5, fixed: 'tape' }),
        at('amp', 'back', 66, 12, { lift: 0.5, fixed: 'tape' }),
        at('speaker', 'front', 28, 16, { up: 'out', fixed: 'glue' }),
        at('pad', 'front', 6, 31, { up: 'out', lift: 2, fixed: 'bracket' }),
        at('keys', 'front', 115, 24, { up: 'out', lift: 2, turn: 90, fixed: 'bracket' }),
        at('talk', 'front', 62, 16, { up: 'out', lift: 2, fixed: 'bracket' }),
      ],
    },
    cuts: [
      {
        kind: 'opening',
        id: 'open-usb',
        for: { item: 'charger', connector: 'usb' },
        state: 'decided',
      },
    ],
    controls: {
      route: 'gpio',
      inputs: [
        ...crossPad('cross'),
        ...keyRow('keys', 'Language key', ['south', 'east', 'select', 'start']),
        input('talk', 'Talk key', 'power', { opening: 'talk' }),
      ],
    },
    power: {
      gameShare: 0.8,
      wireAwg: 24,
      wireMm: 100,
      plugs: 1,
      switchOhm: 0.03,
      health: 1,
      off: 'latch',
    },
    sound: { volume: 'menu' },
  };
}
