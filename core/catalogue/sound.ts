/** Sound: amplifiers, cards, filters, speakers, jacks and what sets the volume. */
import type { Part, Port } from '../model';
import { box, off, pad, padRow, part, PCB_MM as T, round, socket } from './blocks';

const speaker = (d: number, thick: number, ohm: number, ratedW: number): Part => part({
  id: `speaker-${d}`, name: `Speaker ${d}`, family: 'speaker', words: [`${d} mm`, `${ohm} ohm`, `${ratedW} W`, 'round'], massG: Math.round(d / 3), price: 3,
  blocks: [round('basket', 'basket', 'body', [0, 0, d], 0, thick * 0.5), round('magnet', 'magnet', 'body', [0, 0, d * 0.6], -thick * 0.5, thick * 0.5)],
  pads: [pad('+', d / 2 - 2, 2), pad('-', d / 2 - 2, -2)], speaker: { ohm, ratedW },
});

const lineJack = (switching: boolean): Port => ({ id: 'jack', name: 'headphones', carries: 'line', role: 'takes', form: 'jack-3.5', switching });

export const SOUND: Part[] = [
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
  speaker(23, 5, 8, 1), speaker(36, 6.5, 8, 2),
  part({ id: 'speaker-32-4', name: 'Speaker 32, 4 ohm', family: 'speaker', words: ['32 mm', '4 ohm', '3 W', 'round'], massG: 12, price: 4, blocks: [round('basket', 'basket', 'body', [0, 0, 32], 0, 3), round('magnet', 'magnet', 'body', [0, 0, 19], -3, 3)], pads: [pad('+', 14, 2), pad('-', 14, -2)], speaker: { ohm: 4, ratedW: 3 } }),
  part({ id: 'speaker-oval', name: 'Speaker 20 x 30', family: 'speaker', words: ['20 x 30', '8 ohm', '1 W', 'oval', 'flat'], massG: 6, price: 3, blocks: [box('frame', 'frame', 'body', [0, 0, 20, 30], 0, 4.2)], pads: [pad('+', 10, 28), pad('-', 13, 28)], speaker: { ohm: 8, ratedW: 1 } }),
  part({ id: 'chirp-i2s-stereo', name: 'Chirp I2S stereo', family: 'audio', words: ['I2S', 'amp', 'stereo', '2 x 3 W', '24 x 24'], massG: 4, price: 9, draws: { menu: 0.08, game: 0.4, peak: 2 }, blocks: [box('board', 'board', 'board', [0, 0, 24, 24], 0, T), box('chip', 'amp chips', 'chip', [6, 9, 12, 5], T, 1)], pads: [...padRow(2, 22, ['LRC', 'BCLK', 'DIN', 'SD', 'GND', '5V']), pad('L+', 3, 2), pad('L-', 6, 2), pad('R+', 16, 2), pad('R-', 19, 2)], takes: [{ gpio: 18, signal: 'I2S clock' }, { gpio: 19, signal: 'I2S frame' }, { gpio: 21, signal: 'I2S out' }], amp: { minOhm: 4, channels: 2, bridged: true } }),
  part({ id: 'chirp-analog-mono', name: 'Chirp analog 2 W', family: 'audio', words: ['analog', 'amp', 'mono', '2 W', 'small'], massG: 2, price: 2, draws: { menu: 0.04, game: 0.25, peak: 1 }, blocks: [box('board', 'board', 'board', [0, 0, 16, 15], 0, T), box('chip', 'amp chip', 'chip', [5, 5, 5, 4], T, 1.6)], pads: padRow(1.5, 1.5, ['5V', 'GND', 'IN', 'S+', 'S-']), amp: { minOhm: 8, channels: 1, bridged: true } }),
  part({ id: 'filter-pwm', name: 'Filter for two PWM pins', family: 'audio', words: ['PWM', 'filter', 'low-pass', 'line'], massG: 1, price: 2, blocks: [box('board', 'board', 'board', [0, 0, 14, 12], 0, T), box('parts', 'resistors and capacitors', 'chip', [2, 3, 10, 6], T, 2)], pads: padRow(1.5, 1.5, ['L in', 'R in', 'GND', 'L', 'R']), takes: [{ gpio: 12, signal: 'PWM left' }, { gpio: 13, signal: 'PWM right' }], ports: [{ id: 'pwm', name: 'PWM in', carries: 'pwm', role: 'takes', form: 'header' }, { id: 'line', name: 'line out', carries: 'line', role: 'gives', form: 'pads', count: 2 }] }),
  part({ id: 'pot-flat', name: 'Volume pot, thumb', family: 'hardware', words: ['pot', 'volume', 'thumb', '10 k', 'flat'], massG: 1, price: 1.2, blocks: [box('body', 'body', 'body', [0, 0, 11, 12], 0, 3.2)], pads: padRow(2, 0.5, ['A', 'W', 'B']) }),
  part({
    id: 'jack-switching', name: 'Switching jack 3.5', family: 'hardware', words: ['jack', 'headphones', 'switching'], massG: 1, price: 1,
    blocks: [box('body', 'body', 'connector', [0, 0, 6, 12], 0, 5)], connectors: [socket('jack', 'headphones', 'jack-3.5', [3, 0, 2.5], [0, -1, 0], 'body', true)], pads: ['tip', 'ring', 'sleeve', 'tip switch'].map((n, i) => pad(n, 1 + i * 1.3, 11)), ports: [lineJack(true)],
  }),
  part({ id: 'jack-plain', name: 'Plain jack 3.5', family: 'hardware', words: ['jack', 'headphones', 'plain'], massG: 1, price: 0.6, blocks: [box('body', 'body', 'connector', [0, 0, 6, 12], 0, 5)], connectors: [socket('jack', 'headphones', 'jack-3.5', [3, 0, 2.5], [0, -1, 0], 'body', true)], pads: ['tip', 'ring', 'sleeve'].map((n, i) => pad(n, 1 + i * 1.6, 11)), ports: [lineJack(false)] }),
  part({ id: 'pot-wheel', name: 'Volume wheel pot', family: 'hardware', words: ['pot', 'wheel', 'volume', '10 k'], massG: 2, price: 1, blocks: [round('wheel', 'wheel', 'cap', [0, 0, 16], 1.6, 2.5), box('body', 'body', 'body', [-5, -6, 10, 12], 0, 1.6)], pads: padRow(-2.5, -5, ['A', 'W', 'B']) }),
];
