/** Single-board computers of the made-up series: small and cool to large and hot. */
import { headerPads, usualPorts } from '../kit';
import type { Part } from '../model';
import { box, off, part, PCB_MM as T, socket } from './blocks';

const PLANE = 'Its legs sit in the ground plane: much heat, or pads lift.';
const header = (x: number, y: number) => [
  box('header', '40-pin header', 'pins', [x - 1.3, y - 1.3, 50.8, 5.1], T, 8.5, off('iron', 4, 'plugging boards on; wires are soldered to the holes instead', PLANE)),
  box('header-stubs', 'header stubs', 'pins', [x - 1.3, y - 1.3, 50.8, 5.1], -1.4, 1.4, off('cutters', 1, 'nothing', 'Cover the trimmed pins with two layers of polyimide tape.')),
];

const BOARDS: Part[] = [
  part({
    id: 'thimble', name: 'Thimble', family: 'sbc', computer: { speed: 2, radio: true }, antenna: { x: 0.5, y: 22, w: 5, h: 3 }, words: ['65 x 30', '40-pin', 'small', 'cool', 'gpio', 'mini-hdmi'],
    massG: 11, price: 18, draws: { menu: 0.6, game: 1.1, peak: 1.9 },
    blocks: [
      box('board', 'board', 'board', [0, 0, 65, 30], 0, T), box('chip', 'main chip', 'chip', [22, 8, 14, 14], T, 1.2),
      box('hdmi', 'mini-HDMI socket', 'connector', [6.8, -0.8, 11.2, 7.5], T, 3.2, off('hot air', 4, 'the HDMI picture', PLANE)),
      box('usb', 'micro-USB data socket', 'connector', [37.4, -0.8, 7.8, 5.6], T, 2.8, off('hot air', 3, 'plugging in USB; two data pads remain', PLANE)),
      box('power', 'micro-USB power socket', 'connector', [50, -0.8, 7.8, 5.6], T, 2.8, off('hot air', 3, 'plugging in power; feed the 5V pins', PLANE)),
      box('card', 'card slot', 'connector', [0.5, 9, 12, 11.5], T, 1.5), ...header(8.4, 24.9),
    ],
    connectors: [
      socket('hdmi', 'mini-HDMI', 'mini-hdmi', [12.4, -0.8, T + 1.6], [0, -1, 0], 'hdmi'), socket('usb', 'USB data', 'micro-usb', [41.3, -0.8, T + 1.4], [0, -1, 0], 'usb'),
      socket('power', 'power', 'micro-usb', [53.9, -0.8, T + 1.4], [0, -1, 0], 'power'), socket('card', 'card', 'card', [-0.5, 14.8, T + 0.7], [-1, 0, 0], 'card'),
    ],
    pads: headerPads(8.4, 24.9), holes: [{ x: 3.5, y: 3.5, d: 2.7 }, { x: 61.5, y: 3.5, d: 2.7 }, { x: 3.5, y: 26.5, d: 2.7 }, { x: 61.5, y: 26.5, d: 2.7 }],
  }),
  part({
    id: 'teasel', name: 'Teasel', family: 'sbc', computer: { speed: 3, radio: true }, antenna: { x: 0.5, y: 40, w: 6, h: 3 }, words: ['65 x 56', '40-pin', 'gpio', 'hdmi', 'usb'],
    massG: 26, price: 32, draws: { menu: 1.1, game: 1.8, peak: 3.4 },
    blocks: [
      box('board', 'board', 'board', [0, 0, 65, 56], 0, T), box('chip', 'main chip', 'chip', [20, 22, 15, 15], T, 1.4),
      box('usb-stack', 'USB stack', 'connector', [51, 21, 17, 15], T, 15.6, off('rotary tool', 4, 'both USB-A sockets; data pads remain', 'Cut the tabs first; its legs sit in the ground plane.')),
      box('hdmi', 'HDMI socket', 'connector', [24, -1, 15, 11.5], T, 6.2, off('hot air', 4, 'the HDMI picture', PLANE)),
      box('power', 'USB-C power socket', 'connector', [7, -1, 9, 7.4], T, 3.2, off('hot air', 3, 'plugging in power; feed the 5V pins', PLANE)),
      box('camera', 'camera connector', 'connector', [45, 2, 3.6, 20], T, 5.6, off('cutters', 2, 'the camera', 'Cut the plastic, not the board.')),
      box('card', 'card slot', 'connector', [-2, 22, 14, 13], -1.4, 1.4), ...header(8.4, 50.9),
    ],
    connectors: [
      socket('usb', 'USB', 'usb-a', [68, 28.5, T + 8], [1, 0, 0], 'usb-stack'), socket('hdmi', 'HDMI', 'hdmi', [31.5, -1, T + 3.1], [0, -1, 0], 'hdmi'),
      socket('power', 'power', 'usb-c', [11.5, -1, T + 1.6], [0, -1, 0], 'power'), socket('card', 'card', 'card', [-2, 28.5, -0.7], [-1, 0, 0], 'card'),
    ],
    pads: headerPads(8.4, 50.9), holes: [{ x: 3.5, y: 3.5, d: 2.7 }, { x: 61.5, y: 3.5, d: 2.7 }, { x: 3.5, y: 52.5, d: 2.7 }, { x: 61.5, y: 52.5, d: 2.7 }],
  }),
  part({
    id: 'cinder', name: 'Cinder', family: 'sbc', computer: { speed: 4, radio: true }, antenna: { x: 0.5, y: 40, w: 6, h: 3 }, words: ['85 x 56', '40-pin', 'fast', 'hot', 'hdmi', 'usb', 'ethernet'],
    note: 'Runs hot: give it a heat-sink and vents. Typical for this class, measure yours.', massG: 46, price: 58, draws: { menu: 2.7, game: 4.2, peak: 7.5 },
    blocks: [
      box('board', 'board', 'board', [0, 0, 85, 56], 0, T), box('chip', 'main chip', 'chip', [22, 24, 15, 15], T, 2.4), box('memory', 'memory', 'chip', [40, 25, 12, 15], T, 1.2),
      box('usb-1', 'upper USB stack', 'connector', [70, 36, 18, 15], T, 16, off('rotary tool', 4, 'two USB-A sockets', PLANE)),
      box('usb-2', 'lower USB stack', 'connector', [70, 19, 18, 15], T, 16, off('rotary tool', 4, 'two USB-A sockets', PLANE)),
      box('ethernet', 'network socket', 'connector', [67, 2, 21, 16], T, 13.5, off('rotary tool', 4, 'wired network', PLANE)),
      box('hdmi', 'mini-HDMI socket', 'connector', [22, -1, 11.2, 7.5], T, 3.2, off('hot air', 4, 'the HDMI picture', PLANE)),
      box('power', 'USB-C power socket', 'connector', [7, -1, 9, 7.4], T, 3.2, off('hot air', 3, 'plugging in power; feed the 5V pins', PLANE)),
      box('card', 'card slot', 'connector', [-2, 22, 14, 13], -1.4, 1.4), ...header(8.4, 50.9),
    ],
    connectors: [
      socket('usb-1', 'upper USB', 'usb-a', [88, 43.5, T + 8], [1, 0, 0], 'usb-1'), socket('usb-2', 'lower USB', 'usb-a', [88, 26.5, T + 8], [1, 0, 0], 'usb-2'),
      socket('ethernet', 'network', 'ethernet', [88, 10, T + 6.7], [1, 0, 0], 'ethernet'), socket('hdmi', 'mini-HDMI', 'mini-hdmi', [27.6, -1, T + 1.6], [0, -1, 0], 'hdmi'),
      socket('power', 'power', 'usb-c', [11.5, -1, T + 1.6], [0, -1, 0], 'power'), socket('card', 'card', 'card', [-2, 28.5, -0.7], [-1, 0, 0], 'card'),
    ],
    pads: headerPads(8.4, 50.9), holes: [{ x: 3.5, y: 3.5, d: 2.7 }, { x: 61.5, y: 3.5, d: 2.7 }, { x: 3.5, y: 52.5, d: 2.7 }, { x: 61.5, y: 52.5, d: 2.7 }],
  }),
  part({
    id: 'sliver', name: 'Sliver on carrier', family: 'sbc', computer: { speed: 4, radio: true }, antenna: { x: 48, y: 18, w: 6, h: 3 }, words: ['module', 'carrier', '72 x 48', '40-pin'],
    massG: 30, price: 49, draws: { menu: 1.6, game: 2.9, peak: 5.2 },
    blocks: [
      box('board', 'carrier board', 'board', [0, 0, 72, 48], 0, T), box('sockets', 'module sockets', 'connector', [10, 6, 36, 34], T, 1.5), box('module', 'module', 'board', [8, 2, 40, 42], T + 1.5, 1.2),
      box('chip', 'main chip', 'chip', [20, 16, 15, 15], T + 2.7, 1.3), box('usb', 'USB-A socket', 'connector', [58, 4, 15, 14], T, 7, off('rotary tool', 3, 'the USB-A socket', PLANE)),
      box('power', 'USB-C power socket', 'connector', [58, 30, 15, 9], T, 3.2, off('hot air', 3, 'plugging in power; feed the 5V pins', PLANE)),
      box('card', 'card slot', 'connector', [-1, 20, 14, 13], -1.4, 1.4),
      box('header', '40-pin header', 'pins', [8, 42.7, 50.8, 5.1], T, 8.5, off('iron', 4, 'plugging boards on', PLANE)), box('header-stubs', 'header stubs', 'pins', [8, 42.7, 50.8, 5.1], -1.4, 1.4, off('cutters', 1, 'nothing', 'Cover the trimmed pins.')),
    ],
    connectors: [
      socket('usb', 'USB', 'usb-a', [73, 11, T + 3.5], [1, 0, 0], 'usb'), socket('power', 'power', 'usb-c', [73, 34.5, T + 1.6], [1, 0, 0], 'power'), socket('card', 'card', 'card', [-1, 26.5, -0.7], [-1, 0, 0], 'card'),
    ],
    pads: headerPads(9.3, 44), holes: [{ x: 3.5, y: 3.5, d: 2.7 }, { x: 68.5, y: 44.5, d: 2.7 }],
  }),
];

