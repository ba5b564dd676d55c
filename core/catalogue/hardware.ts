/** What holds, joins and feeds: hubs, leads, panel sockets, latches, storage, fixings, lamps and cooling. */
import type { Form, Leaves, Part, Port } from '../model';
import { box, removable, pad, padRow, part, PCB_MM as T, round, socket } from './blocks';

const screw = (len: number): Part =>
  part({
    id: `screw-m2-${len}`,
    name: `Screw 2 x ${len}`,
    family: 'hardware',
    words: ['screw', `${len} mm`, 'self-tapping'],
    massG: 0.3,
    price: 0.1,
    blocks: [
      round('head', 'head', 'body', [0, 0, 3.8], 0, 1.3),
      round('shank', 'shank', 'body', [0, 0, 2], -len, len),
    ],
  });

export const usbHub = (speed: number, count: number, amps: number): Port[] => [
  { id: 'up', name: 'upstream', carries: 'usb', role: 'takes', form: 'pads', speed, amps },
  { id: 'down', name: 'ports', carries: 'usb', role: 'gives', form: 'pads', speed, count },
];

const hub = (
  id: string,
  name: string,
  speed: number,
  count: number,
  [w, h, tall]: readonly [number, number, number],
  price: number,
  words: string[],
): Part =>
  part({
    id,
    name,
    family: 'hub',
    words: ['USB', 'hub', `${count} ports`, ...words],
    massG: 5,
    price,
    draws: { menu: 0.12, game: 0.12, peak: 0.2 },
    blocks: [
      box('board', 'board', 'board', [0, 0, w, h], 0, T),
      box('chip', 'chip', 'chip', [w / 2 - 3, h / 2 - 3, 6, 6], T, tall),
    ],
    pads: padRow(2, 1.5, ['5V', 'D-', 'D+', 'GND']),
    ports: usbHub(speed, count, 0.04),
  });
const standOff = (len: number): Part =>
  part({
    id: `stand-off-${len}`,
    name: `Stand-off M2.5 x ${len}`,
    family: 'hardware',
    words: ['stand-off', 'spacer', 'M2.5', `${len} mm`],
    massG: 0.5,
    price: 0.2,
    blocks: [round('post', 'post', 'body', [0, 0, 5], 0, len)],
  });
const magnet = (d: number, t: number): Part =>
  part({
    id: `magnet-${d}x${t}`,
    name: `Magnet ${d} x ${t}`,
    family: 'hardware',
    words: ['magnet', 'round'],
    massG: 0.5,
    price: 0.3,
    blocks: [round('magnet', 'magnet', 'body', [0, 0, d], 0, t)],
  });
const sink = (a: number, high: number): Part =>
  part({
    id: `sink-${a}`,
    name: `Heat-sink ${a} x ${a}`,
    family: 'cooling',
    words: ['heat-sink', 'fins', 'glued'],
    massG: Math.round(a * a * high * 0.0012),
    price: 1.5,
    blocks: [box('fins', 'fins', 'body', [0, 0, a, a], 0, high)],
  });
const fan = (a: number, t: number, w: number): Part =>
  part({
    id: `fan-${a}`,
    name: `Fan ${a}`,
    family: 'cooling',
    words: ['fan', `${a} mm`, '5 V'],
    massG: 6,
    price: 4,
    draws: { menu: w, game: w, peak: w * 1.3 },
    blocks: [box('frame', 'frame', 'body', [0, 0, a, a], 0, t)],
    pads: [pad('+', 1, 1), pad('-', 3, 1)],
  });

/** Soft strip that keeps a panel to its frame or dust out: 20 to 50 % pressed in. */
const foam = (id: string, name: string, thick: number): Part =>
  part({
    id,
    name,
    family: 'hardware',
    words: ['foam', 'strip', 'soft', `${thick} mm`],
    massG: 0.3,
    price: 0.3,
    blocks: [
      box('foam', 'foam', 'foam', [0, 0, 40, 4], 0, thick, {
        soft: true,
        presses: { strokeMm: thick, least: 0.2, most: 0.5 },
      }),
    ],
  });
/** Spring contacts in two rows on a carrier, for a board that is pressed onto them. */
const springs = (id: string, name: string, count: number): Part => {
  const long = Math.ceil(count / 2) * 1.27 + 2;
  return part({
    id,
    name,
    family: 'hardware',
    words: ['spring', 'contacts', `${count} pins`, 'carrier'],
    massG: 1,
    price: 3,
    note: 'Each pushes 0.8 N at mid-stroke. Typical for this class, measure yours.',
    blocks: [
      box('board', 'carrier', 'board', [0, 0, long + 8, 6], 0, 0.8),
      box('pins', 'springs', 'pins', [4, 1.2, long, 3.6], 0.8, 2.4, {
        presses: { strokeMm: 1.4, least: 0.2, most: 0.8, forceN: 0.8, count },
      }),
    ],
    holes: [
      { x: 2, y: 3, d: 2.2 },
      { x: long + 6, y: 3, d: 2.2 },
    ],
  });
};

