/**
 * Foxglove: a bedside radio fed from the wall. A computer with a composite screen behind the dial, a
 * hub inside whose two sockets look out where the radio's own sockets were, and two of its keys.
 */
import { type Body, emptyProject, length, type Part, type Project } from '../model';
import { box, PCB_MM as T, padRow, part, socket } from './blocks';
import { usbHub } from './hardware';
import { input, item, wiredPad, withMeasuredSizes, onBracket } from './laid';
import {
  centred,
  circle,
  faceHole,
  fromEdge,
  post,
  rect,
  rectBody,
  shallowCap,
  wallHole,
} from './shells';

type Pick = (id: string) => Part;

const kept = (now?: string) => ({ reuse: { as: 'kept' as const, ...(now ? { now } : {}) } });
const retasked = (now: string) => ({ reuse: { as: 're-tasked' as const, now } });

function radio(): Body {
  const body = rectBody('Foxglove', [212, 104, 10], 2.4, 16, 40, 'abs');
  const [front, back] = body.pieces as [Body['pieces'][0], Body['pieces'][0]];
  front.openings.push(
    { ...faceHole('dial', 'dial window', 'window', centred(152, 58), rect(71, 54)), ...kept() },
    { ...faceHole('grille', 'grille', 'speaker', centred(46, 56), circle(60)), ...kept() },
    {
      ...faceHole('keys', 'key of the radio', 'button', centred(130, 14), circle(9), {
        row: { count: 2, pitch: length(20), along: 'x' },
      }),
      ...kept('reset and menu'),
    },
  );
  back.openings.push(
    {
      ...wallHole(
        'aerial',
        'aerial hole',
        'port',
        1,
        fromEdge('bottom', 36, 'centre'),
        -24.5,
        rect(16, 8.6),
      ),
      ...retasked('USB, first pad'),
    },
    {
      ...wallHole(
        'aux',
        'aux hole',
        'port',
        1,
        fromEdge('bottom', 56, 'centre'),
        -24.5,
        rect(16, 8.6),
      ),
      ...retasked('USB, second pad'),
    },
    {
      ...wallHole(
        'mains',
        'hole of the old lead',
        'port',
        1,
        fromEdge('bottom', 82, 'centre'),
        -26.8,
        rect(13.5, 8),
      ),
      ...retasked('USB-C from the wall'),
    },
    {
      ...faceHole('slots', 'air slots', 'vent', centred(40, 84), rect(30, 2.5), {
        row: { count: 4, pitch: length(6), along: 'y' },
      }),
      ...kept(),
    },
  );
  back.features.push(
    post('corners', 'screw post', centred(9, 9), 7, 38, {
      repeat: { mirrorX: true, mirrorY: true },
    }),
    post('middles', 'middle screw post', centred(71, 9), 7, 38, {
      repeat: { mirrorX: true, mirrorY: true },
    }),
  );
  body.caps = [shallowCap('key-cap', 'key of the radio', 'keys', 8.5)];
  return body;
}

/** Two sockets beside each other, as its builder measured it. */
const hub = (): Part => ({
  ...part({
    id: 'hub-two',
    name: 'Hub with two sockets',
    family: 'hub',
    words: ['USB', 'hub', '2 ports'],
    note: 'Measured with callipers.',
    massG: 14,
    price: 5,
    draws: { menu: 0.15, game: 0.15, peak: 0.2 },
    blocks: [
      box('board', 'board', 'board', [0, 0, 28, 40], 0, T),
      box('one', 'first socket', 'connector', [16, 3, 14, 14.5], T, 7),
      box('two', 'second socket', 'connector', [16, 23, 14, 14.5], T, 7),
      box('chip', 'chip', 'chip', [6, 18, 5, 5], T, 1.2),
    ],
    connectors: [
      socket('one', 'USB, first', 'usb-a', [30, 10.2, T + 3.5], [1, 0, 0], 'one', true),
      socket('two', 'USB, second', 'usb-a', [30, 30.2, T + 3.5], [1, 0, 0], 'two', true),
    ],
    pads: padRow(2, 2, ['5V', 'D-', 'D+', 'GND']),
    ports: usbHub(2, 2, 0.04),
  }),
  source: 'mine',
});

/** @param pick  a part of the starter library as its builder measured it */
export function foxglove(pick: Pick): Project {
  return {
    ...emptyProject('foxglove', 'Foxglove, a bedside radio'),
    way: 'gut and fit',
    note: 'A bedside radio that plays games behind its dial; pads go into its old sockets.',
    brief: {
      families: ['8-bit home', '16-bit home'],
      costCeiling: 120,
      card: 'open the case',
      tools: ['iron', 'rotary tool'],
      skill: 'a few built',
    },
    shell: { bodies: [radio()] },
    kit: {
      parts: [
        withMeasuredSizes(hub()),
        wiredPad('usb-a'),
        ...[
          'teasel',
          'pane-3-5-composite',
          'panel-usb-c',
          'chirp-i2s',
          'speaker-40',
          'tactile-5',
        ].map(pick),
      ],
      items: [
        item('teasel', 'teasel', 'Teasel', {
          struck: ['header', 'header-stubs', 'usb-stack'],
          reach: { hdmi: false, usb: false, power: false, card: false },
        }),
        item('screen', 'pane-3-5-composite', 'Pane 3.5 composite', { struck: ['plug'] }),
        item('hub', 'hub-two', 'Hub'),
        item('wall', 'panel-usb-c', 'USB-C socket'),
        item('pad-1', 'wired-pad', 'First pad', { where: 'outside' }),
        item('pad-2', 'wired-pad', 'Second pad', { where: 'outside' }),
        item('amp', 'chirp-i2s', 'Chirp I2S', { struck: ['terminal'] }),
        item('speaker', 'speaker-40', 'Speaker 40'),
        item('key-l', 'tactile-5', 'Left switch'),
        item('key-r', 'tactile-5', 'Right switch'),
      ],
    },
    layout: {
      placements: [
        onBracket('teasel', 'back', 20, 24, { lift: 4, fixed: 'screws' }),
        onBracket('screen', 'front', 113.5, 25.7, { up: 'out', fixed: 'tape' }),
        onBracket('hub', 'back', 180.4, 25.8, { lift: 8 }),
        onBracket('wall', 'back', 210.4, 75.5, { turn: 90, lift: 8 }),
        onBracket('amp', 'back', 110, 70, { lift: 2 }),
        onBracket('speaker', 'front', 46, 56, { up: 'out', fixed: 'glue' }),
        onBracket('key-l', 'front', 130, 14, { up: 'out', lift: 2 }),
        onBracket('key-r', 'front', 150, 14, { up: 'out', lift: 2 }),
      ],
    },
    controls: {
      route: 'usb',
      inputs: [
        input('reset', 'Left key', 'power', { opening: 'keys', copy: 0 }, { route: 'gpio' }),
        input('menu', 'Right key', 'menu', { opening: 'keys', copy: 1 }, { route: 'gpio' }),
      ],
      duties: { reset: { by: 'keys', inputs: ['reset'], holdMs: 1000 } },
    },
    power: {
      source: 'wall',
      gameShare: 0.8,
      wireAwg: 22,
      wireMm: 150,
      plugs: 1,
      switchOhm: 0.05,
      health: 1,
      off: 'menu',
    },
    sound: { volume: 'menu' },
  };
}
