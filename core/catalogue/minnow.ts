/**
 * Minnow: a kit whose board M1 fills a spectacle case in four layers: face and picture, M1 with every
 * key, charger and amplifier, a small computer pressed onto 24 springs, and a cell on the floor.
 */
import { type Body, emptyProject, length, type Part, type Project } from '../model';
import { M1, M1_BEHIND_MM, M1_CROSS, M1_KEYS } from './kits';
import { at, crossPad, input, item } from './laid';
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

/** Height of the two posts that M1 hangs on; its other four screws hold the computer to it. */
const M1_POST_MM = 5.2;
const M1_SCREW = { purpose: 'guide' as const, bore: { d: length(1.6), deep: length(3) } };

function spectacleCase(): Body {
  const body = rectBody('Spectacle case', [128, 52, 9], 2, 11, 13, 'abs');
  const [front, back] = body.pieces as [Body['pieces'][0], Body['pieces'][0]];
  const round = (key: string, name: string, d: number) => {
    const { id, x, y } = M1_KEYS.find((k) => k.id === key)!;
    return faceHole(`hole-${id}`, name, 'button', centred(x, y), circle(d));
  };
  front.openings.push(
    faceHole('cross', 'cross pad hole', 'button', centred(...M1_CROSS), circle(25)),
    round('north', 'upper key', 8),
    round('south', 'lower key', 8),
    round('west', 'left key', 8),
    round('east', 'right key', 8),
    round('select', 'small left key', 5),
    round('start', 'small right key', 5),
    faceHole('window', 'window', 'window', centred(64, 28.9), rect(43, 33)),
    wallHole(
      'side-hole-l',
      'left side key',
      'button',
      2,
      fromEdge('left', 24, 'centre'),
      5.3,
      rect(6.6, 4.4),
    ),
    wallHole(
      'side-hole-r',
      'right side key',
      'button',
      2,
      fromEdge('left', 104, 'centre'),
      5.3,
      rect(6.6, 4.4),
    ),
  );
  front.features.push(
    post('m1-low', 'lower post of M1', centred(116, 14.6), 4.6, M1_POST_MM, M1_SCREW),
    post('m1-high', 'upper post of M1', centred(116, 36.6), 4.6, M1_POST_MM, M1_SCREW),
  );
  back.openings.push(
    faceHole('grille', 'holes of the speaker', 'speaker', centred(20, 24), circle(14)),
    faceHole('vents', 'vent slots', 'vent', centred(36, 26), rect(2.4, 32), {
      row: { count: 10, pitch: length(4.6), along: 'x' },
    }),
  );
  back.features.push(
    post('corners', 'screw post', centred(6.5, 6.5), 5.5, 11, {
      repeat: { mirrorX: true, mirrorY: true },
    }),
    post('middles', 'middle screw post', centred(64, 6), 5.5, 11, { repeat: { mirrorY: true } }),
  );
  body.caps = [
    shallowCap('cross-cap', 'cross pad', 'cross', 24.4),
    ...['north', 'south', 'west', 'east'].map((k) =>
      shallowCap(`${k}-cap`, `${k} key cap`, `hole-${k}`, 7.5),
    ),
    shallowCap('select-cap', 'small left cap', 'hole-select', 4.5),
    shallowCap('start-cap', 'small right cap', 'hole-start', 4.5),
  ];
  return body;
}

const inHole = (key: string, name: string): Project['controls']['inputs'][number] =>
  input(key, name, key as 'north', { opening: `hole-${key}` });

/** @param pick  a part of the starter library as its builder measured it */
export function minnow(pick: Pick): Project {
  return {
    ...emptyProject('minnow', 'Minnow, a spectacle case'),
    way: 'carrier board',
    note: 'A kit in four layers: little is cut, but nothing goes in out of turn.',
    brief: {
      families: ['8-bit handheld', '8-bit home'],
      hours: 2,
      costCeiling: 110,
      pocket: [128, 52, 24],
      card: 'open the case',
      tools: ['iron'],
      skill: 'first build',
    },
    shell: { bodies: [spectacleCase()] },
    kit: {
      parts: [
        'm1',
        'm1-panel',
        'm1-frame',
        'm1-side-key',
        'thimble',
        'slab-1000',
        'speaker-20',
      ].map(pick),
      items: [
        item('m1', 'm1', 'M1 board'),
        item('panel', 'm1-panel', 'M1 panel'),
        item('frame', 'm1-frame', 'Key frame'),
        item('side-l', 'm1-side-key', 'Left side key'),
        item('side-r', 'm1-side-key', 'Right side key'),
        item('thimble', 'thimble', 'Thimble', {
          struck: ['header', 'header-stubs'],
          reach: { hdmi: false, usb: false, power: false, card: false },
        }),
        item('cell', 'slab-1000', 'Slab 1000'),
        item('speaker', 'speaker-20', 'Speaker 20'),
      ],
    },
    layout: {
      placements: [
        at('m1', 'front', M1.x, M1.y, { up: 'out', lift: M1_BEHIND_MM, fixed: 'screws' }),
        at('panel', 'front', 41, 10.6, { up: 'out', fixed: 'tape' }),
        at('frame', 'front', 89, 11, { up: 'out', lift: 3.5, fixed: 'tape' }),
        at('side-l', 'front', 19, 48.7, { up: 'out', lift: 1.5, fixed: 'glue' }),
        at('side-r', 'front', 99, 48.7, { up: 'out', lift: 1.5, fixed: 'glue' }),
        at('thimble', 'back', 73, 11, { up: 'out', lift: 6.4, fixed: 'screws' }),
        at('cell', 'back', 80, 6, { fixed: 'tape' }),
        at('speaker', 'back', 20, 24, { up: 'out', fixed: 'glue' }),
      ],
    },
    controls: {
      route: 'gpio',
      inputs: [
        ...crossPad('cross'),
        inHole('north', 'Upper key'),
        inHole('south', 'Lower key'),
        inHole('west', 'Left key'),
        inHole('east', 'Right key'),
        inHole('select', 'Small left key'),
        inHole('start', 'Small right key'),
        input('l1', 'Left side key', 'l1', { opening: 'side-hole-l' }),
        input('r1', 'Right side key', 'r1', { opening: 'side-hole-r' }),
      ],
    },
    power: {
      gameShare: 0.85,
      wireAwg: 24,
      wireMm: 60,
      plugs: 1,
      switchOhm: 0.05,
      health: 1,
      off: 'switch',
    },
    sound: { volume: 'menu' },
  };
}
