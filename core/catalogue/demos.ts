/**
 * The demo builds: one laid out half-way with honest problems, the same one finished, and two
 * others. The finished demo differs from the half-way one only by ways out that were offered and
 * by answers its builder gave.
 */
import {
  appliedAll,
  type Change,
  emptyProject,
  length,
  type Part,
  type Placement,
  type Project,
} from '../model';
import { COMPUTERS } from './computers';
import { CONTROLS } from './controls';
import { corrie } from './corrie';
import { drover } from './drover';
import { ember } from './ember';
import { ENERGY } from './energy';
import { foxglove } from './foxglove';
import { HARDWARE } from './hardware';
import { heron } from './heron';
import { KITS } from './kits';
import { at, crossPad, input, item, keyRow, withMeasuredSizes } from './laid';
import { linnet } from './linnet';
import { minnow } from './minnow';
import { osprey } from './osprey';
import { pip } from './pip';
import { sallow } from './sallow';
import { SCREENS } from './screens';
import {
  centred,
  circle,
  faceHole,
  fromEdge,
  post,
  rect,
  rectBody,
  wallHole,
  zone,
} from './shells';
import { SOUND } from './sound';
import { tarn } from './tarn';

export { withMeasuredSizes } from './laid';

const LIBRARY = [...COMPUTERS, ...SCREENS, ...ENERGY, ...SOUND, ...CONTROLS, ...HARDWARE, ...KITS];
export const libraryPart = (id: string): Part => {
  const found = LIBRARY.find((p) => p.id === id);
  if (!found) throw new RangeError(`The starter catalogue has no part "${id}".`);
  return found;
};

