/** Screens of the Pane series. The glass is the top of the part: `up: out` looks through the shell. */
import type { Part, Port } from '../model';
import { box, off, padRow, part, PCB_MM as T, socket } from './blocks';

const SPI_LINES = [{ gpio: 10, signal: 'SPI out' }, { gpio: 11, signal: 'SPI clock' }, { gpio: 8, signal: 'SPI select 0' }, { gpio: 25, signal: 'data/command' }, { gpio: 24, signal: 'reset' }, { gpio: 23, signal: 'backlight' }];
const SPI_PADS = ['3V3', 'GND', 'CS', 'RESET', 'DC', 'MOSI', 'SCK', 'LED'];
/** 18 colour lines and four of timing: lines 0 to 21. */
const PARALLEL_LINES = Array.from({ length: 22 }, (_, i) => ({ gpio: i, signal: ['pixel clock', 'data enable', 'vertical sync', 'horizontal sync'][i] ?? `colour bit ${i - 4}` }));

type Pair = readonly [number, number];
const spiPanel = (id: string, name: string, diagonalIn: number, px: Pair, [w, h, t]: readonly [number, number, number], active: Pair, at: Pair, massG: number, price: number, watts: number): Part => part({
  id, name, family: 'screen', words: [`${diagonalIn} in`, 'SPI', `${px[0]} x ${px[1]}`, 'screen'], massG, price, draws: { menu: watts, game: watts, peak: watts * 1.3 },
  blocks: [
    box('board', 'screen board', 'board', [0, 0, w, h], 0, 1.2), box('panel', 'panel', 'glass', [3.5, 0.5, w - 5, h - 1], 1.2, t - 1.2),
    box('pins', 'pin header', 'pins', [0.5, h / 2 - 10.2, 2.6, 20.4], -8.5, 8.5, off('iron', 2, 'plugging it on; solder wires', 'Heat one pin at a time.')), box('stubs', 'pin stubs', 'pins', [0.5, h / 2 - 10.2, 2.6, 20.4], 1.2, 1.1, off('cutters', 1, 'nothing', 'Trim flush.')),
  ],
  pads: SPI_PADS.map((n, i) => ({ id: `p${i + 1}`, name: n, x: 1.8, y: Math.round((h / 2 - 8.9 + i * 2.54) * 100) / 100, side: 'bottom' as const })),
  screen: { diagonalIn, active: { x: at[0], y: at[1], w: active[0], h: active[1] }, px: [px[0], px[1]], link: 'spi' }, takes: SPI_LINES,
});
const hdmiPanel = (id: string, name: string, diagonalIn: number, px: Pair, [w, h]: Pair, active: Pair, massG: number, price: number, watts: number): Part => part({
  id, name, family: 'screen', words: [`${diagonalIn} in`, 'HDMI', `${px[0]} x ${px[1]}`, 'screen'], massG, price, draws: { menu: watts, game: watts, peak: watts * 1.2 },
  blocks: [box('panel', 'panel', 'glass', [0, 0, w, h], 0, 3.6), box('board', 'driver board', 'board', [2, 3, w - 4, h - 6], -2.6, 1.6), box('hdmi', 'HDMI socket', 'connector', [w / 2 - 7.5, -1, 15, 14], -8.8, 6.2, off('hot air', 4, 'plugs; solder four pairs', 'Keep the pairs short and alike.')), box('chip', 'scaler', 'chip', [8, h / 2 - 5, 10, 10], -3.8, 1.2)],
  connectors: [socket('hdmi', 'HDMI in', 'hdmi', [w / 2, -1, -5.7], [0, -1, 0], 'hdmi')], pads: padRow(8, h - 8, ['5V', 'GND', 'BL'], 'bottom'),
  screen: { diagonalIn, active: { x: (w - active[0]) / 2, y: (h - active[1]) / 2, w: active[0], h: active[1] }, px: [px[0], px[1]], link: 'hdmi' },
});
/** A panel with nothing but its ribbon. */
const barePanel = (id: string, name: string, diagonalIn: number, px: Pair, [w, h, t]: readonly [number, number, number], active: Pair, at: Pair, ways: number, massG: number, price: number, standing = false): Part => part({
  id, name, family: 'screen', words: [`${diagonalIn} in`, 'bare', 'panel', `${ways} ways`, `${px[0]} x ${px[1]}`], massG, price, draws: { menu: diagonalIn * 0.16, game: diagonalIn * 0.16, peak: diagonalIn * 0.2 }, note: `A bare panel: its ${ways}-way ribbon wants the driver board made for it. Typical for this class, measure yours.`,
  blocks: [box('panel', 'panel', 'glass', [0, 0, w, h], 0, t)], ribbons: [{ id: 'tail', name: `${ways}-way tail`, at: [w / 2, 0, 0.3], dir: [0, -1, 0], widthMm: ways * 0.5 + 1, lengthMm: 45, ways, endMm: 0.3, contacts: 'bottom' }], ports: [{ id: 'ribbon', name: 'ribbon', carries: 'panel', role: 'takes', form: 'flat', count: ways }],
  screen: { diagonalIn, active: { x: at[0], y: at[1], w: active[0], h: active[1] }, px: [px[0], px[1]], link: 'panel', ...(standing ? { standing: true } : {}) },
});
/** HDMI in, panel ribbon and backlight out. */
const driver = (id: string, name: string, ways: number, [w, h]: Pair, price: number, contacts: NonNullable<Port['contacts']>): Part => part({
  id, name, family: 'controller', words: ['driver', 'board', 'HDMI', 'panel', `${ways} ways`], massG: 22, price, draws: { menu: 0.6, game: 0.6, peak: 0.8 },
  blocks: [box('board', 'board', 'board', [0, 0, w, h], 0, 1.6), box('hdmi', 'HDMI socket', 'connector', [5, -1, 15, 11.5], 1.6, 6.2, off('hot air', 4, 'plugs; solder four pairs', 'Ground plane.')), box('ribbon', 'ribbon socket', 'connector', [w - 34, h - 6, 30, 5], 1.6, 2), box('chip', 'scaler', 'chip', [w / 2 - 6, h / 2 - 6, 12, 12], 1.6, 1.5)],
  connectors: [socket('hdmi', 'HDMI in', 'hdmi', [12.5, -1, 4.7], [0, -1, 0], 'hdmi')], pads: padRow(w - 14, 2, ['5V', 'GND']),
  ports: [{ id: 'hdmi', name: 'picture in', carries: 'hdmi', role: 'takes', form: 'hdmi', block: 'hdmi', padsLeft: true }, { id: 'panel', name: 'panel ribbon', block: 'ribbon', carries: 'panel', role: 'gives', form: 'flat', count: ways, contacts }, { id: 'rail', name: 'power', carries: 'rail', role: 'takes', form: 'pads', volts: [4.75, 5.25], amps: 0.16 }],
});

