/**
 * Sallow: a lap tray on which a tablet runs the games, fed from a bank under the tray, played with a
 * pad on a wire. The tray is a board of wood with a slot; nothing shuts its parts in.
 */
import { emptyProject, length, type Part, type Placement, type Project } from '../model';
import { box, part, socket } from './blocks';
import { at, item, wiredPad, withMeasuredSizes } from './laid';
import { centred, faceHole, rect } from './shells';

type Pick = (id: string) => Part;

/** The tablet lies there, the bank below it. */
const TABLET = { w: 200, h: 122, thick: 8.6 } as const;

/** Carried along: it brings its own screen, sound, cell and system. */
const tablet = (): Part => ({
  ...part({
    id: 'tablet',
    name: 'Tablet',
    family: 'hardware',
    words: ['tablet', 'host', '8 in'],
    note: 'Whose it is, it stays: it lies in straps. Measured with callipers.',
    massG: 310,
    price: 0,
    blocks: [box('body', 'body', 'body', [0, 0, TABLET.w, TABLET.h], 0, TABLET.thick)],
    connectors: [
      socket('charge', 'charging', 'usb-c', [60, 0, 4.3], [0, -1, 0], 'body', true),
      socket('pad', 'USB-C', 'usb-c', [140, 0, 4.3], [0, -1, 0], 'body', true),
    ],
    screen: {
      diagonalIn: 8,
      active: { x: 14, y: 7, w: 172, h: 108 },
      px: [1280, 800],
      link: 'panel',
    },
    ports: [
      { id: 'usb', name: 'USB', carries: 'usb', role: 'gives', form: 'usb-c', amps: 0.5, speed: 2 },
      {
        id: 'charge',
        name: 'charging',
        carries: 'supply',
        role: 'takes',
        form: 'usb-c',
        volts: [4.75, 5.25],
        amps: 1.5,
      },
      { id: 'radio', name: 'radio', carries: 'radio', role: 'gives', form: 'air' },
    ],
  }),
  source: 'mine',
  host: { is: 'device', starts: 'own chips', keys: 0 },
});

const strapped = (id: string, x: number, y: number, more: Partial<Placement> = {}): Placement =>
  at(id, 'tray', x, y, { fixed: 'bracket', ...more });

/** @param pick  a part of the starter library as its builder measured it */
export function sallow(pick: Pick): Project {
  return {
    ...emptyProject('sallow', 'Sallow, a lap tray'),
    way: 'open plate',
    note: 'A lap tray for a tablet and a pad on a wire; the bank below keeps the tablet going.',
    brief: { families: [], costCeiling: 60, tools: ['drill press'], skill: 'first build' },
    shell: {
      bodies: [
        {
          id: 'tray-body',
          name: 'Lap tray',
          spine: 'bottom',
          outline: {
            kind: 'rect',
            w: length(300, 'calliper'),
            h: length(200, 'calliper'),
            r: length(12, 'calliper'),
          },
          wall: length(6, 'calliper'),
          pieces: [
            {
              id: 'tray',
              role: 'plate',
              material: 'wood',
              depth: length(6, 'calliper'),
              zones: [],
              features: [],
              openings: [
                faceHole('pass', 'slot for the lead', 'slot', centred(110, 24), rect(30, 16)),
              ],
            },
          ],
        },
      ],
    },
    kit: {
      parts: [
        withMeasuredSizes(tablet()),
        wiredPad('usb-c'),
        ...['bank-4000', 'lead-supply-c-100'].map(pick),
      ],
      items: [
        item('tablet', 'tablet', 'Tablet', { reach: { charge: false } }),
        item('bank', 'bank-4000', 'Bank 4000'),
        item('lead', 'lead-supply-c-100', 'Supply lead'),
        item('pad', 'wired-pad', 'Pad on a wire', { where: 'outside' }),
      ],
    },
    layout: {
      placements: [
        strapped('tablet', 50, 55, { on: { piece: 'tray', side: 'outside' }, up: 'out' }),
        strapped('bank', 200, 70, { fixed: 'tape' }),
      ],
    },
    controls: { route: 'usb', inputs: [] },
    power: {
      gameShare: 0.8,
      wireAwg: 24,
      wireMm: 150,
      plugs: 1,
      switchOhm: 0.05,
      health: 1,
      off: 'menu',
    },
    sound: {},
  };
}
