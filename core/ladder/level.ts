/**
 * What a channel of a ladder reads: the share of the 3.3 V its pull-up hangs on, and the band it may lie
 * in. A pressed key joins its resistor to ground; several pressed join theirs side by side.
 */

export interface Setting {
  pullUpOhm: number;
  /** Of every resistor, as a share. */
  tolerance: number;
  /** What a closed key may read besides, Ω. */
  contactOhm: number;
}
/** Shares of 3.3 V. */
export interface Band {
  low: number;
  high: number;
}

/** A converter against its own reference sees the rail go up and down by so much: typical. */
const RAIL_SHARE = 0.03;
/** Its steps, its offset and hum, of the whole range: typical of a hobby converter. */
const READ_SHARE = 0.005;

/** Several to ground, side by side; nothing pressed is open. */
function sideBySide(ohms: readonly number[]): number {
  if (ohms.some((r) => r <= 0)) return 0;
  return ohms.length ? 1 / ohms.reduce((sum, r) => sum + 1 / r, 0) : Infinity;
}

const divided = (ohm: number, pullUpOhm: number): number =>
  ohm === Infinity ? 1 : ohm / (ohm + pullUpOhm);

/** With every part as it is marked. */
export const levelOf = (pressed: readonly number[], { pullUpOhm }: Setting): number =>
  divided(sideBySide(pressed), pullUpOhm);

/** Every resistor, contact, rail and converter at the end of its band that lowers or raises it most. */
export function bandOf(pressed: readonly number[], setting: Setting): Band {
  const { pullUpOhm, tolerance, contactOhm } = setting;
  const least = sideBySide(pressed.map((r) => r * (1 - tolerance)));
  const most = sideBySide(pressed.map((r) => r * (1 + tolerance) + contactOhm));
  return {
    low: divided(least, pullUpOhm * (1 + tolerance)) * (1 - RAIL_SHARE) - READ_SHARE,
    high: divided(most, pullUpOhm * (1 - tolerance)) * (1 + RAIL_SHARE) + READ_SHARE,
  };
}

/** The level that is nearest, as the driver decides it; of two as near the first. */
export function nearest<T>(level: number, all: ReadonlyArray<{ is: T; level: number }>): T {
  return all.reduce((best, x) =>
    Math.abs(x.level - level) < Math.abs(best.level - level) ? x : best,
  ).is;
}

/** How level and band are reached, for whoever checks them. */
export function bandWorking(setting: Setting): string[] {
  const percent = (share: number): string => `${Number((100 * share).toPrecision(2))} %`;
  return [
    `reads 3.3 V × R / (R + ${setting.pullUpOhm} Ω)`,
    `at worst: resistors ± ${percent(setting.tolerance)}, a closed key from 0 to ${setting.contactOhm} Ω, the rail ± ${percent(RAIL_SHARE)}, the converter ± ${percent(READ_SHARE)} of its range; typical, the driver takes the nearest level`,
  ];
}