export const SCREENS: Part[] = [
  part({
    id: 'pane-1-5-spi', name: 'Pane 1.5 SPI', family: 'screen', words: ['1.5 in', 'SPI', '240 x 240', 'screen'], massG: 8, price: 9, draws: { menu: 0.15, game: 0.15, peak: 0.2 },
    blocks: [
      box('board', 'screen board', 'board', [0, 0, 32, 40], 0, T), box('panel', 'panel', 'glass', [1, 6, 30, 32], T, 2.2), box('chip', 'level shifter', 'chip', [12, 12, 5, 6], -1.1, 1.1),
      box('pins', 'pin header', 'pins', [5.5, 1, 20.4, 2.6], -8.5, 8.5, off('iron', 2, 'plugging it on; solder wires', 'Heat one pin at a time.')),
      box('stubs', 'pin stubs', 'pins', [5.5, 1, 20.4, 2.6], T, 1.2, off('cutters', 1, 'nothing', 'Trim flush.')),
    ],
    pads: padRow(6.8, 2.3, SPI_PADS, 'bottom'), screen: { diagonalIn: 1.5, active: { x: 2.05, y: 8.6, w: 27.9, h: 27.9 }, px: [240, 240], link: 'spi' }, takes: SPI_LINES,
  }),
  part({
    id: 'pane-2-8-spi', name: 'Pane 2.8 SPI', family: 'screen', words: ['2.8 in', 'SPI', '320 x 240', 'screen'], massG: 32, price: 14, draws: { menu: 0.4, game: 0.4, peak: 0.5 },
    blocks: [
      box('board', 'screen board', 'board', [0, 0, 78, 50], 0, 1.2), box('panel', 'panel', 'glass', [6, 0.5, 69.2, 49], 1.2, 2.4), box('chip', 'touch chip', 'chip', [30, 20, 5, 5], -1, 1, off('hot air', 2, 'touch', 'Not missed by a gamepad build.')),
      box('card', 'card socket', 'connector', [60, 28, 15, 15], -2, 2, off('hot air', 3, 'the screen board\'s own card socket', 'Fine pitch.')),
      box('pins', 'pin header', 'pins', [1, 14, 2.6, 20.4], -8.5, 8.5, off('iron', 2, 'plugging it on; solder wires', 'Heat one pin at a time.')),
      box('stubs', 'pin stubs', 'pins', [1, 14, 2.6, 20.4], 1.2, 1.2, off('cutters', 1, 'nothing', 'Trim flush.')),
    ],
    pads: SPI_PADS.map((name, i) => ({ id: `p${i + 1}`, name, x: 2.3, y: Math.round((15.3 + i * 2.54) * 100) / 100, side: 'bottom' as const })),
    screen: { diagonalIn: 2.8, active: { x: 10.6, y: 3.65, w: 56.9, h: 42.7 }, px: [320, 240], link: 'spi' }, takes: SPI_LINES,
  }),
  part({
    id: 'pane-3-5-parallel', name: 'Pane 3.5 parallel', family: 'screen', words: ['3.5 in', 'parallel RGB', '640 x 480', 'screen'], massG: 45, price: 26, draws: { menu: 0.55, game: 0.55, peak: 0.7 },
    blocks: [
      box('panel', 'panel', 'glass', [0, 0, 76.9, 63.9], 0, 3.2), box('board', 'driver board', 'board', [10, 8, 56, 30], -3.4, 1.2), box('socket', 'flat-cable socket', 'connector', [20, 9, 24, 5], -5.4, 2),
      box('backlight', 'backlight converter', 'chip', [50, 14, 8, 8], -5.6, 2.2), box('pins', 'pin pads', 'pins', [12, 33, 51, 4], -4.6, 1.2, off('cutters', 2, 'the pin row; solder to the pads', 'Close pitch.')),
    ],
    pads: padRow(13.3, 35, ['3V3', '5V', 'GND', 'CLK', 'DE', 'VS', 'HS', 'D0', 'D1', 'D2', 'D3', 'D4', 'D5', 'D6', 'D7', 'D8'], 'bottom'),
    screen: { diagonalIn: 3.5, active: { x: 2.95, y: 5, w: 71, h: 53.3 }, px: [640, 480], link: 'parallel' }, takes: PARALLEL_LINES,
  }),
  part({
    id: 'pane-3-5-composite', name: 'Pane 3.5 composite', family: 'screen', words: ['3.5 in', 'composite', '320 x 240', 'screen', 'two wires'], massG: 60, price: 19, draws: { menu: 1.1, game: 1.1, peak: 1.3 },
    blocks: [
      box('panel', 'panel', 'glass', [0, 0, 76.9, 63.9], 0, 3.4), box('board', 'driver board', 'board', [4, 4, 66, 50], -4, 1.6), box('inductor', 'inductor', 'chip', [50, 34, 10, 10], -9, 5),
      box('plug', 'plug socket', 'connector', [6, 6, 12, 7], -10, 6, off('iron', 2, 'the plug; solder two wires', 'Small pads.')), box('capacitor', 'large capacitor', 'body', [30, 36, 7, 7], -11, 7, off('iron', 3, 'nothing if a flat one replaces it', 'Mind its polarity.')),
    ],
    pads: padRow(7.5, 9, ['VIN', 'GND', 'VIDEO'], 'bottom'), screen: { diagonalIn: 3.5, active: { x: 3.45, y: 6, w: 70, h: 52.5 }, px: [320, 240], link: 'composite' },
  }),
  part({
    id: 'pane-5-hdmi', name: 'Pane 5 HDMI', family: 'screen', words: ['5 in', 'HDMI', '800 x 480', 'screen'], massG: 110, price: 39, draws: { menu: 2.1, game: 2.1, peak: 2.6 },
    blocks: [
      box('panel', 'panel', 'glass', [0, 0, 121, 76], 0, 4.2), box('board', 'driver board', 'board', [2, 4, 117, 68], -3, 1.6),
      box('hdmi', 'HDMI socket', 'connector', [40, -1, 15, 14], -9.2, 6.2, off('hot air', 4, 'plugs; solder four pairs', 'Keep the pairs short and alike.')), box('usb', 'micro-USB socket', 'connector', [64, -1, 8, 6], -5.8, 2.8, off('hot air', 3, 'plugging in power', 'Small pads.')),
      box('header', 'pin socket', 'pins', [36, 64, 33, 5], -11.5, 8.5, off('iron', 3, 'plugging it on an SBC', 'Ground plane.')),
    ],
    connectors: [socket('hdmi', 'HDMI in', 'hdmi', [47.5, -1, -6.1], [0, -1, 0], 'hdmi'), socket('usb', 'power in', 'micro-usb', [68, -1, -4.4], [0, -1, 0], 'usb')],
    pads: padRow(38, 66.5, ['5V', 'GND', 'BL'], 'bottom'), screen: { diagonalIn: 5, active: { x: 6.5, y: 6, w: 108, h: 64.8 }, px: [800, 480], link: 'hdmi' },
  }),
  part({
    id: 'pane-7-hdmi', name: 'Pane 7 HDMI with driver', family: 'screen', words: ['7 in', 'HDMI', '1024 x 600', 'screen', 'driver board'], massG: 210, price: 52, draws: { menu: 3.4, game: 3.4, peak: 4.2 },
    blocks: [
      box('panel', 'panel', 'glass', [0, 0, 165, 100], 0, 5.6), box('board', 'driver board', 'board', [40, 20, 90, 55], -8, 1.6), box('hdmi', 'HDMI socket', 'connector', [50, 19, 15, 14], -14.2, 6.2, off('hot air', 4, 'plugs; solder four pairs', 'Ground plane.')),
      box('barrel', 'barrel socket', 'connector', [112, 19, 9, 14], -19, 11, off('iron', 2, 'the jack; solder power', 'Accepts 5-12 V: never feed a 5 V rail from it.')), box('ribbon', 'ribbon socket', 'connector', [70, 68, 30, 5], -10, 2),
    ],
    connectors: [socket('hdmi', 'HDMI in', 'hdmi', [57.5, 19, -11.1], [0, -1, 0], 'hdmi'), socket('barrel', 'power in', 'barrel', [116.5, 19, -13.5], [0, -1, 0], 'barrel')],
    pads: padRow(114, 24, ['VIN', 'GND'], 'bottom'),
    ports: [{ id: 'hdmi', name: 'picture in', carries: 'hdmi', role: 'takes', form: 'hdmi', block: 'hdmi', padsLeft: true }, { id: 'barrel', name: 'power in', carries: 'supply', role: 'takes', form: 'barrel', block: 'barrel', padsLeft: true, volts: [5, 12] }, { id: 'rail', name: 'power', carries: 'rail', role: 'takes', form: 'pads', volts: [4.75, 12], amps: 0.84 }],
    screen: { diagonalIn: 7, active: { x: 5.4, y: 7, w: 154.2, h: 85.9 }, px: [1024, 600], link: 'hdmi' },
  }),
  spiPanel('pane-2-0-spi', 'Pane 2.0 SPI', 2.0, [320, 240], [52, 36, 3.4], [40.6, 30.5], [6, 2.6], 12, 8, 0.25), spiPanel('pane-2-4-spi', 'Pane 2.4 SPI', 2.4, [320, 240], [71, 43, 3.6], [48.8, 36.6], [9, 3], 24, 12, 0.3), spiPanel('pane-3-2-spi', 'Pane 3.2 SPI', 3.2, [320, 240], [90, 55, 3.8], [65, 48.7], [10.5, 3], 40, 17, 0.45),
  hdmiPanel('pane-4-hdmi', 'Pane 4 HDMI', 4, [800, 480], [98, 60], [87.1, 52.3], 78, 34, 1.7),
  part({
    id: 'pane-2-5-composite', name: 'Pane 2.5 composite', family: 'screen', words: ['2.5 in', 'composite', '320 x 240', 'screen'], massG: 40, price: 13, draws: { menu: 0.9, game: 0.9, peak: 1.1 }, note: 'Rear-view class: soft picture over two wires. Typical for this class, measure yours.',
    blocks: [box('panel', 'panel', 'glass', [0, 0, 58, 46], 0, 3), box('board', 'driver board', 'board', [3, 3, 50, 38], -3, 1.6), box('plug', 'plug socket', 'connector', [5, 5, 10, 6], -8, 5, off('iron', 2, 'the plug; solder two wires', 'Small pads.')), box('chip', 'chip', 'chip', [24, 18, 8, 8], -4.1, 1.1)], pads: padRow(6, 6, ['VIN', 'GND', 'VIDEO'], 'bottom'), screen: { diagonalIn: 2.5, active: { x: 3.6, y: 3.9, w: 50.8, h: 38.1 }, px: [320, 240], link: 'composite' },
  }),
  part({
    id: 'pane-4-3-parallel', name: 'Pane 4.3 parallel', family: 'screen', words: ['4.3 in', 'parallel RGB', '480 x 272', 'screen'], massG: 62, price: 19, draws: { menu: 0.7, game: 0.7, peak: 0.9 },
    blocks: [box('panel', 'panel', 'glass', [0, 0, 105.5, 67.2], 0, 2.9), box('board', 'driver board', 'board', [20, 10, 60, 30], -2.8, 1.2), box('socket', 'flat-cable socket', 'connector', [40, 11, 24, 5], -4.8, 2), box('backlight', 'backlight converter', 'chip', [66, 16, 8, 8], -5, 2.2)], pads: padRow(25, 37, ['3V3', '5V', 'GND', 'CLK', 'DE', 'VS', 'HS'], 'bottom'), screen: { diagonalIn: 4.3, active: { x: 5.2, y: 6.6, w: 95, h: 53.9 }, px: [480, 272], link: 'parallel' }, takes: PARALLEL_LINES,
  }),
  barePanel('pane-3-5-bare', 'Pane 3.5 bare', 3.5, [640, 480], [76.9, 63.9, 3.2], [71, 53.3], [2.95, 5], 50, 28, 16, true), barePanel('pane-5-bare', 'Pane 5 bare', 5, [800, 480], [120.7, 75.8, 3], [108, 64.8], [6.4, 5.5], 40, 75, 21), barePanel('pane-7-bare', 'Pane 7 bare', 7, [1024, 600], [164.9, 100, 3.5], [154.2, 85.9], [5.4, 7], 50, 130, 27),
  driver('drive-40', 'Drive HDMI 40', 40, [62, 36], 15, 'both'), driver('drive-50', 'Drive HDMI 50', 50, [70, 42], 18, 'bottom'),
];
