/** Sound, controls and the small things. */
import type { Form, Part, Port } from '../model';
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

const usbHub = (speed: number, count: number, amps: number): Port[] => [{ id: 'up', name: 'upstream', carries: 'usb', role: 'takes', form: 'pads', speed, amps }, { id: 'down', name: 'ports', carries: 'usb', role: 'gives', form: 'pads', speed, count }];
const lineJack = (switching: boolean): Port => ({ id: 'jack', name: 'headphones', carries: 'line', role: 'takes', form: 'jack-3.5', switching });
const axes = (count: number): Port => ({ id: 'axes', name: 'axes', carries: 'analog', role: 'takes', form: 'pads', count });

const hub = (id: string, name: string, speed: number, count: number, [w, h, tall]: readonly [number, number, number], price: number, words: string[]): Part => part({
  id, name, family: 'hub', words: ['USB', 'hub', `${count} ports`, ...words], massG: 5, price, draws: { menu: 0.12, game: 0.12, peak: 0.2 },
  blocks: [box('board', 'board', 'board', [0, 0, w, h], 0, T), box('chip', 'chip', 'chip', [w / 2 - 3, h / 2 - 3, 6, 6], T, tall)], pads: padRow(2, 1.5, ['5V', 'D-', 'D+', 'GND']), ports: usbHub(speed, count, 0.04),
});
const standOff = (len: number): Part => part({ id: `stand-off-${len}`, name: `Stand-off M2.5 x ${len}`, family: 'hardware', words: ['stand-off', 'spacer', 'M2.5', `${len} mm`], massG: 0.5, price: 0.2, blocks: [round('post', 'post', 'body', [0, 0, 5], 0, len)] });
const magnet = (d: number, t: number): Part => part({ id: `magnet-${d}x${t}`, name: `Magnet ${d} x ${t}`, family: 'hardware', words: ['magnet', 'round'], massG: 0.5, price: 0.3, blocks: [round('magnet', 'magnet', 'body', [0, 0, d], 0, t)] });
const sink = (a: number, high: number): Part => part({ id: `sink-${a}`, name: `Heat-sink ${a} x ${a}`, family: 'cooling', words: ['heat-sink', 'fins', 'glued'], massG: Math.round(a * a * high * 0.0012), price: 1.5, blocks: [box('fins', 'fins', 'body', [0, 0, a, a], 0, high)] });
const fan = (a: number, t: number, w: number): Part => part({ id: `fan-${a}`, name: `Fan ${a}`, family: 'cooling', words: ['fan', `${a} mm`, '5 V'], massG: 6, price: 4, draws: { menu: w, game: w, peak: w * 1.3 }, blocks: [box('frame', 'frame', 'body', [0, 0, a, a], 0, t)], pads: [pad('+', 1, 1), pad('-', 3, 1)] });

/** What stands in the wall: sockets to be wired inwards. */
const panelSocket = (id: string, name: string, type: 'usb-c' | 'micro-usb' | 'barrel', [w, h, d]: readonly [number, number, number], port: Partial<Port>, price: number, note: string): Part => part({
  id, name, family: 'hardware', words: ['panel', 'socket', type, 'supply'], massG: 2, price, note: `${note} Typical for this class, measure yours.`,
  blocks: [box('body', 'body', 'connector', [0, 0, w, d], 0, h)], connectors: [socket('mouth', name, type, [w / 2, 0, h / 2], [0, -1, 0], 'body', true)], pads: [pad('5V', 1.5, d - 1), pad('GND', w - 1.5, d - 1)],
  ports: [{ id: 'supply', name, carries: 'supply', role: 'gives', form: type, block: 'body', volts: [4.75, 5.25], ...port }],
});
const lead = (id: string, name: string, carries: 'hdmi' | 'usb', ends: readonly [Form, Form], long: number, price: number): Part => part({
  id, name, family: 'lead', words: ['lead', 'ribbon', ...ends, `${long} mm`], massG: 4, price, note: `${long} mm of flat ribbon between two plugs. Typical for this class, measure yours.`,
  blocks: [box('plug-a', 'first plug', 'connector', [0, 0, 16, 20], 0, 6), box('plug-b', 'second plug', 'connector', [20, 0, 16, 20], 0, 6)], lead: { carries, ends: [ends[0], ends[1]] },
});

