/**
 * Ember: a map reader that keeps its own board and plays what is on it. Board and screen run straight
 * on two small cells, with no converter between; a lamp comes on before they are empty.
 */
import { type Body, emptyProject, length, type Part, type Project } from '../model';
import { box, part, PCB_MM as T } from './blocks';
import { crossPad, input, item, keyRow, withMeasuredSizes, onBracket } from './laid';
import { SPI_LINES } from './screens';
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

/** From two cells that are empty to two that are new, V. */
const STRAIGHT: [number, number] = [1.8, 3.4];
const KEYS = 9;

function reader(): Body {
  const body = rectBody('Map reader', [146, 92, 9], 2.2, 13, 20, 'abs');
  const [front, back] = body.pieces as [Body['pieces'][0], Body['pieces'][0]];
  front.openings.push(
    faceHole('window', 'map window', 'window', centred(73, 54), rect(51, 39)),
    faceHole('cross', 'cross pad hole', 'button', centred(23, 54), circle(25)),
    faceHole('keys', 'map key', 'button', centred(125, 38), circle(8), {
      row: { count: 4, pitch: length(11), along: 'y' },
    }),
    faceHole('locate', 'locate key', 'button', centred(73, 16), circle(6)),
    faceHole('lamp', 'lamp hole', 'lamp', centred(96, 16), circle(2.6)),
    faceHole('beeper', 'holes of the beeper', 'speaker', centred(30, 18), circle(15)),
  );
  back.openings.push(
    wallHole(
      'switch-slot',
      'slot of the switch',
      'switch',
      0,
      fromEdge('left', 88.5, 'centre'),
      -10.8,
      rect(9.6, 4),
    ),
  );
  back.features.push(
    post('corners', 'screw post', centred(8, 8), 6.5, 18, {
      repeat: { mirrorX: true, mirrorY: true },
    }),
    post('middles', 'middle screw post', centred(73, 7), 6.5, 18, { repeat: { mirrorY: true } }),
  );
  body.caps = [
    shallowCap('cross-cap', 'cross pad', 'cross', 24.4),
    shallowCap('key-cap', 'map key cap', 'keys', 7.5),
    shallowCap('locate-cap', 'locate key cap', 'locate', 5.5),
  ];
  return body;
}

const pads = (names: readonly string[], y: number): Part['pads'] =>
  names.map((name, i) => ({ id: name.toLowerCase(), name, x: 4 + 3 * i, y, side: 'top' }));

/** As its builder measured and traced it: what it draws was read with a meter in series. */
const mapBoard = (): Part => ({
  ...part({
    id: 'map-board',
    name: 'Map board',
    family: 'sbc',
    words: ['kept', 'board', 'map reader'],
    note: 'The board of a map reader, kept whole: it runs on two cells. Measured with callipers.',
    massG: 18,
    price: 0,
    draws: { menu: 0.12, game: 0.2, peak: 0.35 },
    blocks: [
      box('board', 'board', 'board', [0, 0, 60, 44], 0, T),
      box('chip', 'main chip', 'chip', [22, 16, 14, 14], T, 1.8),
      box('memory', 'map memory', 'chip', [42, 16, 11, 8], T, 1.2),
      box('crystal', 'crystal', 'chip', [6, 16, 8, 4], T, 3),
    ],
    pads: [
      ...pads(['BAT+', 'GND', '3V3', ...Array.from({ length: KEYS }, (_, i) => `IN${i + 1}`)], 41),
      ...pads(['CS', 'RESET', 'DC', 'MOSI', 'SCK', 'LED', 'BEEP'], 3),
    ],
    holes: [
      { x: 3, y: 8, d: 2.4 },
      { x: 57, y: 8, d: 2.4 },
      { x: 3, y: 36, d: 2.4 },
      { x: 57, y: 36, d: 2.4 },
    ],
    ports: [
      {
        id: 'rail-in',
        name: 'cells',
        carries: 'rail',
        role: 'takes',
        form: 'pads',
        volts: STRAIGHT,
        amps: 0.2,
      },
      { id: 'picture', name: 'picture', carries: 'spi', role: 'gives', form: 'pads' },
      { id: 'beep', name: 'beeper', carries: 'pwm', role: 'gives', form: 'pads' },
    ],
  }),
  source: 'mine',
  host: { is: 'kept board', starts: 'own chips', keys: KEYS },
});

/** The reader's own panel: seen by daylight, and content with what the board runs on. */
const mapPanel = (): Part => ({
  ...part({
    id: 'map-panel',
    name: 'Map panel',
    family: 'screen',
    words: ['kept', 'panel', '2.4 in', 'SPI'],
    note: 'The panel of a map reader, lifted with its board. Measured with callipers.',
    massG: 16,
    price: 0,
    draws: { menu: 0.04, game: 0.04, peak: 0.06 },
    blocks: [
      box('panel', 'panel', 'glass', [0, 0, 62, 43], 0, 2.2),
      box('board', 'board', 'board', [2, 2, 58, 39], -1, 1),
    ],
    pads: ['VIN', 'GND', 'CS', 'RESET', 'DC', 'MOSI', 'SCK', 'LED'].map((name, i) => ({
      id: name.toLowerCase(),
      name,
      x: 6 + 3 * i,
      y: 4,
      side: 'bottom' as const,
    })),
    takes: SPI_LINES,
    screen: {
      diagonalIn: 2.4,
      active: { x: 6.6, y: 3.2, w: 48.8, h: 36.6 },
      px: [320, 240],
      link: 'spi',
    },
    ports: [
      {
        id: 'rail-in',
        name: 'cells',
        carries: 'rail',
        role: 'takes',
        form: 'pads',
        volts: STRAIGHT,
        amps: 0.04,
      },
      { id: 'picture', name: 'picture', carries: 'spi', role: 'takes', form: 'pads' },
    ],
  }),
  source: 'mine',
});

