/** Controls: switches, plates, sticks and the boards that read them. */
import type { Part, Port } from '../model';
import { box, off, pad, padRow, part, PCB_MM as T, round } from './blocks';

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

const axes = (count: number): Port => ({ id: 'axes', name: 'axes', carries: 'analog', role: 'takes', form: 'pads', count });

export const CONTROLS: Part[] = [
  tactile(3.5), tactile(4.3), tactile(5), tactile(6), tactile(7.3), tactile(9.5),
  plate('plate-pad', 'Pad plate', 30, 30, [[15, 24, 'up'], [15, 6, 'down'], [6, 15, 'left'], [24, 15, 'right']]),
  plate('plate-4', 'Key plate 4', 44, 14, [[5.5, 7, 'key 1'], [16.5, 7, 'key 2'], [27.5, 7, 'key 3'], [38.5, 7, 'key 4']]),
  plate('plate-2', 'Pair plate', 30, 8.5, [[5, 4.25, 'left key'], [25, 4.25, 'right key']]),
  part({
    id: 'five-way', name: '5-way stick', family: 'switch', words: ['5-way', 'stick', 'navigation'], massG: 1, price: 1, inputs: 5,
    blocks: [box('body', 'body', 'body', [-5, -5, 10, 10], 0, 5), round('stem', 'stem', 'cap', [0, 0, 3.2], 5, 5)], pads: ['up', 'down', 'left', 'right', 'press', 'common'].map((n, i) => pad(n, -5 + i * 2, -5)),
  }),
  part({
    id: 'push-switch', name: 'Push switch 12 mm', family: 'switch', words: ['push', '12 mm', 'panel', 'switch'], massG: 5, price: 1, inputs: 1,
    blocks: [round('cap', 'cap', 'cap', [0, 0, 10], 0, 5), round('flange', 'flange', 'body', [0, 0, 16], -2, 2), round('barrel', 'barrel', 'body', [0, 0, 12], -18, 16)], pads: [pad('a', -3, 0, 'a', 'bottom'), pad('b', 3, 0, 'b', 'bottom')],
  }),
  part({
    id: 'analog-stick', name: 'Analog stick', family: 'switch', words: ['analog', 'stick', 'thumb'], massG: 3, price: 3, note: 'Gives voltages: needs a converter channel for each axis. Typical for this class, measure yours.', inputs: 1,
    blocks: [box('body', 'body', 'body', [-9, -8, 18, 17], 0, 6.5), round('cap', 'cap', 'cap', [0, 0, 16], 6.5, 4)], pads: ['3V3', 'X', 'Y', 'GND', 'SW'].map((n, i) => pad(n, -5 + i * 2.5, -8)), ports: [axes(2)],
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
  tactile(7), tactile(8), plate('plate-6', 'Key plate 6', 46, 26, [[7, 7, 'key 1'], [23, 7, 'key 2'], [39, 7, 'key 3'], [7, 19, 'key 4'], [23, 19, 'key 5'], [39, 19, 'key 6']]), plate('plate-shoulder', 'Shoulder plate', 26, 8, [[6, 4, 'outer'], [19, 4, 'inner']]),
  part({ id: 'stick-flat', name: 'Flat analog stick', family: 'switch', words: ['analog', 'stick', 'flat', 'slide'], massG: 2, price: 4, inputs: 0, note: 'Slides instead of tilting: half as tall. Gives voltages: a converter channel for each axis. Typical for this class, measure yours.', blocks: [box('body', 'body', 'body', [-9, -9, 18, 18], 0, 3.6), round('cap', 'cap', 'cap', [0, 0, 14], 3.6, 2.4)], pads: ['3V3', 'X', 'Y', 'GND'].map((n, i) => pad(n, -5 + i * 2.5, -8.5)), ports: [axes(2)] }),
  part({ id: 'trigger-analog', name: 'Analog trigger', family: 'switch', words: ['analog', 'trigger', 'shoulder'], massG: 4, price: 3, inputs: 0, note: 'Gives a voltage: one converter channel. Typical for this class, measure yours.', blocks: [box('body', 'body', 'body', [0, 0, 20, 14], 0, 9)], pads: ['3V3', 'OUT', 'GND'].map((n, i) => pad(n, 3 + i * 2.5, 1)), ports: [axes(1)] }),
  part({ id: 'weave-adc', name: 'Weave ADC 4', family: 'expander', words: ['converter', 'analog', 'ADC', '4 channels', 'I2C'], massG: 2, price: 4, inputs: 0, draws: { menu: 0.01, game: 0.01, peak: 0.01 }, blocks: [box('board', 'board', 'board', [0, 0, 17, 28], 0, T), box('chip', 'chip', 'chip', [6, 11, 5, 5], T, 1.1)], pads: [pad('SDA', 15, 4), pad('SCL', 15, 7), pad('3V3', 15, 10), pad('GND', 15, 13), ...[1, 2, 3, 4].map((n) => pad(`A${n}`, 2, 2 + n * 3))], ports: [{ id: 'i2c', name: 'I2C', carries: 'i2c', role: 'takes', form: 'header' }, { id: 'channels', name: 'channels', carries: 'analog', role: 'gives', form: 'pads', count: 4 }, { id: 'rail', name: 'power', carries: 'rail', role: 'takes', form: 'pads', volts: [3, 5.25], amps: 0.002 }], takes: [{ gpio: 2, signal: 'I2C data' }, { gpio: 3, signal: 'I2C clock' }] }),
  part({ id: 'knit-mini', name: 'Knit mini', family: 'controller', words: ['USB', 'controller', 'buttons', '12 inputs', 'small'], massG: 4, price: 6, inputs: 12, draws: { menu: 0.08, game: 0.08, peak: 0.12 }, blocks: [box('board', 'board', 'board', [0, 0, 18, 24], 0, T), box('chip', 'chip', 'chip', [6, 8, 6, 6], T, 1.1)], pads: [...padRow(2, 22, ['IN1', 'IN2', 'IN3', 'IN4', 'IN5', 'IN6']), ...['IN7', 'IN8', 'IN9', 'IN10', 'IN11', 'IN12'].map((n, i) => pad(n, 2 + i * 2.54, 19.4)), pad('D+', 3, 1.2), pad('D-', 6, 1.2), pad('5V', 9, 1.2), pad('GND', 12, 1.2)] }),
  part({ id: 'knit-stick', name: 'Knit with stick inputs', family: 'controller', words: ['USB', 'controller', 'buttons', '16 inputs', 'analog', '4 axes'], massG: 8, price: 12, inputs: 16, draws: { menu: 0.1, game: 0.1, peak: 0.15 }, blocks: [box('board', 'board', 'board', [0, 0, 34, 28], 0, T), box('chip', 'chip', 'chip', [13, 9, 8, 8], T, 1.2)], pads: [...padRow(2, 26, ['IN1', 'IN2', 'IN3', 'IN4', 'IN5', 'IN6', 'IN7', 'IN8', 'X1', 'Y1', 'X2', 'Y2']), pad('D+', 3, 1.2), pad('D-', 6, 1.2), pad('5V', 9, 1.2), pad('GND', 12, 1.2)], ports: [{ id: 'usb', name: 'USB', carries: 'usb', role: 'takes', form: 'pads', speed: 1, amps: 0.03 }, { id: 'axes', name: 'axes', carries: 'analog', role: 'gives', form: 'pads', count: 4 }, { id: 'rail', name: 'power', carries: 'rail', role: 'takes', form: 'pads', volts: [4.75, 5.25], amps: 0.03 }] }),
  part({ id: 'weave-8', name: 'Weave 8', family: 'expander', words: ['I2C', 'expander', '8 inputs', 'small'], massG: 2, price: 2, inputs: 8, draws: { menu: 0.01, game: 0.01, peak: 0.01 }, blocks: [box('board', 'board', 'board', [0, 0, 15, 22], 0, T), box('chip', 'chip', 'chip', [5, 8, 5, 6], T, 1.8)], pads: [pad('SDA', 13, 3), pad('SCL', 13, 6), pad('3V3', 13, 9), pad('GND', 13, 12)], takes: [{ gpio: 2, signal: 'I2C data' }, { gpio: 3, signal: 'I2C clock' }] }),
  part({ id: 'dome-sheet', name: 'Dome sheet 10', family: 'switch', words: ['dome', 'metal', 'sheet', 'flat', '10 switches'], massG: 1, price: 2, inputs: 10, note: 'Snap domes on a sheet: 0.3 mm high, 0.25 mm travel. Typical for this class, measure yours.', blocks: [box('sheet', 'sheet', 'foam', [0, 0, 60, 12], 0, 0.5, { soft: true })], pads: [] }),
  part({ id: 'receiver', name: 'Pad receiver', family: 'controller', words: ['USB', 'wireless', 'receiver', 'pad'], massG: 3, price: 7, inputs: 0, draws: { menu: 0.1, game: 0.15, peak: 0.25 }, blocks: [box('board', 'board', 'board', [0, 0, 14, 18], 0, 1.2), box('plug', 'USB-A plug', 'connector', [1, -14, 12, 15], -1, 4.6, off('cutters', 2, 'plugging it in; solder four wires', 'Data pair together.'))], ports: [{ id: 'usb', name: 'USB', carries: 'usb', role: 'takes', form: 'usb-a', block: 'plug', padsLeft: true, speed: 1, amps: 0.05 }, { id: 'radio', name: 'radio', carries: 'radio', role: 'gives', form: 'air' }, { id: 'rail', name: 'power', carries: 'rail', role: 'takes', form: 'pads', volts: [4.75, 5.25], amps: 0.05 }] }),
];
