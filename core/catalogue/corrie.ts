/**
 * Corrie: the remote of a karaoke machine with a computer inside. Its own board stays under its keys
 * and tells them bit after bit; 5 V comes over the lead it always had, the picture goes to a television.
 */
import { type Body, emptyProject, length, type PadBus, type Part, type Project } from '../model';
import { box, part, PCB_MM as T } from './blocks';
import { at, crossPad, input, item, keyRow, withMeasuredSizes } from './laid';
import { centred, circle, faceHole, fromEdge, post, rectBody, wallHole } from './shells';

type Pick = (id: string) => Part;

function remote(): Body {
  const body = rectBody('Karaoke remote', [178, 62, 8], 2, 11, 18, 'abs');
  const [front, back] = body.pieces as [Body['pieces'][0], Body['pieces'][0]];
  const kept = { reuse: { as: 'kept' as const } };
  front.openings.push(
    { ...faceHole('cross', 'cross pad hole', 'button', centred(27, 34), circle(25)), ...kept },
    {
      ...faceHole('keys', 'song key', 'button', centred(118, 34), circle(8), {
        row: { count: 4, pitch: length(12), along: 'x' },
      }),
      ...kept,
    },
    {
      ...faceHole('small', 'small key', 'button', centred(76, 20), circle(6), {
        row: { count: 2, pitch: length(20), along: 'x' },
      }),
      ...kept,
    },
  );
  back.openings.push({
    ...wallHole(
      'lead',
      'hole of the lead',
      'port',
      3,
      fromEdge('bottom', 44, 'centre'),
      -9,
      circle(7),
    ),
    reuse: { as: 'kept', now: 'its own lead' },
  });
  front.features.push(
    post('board-posts', 'post of the board', centred(18, 17), 4.5, 3, {
      purpose: 'unknown',
      mayCut: 'never',
      bore: { d: length(1.6), deep: length(3) },
      repeat: { mirrorX: true, mirrorY: true },
    }),
  );
  back.features.push(
    post('corners', 'screw post', centred(7, 7), 6, 16, {
      repeat: { mirrorX: true, mirrorY: true },
    }),
    post('middles', 'middle screw post', centred(78, 6), 6, 16, { repeat: { mirrorY: true } }),
  );
  return body;
}

/** Its keys are carbon pills on the board: nothing of them is wired but the bus. */
const remoteBoard = (): Part => ({
  ...part({
    id: 'remote-board',
    name: 'Remote board',
    family: 'hardware',
    words: ['kept', 'board', 'serial', 'keys'],
    note: 'The board of the remote, kept under its keys. Measured with callipers.',
    massG: 15,
    price: 0,
    blocks: [
      box('board', 'board', 'board', [0, 0, 150, 36], 0, T),
      box('chip', 'register', 'chip', [70, 22, 8, 6], -2, 2),
    ],
    pads: [],
    holes: [
      { x: 4, y: 4, d: 2.7 },
      { x: 146, y: 4, d: 2.7 },
      { x: 4, y: 32, d: 2.7 },
      { x: 146, y: 32, d: 2.7 },
    ],
  }),
  source: 'mine',
});

/** Through the wall in a sleeve with a collar, as it was moulded; inside it ends on two wires. */
const ownLead = (): Part => ({
  ...part({
    id: 'own-lead',
    name: 'Lead of the remote',
    family: 'hardware',
    words: ['captive', 'lead', 'USB-A', '5 V'],
    note: 'Its plug was changed for USB-A; its sleeve holds it in the wall. Measured with callipers.',
    massG: 40,
    price: 2,
    blocks: [
      {
        id: 'sleeve',
        name: 'sleeve',
        kind: 'connector',
        plan: { kind: 'circle', x: 3, y: 3, d: length(6) },
        axis: 'x',
        base: 0,
        height: length(8),
      },
    ],
    pads: [
      { id: 'v', name: '5V', x: 7, y: 2, side: 'top' },
      { id: 'g', name: 'GND', x: 7, y: 4, side: 'top' },
    ],
    ports: [
      {
        id: 'supply',
        name: '5 V over its lead',
        carries: 'supply',
        role: 'gives',
        form: 'usb-a',
        block: 'sleeve',
        volts: [4.75, 5.25],
      },
    ],
  }),
  source: 'mine',
});

