/**
 * Drawings to be printed at true size: marks in mm on a sheet whose origin is its top left, y down.
 * Writers turn sheets into SVG or PDF pages; nothing here knows about either.
 */
import type { Pt } from '../geometry';

/** `by hand`: cut, but by no machine: a post that is trimmed, a floor that is milled on its stop. */
export type Ink = 'outline' | 'cut' | 'by hand' | 'start' | 'there' | 'datum' | 'thin';
export type Mark =
  | { kind: 'ring'; points: Pt[]; ink: Ink }
  | { kind: 'circle'; x: number; y: number; r: number; ink: Ink }
  | { kind: 'line'; x0: number; y0: number; x1: number; y1: number; ink: Ink }
  | {
      kind: 'text';
      x: number;
      y: number;
      mm: number;
      text: string;
      anchor?: 'start' | 'middle' | 'end';
    };

export interface Sheet {
  id: string;
  title: string;
  /** Seen from where, and whether mirrored. */
  note: string;
  w: number;
  h: number;
  marks: Mark[];
  /** Keys of the cuts that are drawn on it. */
  cuts?: readonly string[];
  /** Where the middle of each pattern lies on it: it can be moved from there. */
  handles?: ReadonlyArray<{ key: string; x: number; y: number }>;
  /** A face of a body: where its x and y are 0 on the sheet, mm, and whether x runs to the left. */
  face?: { body: string; x0: number; y0: number; isMirrored: boolean };
}

/** Bars of this length stand along and across every printed page, mm. */
export const CHECK_BAR_MM = 50;
/** A printer further off than this has another setting, not another scale. */
const MOST_CORRECTION = 0.03;

export interface Correction {
  along: number;
  across: number;
}

/**
 * Scale that makes the check bars measure true.
 *
 * @param alongMm, acrossMm  what the printed 50 mm bars measure
 * @returns  the correction, or a sentence with the printer setting that is the likely cause
 */
export function correctionFor(
  alongMm: number,
  acrossMm: number,
): { ok: true; correction: Correction; working: string } | { ok: false; sentence: string } {
  for (const [name, mm] of [
    ['along', alongMm],
    ['across', acrossMm],
  ] as const) {
    if (!Number.isFinite(mm) || mm <= 0) {
      return { ok: false, sentence: `The bar ${name} must measure more than 0 mm.` };
    }
    const off = mm / CHECK_BAR_MM - 1;
    if (Math.abs(off) > MOST_CORRECTION) {
      const percent = `${Math.abs(off * 100).toFixed(1)} % ${off < 0 ? 'small' : 'large'}`;
      const likely =
        off < 0
          ? 'The printer is likely set to "fit to page" or "shrink to printable area". Print at 100 % ("actual size").'
          : 'The printer is likely set to "scale to fit" a larger paper. Print at 100 % ("actual size") on this paper.';
      return {
        ok: false,
        sentence: `The bar ${name} is ${percent}; more than ${MOST_CORRECTION * 100} % cannot be corrected here. ${likely}`,
      };
    }
  }
  const correction = { along: CHECK_BAR_MM / alongMm, across: CHECK_BAR_MM / acrossMm };
  return {
    ok: true,
    correction,
    working: `along × ${CHECK_BAR_MM} / ${alongMm} = ${correction.along.toFixed(4)}, across × ${CHECK_BAR_MM} / ${acrossMm} = ${correction.across.toFixed(4)}`,
  };
}
