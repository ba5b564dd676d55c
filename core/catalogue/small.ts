/** Sound, controls and the small things. */
import type { Part } from '../model';
import { box, off, pad, padRow, part, PCB_MM as T, round, socket } from './blocks';

const speaker = (d: number, thick: number, ohm: number, ratedW: number): Part => part({
  id: `speaker-${d}`, name: `Speaker ${d}`, family: 'speaker', words: [`${d} mm`, `${ohm} ohm`, `${ratedW} W`, 'round'], massG: Math.round(d / 3), price: 3,
  blocks: [round('basket', 'basket', 'body', [0, 0, d], 0, thick * 0.5), round('magnet', 'magnet', 'body', [0, 0, d * 0.6], -thick * 0.5, thick * 0.5)],
  pads: [pad('+', d / 2 - 2, 2), pad('-', d / 2 - 2, -2)], speaker: { ohm, ratedW },
});

const tactile = (high: number): Part => part({
  id: `tactile-${String(high).replace('.', '-')}`, name: `Tactile 6x6 ${high} mm`, family: 'switch', words: ['6x6', 'switch', 'tactile', `${high} mm`], massG: 0.4, price: 0.1, inputs: 1,
  blocks: [box('body', 'body', 'body', [-3, -3, 6, 6], 0, 3.5), round('stem', 'stem', 'cap', [0, 0, 3.5], 3.5, Math.max(0.3, high - 3.5)), box('legs', 'legs', 'pins', [-3.9, -2.6, 7.8, 5.2], -3.4, 3.4, off('cutters', 1, 'nothing', 'Trim after soldering.'))],
  pads: [pad('a', -3.25, 2.25), pad('b', 3.25, 2.25)],
});

/** A hand-cut plate of perforated board with tactile switches under the old caps, legs trimmed. */
const plate = (id: string, name: string, w: number, h: number, spots: ReadonlyArray<readonly [number, number, string]>): Part => part({
  id, name, family: 'switch', words: ['plate', 'tactile', `${spots.length} switches`, 'perforated board'], massG: Math.round(w * h * 0.004), price: 2, inputs: spots.length,
  note: 'Perforated board cut to size, 5 mm tactile switches, legs trimmed. Height must be right: shim it. Typical for this class, measure yours.',
  blocks: [
    box('board', 'plate', 'board', [0, 0, w, h], 0, T),
    ...spots.flatMap(([x, y, label], i) => [box(`switch-${i + 1}`, `${label} switch`, 'body', [x - 3, y - 3, 6, 6], T, 5), box(`joints-${i + 1}`, `${label} joints`, 'pins', [x - 4, y - 3, 8, 6], -1, 1)]),
  ],
  pads: [...spots.map(([x, y, label]) => pad(label, x - 3.2, y - 2.3, label, 'bottom')), pad('GND', w - 2, 2, 'GND', 'bottom')],
});

const screw = (len: number): Part => part({
  id: `screw-m2-${len}`, name: `Screw 2 x ${len}`, family: 'hardware', words: ['screw', `${len} mm`, 'self-tapping'], massG: 0.3, price: 0.1,
  blocks: [round('head', 'head', 'body', [0, 0, 3.8], 0, 1.3), round('shank', 'shank', 'body', [0, 0, 2], -len, len)],
});