/** What stands in the wall: sockets to be wired inwards. */
const panelSocket = (
  id: string,
  name: string,
  type: 'usb-c' | 'micro-usb' | 'barrel',
  [w, h, d]: readonly [number, number, number],
  port: Partial<Port>,
  price: number,
  note: string,
): Part =>
  part({
    id,
    name,
    family: 'hardware',
    words: ['panel', 'socket', type, 'supply'],
    massG: 2,
    price,
    note: `${note} Typical for this class, measure yours.`,
    blocks: [box('body', 'body', 'connector', [0, 0, w, d], 0, h)],
    connectors: [socket('mouth', name, type, [w / 2, 0, h / 2], [0, -1, 0], 'body', true)],
    pads: [pad('5V', 1.5, d - 1), pad('GND', w - 1.5, d - 1)],
    ports: [
      {
        id: 'supply',
        name,
        carries: 'supply',
        role: 'gives',
        form: type,
        block: 'body',
        volts: [4.75, 5.25],
        ...port,
      },
    ],
  });
/** A lead whose ribbon leaves to a side has a plug that is less deep. */
const DEEP = { straight: 20, left: 12, right: 12 } as const;
const lead = (
  id: string,
  name: string,
  carries: 'hdmi' | 'usb' | 'supply',
  ends: readonly [Form, Form],
  long: number,
  price: number,
  leaves: readonly [Leaves, Leaves] = ['straight', 'straight'],
): Part =>
  part({
    id,
    name,
    family: 'lead',
    words: [
      'lead',
      'ribbon',
      ...ends,
      `${long} mm`,
      ...(leaves.some((q) => q !== 'straight') ? ['angled', 'flat'] : []),
    ],
    massG: 4,
    price,
    note: `${long} mm of flat ribbon between two plugs${leaves[0] === 'straight' ? '' : `; it leaves the first to the ${leaves[0]}, looking out of the socket with the board's top up`}. Typical for this class, measure yours.`,
    blocks: [
      box('plug-a', 'first plug', 'connector', [0, 0, 16, DEEP[leaves[0]]], 0, 6),
      box('plug-b', 'second plug', 'connector', [20, 0, 16, DEEP[leaves[1]]], 0, 6),
    ],
    lead: {
      carries,
      ends: [ends[0], ends[1]],
      longMm: long,
      ...(leaves.some((q) => q !== 'straight') ? { leaves: [leaves[0], leaves[1]] } : {}),
    },
  });