/** A board like another, by another name. */
const like = (id: string, more: Partial<Part> & Pick<Part, 'id' | 'name'>): Part => { const { antenna, ...rest } = BOARDS.find((p) => p.id === id)!; return { ...rest, ...(antenna && more.computer?.radio ? { antenna } : {}), ...more }; };
const ALL: Part[] = [
  ...BOARDS,
  like('thimble', { id: 'thimble-plain', name: 'Thimble plain', words: ['65 x 30', '40-pin', 'small', 'cool', 'gpio', 'mini-hdmi', 'no radio'], price: 13, computer: { speed: 1, radio: false }, draws: { menu: 0.4, game: 0.8, peak: 1.3 } }),
  like('teasel', { id: 'teasel-plus', name: 'Teasel plus', price: 39, computer: { speed: 4, radio: true }, draws: { menu: 1.4, game: 2.5, peak: 4.6 } }),
  like('cinder', { id: 'cinder-plus', name: 'Cinder plus', price: 79, computer: { speed: 5, radio: true }, draws: { menu: 3.1, game: 5.6, peak: 9.5 } }),
];
/** Two pads beside the picture socket carry composite on the lying boards. */
export const COMPUTERS: Part[] = ALL.map((p) => (p.id.startsWith('sliver') ? p : { ...p, ports: [...usualPorts(p), { id: 'tv', name: 'TV pads', carries: 'composite', role: 'gives', form: 'pads' }] }));