/** Read beside the buttons: sticks, triggers, boards that read them. */
const MORE_CONTROLS: Part[] = [
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

const MORE_SOUND: Part[] = [
  speaker(23, 5, 8, 1), speaker(36, 6.5, 8, 2),
  part({ id: 'speaker-32-4', name: 'Speaker 32, 4 ohm', family: 'speaker', words: ['32 mm', '4 ohm', '3 W', 'round'], massG: 12, price: 4, blocks: [round('basket', 'basket', 'body', [0, 0, 32], 0, 3), round('magnet', 'magnet', 'body', [0, 0, 19], -3, 3)], pads: [pad('+', 14, 2), pad('-', 14, -2)], speaker: { ohm: 4, ratedW: 3 } }),
  part({ id: 'speaker-oval', name: 'Speaker 20 x 30', family: 'speaker', words: ['20 x 30', '8 ohm', '1 W', 'oval', 'flat'], massG: 6, price: 3, blocks: [box('frame', 'frame', 'body', [0, 0, 20, 30], 0, 4.2)], pads: [pad('+', 10, 28), pad('-', 13, 28)], speaker: { ohm: 8, ratedW: 1 } }),
  part({ id: 'chirp-i2s-stereo', name: 'Chirp I2S stereo', family: 'audio', words: ['I2S', 'amp', 'stereo', '2 x 3 W', '24 x 24'], massG: 4, price: 9, draws: { menu: 0.08, game: 0.4, peak: 2 }, blocks: [box('board', 'board', 'board', [0, 0, 24, 24], 0, T), box('chip', 'amp chips', 'chip', [6, 9, 12, 5], T, 1)], pads: [...padRow(2, 22, ['LRC', 'BCLK', 'DIN', 'SD', 'GND', '5V']), pad('L+', 3, 2), pad('L-', 6, 2), pad('R+', 16, 2), pad('R-', 19, 2)], takes: [{ gpio: 18, signal: 'I2S clock' }, { gpio: 19, signal: 'I2S frame' }, { gpio: 21, signal: 'I2S out' }], amp: { minOhm: 4, channels: 2, bridged: true } }),
  part({ id: 'chirp-analog-mono', name: 'Chirp analog 2 W', family: 'audio', words: ['analog', 'amp', 'mono', '2 W', 'small'], massG: 2, price: 2, draws: { menu: 0.04, game: 0.25, peak: 1 }, blocks: [box('board', 'board', 'board', [0, 0, 16, 15], 0, T), box('chip', 'amp chip', 'chip', [5, 5, 5, 4], T, 1.6)], pads: padRow(1.5, 1.5, ['5V', 'GND', 'IN', 'S+', 'S-']), amp: { minOhm: 8, channels: 1, bridged: true } }),
  part({ id: 'filter-pwm', name: 'Filter for two PWM pins', family: 'audio', words: ['PWM', 'filter', 'low-pass', 'line'], massG: 1, price: 2, blocks: [box('board', 'board', 'board', [0, 0, 14, 12], 0, T), box('parts', 'resistors and capacitors', 'chip', [2, 3, 10, 6], T, 2)], pads: padRow(1.5, 1.5, ['L in', 'R in', 'GND', 'L', 'R']), takes: [{ gpio: 12, signal: 'PWM left' }, { gpio: 13, signal: 'PWM right' }], ports: [{ id: 'pwm', name: 'PWM in', carries: 'pwm', role: 'takes', form: 'header' }, { id: 'line', name: 'line out', carries: 'line', role: 'gives', form: 'pads', count: 2 }] }),
  part({ id: 'pot-flat', name: 'Volume pot, thumb', family: 'hardware', words: ['pot', 'volume', 'thumb', '10 k', 'flat'], massG: 1, price: 1.2, blocks: [box('body', 'body', 'body', [0, 0, 11, 12], 0, 3.2)], pads: padRow(2, 0.5, ['A', 'W', 'B']) }),
];

const MORE_HARDWARE: Part[] = [
  panelSocket('panel-usb-c', 'Panel USB-C with pull-downs', 'usb-c', [13, 5.5, 14], { pullDowns: true }, 2, 'Carries its two 5.1 kΩ resistors.'), panelSocket('panel-usb-c-bare', 'Panel USB-C, bare', 'usb-c', [12, 4.5, 12], { pullDowns: false }, 1, 'Without resistors: add 5.1 kΩ from each CC pin to ground.'),
  panelSocket('panel-micro', 'Panel micro-USB', 'micro-usb', [11, 5, 12], {}, 1.5, 'Two wires.'), panelSocket('panel-barrel', 'Panel barrel 5-12 V', 'barrel', [9, 11, 14], { volts: [5, 12] }, 1, 'Any 5.5 mm plug fits, whatever its voltage.'),
  part({ id: 'jack-plain', name: 'Plain jack 3.5', family: 'hardware', words: ['jack', 'headphones', 'plain'], massG: 1, price: 0.6, blocks: [box('body', 'body', 'connector', [0, 0, 6, 12], 0, 5)], connectors: [socket('jack', 'headphones', 'jack-3.5', [3, 0, 2.5], [0, -1, 0], 'body', true)], pads: ['tip', 'ring', 'sleeve'].map((n, i) => pad(n, 1 + i * 1.6, 11)), ports: [lineJack(false)] }),
  part({ id: 'slide-heavy', name: 'Slide switch 3 A', family: 'switch', words: ['slide', 'power', 'switch', '3 A'], massG: 2, price: 1.2, off: { kind: 'switch', amps: 3 }, blocks: [box('body', 'body', 'body', [0, 0, 18, 8], 0, 7.5), box('lever', 'lever', 'cap', [5, 8, 4, 5], 2, 4)], pads: padRow(5, 0.5, ['1', 'C', '2'], 'bottom') }),
  lead('lead-hdmi', 'HDMI ribbon', 'hdmi', ['hdmi', 'hdmi'], 100, 6), lead('lead-mini-hdmi', 'Mini-HDMI to HDMI ribbon', 'hdmi', ['mini-hdmi', 'hdmi'], 100, 7), lead('lead-mini-mini', 'Mini-HDMI ribbon', 'hdmi', ['mini-hdmi', 'mini-hdmi'], 80, 7), lead('lead-usb', 'USB-A to micro ribbon', 'usb', ['usb-a', 'micro-usb'], 80, 4),
  hub('hub-2', 'Hub 2', 2, 2, [18, 20, 1.2], 4, ['2.0', 'small']), hub('hub-old', 'Hub, USB 1.1', 1, 4, [30, 20, 1.8], 2, ['1.1', 'old']), hub('hub-4-fast', 'Hub 4, USB 3', 3, 4, [40, 30, 1.4], 12, ['3', 'fast']),
  standOff(3), standOff(5), standOff(8), standOff(11), screw(5), screw(10), magnet(4, 2), magnet(8, 2), sink(14, 6), sink(20, 4), fan(25, 7, 0.35), fan(30, 7, 0.5),
  part({ id: 'led-2', name: 'LED 1.8 mm', family: 'hardware', words: ['LED', 'lamp', 'small'], massG: 0.1, price: 0.1, blocks: [round('lens', 'lens', 'body', [0, 0, 1.9], 0, 3.1)], pads: [pad('+', 0.7, 0), pad('-', -0.7, 0)] }),
  part({ id: 'light-pipe', name: 'Light pipe 3 mm', family: 'hardware', words: ['light', 'pipe', 'clear', 'LED'], massG: 0.2, price: 0.2, blocks: [round('rod', 'rod', 'body', [0, 0, 3], 0, 8)] }),
  part({ id: 'reed', name: 'Reed switch', family: 'switch', words: ['reed', 'magnet', 'lid', 'sleep'], massG: 0.3, price: 0.8, blocks: [box('glass', 'glass', 'body', [0, 0, 14, 2.2], 0, 2.2)], pads: [pad('a', 0, 1.1), pad('b', 14, 1.1)] }),
  part({ id: 'hall', name: 'Hall switch', family: 'switch', words: ['hall', 'magnet', 'lid', 'sleep'], massG: 0.2, price: 0.7, blocks: [box('body', 'body', 'chip', [0, 0, 4, 3], 0, 1.5)], pads: [pad('3V3', 0.5, 0), pad('GND', 2, 0), pad('OUT', 3.5, 0)] }),
  part({ id: 'insert-m2', name: 'Threaded insert M2', family: 'hardware', words: ['insert', 'thread', 'brass', 'M2'], massG: 0.2, price: 0.1, blocks: [round('insert', 'insert', 'body', [0, 0, 3.2], 0, 4)] }),
  part({ id: 'usb-stick', name: 'USB stick, short', family: 'storage', words: ['USB', 'stick', 'games', '64 GB'], massG: 3, price: 9, draws: { menu: 0.2, game: 0.3, peak: 0.6 }, blocks: [box('body', 'body', 'body', [0, 0, 16, 6], 0, 7), box('plug', 'USB-A plug', 'connector', [2, -12, 12, 12], 1, 4.6)], ports: [{ id: 'usb', name: 'USB', carries: 'usb', role: 'takes', form: 'usb-a', speed: 2, amps: 0.12 }] }),
  part({ id: 'card-extender-long', name: 'Card extender, long', family: 'storage', words: ['card', 'extender', 'flat cable', '150 mm'], massG: 3, price: 5, blocks: [box('board', 'head board', 'board', [0, 0, 15, 14], 0, 1), box('slot', 'card slot', 'connector', [0.5, 0.5, 14, 13], 1, 1.6)], connectors: [socket('card', 'card', 'card', [15, 7, 1.8], [1, 0, 0], 'slot')], pads: [] }),
];

export const SMALL: Part[] = [
  ...MORE_CONTROLS, ...MORE_SOUND, ...MORE_HARDWARE,
  part({
    id: 'chirp-i2s', name: 'Chirp I2S', family: 'audio', words: ['I2S', 'amp', 'mono', '3 W', '18 x 20'], massG: 3, price: 6, draws: { menu: 0.05, game: 0.25, peak: 1.2 },
    blocks: [box('board', 'board', 'board', [0, 0, 18, 20], 0, T), box('chip', 'amp chip', 'chip', [7, 8, 4, 4], T, 1), box('terminal', 'speaker terminal', 'connector', [5, 0, 8, 7], T, 8, off('iron', 2, 'the terminal; solder the speaker', 'Small pads.')), box('stubs', 'pin stubs', 'pins', [0.5, 16.5, 17, 2.6], -1.2, 1.2, off('cutters', 1, 'nothing', 'Trim flush.'))],
    pads: [...padRow(1.4, 17.8, ['LRC', 'BCLK', 'DIN', 'GAIN', 'SD', 'GND', '5V']), pad('S+', 7, 3), pad('S-', 11, 3)],
    takes: [{ gpio: 18, signal: 'I2S clock' }, { gpio: 19, signal: 'I2S frame' }, { gpio: 21, signal: 'I2S out' }], amp: { minOhm: 4, channels: 1, bridged: true },
  }),
  part({
    id: 'chirp-analog', name: 'Chirp analog 3 W', family: 'audio', words: ['analog', 'amp', 'stereo', '3 W'], massG: 4, price: 3, draws: { menu: 0.05, game: 0.35, peak: 1.5 },
    blocks: [box('board', 'board', 'board', [0, 0, 24, 18], 0, T), box('chip', 'amp chip', 'chip', [9, 6, 6, 5], T, 1.7), box('pot', 'volume pot', 'body', [17, 10, 7, 8], T, 7, off('iron', 2, 'its knob; wire the old wheel', 'Three pads.')), box('capacitor', 'capacitor', 'body', [2, 11, 5, 5], T, 6)],
    pads: padRow(2, 1.5, ['5V', 'GND', 'L', 'R', 'L+', 'L-', 'R+', 'R-']), amp: { minOhm: 4, channels: 2, bridged: true },
  }),
  part({
    id: 'chirp-usb', name: 'Chirp USB card', family: 'audio', words: ['USB', 'sound card', 'jack'], massG: 6, price: 5, draws: { menu: 0.1, game: 0.2, peak: 0.3 },
    blocks: [box('board', 'board', 'board', [0, 0, 16, 32], 0, 1), box('plug', 'USB-A plug', 'connector', [2, -14, 12, 15], -1, 4.6, off('cutters', 2, 'plugging it in; solder four wires', 'Data pair together.')), box('jack', 'headphone jack', 'connector', [4, 24, 7, 12], 1, 5, off('iron', 3, 'the jack', 'Keep the switch contacts.')), box('chip', 'chip', 'chip', [5, 10, 6, 6], 1, 1.2)],
    connectors: [socket('jack', 'headphones', 'jack-3.5', [7.5, 36, 3.5], [0, 1, 0], 'jack')], pads: padRow(3, 2, ['5V', 'D-', 'D+', 'GND']),
    ports: [{ id: 'usb', name: 'USB', carries: 'usb', role: 'takes', form: 'usb-a', block: 'plug', padsLeft: true, speed: 1, amps: 0.06 }, { id: 'line', name: 'line out', carries: 'line', role: 'gives', form: 'pads', count: 2 }],
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
    id: 'slide-switch', name: 'Slide switch', family: 'switch', words: ['slide', 'power', 'switch'], massG: 1, price: 0.5, off: { kind: 'switch', amps: 0.5 },
    blocks: [box('body', 'body', 'body', [0, 0, 12, 6], 0, 5.5), box('lever', 'lever', 'cap', [3, 6, 3, 4], 1.5, 3)], pads: padRow(3.5, 0.5, ['1', 'C', '2'], 'bottom'),
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
  part({
    id: 'latch', name: 'Soft latch', family: 'latch', words: ['soft', 'latch', 'power', 'shutdown'], massG: 2, price: 5,
    blocks: [box('board', 'board', 'board', [0, 0, 16, 20], 0, T), box('chip', 'chip', 'chip', [5, 8, 5, 5], T, 1.2), box('plug', 'button plug', 'connector', [4, 0, 8, 6], T, 5.5, off('iron', 2, 'the plug; solder two wires', 'Small pads.')), box('switch', 'power transistor', 'chip', [10, 12, 5, 6], T, 2.3)],
    pads: padRow(1.5, 18.5, ['IN', 'OUT', 'GND', 'REQ', 'DOWN']), off: { kind: 'latch', amps: 3 }, takes: [{ gpio: 26, signal: 'shutdown request' }, { gpio: 16, signal: 'I am down' }],
  }),
  part({
    id: 'hub-4', name: 'Hub 4', family: 'hub', words: ['USB', 'hub', '4 ports'], massG: 9, price: 6, draws: { menu: 0.15, game: 0.15, peak: 0.2 },
    blocks: [box('board', 'board', 'board', [0, 0, 40, 18], 0, T), box('ports', 'USB-A sockets', 'connector', [2, 4, 30, 14], T, 7, off('rotary tool', 3, 'plugs; solder wires', 'Ground plane.')), box('chip', 'chip', 'chip', [34, 6, 5, 5], T, 1.2)], pads: padRow(33, 1.5, ['5V', 'D-']), ports: usbHub(2, 4, 0.04),
  }),
  part({
    id: 'card-extender', name: 'Card extender', family: 'storage', words: ['card', 'extender', 'flat cable'], massG: 2, price: 4,
    blocks: [box('board', 'head board', 'board', [0, 0, 14, 13], 0, 1), box('slot', 'card slot', 'connector', [0.5, 0.5, 13, 12], 1, 1.5), box('latch', 'flat-cable latch', 'connector', [0, 2, 3, 9], -1.2, 1.2)],
    connectors: [socket('card', 'card', 'card', [14, 6.5, 1.7], [1, 0, 0], 'slot')], pads: [],
  }),
  part({
    id: 'jack-switching', name: 'Switching jack 3.5', family: 'hardware', words: ['jack', 'headphones', 'switching'], massG: 1, price: 1,
    blocks: [box('body', 'body', 'connector', [0, 0, 6, 12], 0, 5)], connectors: [socket('jack', 'headphones', 'jack-3.5', [3, 0, 2.5], [0, -1, 0], 'body', true)], pads: ['tip', 'ring', 'sleeve', 'tip switch'].map((n, i) => pad(n, 1 + i * 1.3, 11)), ports: [lineJack(true)],
  }),
  part({ id: 'magnet-6', name: 'Magnet 6 x 3', family: 'hardware', words: ['magnet', 'round'], massG: 0.6, price: 0.3, blocks: [round('magnet', 'magnet', 'body', [0, 0, 6], 0, 3)] }),
  part({ id: 'led-3', name: 'LED 3 mm', family: 'hardware', words: ['LED', 'lamp'], massG: 0.2, price: 0.1, blocks: [round('lens', 'lens', 'body', [0, 0, 3.1], 0, 5.3), round('legs', 'legs', 'pins', [0, 0, 3], -4, 4, off('cutters', 1, 'nothing', 'Mark the short leg first.'))], pads: [pad('+', 1.3, 0), pad('-', -1.3, 0)] }),
  part({ id: 'pot-wheel', name: 'Volume wheel pot', family: 'hardware', words: ['pot', 'wheel', 'volume', '10 k'], massG: 2, price: 1, blocks: [round('wheel', 'wheel', 'cap', [0, 0, 16], 1.6, 2.5), box('body', 'body', 'body', [-5, -6, 10, 12], 0, 1.6)], pads: padRow(-2.5, -5, ['A', 'W', 'B']) }),
  screw(4), screw(6), screw(8),
];