/** A comparator, its reference and its divider on a scrap of board, as Power draws it. */
const watcher = (): Part => ({
  ...part({
    id: 'watcher',
    name: 'Low-battery board',
    family: 'hardware',
    words: ['comparator', 'low battery', 'lamp'],
    note: 'Soldered by its builder as Power draws it. Measured with callipers.',
    massG: 1,
    price: 2,
    blocks: [
      box('board', 'board', 'board', [0, 0, 15, 11], 0, T),
      box('chip', 'comparator', 'chip', [5, 4, 5, 4], T, 1.5),
    ],
    pads: ['VIN', 'GND', 'L+', 'L-'].map((name, i) => ({
      id: name.toLowerCase(),
      name,
      x: 2 + 3 * i,
      y: 1.5,
      side: 'top' as const,
    })),
  }),
  source: 'mine',
});

/** Two loose cells side by side, as the reader had them. */
const twoCells = (): Part => ({
  ...part({
    id: 'bay-2',
    name: 'Two-cell bay',
    family: 'cell',
    words: ['2', 'AA', 'bay', 'primary', 'alkaline'],
    note: 'Measured with callipers. Never charged.',
    massG: 54,
    price: 2,
    blocks: [box('bay', 'bay', 'body', [0, 0, 31, 59], 0, 15.5)],
    pads: [
      { id: '+', name: 'BAT+', x: 29, y: 55, side: 'top' },
      { id: '-', name: 'BAT-', x: 2, y: 4, side: 'top' },
    ],
  }),
  source: 'mine',
  cell: {
    kind: 'bay',
    chemistry: 'alkaline',
    series: 2,
    capacityAh: 2.4,
    rOhm: 0.4,
    cutoffV: 1.8,
    fullV: 3.2,
    maxChargeC: 0.1,
    maxDischargeC: 0.5,
  },
});

/** @param pick  a part of the starter library as its builder measured it */
export function ember(pick: Pick): Project {
  return {
    ...emptyProject('ember', 'Ember, a map reader'),
    way: 'transplant',
    note: 'A map reader whose own games are played on two cells from the kitchen drawer.',
    brief: { families: [], hours: 8, costCeiling: 60, tools: ['iron'], skill: 'first build' },
    shell: { bodies: [reader()] },
    kit: {
      parts: [
        ...[mapBoard(), mapPanel(), twoCells(), watcher()].map(withMeasuredSizes),
        ...['slide-switch', 'plate-pad', 'plate-4', 'tactile-5', 'led-2'].map(pick),
      ],
      items: [
        item('board', 'map-board', 'Map board'),
        item('cells', 'bay-2', 'Two cells'),
        item('screen', 'map-panel', 'Map panel'),
        item('switch', 'slide-switch', 'Slide switch'),
        item('pad', 'plate-pad', 'Pad plate'),
        item('keys', 'plate-4', 'Key plate'),
        item('locate', 'tactile-5', 'Locate switch'),
        item('watcher', 'watcher', 'Low-battery board'),
        item('lamp', 'led-2', 'Low-battery lamp'),
      ],
    },
    layout: {
      placements: [
        onBracket('board', 'back', 14, 26, { lift: 3, fixed: 'screws' }),
        onBracket('cells', 'back', 104, 20, { fixed: 'tape' }),
        onBracket('screen', 'front', 42, 32.5, { up: 'out', fixed: 'tape' }),
        onBracket('switch', 'back', 93, 8.4, { turn: 180, lift: 4 }),
        onBracket('pad', 'front', 8, 39, { up: 'out', lift: 2 }),
        onBracket('keys', 'front', 132, 32.5, { up: 'out', lift: 2, turn: 90 }),
        onBracket('locate', 'front', 73, 16, { up: 'out', lift: 2 }),
        onBracket('watcher', 'back', 84, 20, { lift: 1 }),
        onBracket('lamp', 'front', 96, 16, { up: 'out' }),
      ],
    },
    wiring: {
      nets: [
        ['watch-plus', 'cells', 'BAT+', 'watcher', 'VIN'],
        ['watch-minus', 'cells', 'BAT-', 'watcher', 'GND'],
        ['lamp-plus', 'watcher', 'L+', 'lamp', '+'],
        ['lamp-minus', 'watcher', 'L-', 'lamp', '-'],
      ].map(([id, a, from, b, to]) => ({
        id: id!,
        ends: [
          { item: a!, pad: from! },
          { item: b!, pad: to! },
        ],
      })),
    },
    controls: {
      route: 'original board',
      inputs: [
        ...crossPad('cross'),
        ...keyRow('keys', 'Map key', ['south', 'east', 'west', 'north']),
        input('locate', 'Locate key', 'start', { opening: 'locate' }),
      ],
    },
    power: {
      gameShare: 0.8,
      wireAwg: 24,
      wireMm: 120,
      plugs: 0,
      switchOhm: 0.05,
      health: 1,
      off: 'switch',
      low: { share: 0.15, refV: 1.2 },
    },
    sound: { none: true },
  };
}