/** The order its keys are told in, as they were captured one by one. */
const TOLD = [
  'key-2',
  'key-1',
  'small-1',
  'small-2',
  'up',
  'down',
  'left',
  'right',
  'key-4',
  'key-3',
] as const;
const BITS = 16;
const word = (low?: number): string =>
  Array.from({ length: BITS }, (_, bit) => (bit === low ? '0' : '1')).join('');

const bus: PadBus = {
  bits: BITS,
  keys: [...TOLD],
  pressed: 'low',
  shiftsOn: 'rising',
  loads: 'high',
  fedV: 3.3,
  worksFromV: 3,
  captures: [undefined, ...TOLD].map((held, n) => ({
    ...(held === undefined ? {} : { held }),
    word: word(held === undefined ? undefined : n - 1),
    doubtful: [],
    loads: 'high',
    shiftsOn: 'rising',
    frames: 60,
  })),
};

/** @param pick  a part of the starter library as its builder measured it */
export function corrie(pick: Pick): Project {
  return {
    ...emptyProject('corrie', 'Corrie, a karaoke remote'),
    way: 'tv box',
    note: 'A karaoke remote that plays on the television: its own keys, its own lead.',
    brief: {
      families: ['8-bit home', '8-bit handheld'],
      costCeiling: 45,
      tv: true,
      card: 'open the case',
      tools: ['iron', 'rotary tool'],
      skill: 'a few built',
    },
    donor: {
      worked: 'yes',
      faults: ['yellowed'],
      price: 4,
      note: 'The machine it belonged to is gone.',
      kept: [
        {
          id: 'keys',
          name: 'Remote board',
          kind: 'board',
          w: length(150),
          h: length(36),
          d: length(3.6),
          proved: 'before and after',
          tests: ['3.3 V at its register, 2 mA', 'sixteen bits, each key its own'],
          senses: [],
        },
      ],
    },
    shell: { bodies: [remote()] },
    kit: {
      parts: [...[remoteBoard(), ownLead()].map(withMeasuredSizes), pick('thimble')],
      items: [
        item('thimble', 'thimble', 'Thimble', {
          struck: ['header', 'header-stubs'],
          reach: { hdmi: true, usb: false, power: false, card: false },
        }),
        item('keyboard', 'remote-board', 'Remote board'),
        item('lead', 'own-lead', 'Lead of the remote'),
      ],
    },
    layout: {
      placements: [
        at('thimble', 'back', 160, 59, { turn: 180, lift: 3, fixed: 'screws' }),
        at('keyboard', 'front', 14, 13, { up: 'out', lift: 3, fixed: 'screws' }),
        at('lead', 'back', 0.4, 41, { lift: 4, fixed: 'bracket' }),
      ],
    },
    cuts: [
      {
        kind: 'opening',
        id: 'open-hdmi',
        for: { item: 'thimble', connector: 'hdmi' },
        wide: true,
        state: 'decided',
      },
    ],
    controls: {
      route: 'pad bus',
      bus,
      inputs: [
        ...crossPad('cross'),
        ...keyRow('keys', 'Song key', ['west', 'south', 'east', 'north']),
        input('small-1', 'Left small key', 'select', { opening: 'small', copy: 0 }),
        input('small-2', 'Right small key', 'start', { opening: 'small', copy: 1 }),
      ],
    },
    power: {
      source: 'wall',
      gameShare: 0.9,
      wireAwg: 24,
      wireMm: 100,
      plugs: 0,
      switchOhm: 0.05,
      health: 1,
      off: 'menu',
    },
    sound: {},
  };
}
