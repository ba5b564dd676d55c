/** Screens of the Pane series. The glass is the top of the part: `up: out` looks through the shell. */
import type { Part } from '../model';
import { box, off, padRow, part, PCB_MM as T, socket } from './blocks';

const SPI_LINES = [{ gpio: 10, signal: 'SPI out' }, { gpio: 11, signal: 'SPI clock' }, { gpio: 8, signal: 'SPI select 0' }, { gpio: 25, signal: 'data/command' }, { gpio: 24, signal: 'reset' }, { gpio: 23, signal: 'backlight' }];
const SPI_PADS = ['3V3', 'GND', 'CS', 'RESET', 'DC', 'MOSI', 'SCK', 'LED'];
/** 18 colour lines and four of timing: lines 0 to 21. */
const PARALLEL_LINES = Array.from({ length: 22 }, (_, i) => ({ gpio: i, signal: ['pixel clock', 'data enable', 'vertical sync', 'horizontal sync'][i] ?? `colour bit ${i - 4}` }));

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
    pads: padRow(114, 24, ['VIN', 'GND'], 'bottom'), screen: { diagonalIn: 7, active: { x: 5.4, y: 7, w: 154.2, h: 85.9 }, px: [1024, 600], link: 'hdmi' },
  }),
];