export const SMALL: Part[] = [
  part({
    id: 'chirp-i2s', name: 'Chirp I2S', family: 'audio', words: ['I2S', 'amp', 'mono', '3 W', '18 x 20'], massG: 3, price: 6, draws: { menu: 0.05, game: 0.25, peak: 1.2 },
    blocks: [box('board', 'board', 'board', [0, 0, 18, 20], 0, T), box('chip', 'amp chip', 'chip', [7, 8, 4, 4], T, 1), box('terminal', 'speaker terminal', 'connector', [5, 0, 8, 7], T, 8, off('iron', 2, 'the terminal; solder the speaker', 'Small pads.')), box('stubs', 'pin stubs', 'pins', [0.5, 16.5, 17, 2.6], -1.2, 1.2, off('cutters', 1, 'nothing', 'Trim flush.'))],
    pads: [...padRow(1.4, 17.8, ['LRC', 'BCLK', 'DIN', 'GAIN', 'SD', 'GND', '5V']), pad('S+', 7, 3), pad('S-', 11, 3)],
    takes: [{ gpio: 18, signal: 'I2S clock' }, { gpio: 19, signal: 'I2S frame' }, { gpio: 21, signal: 'I2S out' }],
  }),
  part({
    id: 'chirp-analog', name: 'Chirp analog 3 W', family: 'audio', words: ['analog', 'amp', 'stereo', '3 W'], massG: 4, price: 3, draws: { menu: 0.05, game: 0.35, peak: 1.5 },
    blocks: [box('board', 'board', 'board', [0, 0, 24, 18], 0, T), box('chip', 'amp chip', 'chip', [9, 6, 6, 5], T, 1.7), box('pot', 'volume pot', 'body', [17, 10, 7, 8], T, 7, off('iron', 2, 'its knob; wire the old wheel', 'Three pads.')), box('capacitor', 'capacitor', 'body', [2, 11, 5, 5], T, 6)],
    pads: padRow(2, 1.5, ['5V', 'GND', 'L', 'R', 'L+', 'L-', 'R+', 'R-']),
  }),
  part({
    id: 'chirp-usb', name: 'Chirp USB card', family: 'audio', words: ['USB', 'sound card', 'jack'], massG: 6, price: 5, draws: { menu: 0.1, game: 0.2, peak: 0.3 },
    blocks: [box('board', 'board', 'board', [0, 0, 16, 32], 0, 1), box('plug', 'USB-A plug', 'connector', [2, -14, 12, 15], -1, 4.6, off('cutters', 2, 'plugging it in; solder four wires', 'Data pair together.')), box('jack', 'headphone jack', 'connector', [4, 24, 7, 12], 1, 5, off('iron', 3, 'the jack', 'Keep the switch contacts.')), box('chip', 'chip', 'chip', [5, 10, 6, 6], 1, 1.2)],
    connectors: [socket('jack', 'headphones', 'jack-3.5', [7.5, 36, 3.5], [0, 1, 0], 'jack')], pads: padRow(3, 2, ['5V', 'D-', 'D+', 'GND']),
  }),
  speaker(15, 4, 8, 0.7), speaker(20, 4.5, 8, 1), speaker(28, 5.2, 8, 1.5), speaker(40, 7, 4, 3),
  tactile(3.5), tactile(4.3), tactile(5), tactile(6), tactile(7.3), tactile(9.5),
  plate('plate-pad', 'Pad plate', 30, 30, [[15, 24, 'up'], [15, 6, 'down'], [6, 15, 'left'], [24, 15, 'right']]),
  plate('plate-4', 'Key plate 4', 44, 14, [[5.5, 7, 'key 1'], [16.5, 7, 'key 2'], [27.5, 7, 'key 3'], [38.5, 7, 'key 4']]),
  plate('plate-2', 'Pair plate', 30, 8.5, [[5, 4.25, 'left key'], [25, 4.25, 'right key']]),
  part({
    id: 'five-way', name: '5-way stick', family: 'switch', words: ['5-way', 'stick', 'navigation'], massG: 1, price: 1, inputs: 5,
    blocks: [box('body', 'body', 'body', [-5, -5, 10, 10], 0, 5), round('stem', 'stem', 'cap', [0, 0, 3.2], 5, 5)], pads: ['up', 'down', 'left', 'right', 'press', 'common'].map((n, i) => pad(n, -5 + i * 2, -5)),
  }),
  part({
    id: 'slide-switch', name: 'Slide switch', family: 'switch', words: ['slide', 'power', 'switch'], massG: 1, price: 0.5,
    blocks: [box('body', 'body', 'body', [0, 0, 12, 6], 0, 5.5), box('lever', 'lever', 'cap', [3, 6, 3, 4], 1.5, 3)], pads: padRow(3.5, 0.5, ['1', 'C', '2'], 'bottom'),
  }),
  part({
    id: 'push-switch', name: 'Push switch 12 mm', family: 'switch', words: ['push', '12 mm', 'panel', 'switch'], massG: 5, price: 1, inputs: 1,
    blocks: [round('cap', 'cap', 'cap', [0, 0, 10], 0, 5), round('flange', 'flange', 'body', [0, 0, 16], -2, 2), round('barrel', 'barrel', 'body', [0, 0, 12], -18, 16)], pads: [pad('a', -3, 0, 'a', 'bottom'), pad('b', 3, 0, 'b', 'bottom')],
  }),
  part({
    id: 'analog-stick', name: 'Analog stick', family: 'switch', words: ['analog', 'stick', 'thumb'], massG: 3, price: 3, note: 'Gives voltages: needs a converter channel for each axis. Typical for this class, measure yours.', inputs: 1,
    blocks: [box('body', 'body', 'body', [-9, -8, 18, 17], 0, 6.5), round('cap', 'cap', 'cap', [0, 0, 16], 6.5, 4)], pads: ['3V3', 'X', 'Y', 'GND', 'SW'].map((n, i) => pad(n, -5 + i * 2.5, -8)),
  }),
  part({
    id: 'membrane', name: 'Membrane pad', family: 'switch', words: ['membrane', 'silicone', 'original'], massG: 2, price: 0, inputs: 4,
    blocks: [box('sheet', 'sheet', 'foam', [0, 0, 30, 30], 0, 1.2, { soft: true }), round('dome', 'domes', 'foam', [15, 15, 22], 1.2, 2.6, { soft: true })], pads: [],
  }),
  part({
    id: 'knit', name: 'Knit USB controller board', family: 'controller', words: ['USB', 'controller', 'buttons', '20 inputs'], massG: 9, price: 9, inputs: 20, draws: { menu: 0.1, game: 0.1, peak: 0.15 },
    blocks: [box('board', 'board', 'board', [0, 0, 38, 28], 0, T), box('chip', 'chip', 'chip', [14, 9, 8, 8], T, 1.2), box('plug', 'input plugs', 'connector', [2, 20, 34, 6], T, 6, off('iron', 3, 'the plugs; solder the wires', 'Many joints.')), box('usb', 'USB plug', 'connector', [14, -1, 8, 6], T, 4.2, off('iron', 2, 'the cable plug; solder four wires', 'Data pair together.')), box('joints', 'joints', 'pins', [2, 20, 34, 6], -1.2, 1.2)],
    pads: [...padRow(3, 24.5, Array.from({ length: 12 }, (_, i) => `IN${i + 1}`)), pad('D+', 16, 1), pad('D-', 18, 1), pad('5V', 20, 1), pad('GND', 22, 1)],
  }),
  part({
    id: 'weave', name: 'Weave I2C expander', family: 'expander', words: ['I2C', 'expander', '16 inputs'], massG: 3, price: 3, inputs: 16, draws: { menu: 0.01, game: 0.01, peak: 0.01 },
    blocks: [box('board', 'board', 'board', [0, 0, 20, 34], 0, T), box('chip', 'chip', 'chip', [6, 12, 8, 10], T, 2.2), box('pins', 'pin rows', 'pins', [0.5, 2, 2.6, 30], T, 8.5, off('iron', 2, 'plugging it on', 'One pin at a time.')), box('stubs', 'pin stubs', 'pins', [0.5, 2, 2.6, 30], -1.2, 1.2, off('cutters', 1, 'nothing', 'Trim flush.'))],
    pads: [pad('SDA', 18, 4), pad('SCL', 18, 7), pad('3V3', 18, 10), pad('GND', 18, 13)], takes: [{ gpio: 2, signal: 'I2C data' }, { gpio: 3, signal: 'I2C clock' }],
  }),
  part({
    id: 'latch', name: 'Soft latch', family: 'latch', words: ['soft', 'latch', 'power', 'shutdown'], massG: 2, price: 5,
    blocks: [box('board', 'board', 'board', [0, 0, 16, 20], 0, T), box('chip', 'chip', 'chip', [5, 8, 5, 5], T, 1.2), box('plug', 'button plug', 'connector', [4, 0, 8, 6], T, 5.5, off('iron', 2, 'the plug; solder two wires', 'Small pads.')), box('switch', 'power transistor', 'chip', [10, 12, 5, 6], T, 2.3)],
    pads: padRow(1.5, 18.5, ['IN', 'OUT', 'GND', 'REQ', 'DOWN']), takes: [{ gpio: 26, signal: 'shutdown request' }, { gpio: 16, signal: 'I am down' }],
  }),
  part({
    id: 'hub-4', name: 'Hub 4', family: 'hub', words: ['USB', 'hub', '4 ports'], massG: 9, price: 6, draws: { menu: 0.15, game: 0.15, peak: 0.2 },
    blocks: [box('board', 'board', 'board', [0, 0, 40, 18], 0, T), box('ports', 'USB-A sockets', 'connector', [2, 4, 30, 14], T, 7, off('rotary tool', 3, 'plugs; solder wires', 'Ground plane.')), box('chip', 'chip', 'chip', [34, 6, 5, 5], T, 1.2)], pads: padRow(33, 1.5, ['5V', 'D-']),
  }),
  part({
    id: 'card-extender', name: 'Card extender', family: 'storage', words: ['card', 'extender', 'flat cable'], massG: 2, price: 4,
    blocks: [box('board', 'head board', 'board', [0, 0, 14, 13], 0, 1), box('slot', 'card slot', 'connector', [0.5, 0.5, 13, 12], 1, 1.5), box('latch', 'flat-cable latch', 'connector', [0, 2, 3, 9], -1.2, 1.2)],
    connectors: [socket('card', 'card', 'card', [14, 6.5, 1.7], [1, 0, 0], 'slot')], pads: [],
  }),
  part({
    id: 'jack-switching', name: 'Switching jack 3.5', family: 'hardware', words: ['jack', 'headphones', 'switching'], massG: 1, price: 1,
    blocks: [box('body', 'body', 'connector', [0, 0, 6, 12], 0, 5)], connectors: [socket('jack', 'headphones', 'jack-3.5', [3, 0, 2.5], [0, -1, 0], 'body', true)], pads: ['tip', 'ring', 'sleeve', 'tip switch'].map((n, i) => pad(n, 1 + i * 1.3, 11)),
  }),
  part({ id: 'magnet-6', name: 'Magnet 6 x 3', family: 'hardware', words: ['magnet', 'round'], massG: 0.6, price: 0.3, blocks: [round('magnet', 'magnet', 'body', [0, 0, 6], 0, 3)] }),
  part({ id: 'led-3', name: 'LED 3 mm', family: 'hardware', words: ['LED', 'lamp'], massG: 0.2, price: 0.1, blocks: [round('lens', 'lens', 'body', [0, 0, 3.1], 0, 5.3), round('legs', 'legs', 'pins', [0, 0, 3], -4, 4, off('cutters', 1, 'nothing', 'Mark the short leg first.'))], pads: [pad('+', 1.3, 0), pad('-', -1.3, 0)] }),
  part({ id: 'pot-wheel', name: 'Volume wheel pot', family: 'hardware', words: ['pot', 'wheel', 'volume', '10 k'], massG: 2, price: 1, blocks: [round('wheel', 'wheel', 'cap', [0, 0, 16], 1.6, 2.5), box('body', 'body', 'body', [-5, -6, 10, 12], 0, 1.6)], pads: padRow(-2.5, -5, ['A', 'W', 'B']) }),
  screw(4), screw(6), screw(8),
];
