/**
 * The common 40-pin header of small computers: physical number, line and usual second function.
 *
 * Rows of two at 2.54 mm pitch; pin 1 is at the square pad. Lines 0 and 1 are read at start-up to
 * identify add-on boards and are left alone.
 */
import type { Pad } from '../model';

export interface HeaderPin {
  pin: number;
  name: string;
  gpio?: number;
  also: string[];
}

const NAMES = [
  '3V3',
  '5V',
  2,
  '5V',
  3,
  'GND',
  4,
  14,
  'GND',
  15,
  17,
  18,
  27,
  'GND',
  22,
  23,
  '3V3',
  24,
  10,
  'GND',
  9,
  25,
  11,
  8,
  'GND',
  7,
  0,
  1,
  5,
  'GND',
  6,
  12,
  13,
  'GND',
  19,
  16,
  26,
  20,
  'GND',
  21,
] as const;

const ALSO: Readonly<Record<number, string>> = {
  0: 'ID data',
  1: 'ID clock',
  2: 'I2C data',
  3: 'I2C clock',
  7: 'SPI select 1',
  8: 'SPI select 0',
  9: 'SPI in',
  10: 'SPI out',
  11: 'SPI clock',
  12: 'PWM 0',
  13: 'PWM 1',
  14: 'serial out',
  15: 'serial in',
  18: 'I2S clock',
  19: 'I2S frame',
  20: 'I2S in',
  21: 'I2S out',
};

export const HEADER_40: readonly HeaderPin[] = NAMES.map((n, i) =>
  typeof n === 'number'
    ? { pin: i + 1, name: `GPIO${n}`, gpio: n, also: ALSO[n] ? [ALSO[n]] : [] }
    : { pin: i + 1, name: n, also: [] },
);

/** Lines no button is put on, with the reason. */
export const RESERVED: Readonly<Record<number, string>> = {
  0: 'read at start-up to identify add-on boards',
  1: 'read at start-up to identify add-on boards',
};

/** Lines with a second duty while the system starts: taken for a button only when no other is left. */
export const SECOND_DUTY: Readonly<Record<number, string>> = {
  2: 'I2C data, with a fixed pull-up',
  3: 'I2C clock, with a fixed pull-up',
  14: 'the serial console sends on it until the image turns that off',
  15: 'the serial console listens on it until the image turns that off',
};

export const pinOf = (gpio: number): number => HEADER_40.find((p) => p.gpio === gpio)?.pin ?? 0;

const PITCH_MM = 2.54;

/** The header as pads of a part: pin 1 at x, y, the row running along x, even pins at y + 2.54. */
export const headerPads = (x: number, y: number): Pad[] =>
  HEADER_40.map((p) => ({
    id: String(p.pin),
    name: p.name,
    x: x + Math.floor((p.pin - 1) / 2) * PITCH_MM,
    y: y + (p.pin % 2 ? 0 : PITCH_MM),
    side: 'top' as const,
    ...(p.gpio === undefined ? {} : { gpio: p.gpio }),
    ...(p.also.length ? { also: p.also } : {}),
  }));
