/**
 * A measured length: the figure, how well it is known, and what was typed.
 *
 * Callipers, rulers and guesses are given as limits (±a); their standard uncertainty is a/√3, the
 * figure for a rectangular distribution. Every length in a document carries that u, so that a gap
 * can say how likely it is instead of pretending to be exact.
 */
import { z } from 'zod';

export const HOWS = [
  'calliper',
  'ruler',
  'photo',
  'mesh',
  'estimate',
  'typical',
  'made',
  'exact',
] as const;
export type How = (typeof HOWS)[number];

/** Limits ±a in mm by the way a length was found. `made` is a stated part tolerance. */
export const LIMIT_MM: Readonly<Record<How, number>> = {
  calliper: 0.05,
  ruler: 0.5,
  photo: 0.4,
  mesh: 0.2,
  estimate: 1,
  typical: 0.5,
  made: 0.15,
  exact: 0,
};

export const HOW_WORDS: Readonly<Record<How, string>> = {
  calliper: 'calliper, ±0.05',
  ruler: 'ruler, ±0.5',
  photo: 'photo trace, ±0.4',
  mesh: 'found on a mesh, ±0.2',
  estimate: 'estimate, ±1',
  typical: 'typical, ±0.5, measure yours',
  made: 'stated tolerance, ±0.15',
  exact: 'by definition',
};

/** Longest length a handheld may have. 3 m is a slip of the keyboard, not a shell. */
export const LONGEST_MM = 1000;

const figure = z
  .number({ error: 'This is not a number of millimetres.' })
  .min(-LONGEST_MM, { error: `Shorter than -${LONGEST_MM} mm cannot be right. Check the unit.` })
  .max(LONGEST_MM, {
    error: `Longer than ${LONGEST_MM} mm cannot be right for a handheld. Check the unit.`,
  });

const lengthShape = {
  u: z.number().min(0, { error: 'An uncertainty cannot be negative.' }).max(100),
  how: z.enum(HOWS, { error: `How it was measured is one of: ${HOWS.join(', ')}.` }),
  typed: z.string().max(60).optional(),
  readings: z.array(figure).max(50).optional(),
};

/** A size: greater than zero. */
export const Length = z.strictObject({
  mm: figure
    .positive({ error: 'A size must be greater than 0 mm.' })
    .min(0.001, { error: 'A size under 0.001 mm is nothing that can be measured.' }),
  ...lengthShape,
});
/** A distance from a datum: zero is allowed, and so is the far side of the datum. */
export const Distance = z.strictObject({ mm: figure, ...lengthShape });
/** A length that may be nothing, such as a corner radius. */
export const LengthOrNone = z.strictObject({
  mm: figure.min(0, { error: 'This cannot be negative.' }),
  ...lengthShape,
});
export type Length = z.infer<typeof Distance>;

/** Standard uncertainty in mm of one reading taken this way: limit / √3. */
export const uOf = (how: How): number => LIMIT_MM[how] / Math.sqrt(3);

/** A length of so many mm, found that way. */
export function length(mm: number, how: How = 'calliper', typed?: string): Length {
  return { mm, u: uOf(how), how, ...(typed === undefined ? {} : { typed }) };
}

/** A length whose own standard uncertainty is known: from a fit or a calibration. */
export const lengthWithin = (mm: number, u: number, how: How): Length => ({ mm, u, how });

/** The limit ±a in mm behind a length's standard uncertainty. */
export const limitOf = (l: Length): number => l.u * Math.sqrt(3);

export type ParsedLength = { ok: true; mm: number } | { ok: false; sentence: string };

const UNIT_MM: Readonly<Record<string, number>> = {
  '': 1,
  mm: 1,
  cm: 10,
  m: 1000,
  in: 25.4,
  inch: 25.4,
  inches: 25.4,
  '"': 25.4,
  '″': 25.4,
  mil: 0.0254,
  thou: 0.0254,
};
const LENGTH_TEXT =
  /^([+-])?\s*(?:(\d+)\s+)?(\d+(?:[.,]\d+)?|[.,]\d+)(?:\s*\/\s*(\d+))?\s*([a-z"″]*)$/i;

/**
 * Read a typed length: `12`, `12.5 mm`, `12,5`, `1/8 in`, `1 1/2"`, `60 thou`.
 *
 * @param text  what was typed; a bare number is millimetres
 * @param range lowest and highest figure accepted, mm
 * @returns     the length in mm, or one sentence that says what is wrong with the text
 */
export function parseLength(
  text: string,
  range: { min?: number; max?: number } = {},
): ParsedLength {
  const typed = text.trim();
  if (typed === '') {
    return { ok: false, sentence: 'Type a length, for example 12.5, 12.5 mm or 1/8 in.' };
  }
  const found = LENGTH_TEXT.exec(typed);
  const unit = found ? UNIT_MM[found[5]!.toLowerCase()] : undefined;
  if (!found || unit === undefined) {
    return {
      ok: false,
      sentence: `"${typed.slice(0, 40)}" is not a length. Try 12.5, 12.5 mm, 1/8 in or 1 1/2".`,
    };
  }
  const [, sign, whole, top, bottom] = found;
  if (bottom !== undefined && Number(bottom) === 0) {
    return { ok: false, sentence: 'A fraction cannot be over 0.' };
  }
  if (whole !== undefined && bottom === undefined) {
    return {
      ok: false,
      sentence: `"${typed.slice(0, 40)}" is two numbers. Type one, or a fraction such as 1 1/2 in.`,
    };
  }
  const part = Number(top!.replace(',', '.')) / (bottom === undefined ? 1 : Number(bottom));
  const mm = (sign === '-' ? -1 : 1) * (Number(whole ?? 0) + part) * unit;
  const min = range.min ?? -LONGEST_MM;
  const max = range.max ?? LONGEST_MM;
  const rounded = Math.round(mm * 1e6) / 1e6;
  if (rounded < min) {
    let sentence: string;
    if (min === 0) sentence = 'This cannot be negative.';
    else if (min > 0 && rounded <= 0) sentence = 'A size must be greater than 0 mm.';
    else sentence = `${formatMm(rounded)} mm is too small here; the least is ${formatMm(min)} mm.`;
    return {
      ok: false,
      sentence,
    };
  }
  if (rounded > max) {
    return {
      ok: false,
      sentence: `${formatMm(rounded)} mm is too long here; the most is ${formatMm(max)} mm. Check the unit.`,
    };
  }
  return { ok: true, mm: rounded };
}

/** Millimetres with at most two decimals and no trailing zeros: 12, 12.5, 3.18. */
export const formatMm = (mm: number, digits = 2): string => {
  const text = mm.toFixed(digits);
  const short = text.includes('.') ? text.replace(/0+$/, '').replace(/\.$/, '') : text;
  return short === '-0' ? '0' : short;
};
