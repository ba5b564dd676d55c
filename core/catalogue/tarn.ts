/**
 * Tarn: a bought clear case for a small computer and a small screen, in which a faster computer, a
 * larger parallel screen, two side keys and a cell come to live.
 */
import { type Body, emptyProject, length, type Part, type Project } from '../model';
import { crossPad, input, item, keyRow, onBracket } from './laid';
import { centred, circle, faceHole, post, rect, rectBody } from './shells';

type Pick = (id: string) => Part;

function clearCase(): Body {
  const body = rectBody('Clear case', [160, 92, 9], 2, 15, 19, 'polycarbonate');
  const [front, back] = body.pieces as [Body['pieces'][0], Body['pieces'][0]];
  front.openings.push(
    // As it was bought, for a picture of 2.8 in.
    faceHole('window', 'window', 'window', centred(80, 50), rect(59, 45)),
    faceHole('cross', 'cross pad hole', 'button', centred(22, 60), circle(25)),
    faceHole('keys', 'face key', 'button', centred(138, 42), circle(8), {
      row: { count: 4, pitch: length(11), along: 'y' },
    }),
    faceHole('small', 'small key', 'button', centred(70, 12), circle(6), {
      row: { count: 2, pitch: length(20), along: 'x' },
    }),
    faceHole('grille', 'speaker holes', 'speaker', centred(22, 24), circle(20)),
  );
  back.openings.push(
    faceHole('slots-low', 'lower slots', 'vent', centred(16, 26), rect(2.5, 28), {
      row: { count: 9, pitch: length(6), along: 'x' },
    }),
    faceHole('slots-high', 'upper slots', 'vent', centred(16, 72), rect(2.5, 26), {
      row: { count: 9, pitch: length(6), along: 'x' },
    }),
  );
  back.features.push(
    post('corners', 'screw post', centred(6.5, 6.5), 5.5, 17, {
      repeat: { mirrorX: true, mirrorY: true },
    }),
    post('middles', 'middle screw post', centred(73, 6.5), 5.5, 17, { repeat: { mirrorY: true } }),
  );
  // It opens along the edge that header and screen socket lie at: the picture's wires stay short.
  return { ...body, spine: 'top' };
}

/** @param pick  a part of the starter library as its builder measured it */
export function tarn(pick: Pick): Project {
  return {
    ...emptyProject('tarn', 'Tarn, a clear case'),
    way: 'case upgrade',
    note: 'A bought case with a better screen, a faster computer, side keys and a cell.',
    brief: {
      families: ['8-bit home', '16-bit home'],
      hours: 2,
      costCeiling: 190,
      card: 'open the case',
      tools: ['iron', 'rotary tool', 'drill press'],
      skill: 'a few built',
    },
    shell: { bodies: [clearCase()] },
    kit: {
      parts: [
        'teasel',
        'pane-3-5-parallel',
        'slab-2500',
        'step-5-3',
        'knit',
        'chirp-usb',
        'chirp-analog',
        'speaker-28',
        'plate-pad',
        'plate-4',
        'plate-2',
        'tactile-5',
      ].map(pick),
      items: [
        item('teasel', 'teasel', 'Teasel', {
          struck: ['usb-stack', 'header', 'header-stubs'],
          reach: { hdmi: false, usb: false, power: false, card: false },
        }),
        item('screen', 'pane-3-5-parallel', 'Pane 3.5 parallel'),
        item('cell', 'slab-2500', 'Slab 2500'),
        item('charger', 'step-5-3', 'Step 5/3A', { rProgOhm: 1000 }),
        item('knit', 'knit', 'Knit', { struck: ['plug', 'usb'] }),
        item('card', 'chirp-usb', 'Chirp USB card', {
          struck: ['plug', 'jack'],
          reach: { jack: false },
        }),
        item('amp', 'chirp-analog', 'Chirp analog', { struck: ['pot'] }),
        item('speaker', 'speaker-28', 'Speaker 28'),
        item('pad', 'plate-pad', 'Pad plate'),
        item('keys', 'plate-4', 'Key plate'),
        item('small', 'plate-2', 'Pair plate'),
        item('side-l', 'tactile-5', 'Left side switch', { struck: ['legs'] }),
        item('side-r', 'tactile-5', 'Right side switch', { struck: ['legs'] }),
      ],
    },
    layout: {
      placements: [
        onBracket('teasel', 'back', 8.6, 25, { lift: 1.6 }),
        onBracket('screen', 'front', 41.5, 18.5, { up: 'out', fixed: 'tape' }),
        onBracket('cell', 'back', 100.6, 9, { fixed: 'tape' }),
        onBracket('charger', 'back', 76.2, 2.6, { lift: 0.6 }),
        onBracket('knit', 'back', 106, 60.8, { lift: 1.6 }),
        onBracket('card', 'back', 43, 4, { lift: 1, turn: 90 }),
        onBracket('amp', 'back', 45.3, 4, { lift: 1 }),
        onBracket('speaker', 'front', 22, 24, { up: 'out', fixed: 'glue' }),
        onBracket('pad', 'front', 7, 45, { up: 'out', lift: 2 }),
        onBracket('keys', 'front', 145, 36.5, { up: 'out', lift: 2, turn: 90 }),
        onBracket('side-l', 'front', 30, 82.5, { stand: 'on-edge-x', turn: 180, lift: 4 }),
        onBracket('side-r', 'front', 130, 82.5, { stand: 'on-edge-x', turn: 180, lift: 4 }),
        onBracket('small', 'front', 65, 7.75, { up: 'out', lift: 2 }),
      ],
    },
    cuts: [
      {
        kind: 'opening',
        id: 'open-screen-window',
        for: { item: 'screen', is: 'window' },
        state: 'decided',
      },
    ],
    controls: {
      route: 'usb',
      inputs: [
        ...crossPad('cross'),
        ...keyRow('keys', 'Face key', ['south', 'east', 'west', 'north']),
        input('small-1', 'Left small key', 'select', { opening: 'small', copy: 0 }),
        input('small-2', 'Right small key', 'start', { opening: 'small', copy: 1 }),
        input('l1', 'Left side key', 'l1', { body: 'shell', wall: 2, along: 130, v: 6 }),
        input('r1', 'Right side key', 'r1', { body: 'shell', wall: 2, along: 30, v: 6 }),
      ],
    },
    power: {
      gameShare: 0.85,
      wireAwg: 22,
      wireMm: 100,
      plugs: 1,
      switchOhm: 0.03,
      health: 1,
      off: 'menu',
    },
    sound: { volume: 'menu' },
  };
}
