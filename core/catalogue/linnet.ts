/**
 * Linnet: the board of a bingo caller, its own chips and crystal kept, moved into a wide printed shell
 * with a new screen, two small cells side by side and keys of its own. No computer, no card, no image.
 */
import { type Block, emptyProject, length, type Part, type Project } from '../model';
import { at, crossPad, input, item, keyRow } from './laid';
import { centred, circle, faceHole, post, rect, rectBody } from './shells';

type Pick = (id: string) => Part;

/** Held by a bracket where nothing else is said; in the front it looks out. */
const placed: typeof at = (id, piece, x, y, more = {}) =>
  at(id, piece, x, y, { up: piece === 'front' ? 'out' : 'in', fixed: 'bracket', ...more });

/** Keys that the caller's board reads at its own pads, each to ground. */
const KEYS = 12;

const block = (
  id: string,
  name: string,
  kind: Block['kind'],
  [x, y, w, h]: readonly [number, number, number, number],
  base: number,
  high: number,
): Block => ({
  id,
  name,
  kind,
  plan: { kind: 'rect', x, y, w: length(w), h: length(h) },
  axis: 'z',
  base,
  height: length(high),
});

/** As its builder measured and traced it: pads by what they do, draws by a meter in series. */
function callerBoard(): Part {
  return {
    id: 'caller-3',
    name: 'Caller 3 board',
    family: 'sbc',
    words: ['kept', 'board', 'bingo'],
    note: 'The board of a Halden Caller 3, kept whole with its chips, crystal and regulator.',
    source: 'mine',
    price: 0,
    massG: 22,
    blocks: [
      block('board', 'board', 'board', [0, 0, 72, 46], 0, 1.6),
      block('chip', 'main chip', 'chip', [24, 14, 18, 18], 1.6, 2.4),
      block('memory', 'memory', 'chip', [48, 12, 12, 8], 1.6, 1.2),
      block('crystal', 'crystal', 'chip', [46, 28, 11, 5], 1.6, 3.6),
      block('regulator', '3.3 V regulator', 'chip', [6, 8, 7, 7], 1.6, 1.8),
    ],
    connectors: [],
    pads: [
      { id: 'v', name: '5V', x: 8, y: 43, side: 'top' },
      { id: 'g', name: 'GND', x: 11, y: 43, side: 'top' },
      ...Array.from({ length: KEYS }, (_, i): Part['pads'][number] => ({
        id: `k${i + 1}`,
        name: `IN${i + 1}`,
        x: 15 + 3 * i,
        y: 43,
        side: 'top',
      })),
    ],
    holes: [
      { x: 3, y: 3, d: 3 },
      { x: 69, y: 3, d: 3 },
      { x: 3, y: 43, d: 3 },
      { x: 69, y: 43, d: 3 },
    ],
    draws: { menu: 0.6, game: 0.75, peak: 1.1 },
    host: { is: 'kept board', starts: 'own chips', keys: KEYS },
    ports: [
      {
        id: 'rail-in',
        name: '5 V',
        carries: 'rail',
        role: 'takes',
        form: 'pads',
        volts: [4.75, 5.25],
        amps: 0.25,
      },
      { id: 'picture', name: 'picture', carries: 'spi', role: 'gives', form: 'pads' },
      { id: 'sound', name: 'sound', carries: 'i2s', role: 'gives', form: 'pads' },
    ],
  };
}

function shell(): Project['shell'] {
  const body = rectBody('Linnet', [190, 92, 10], 2, 12, 13, 'petg', 'made');
  const [front, back] = body.pieces as [(typeof body.pieces)[0], (typeof body.pieces)[0]];
  front.openings.push(
    faceHole('window', 'screen window', 'window', centred(95, 50, 'made'), rect(59, 45, 'made')),
    faceHole('cross', 'cross pad hole', 'button', centred(28, 56, 'made'), circle(25, 'made')),
    faceHole('keys', 'calling key', 'button', centred(143.5, 56, 'made'), circle(8, 'made'), {
      row: { count: 4, pitch: length(11, 'made'), along: 'x' },
    }),
    faceHole('small', 'small key', 'button', centred(85, 15, 'made'), circle(6, 'made'), {
      row: { count: 2, pitch: length(20, 'made'), along: 'x' },
    }),
    faceHole('grille', 'speaker holes', 'speaker', centred(160, 24, 'made'), circle(16, 'made')),
  );
  back.features.push(
    post('corners', 'screw post', centred(8, 8, 'made'), 6.5, 11, {
      repeat: { mirrorX: true, mirrorY: true },
    }),
    post('middles', 'middle screw post', centred(65, 6.5, 'made'), 6.5, 11, {
      repeat: { mirrorX: true, mirrorY: true },
    }),
  );
  return { bodies: [body] };
}

