/**
 * Several readings of one length: their mean, its own uncertainty, and the reading that disagrees.
 *
 * u² = (t·s)²/n + (bias)²/3: the scatter of the mean, widened for few readings, and the share of the
 * tool's limit that repeating does not remove.
 */
import { type How, type Length, length, LIMIT_MM, parseLength, type ParsedLength } from './length';

/** Student's factor for one standard uncertainty (68 %) with n readings. */
const STUDENT: Readonly<Record<number, number>> = {
  2: 1.84,
  3: 1.32,
  4: 1.2,
  5: 1.14,
  6: 1.11,
  7: 1.09,
  8: 1.08,
  9: 1.07,
  10: 1.06,
};
/** Part of a tool's limit that is its own and stays however often one reads. */
const BIAS_SHARE = 0.4;

export interface Repeated {
  length: Length;
  disagrees?: { mm: number; sentence: string };
  working: string;
}

/** @param readings at least two, mm */
export function meanOf(readings: readonly number[], how: How): Repeated {
  const n = readings.length;
  if (n < 2) throw new RangeError('Two readings or more make a mean.');
  const mean = readings.reduce((s, r) => s + r, 0) / n;
  const s = Math.sqrt(readings.reduce((sum, r) => sum + (r - mean) ** 2, 0) / (n - 1));
  const u = Math.sqrt(
    (STUDENT[Math.min(10, n)]! * s) ** 2 / n + (BIAS_SHARE * LIMIT_MM[how]) ** 2 / 3,
  );
  let odd: number | undefined;
  if (n > 2) odd = outlier(readings, how);
  else if (Math.abs(readings[0]! - readings[1]!) > 2 * LIMIT_MM[how]) odd = readings[1];
  else odd = undefined;
  return {
    length: { ...length(Math.round(mean * 1000) / 1000, how), u, readings: [...readings] },
    ...(odd === undefined
      ? {}
      : {
          disagrees: {
            mm: odd,
            sentence:
              n === 2
                ? `${readings[0]} and ${readings[1]} disagree: read it a third time.`
                : `${odd} disagrees with the rest: read that one again.`,
          },
        }),
    working: `mean of ${n} readings ${mean.toFixed(2)} mm, scatter ${s.toFixed(2)}, ± ${(2 * u).toFixed(2)}`,
  };
}

/** The reading furthest from the middle one, if it is further than scatter and tool explain. */
function outlier(readings: readonly number[], how: How): number | undefined {
  const sorted = [...readings].sort((a, b) => a - b);
  const middle = (list: readonly number[]) =>
    list.length % 2
      ? list[(list.length - 1) / 2]!
      : (list[list.length / 2 - 1]! + list[list.length / 2]!) / 2;
  const m = middle(sorted);
  const spread = middle(readings.map((r) => Math.abs(r - m)).sort((a, b) => a - b));
  const worst = readings.reduce(
    (w, r) => (Math.abs(r - m) > Math.abs(w - m) ? r : w),
    readings[0]!,
  );
  return Math.abs(worst - m) > Math.max(4 * 1.4826 * spread, 2 * LIMIT_MM[how]) ? worst : undefined;
}

/** `12.1; 12.2; 12.15` as readings, or one length as ever. */
export function parseReadings(
  text: string,
  range: { min?: number; max?: number } = {},
): ParsedLength | { ok: true; readings: number[] } {
  const parts = text
    .split(';')
    .map((t) => t.trim())
    .filter(Boolean);
  if (parts.length < 2) return parseLength(text.replace(/;\s*$/, ''), range);
  if (parts.length > 50) return { ok: false, sentence: 'At most 50 readings of one length.' };
  const readings: number[] = [];
  for (const part of parts) {
    const read = parseLength(part, range);
    if (!read.ok) return read;
    readings.push(read.mm);
  }
  return { ok: true, readings };
}