function dabchick(): Project {
  const body = rectBody('Dabchick 2', [172, 90, 10], 2.2, 14, 18, 'abs');
  const [front, back] = body.pieces as [(typeof body.pieces)[0], (typeof body.pieces)[0]];
  front.features.push(
    post('corner-bosses', 'front boss', centred(9, 9), 7, 11.8, {
      repeat: { mirrorX: true, mirrorY: true },
    }),
    post('front-middle', 'middle boss', centred(86, 6), 7, 11.8, { repeat: { mirrorY: true } }),
  );
  front.openings.push(
    faceHole('window', 'screen window', 'window', centred(86, 50), rect(62, 47)),
    faceHole('cross', 'cross pad hole', 'button', centred(24, 54), circle(26)),
    faceHole('keys', 'answer key', 'button', centred(128, 66), circle(8), {
      row: { count: 4, pitch: length(11), along: 'x' },
    }),
    faceHole('small-keys', 'middle key', 'button', centred(76, 14.3), rect(8, 4), {
      row: { count: 2, pitch: length(20), along: 'x' },
    }),
    faceHole('grille', 'speaker slots', 'speaker', centred(145, 32), circle(24)),
  );
  back.features.push(
    post('corner-posts', 'rear post', centred(9, 9), 7, 15.8, {
      repeat: { mirrorX: true, mirrorY: true },
      bore: { d: length(2.2), deep: length(11) },
      screw: { d: length(2.6), into: length(8) },
    }),
    post('back-middle', 'middle rear post', centred(86, 6), 7, 15.8, { repeat: { mirrorY: true } }),
    post('support-left', 'left key support', centred(14, 44), 5, 16.5, {
      purpose: 'button support',
      repeat: { row: { count: 2, pitch: length(20), along: 'y' } },
    }),
    post('support-right', 'right key support', centred(133.5, 66), 4, 16.5, {
      purpose: 'button support',
      repeat: { row: { count: 2, pitch: length(22), along: 'x' } },
    }),
    {
      id: 'card-guide',
      name: 'guide rib',
      kind: 'rib',
      at: {
        x: fromEdge('left', 0, 'near', 'calliper', 'inner'),
        y: fromEdge('bottom', 30, 'centre'),
      },
      shape: rect(10, 1.6),
      height: { from: 'floor', length: length(8) },
      purpose: 'guide',
      mayCut: 'remove',
      repeat: { row: { count: 2, pitch: length(42), along: 'y' } },
    },
  );
  back.zones.push(zone('bay', 'C-cell bay', centred(128, 33), rect(60, 52), 22));
  back.openings.push(
    wallHole('jack', 'jack hole', 'port', 1, fromEdge('bottom', 66, 'centre'), -9, circle(6.2)),
    wallHole(
      'wheel',
      'volume wheel slot',
      'wheel',
      1,
      fromEdge('bottom', 28, 'centre'),
      -6,
      rect(16, 3),
    ),
    wallHole(
      'card-slot',
      'question-card slot',
      'slot',
      3,
      fromEdge('bottom', 51, 'centre'),
      -4,
      rect(34, 4),
    ),
  );
  const becomes = (id: string, as: 'kept' | 're-tasked' | 'left', now?: string) => {
    for (const p of body.pieces) {
      for (const o of p.openings) if (o.id === id) o.reuse = { as, ...(now ? { now } : {}) };
    }
  };
  becomes('window', 'kept', 'Pane 2.8');
  becomes('cross', 'kept');
  becomes('keys', 'kept');
  becomes('small-keys', 'kept');
  becomes('grille', 'kept', 'Speaker 28');
  becomes('card-slot', 'left');
  body.caps = [
    {
      id: 'cap-keys',
      name: 'answer key cap',
      opening: 'keys',
      across: length(7.6),
      flange: length(10.2),
      flangeThick: length(1.1),
      peg: length(1.3),
      proud: length(1.6),
    },
  ];
  const own = [
    'teasel',
    'pane-2-8-spi',
    'slab-3000',
    'step-5-3',
    'chirp-i2s',
    'speaker-28',
    'plate-pad',
    'plate-4',
    'plate-2',
    'card-extender',
    'tactile-5',
  ].map((id) => withMeasuredSizes(libraryPart(id)));
  return {
    ...emptyProject('dabchick-2', 'Dabchick 2, the loaner'),
    note: 'A quiz handheld with a dead main board becomes a loaner for the toy library: 8- and 16-bit families, three hours, USB-C, the bay door stays as the card hatch, under 90.',
    brief: {
      families: ['8-bit handheld', '16-bit home'],
      hours: 3,
      costCeiling: 90,
      playCharging: true,
      card: 'under a door',
      tools: ['iron', 'hot air', 'rotary tool'],
      skill: 'a few built',
      weights: { families: 3, hours: 3, cost: 2 },
    },
    donor: {
      worked: 'no',
      faults: ['dead board', 'yellowed'],
      price: 3,
      kept: [
        {
          id: 'door',
          name: 'bay door',
          kind: 'door',
          w: length(60),
          h: length(52),
          d: length(2.2),
          proved: 'not needed',
          tests: [],
          senses: [],
        },
        {
          id: 'wheel',
          name: 'volume wheel',
          kind: 'wheel',
          w: length(16),
          h: length(16),
          d: length(2.6),
          proved: 'not needed',
          tests: [],
          senses: [],
        },
      ],
    },
    shell: { bodies: [body] },
    kit: {
      parts: own,
      items: [
        item('teasel', 'teasel', 'Teasel', {
          struck: ['header'],
          reach: { card: false, usb: false, hdmi: false, power: false },
        }),
        item('screen', 'pane-2-8-spi', 'Pane 2.8', { struck: ['pins'] }),
        item('cell', 'slab-3000', 'Slab 3000'),
        item('charger', 'step-5-3', 'Step 5/3A'),
        item('amp', 'chirp-i2s', 'Chirp I2S', { struck: ['terminal'] }),
        item('speaker', 'speaker-28', 'Speaker 28'),
        item('pad', 'plate-pad', 'Pad plate'),
        item('keys', 'plate-4', 'Key plate'),
        item('pair', 'plate-2', 'Pair plate'),
        item('extender', 'card-extender', 'Card extender'),
        item('tactile-5', 'tactile-5', 'Tactile 6x6 5 mm'),
      ],
    },
    layout: {
      placements: [
        at('teasel', 'back', 22, 26.3, { lift: 1, fixed: 'screws' }),
        at('screen', 'front', 46.4, 25, { up: 'out', fixed: 'tape' }),
        at('cell', 'back', 109, 8, { fixed: 'bracket' }),
        at('charger', 'back', 122, 5, { lift: 4.1, fixed: 'bracket' }),
        at('amp', 'back', 98, 63, { lift: 1, fixed: 'tape' }),
        at('speaker', 'front', 145, 32, { up: 'out', fixed: 'glue' }),
        at('pad', 'front', 9, 39, { up: 'out', lift: 2.5, fixed: 'bracket' }),
        at('keys', 'front', 122.5, 59, { up: 'out', lift: 2.5, fixed: 'bracket' }),
        at('pair', 'front', 71, 10, { up: 'out', lift: 2.5, fixed: 'bracket' }),
        at('extender', 'back', 83, 10.2, { lift: 0.5, fixed: 'tape' }),
        at('tactile-5', 'front', 146, 79, { up: 'out', lift: 2.5, fixed: 'bracket' }),
      ],
    },
    controls: {
      route: 'gpio',
      inputs: [
        ...crossPad('cross'),
        input('key-1', 'Answer key 1', 'west', { opening: 'keys', copy: 0 }),
        input('key-2', 'Answer key 2', 'south', { opening: 'keys', copy: 1 }, { gpio: 18 }),
        input('key-3', 'Answer key 3', 'east', { opening: 'keys', copy: 2 }),
        input('key-4', 'Answer key 4', 'north', { opening: 'keys', copy: 3 }),
        input('select', 'Left middle key', 'select', { opening: 'small-keys', copy: 0 }),
        input('start', 'Right middle key', 'start', { opening: 'small-keys', copy: 1 }),
        input(
          'shoulder-l',
          'Left shoulder key',
          'l1',
          { piece: 'front', x: 26, y: 79 },
          { routed: false, hole: 8 },
        ),
        input(
          'shoulder-r',
          'Right shoulder key',
          'r1',
          { piece: 'front', x: 146, y: 79 },
          { routed: true, hole: 8 },
        ),
      ],
    },
    power: {
      gameShare: 0.8,
      wireAwg: 24,
      wireMm: 120,
      plugs: 1,
      switchOhm: 0.05,
      health: 0.95,
      off: 'menu',
    },
    build: {
      done: [
        { step: 'donor-open', of: [] },
        { step: 'measure-shell', of: [] },
        { step: 'bench', of: ['teasel'] },
      ],
    },
  };
}