/** @param pick  a part of the starter library as its builder measured it */
export function linnet(pick: Pick): Project {
  return {
    ...emptyProject('linnet', 'Linnet, a bingo caller moved'),
    way: 'transplant',
    note: 'The board of a bingo caller whose screen is dead, in a shell that two hands can hold.',
    brief: {
      families: [],
      hours: 4,
      costCeiling: 80,
      tools: ['iron', 'printer'],
      skill: 'many built',
    },
    donor: {
      worked: 'yes',
      faults: ['dead screen', 'cracked'],
      price: 6,
      note: 'Halden Caller 3: it calls and keeps its score; only its screen is dead.',
      kept: [
        {
          id: 'caller-board',
          name: 'Caller 3 board',
          kind: 'board',
          w: length(72),
          h: length(46),
          d: length(5.2),
          proved: 'before and after',
          tests: ['5 V to ground over 200 Ω, off', '3.3 V ± 0.1 at the regulator', 'it calls'],
          senses: [{ line: 'jack detect', answer: 'tied', with: '10 kΩ to 3.3 V' }],
          runs: true,
        },
      ],
    },
    shell: shell(),
    kit: {
      parts: [
        callerBoard(),
        ...[
          'pane-2-8-spi',
          'slab-1500',
          'step-5-1',
          'chirp-i2s',
          'speaker-20',
          'plate-pad',
          'plate-4',
          'plate-2',
        ].map(pick),
      ],
      items: [
        item('caller', 'caller-3', 'Caller 3 board'),
        item('screen', 'pane-2-8-spi', 'Pane 2.8', { struck: ['pins'] }),
        item('cell-1', 'slab-1500', 'Slab 1500'),
        item('cell-2', 'slab-1500', 'Slab 1500, second'),
        item('charger', 'step-5-1', 'Step 5/1A', { rProgOhm: 1200 }),
        item('amp', 'chirp-i2s', 'Chirp I2S', { struck: ['terminal'] }),
        item('speaker', 'speaker-20', 'Speaker 20'),
        item('pad', 'plate-pad', 'Pad plate'),
        item('keys', 'plate-4', 'Key plate'),
        item('small', 'plate-2', 'Pair plate'),
      ],
    },
    layout: {
      placements: [
        placed('caller', 'back', 14, 36, { lift: 1, fixed: 'screws' }),
        placed('screen', 'front', 55.9, 25),
        placed('cell-1', 'back', 87.5, 14, { fixed: 'tape' }),
        placed('cell-2', 'back', 132, 14, { fixed: 'tape' }),
        placed('charger', 'back', 28, 2.6, { lift: 0.5 }),
        placed('amp', 'back', 158, 66, { lift: 0.5 }),
        placed('speaker', 'front', 160, 24, { fixed: 'glue' }),
        placed('pad', 'front', 13, 41, { lift: 2 }),
        placed('keys', 'front', 138, 49, { lift: 2 }),
        placed('small', 'front', 80, 10.75, { lift: 2 }),
      ],
    },
    controls: {
      route: 'original board',
      inputs: [
        ...crossPad('cross'),
        ...keyRow('keys', 'Calling key', ['west', 'south', 'east', 'north']),
        input('small-1', 'Left small key', 'select', { opening: 'small', copy: 0 }),
        input('small-2', 'Right small key', 'start', { opening: 'small', copy: 1 }),
      ],
    },
    power: {
      gameShare: 0.9,
      wireAwg: 24,
      wireMm: 120,
      plugs: 1,
      switchOhm: 0.05,
      health: 1,
      off: 'menu',
    },
    sound: { volume: 'menu' },
  };
}
