/** Resistors as they are sold. */
import { mustBePositive } from '../model';

/** Preferred numbers of the E24 series (IEC 60063). */
export const E24 = [
  1, 1.1, 1.2, 1.3, 1.5, 1.6, 1.8, 2, 2.2, 2.4, 2.7, 3, 3.3, 3.6, 3.9, 4.3, 4.7, 5.1, 5.6, 6.2, 6.8,
  7.5, 8.2, 9.1,
] as const;

/** The next E24 value not below a resistance, Ω. */
export function nextE24(rOhm: number): number {
  mustBePositive('The resistance', rOhm);
  for (let decade = 10 ** Math.floor(Math.log10(rOhm) - 1); ; decade *= 10) {
    for (const v of E24) {
      const value = Math.round(v * decade * 1e6) / 1e6;
      if (value >= rOhm * (1 - 1e-9)) return value;
    }
  }
}