/** Ways out taken and answers given between the half-way demo and the finished one. */
export function dabchickAnswers(): Change[] {
  const p = dabchick();
  const placed = (id: string, more: Partial<Placement>): Change => ({
    do: 'place',
    placement: { ...p.layout.placements.find((x) => x.item === id)!, ...more },
  });
  const shoulder = p.controls.inputs.find((x) => x.id === 'shoulder-l')!;
  const tactile = p.kit.parts.find((q) => q.id === 'tactile-5')!;
  const key2 = { ...p.controls.inputs.find((x) => x.id === 'key-2')! };
  delete key2.gpio;
  return [
    placed('teasel', { y: 24.3 }),
    { do: 'swap', item: 'cell', part: withMeasuredSizes(libraryPart('slab-2500')) },
    placed('charger', { y: 2.6 }),
    { do: 'program', item: 'charger', rProgOhm: 750 },
    { do: 'input', input: key2 },
    { do: 'input', input: { ...shoulder, routed: true } },
    { do: 'add', part: tactile },
    {
      do: 'stand',
      placement: at('tactile-5-2', 'front', 26, 79, { up: 'out', lift: 2.5, fixed: 'bracket' }),
    },
  ];
}

/** Two test fits of the half-way demo's past, as they were kept. */
export function dabchickFits(): Array<{ at: string; note: string; document: Project }> {
  const now = dabchick();
  const placed = (p: Project, id: string, more: Partial<Placement>): Project =>
    appliedAll(p, [
      { do: 'place', placement: { ...p.layout.placements.find((x) => x.item === id)!, ...more } },
    ]);
  const without = (p: Project, ids: readonly string[]): Project =>
    appliedAll(
      p,
      ids.map((item): Change => ({ do: 'drop', item })),
    );
  const first = placed(
    placed(placed(without(now, ['cell', 'extender']), 'teasel', { x: 12, y: 30 }), 'amp', {
      x: 94,
      y: 60,
    }),
    'screen',
    { x: 50, y: 25 },
  );
  const second = placed(placed(now, 'cell', { x: 104, y: 12 }), 'amp', { x: 94, y: 60 });
  return [
    { at: '2026-11-02T18:20:00.000Z', note: 'test fit 1: boards only', document: first },
    { at: '2026-11-09T19:45:00.000Z', note: 'test fit 2: with the cell', document: second },
  ];
}