export const HARDWARE: Part[] = [
  part({
    id: 'latch',
    name: 'Soft latch',
    family: 'latch',
    words: ['soft', 'latch', 'power', 'shutdown'],
    massG: 2,
    price: 5,
    blocks: [
      box('board', 'board', 'board', [0, 0, 16, 20], 0, T),
      box('chip', 'chip', 'chip', [5, 8, 5, 5], T, 1.2),
      box(
        'plug',
        'button plug',
        'connector',
        [4, 0, 8, 6],
        T,
        5.5,
        removable('iron', 2, 'the plug; solder two wires', 'Small pads.'),
      ),
      box('switch', 'power transistor', 'chip', [10, 12, 5, 6], T, 2.3),
    ],
    pads: [
      ...padRow(1.5, 18.5, ['IN', 'OUT', 'GND', 'REQ', 'DOWN']),
      pad('KEY', 6, 1.5),
      pad('KEY-', 10, 1.5),
    ],
    off: { kind: 'latch', amps: 3 },
    takes: [
      { gpio: 26, signal: 'shutdown request' },
      { gpio: 16, signal: 'I am down' },
    ],
  }),
  part({
    id: 'hub-4',
    name: 'Hub 4',
    family: 'hub',
    words: ['USB', 'hub', '4 ports'],
    massG: 9,
    price: 6,
    draws: { menu: 0.15, game: 0.15, peak: 0.2 },
    blocks: [
      box('board', 'board', 'board', [0, 0, 40, 18], 0, T),
      box(
        'ports',
        'USB-A sockets',
        'connector',
        [2, 4, 30, 14],
        T,
        7,
        removable('rotary tool', 3, 'plugs; solder wires', 'Ground plane.'),
      ),
      box('chip', 'chip', 'chip', [34, 6, 5, 5], T, 1.2),
    ],
    pads: padRow(33, 1.5, ['5V', 'D-']),
    ports: usbHub(2, 4, 0.04),
  }),
  part({
    id: 'card-extender',
    name: 'Card extender',
    family: 'storage',
    words: ['card', 'extender', 'flat cable'],
    massG: 2,
    price: 4,
    blocks: [
      box('board', 'head board', 'board', [0, 0, 14, 13], 0, 1),
      box('slot', 'card slot', 'connector', [0.5, 0.5, 13, 12], 1, 1.5),
      box('latch', 'flat-cable latch', 'connector', [0, 2, 3, 9], -1.2, 1.2),
    ],
    connectors: [socket('card', 'card', 'card', [14, 6.5, 1.7], [1, 0, 0], 'slot')],
    pads: [],
  }),
  part({
    id: 'slide-switch',
    name: 'Slide switch',
    family: 'switch',
    words: ['slide', 'power', 'switch'],
    massG: 1,
    price: 0.5,
    off: { kind: 'switch', amps: 0.5 },
    blocks: [
      box('body', 'body', 'body', [0, 0, 12, 6], 0, 5.5),
      box('lever', 'lever', 'cap', [3, 6, 3, 4], 1.5, 3),
    ],
    pads: padRow(3.5, 0.5, ['1', 'C', '2'], 'bottom'),
  }),
  panelSocket(
    'panel-usb-c',
    'Panel USB-C with pull-downs',
    'usb-c',
    [13, 5.5, 14],
    { pullDowns: true },
    2,
    'Carries its two 5.1 kΩ resistors.',
  ),
  panelSocket(
    'panel-usb-c-bare',
    'Panel USB-C, bare',
    'usb-c',
    [12, 4.5, 12],
    { pullDowns: false },
    1,
    'Without resistors: add 5.1 kΩ from each CC pin to ground.',
  ),
  panelSocket('panel-micro', 'Panel micro-USB', 'micro-usb', [11, 5, 12], {}, 1.5, 'Two wires.'),
  panelSocket(
    'panel-barrel',
    'Panel barrel 5-12 V',
    'barrel',
    [9, 11, 14],
    { volts: [5, 12] },
    1,
    'Any 5.5 mm plug fits, whatever its voltage.',
  ),
  part({
    id: 'slide-heavy',
    name: 'Slide switch 3 A',
    family: 'switch',
    words: ['slide', 'power', 'switch', '3 A'],
    massG: 2,
    price: 1.2,
    off: { kind: 'switch', amps: 3 },
    blocks: [
      box('body', 'body', 'body', [0, 0, 18, 8], 0, 7.5),
      box('lever', 'lever', 'cap', [5, 8, 4, 5], 2, 4),
    ],
    pads: padRow(5, 0.5, ['1', 'C', '2'], 'bottom'),
  }),
  lead('lead-hdmi', 'HDMI ribbon', 'hdmi', ['hdmi', 'hdmi'], 100, 6),
  lead('lead-mini-hdmi', 'Mini-HDMI to HDMI ribbon', 'hdmi', ['mini-hdmi', 'hdmi'], 100, 7),
  lead('lead-mini-mini', 'Mini-HDMI ribbon', 'hdmi', ['mini-hdmi', 'mini-hdmi'], 80, 7),
  lead('lead-hdmi-200', 'HDMI ribbon, long', 'hdmi', ['hdmi', 'hdmi'], 200, 8),
  lead('lead-hdmi-50', 'HDMI ribbon, short', 'hdmi', ['hdmi', 'hdmi'], 50, 6),
  ...(['left', 'right'] as const).flatMap((to) => [
    lead(`lead-hdmi-${to}`, `HDMI ribbon, angled ${to}`, 'hdmi', ['hdmi', 'hdmi'], 150, 9, [
      to,
      'straight',
    ]),
    lead(
      `lead-mini-hdmi-${to}`,
      `HDMI to mini-HDMI ribbon, angled ${to}`,
      'hdmi',
      ['hdmi', 'mini-hdmi'],
      150,
      9,
      [to, 'straight'],
    ),
  ]),
  lead('lead-usb', 'USB-A to micro ribbon', 'usb', ['usb-a', 'micro-usb'], 80, 4),
  ...[100, 150].flatMap((long) => [
    lead(
      `lead-supply-c-${long}`,
      `Supply lead to USB-C, ${long} mm`,
      'supply',
      ['usb-a', 'usb-c'],
      long,
      4,
    ),
    lead(
      `lead-supply-micro-${long}`,
      `Supply lead to micro-USB, ${long} mm`,
      'supply',
      ['usb-a', 'micro-usb'],
      long,
      3,
    ),
  ]),
  hub('hub-2', 'Hub 2', 2, 2, [18, 20, 1.2], 4, ['2.0', 'small']),
  hub('hub-old', 'Hub, USB 1.1', 1, 4, [30, 20, 1.8], 2, ['1.1', 'old']),
  hub('hub-4-fast', 'Hub 4, USB 3', 3, 4, [40, 30, 1.4], 12, ['3', 'fast']),
  standOff(3),
  standOff(5),
  standOff(8),
  standOff(11),
  screw(5),
  screw(10),
  magnet(4, 2),
  magnet(8, 2),
  sink(14, 6),
  sink(20, 4),
  fan(25, 7, 0.35),
  fan(30, 7, 0.5),
  part({
    id: 'led-2',
    name: 'LED 1.8 mm',
    family: 'hardware',
    words: ['LED', 'lamp', 'small'],
    massG: 0.1,
    price: 0.1,
    blocks: [round('lens', 'lens', 'body', [0, 0, 1.9], 0, 3.1)],
    pads: [pad('+', 0.7, 0), pad('-', -0.7, 0)],
  }),
  part({
    id: 'light-pipe',
    name: 'Light pipe 3 mm',
    family: 'hardware',
    words: ['light', 'pipe', 'clear', 'LED'],
    massG: 0.2,
    price: 0.2,
    blocks: [round('rod', 'rod', 'body', [0, 0, 3], 0, 8)],
  }),
  part({
    id: 'reed',
    name: 'Reed switch',
    family: 'switch',
    words: ['reed', 'magnet', 'lid', 'sleep'],
    massG: 0.3,
    price: 0.8,
    blocks: [box('glass', 'glass', 'body', [0, 0, 14, 2.2], 0, 2.2)],
    pads: [pad('a', 0, 1.1), pad('b', 14, 1.1)],
  }),
  part({
    id: 'hall',
    name: 'Hall switch',
    family: 'switch',
    words: ['hall', 'magnet', 'lid', 'sleep'],
    massG: 0.2,
    price: 0.7,
    blocks: [box('body', 'body', 'chip', [0, 0, 4, 3], 0, 1.5)],
    pads: [pad('3V3', 0.5, 0), pad('GND', 2, 0), pad('OUT', 3.5, 0)],
  }),
  part({
    id: 'insert-m2',
    name: 'Threaded insert M2',
    family: 'hardware',
    words: ['insert', 'thread', 'brass', 'M2'],
    massG: 0.2,
    price: 0.1,
    blocks: [round('insert', 'insert', 'body', [0, 0, 3.2], 0, 4)],
  }),
  part({
    id: 'usb-stick',
    name: 'USB stick, short',
    family: 'storage',
    words: ['USB', 'stick', 'games', '64 GB'],
    massG: 3,
    price: 9,
    draws: { menu: 0.2, game: 0.3, peak: 0.6 },
    blocks: [
      box('body', 'body', 'body', [0, 0, 16, 6], 0, 7),
      box('plug', 'USB-A plug', 'connector', [2, -12, 12, 12], 1, 4.6),
    ],
    ports: [
      {
        id: 'usb',
        name: 'USB',
        carries: 'usb',
        role: 'takes',
        form: 'usb-a',
        speed: 2,
        amps: 0.12,
      },
    ],
  }),
  part({
    id: 'card-extender-long',
    name: 'Card extender, long',
    family: 'storage',
    words: ['card', 'extender', 'flat cable', '150 mm'],
    massG: 3,
    price: 5,
    blocks: [
      box('board', 'head board', 'board', [0, 0, 15, 14], 0, 1),
      box('slot', 'card slot', 'connector', [0.5, 0.5, 14, 13], 1, 1.6),
    ],
    connectors: [socket('card', 'card', 'card', [15, 7, 1.8], [1, 0, 0], 'slot')],
    pads: [],
  }),
  part({
    id: 'magnet-6',
    name: 'Magnet 6 x 3',
    family: 'hardware',
    words: ['magnet', 'round'],
    massG: 0.6,
    price: 0.3,
    blocks: [round('magnet', 'magnet', 'body', [0, 0, 6], 0, 3)],
  }),
  part({
    id: 'led-3',
    name: 'LED 3 mm',
    family: 'hardware',
    words: ['LED', 'lamp'],
    massG: 0.2,
    price: 0.1,
    blocks: [
      round('lens', 'lens', 'body', [0, 0, 3.1], 0, 5.3),
      round(
        'legs',
        'legs',
        'pins',
        [0, 0, 3],
        -4,
        4,
        removable('cutters', 1, 'nothing', 'Mark the short leg first.'),
      ),
    ],
    pads: [pad('+', 1.3, 0), pad('-', -1.3, 0)],
  }),
  screw(4),
  screw(6),
  screw(8),
  foam('foam-2', 'Foam strip 2', 2),
  foam('foam-4', 'Foam strip 4', 4),
  springs('spring-6', 'Spring strip 6', 6),
  springs('spring-30', 'Spring strip 30', 30),
];
