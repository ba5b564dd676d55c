/** Kits: a board made for one shell, with what belongs on it. M1 is made for a spectacle case. */
import type { Carrier, Part } from '../model';
import { box, pad, padRow, part, PCB_MM as T, socket } from './blocks';
import { SPI_LINES } from './screens';

/** The board, as far as the shell's rounded corners let it, and where its left lower corner lies. */
export const M1 = { w: 112, h: 43, x: 8, y: 2.6 } as const;
/** Switches are so tall, and a key's flange and peg fill what is left to the face, mm. */
const SWITCH_MM = 3.5;
export const M1_BEHIND_MM = 2;

/** A switch of M1: where its middle lies in the shell, the line its track leads to, what it is for. */
interface Key {
  id: string;
  name: string;
  x: number;
  y: number;
  gpio: number;
  looks: Carrier['keys'][number]['looks'];
}
export const M1_CROSS = [24, 26] as const;
const CLUSTER = [104, 26] as const;
const face = (id: string, name: string, x: number, y: number, gpio: number): Key => ({
  id,
  name,
  x,
  y,
  gpio,
  looks: 'z+',
});
export const M1_KEYS: readonly Key[] = [
  face('up', 'up', M1_CROSS[0], M1_CROSS[1] + 9, 5),
  face('down', 'down', M1_CROSS[0], M1_CROSS[1] - 9, 6),
  face('left', 'left', M1_CROSS[0] - 9, M1_CROSS[1], 13),
  face('right', 'right', M1_CROSS[0] + 9, M1_CROSS[1], 26),
  face('north', 'north', CLUSTER[0], CLUSTER[1] + 9, 16),
  face('south', 'south', CLUSTER[0], CLUSTER[1] - 9, 20),
  face('west', 'west', CLUSTER[0] - 9, CLUSTER[1], 17),
  face('east', 'east', CLUSTER[0] + 9, CLUSTER[1], 27),
  face('select', 'select', 55, 7, 22),
  face('start', 'start', 73, 7, 9),
  { id: 'side-l', name: 'left side', x: 24, y: 44.6, gpio: 4, looks: 'y+' },
  { id: 'side-r', name: 'right side', x: 104, y: 44.6, gpio: 12, looks: 'y+' },
];

const switchBlock = ({ id, name, x, y, looks }: Key) => {
  const [bx, by] = [x - M1.x, y - M1.y];
  return looks === 'z+'
    ? box(`key-${id}`, `${name} switch`, 'body', [bx - 3, by - 3, 6, 6], T, SWITCH_MM)
    : box(`key-${id}`, `${name} switch`, 'body', [bx - 3, by - 3, 6, 4.6], T, SWITCH_MM);
};