function dabchickDone(): Project {
  const done = appliedAll(dabchick(), dabchickAnswers());
  return { ...done, id: 'dabchick-2-done', name: 'Dabchick 2, finished' };
}

function warbler(): Project {
  const body = rectBody('Warbler', [118, 88, 6], 2, 12, 22, 'abs');
  const [front, back] = body.pieces as [(typeof body.pieces)[0], (typeof body.pieces)[0]];
  front.openings.push(faceHole('flap', 'flap window', 'other', centred(59, 54), rect(84, 48)));
  back.features.push(
    post('corner-posts', 'rear post', centred(7, 7), 6, 20, {
      repeat: { mirrorX: true, mirrorY: true },
    }),
    {
      id: 'deck-rib',
      name: 'deck rib',
      kind: 'rib',
      at: centred(54, 27),
      shape: rect(56, 1.5),
      height: { from: 'floor', length: length(6) },
      purpose: 'guide',
      mayCut: 'remove',
    },
  );
  back.openings.push(
    wallHole(
      'piano',
      'piano key slot',
      'button',
      0,
      fromEdge('left', 59, 'centre'),
      -8,
      rect(60, 9),
    ),
    wallHole('jack', 'jack hole', 'port', 1, fromEdge('bottom', 70, 'centre'), -6, circle(6.2)),
  );
  return {
    ...emptyProject('warbler', 'Warbler TV box'),
    way: 'tv box',
    note: 'A pocket cassette player becomes a TV box: HDMI out of the top, a wireless pad, one round cell so that it survives being unplugged.',
    brief: {
      families: ['8-bit home', '16-bit home'],
      hours: 2,
      costCeiling: 70,
      tv: true,
      wireless: true,
      card: 'open the case',
    },
    shell: { bodies: [body] },
    kit: {
      parts: ['thimble', 'holder-18650', 'step-5-1'].map((id) =>
        withMeasuredSizes(libraryPart(id)),
      ),
      items: [
        item('thimble', 'thimble', 'Thimble', {
          struck: ['header'],
          reach: { hdmi: true, usb: false, power: false, card: false },
        }),
        item('cell', 'holder-18650', '18650'),
        item('charger', 'step-5-1', 'Step 5/1A'),
      ],
    },
    layout: {
      placements: [
        at('thimble', 'back', 90, 85, { turn: 180, lift: 4, fixed: 'screws' }),
        at('cell', 'back', 6, 31.5, { fixed: 'bracket' }),
        at('charger', 'back', 87, 2.6, { lift: 3, fixed: 'bracket' }),
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
    controls: { route: 'wireless', inputs: [] },
    power: {
      gameShare: 0.9,
      wireAwg: 22,
      wireMm: 100,
      plugs: 0,
      switchOhm: 0.05,
      health: 1,
      off: 'menu',
    },
  };
}

function wisp(): Project {
  const body = rectBody('Wisp', [176, 104, 8], 2, 12, 12, 'petg', 'made');
  const [front, back] = body.pieces as [(typeof body.pieces)[0], (typeof body.pieces)[0]];
  front.openings.push(
    faceHole('window', 'screen window', 'window', centred(88, 54, 'made'), rect(59, 45, 'made')),
    faceHole('cross', 'cross pad hole', 'button', centred(24, 62, 'made'), circle(25, 'made')),
    faceHole('keys', 'face key', 'button', centred(133.5, 62, 'made'), circle(8, 'made'), {
      row: { count: 4, pitch: length(11, 'made'), along: 'x' },
    }),
    faceHole('grille', 'speaker holes', 'speaker', centred(150, 20, 'made'), circle(16, 'made')),
  );
  back.features.push(
    post('corner-posts', 'screw post', centred(7, 7, 'made'), 6.5, 10, {
      repeat: { mirrorX: true, mirrorY: true },
    }),
    post('bottom-post', 'bottom screw post', centred(59, 5.5, 'made'), 6.5, 10),
    post('top-post', 'top screw post', centred(96, 98.5, 'made'), 6.5, 10),
  );
  return {
    ...emptyProject('wisp', 'Wisp, paperback size'),
    way: 'custom shell',
    note: 'A printed shell with no donor, as thin as its parts allow.',
    brief: {
      families: ['8-bit handheld', '8-bit home'],
      hours: 4,
      costCeiling: 120,
      pocket: [176, 104, 24],
      card: 'open the case',
      tools: ['iron', 'printer'],
      skill: 'many built',
    },
    shell: { bodies: [body] },
    kit: {
      parts: [
        'thimble',
        'pane-2-8-spi',
        'slab-4000',
        'step-5-1',
        'chirp-i2s',
        'speaker-20',
        'plate-pad',
        'plate-4',
      ].map((id) => withMeasuredSizes(libraryPart(id))),
      items: [
        item('thimble', 'thimble', 'Thimble', {
          struck: ['header'],
          reach: { hdmi: false, usb: false, power: false, card: false },
        }),
        item('screen', 'pane-2-8-spi', 'Pane 2.8', { struck: ['pins'] }),
        item('cell', 'slab-4000', 'Slab 4000'),
        item('charger', 'step-5-1', 'Step 5/1A', { rProgOhm: 1200 }),
        item('amp', 'chirp-i2s', 'Chirp I2S', { struck: ['terminal'] }),
        item('speaker', 'speaker-20', 'Speaker 20'),
        item('pad', 'plate-pad', 'Pad plate'),
        item('keys', 'plate-4', 'Key plate'),
      ],
    },
    layout: {
      placements: [
        at('thimble', 'back', 20, 68, { lift: 0.5, fixed: 'screws' }),
        at('screen', 'front', 48.9, 29, { up: 'out', fixed: 'tape' }),
        at('cell', 'back', 66, 5, { fixed: 'tape' }),
        at('charger', 'back', 30, 2.6, { lift: 0.5, fixed: 'bracket' }),
        at('amp', 'back', 150, 22, { lift: 0.5, fixed: 'tape' }),
        at('speaker', 'front', 150, 20, { up: 'out', fixed: 'glue' }),
        at('pad', 'front', 9, 47, { up: 'out', lift: 2, fixed: 'bracket' }),
        at('keys', 'front', 128, 55, { up: 'out', lift: 2, fixed: 'bracket' }),
      ],
    },
    controls: {
      route: 'gpio',
      inputs: [
        ...crossPad('cross'),
        ...keyRow('keys', 'Face key', ['south', 'east', 'select', 'start']),
      ],
    },
    power: {
      gameShare: 0.85,
      wireAwg: 24,
      wireMm: 100,
      plugs: 1,
      switchOhm: 0.05,
      health: 1,
      off: 'menu',
    },
    sound: { volume: 'menu' },
  };
}

const measured = (id: string): Part => withMeasuredSizes(libraryPart(id));

/** Every demo build, the main one first. */
export const demos = (): Project[] => [
  dabchick(),
  dabchickDone(),
  warbler(),
  wisp(),
  drover(measured),
  heron(measured),
  linnet(measured),
  minnow(measured),
  tarn(measured),
  osprey(measured),
  corrie(measured),
  pip(measured),
  foxglove(measured),
  ember(measured),
  sallow(measured),
];