/** The kit's board. Its springs lie where the header's holes of a Thimble come to lie. */
const board = (): Part =>
  part({
    id: 'm1',
    name: 'M1 board',
    family: 'charger',
    words: ['carrier', 'kit', 'spring pins', 'charge', 'boost', 'I2S', '112 x 43'],
    massG: 24,
    price: 38,
    note: 'Carries keys, charger, converter and amplifier; a Thimble is pressed onto its springs. Charge current I = 1200 V / program resistor. Typical for this class, measure yours.',
    draws: { menu: 0.05, game: 0.25, peak: 1.2 },
    blocks: [
      box('board', 'board', 'board', [0, 0, M1.w, M1.h], 0, T),
      ...M1_KEYS.map(switchBlock),
      box('usb', 'USB-C socket', 'connector', [81.5, -2, 9, 7.4], T, 3.2),
      box('switch', 'slide switch', 'chip', [66, 0, 9, 4], T, 3),
      box('lever', 'lever', 'cap', [69, -3, 3, 3], T + 0.8, 1.5),
      box('inductor', 'inductor', 'chip', [80, 12, 6, 6], -2.5, 2.5),
      box('chip', 'charger chip', 'chip', [88, 12, 5, 5], -1.2, 1.2),
      box('amp', 'amplifier chip', 'chip', [70, 30, 4, 4], -1, 1),
      box('springs', 'springs', 'pins', [7.3, 32, 50.8, 5], -2.4, 2.4, {
        presses: { strokeMm: 1.4, least: 0.2, most: 0.8, forceN: 0.6, count: 24 },
      }),
    ],
    connectors: [
      socket('usb', 'USB-C charging', 'usb-c', [86, -2, T + 1.6], [0, -1, 0], 'usb', true),
    ],
    pads: [
      pad('BAT+', 96, 6, 'BAT+', 'bottom'),
      pad('BAT-', 99, 6, 'BAT-', 'bottom'),
      pad('5V', 102, 6, '5V', 'bottom'),
      pad('GND', 105, 6, 'GND', 'bottom'),
      pad('S+', 8, 10, 'S+', 'bottom'),
      pad('S-', 11, 10, 'S-', 'bottom'),
    ],
    holes: [
      { x: 3.5, y: 34.9, d: 2.2 },
      { x: 61.5, y: 34.9, d: 2.2 },
      { x: 3.5, y: 11.9, d: 2.2 },
      { x: 61.5, y: 11.9, d: 2.2 },
      { x: 108, y: 12, d: 2.2 },
      { x: 108, y: 34, d: 2.2 },
    ],
    charger: { kVolts: 1200, rProgOhm: 3300, tolerance: 0.1, powerPath: true, switching: true },
    off: { kind: 'switch', amps: 2 },
    converter: {
      kind: 'boost',
      outV: 5.1,
      limitA: 1.2,
      efficiency: 0.9,
      minInV: 2.9,
      idleA: 0.0005,
    },
    protects: { series: 1, limitA: 3 },
    takes: [
      { gpio: 18, signal: 'I2S clock' },
      { gpio: 19, signal: 'I2S frame' },
      { gpio: 21, signal: 'I2S out' },
    ],
    amp: { minOhm: 4, channels: 1, bridged: true },
    carrier: {
      joins: [
        {
          part: 'thimble',
          name: 'Thimble',
          by: 'springs',
          x: 65,
          y: 8.4,
          turn: 0,
          over: true,
          z: -1.7,
          withinMm: 0.6,
          mark: 'its card slot looks away from the cross pad',
          contacts: 24,
        },
        {
          part: 'm1-panel',
          name: 'M1 panel',
          by: 'plug',
          x: 33,
          y: 8,
          z: 4.5,
          turn: 0,
          withinMm: 1.5,
          mark: 'its tail lies over the socket at the lower edge',
        },
        {
          part: 'm1-frame',
          name: 'key frame',
          by: 'plug',
          x: 81,
          y: 8.4,
          z: T,
          turn: 0,
          withinMm: 0.8,
          mark: 'the dot looks at the charge socket: the four keys read right one way round only',
        },
        {
          part: 'm1-side-key',
          name: 'left side key',
          by: 'plug',
          x: 11,
          y: 46.1,
          z: T,
          turn: 0,
          withinMm: 1,
        },
        {
          part: 'm1-side-key',
          name: 'right side key',
          by: 'plug',
          x: 91,
          y: 46.1,
          z: T,
          turn: 0,
          withinMm: 1,
        },
      ],
      keys: M1_KEYS.map(({ id, gpio, looks }) => ({ block: `key-${id}`, gpio, looks })),
      counts: [{ part: 'm1-side-key', name: 'side keys', count: 2 }],
      order: [
        {
          first: 'm1-side-key',
          then: 'm1',
          why: 'with the board in, nothing turns their pegs into the wall any more',
        },
        { first: 'm1-panel', then: 'm1', why: 'its tail is plugged in from behind' },
        { first: 'm1', then: 'thimble', why: 'the springs are seated on a board that stands' },
      ],
      enters: [
        { part: 'm1-side-key', how: 'peg first, then turned flat against the wall' },
        {
          part: 'm1-frame',
          how: 'dot to the charge socket, pressed down until its four feet click',
        },
      ],
    },
  });

/** A small panel on a short tail, made for the kit. */
const panel = (): Part =>
  part({
    id: 'm1-panel',
    name: 'M1 panel',
    family: 'screen',
    words: ['2.0 in', 'SPI', '320 x 240', 'kit', 'screen'],
    massG: 9,
    price: 11,
    draws: { menu: 0.25, game: 0.25, peak: 0.3 },
    blocks: [
      box('panel', 'panel', 'glass', [0, 0, 46, 36], 0, 2.4),
      box('frame', 'frame', 'body', [1, 1, 44, 34], 0, 0.8),
      box('tail', 'tail', 'board', [18, -3, 10, 3], 0, 0.3),
      box('end', 'end of its tail', 'connector', [18, -6, 10, 3], 0, 0.6),
    ],
    pads: padRow(13, 2, ['3V3', 'GND', 'CS', 'RESET', 'DC', 'MOSI', 'SCK', 'LED'], 'bottom'),
    screen: {
      diagonalIn: 2,
      active: { x: 2.6, y: 3, w: 40.8, h: 30.6 },
      px: [320, 240],
      link: 'spi',
    },
    takes: SPI_LINES,
  });

/** The frame that guides the four keys, with its dot. */
const frame = (): Part =>
  part({
    id: 'm1-frame',
    name: 'M1 key frame',
    family: 'hardware',
    words: ['frame', 'cluster', 'kit', 'dot'],
    massG: 2,
    price: 2,
    blocks: [
      box('rim-a', 'frame', 'foam', [0, 0, 30, 1.5], 0, 2, { soft: true }),
      box('rim-b', 'frame', 'foam', [0, 28.5, 30, 1.5], 0, 2, { soft: true }),
    ],
  });

/** A soft side key: its peg turns into the wall before the board bars the way. */
const sideKey = (): Part =>
  part({
    id: 'm1-side-key',
    name: 'M1 side key',
    family: 'hardware',
    words: ['side key', 'shoulder', 'peg', 'kit'],
    massG: 1,
    price: 1,
    blocks: [box('key', 'key', 'foam', [0, 0, 10, 1.2], 0, 4, { soft: true })],
  });

export const KITS: Part[] = [board(), panel(), frame(), sideKey()];
