/**
 * What a hole in a wall is worth to air and sound: less than what it leaves open.
 *
 * Losses of pressure add: 1/0.6² for the sharp edges of a thin hole (its jet narrows), and 64/Re of
 * a depth over a width for the drag of a deep one, at Re = 100, where the draught of a warm handheld
 * flows through small holes. Typical; both are textbook figures of orifices and laminar pipes.
 */
import {
  type Body,
  type Cut,
  holeAsMade,
  holeMm2,
  isOpen,
  type PatternCut,
  type PatternHole,
  type Worked,
} from '../model';

/** Share of a thin sharp hole that acts. */
export const THIN_HOLE = 0.6;
const REYNOLDS = 100;
const LAMINAR = 64;

/** The width a round hole of as much drag would have, mm: 4 × area / edge. */
function dragWidth(hole: PatternHole): number {
  if (hole.kind === 'round') return hole.d;
  const edge = 2 * (hole.l - hole.w) + Math.PI * hole.w;
  return (4 * holeMm2(hole)) / edge;
}

/**
 * @param wallMm  how deep the hole is
 * @returns       share of its open area that air and sound see, 0 to 0.6
 */
export function actingShare(hole: PatternHole, wallMm: number): Worked<number> {
  const width = dragWidth(hole);
  const drag = (LAMINAR / REYNOLDS) * (wallMm / width);
  const value = 1 / Math.sqrt(1 / THIN_HOLE ** 2 + drag);
  return {
    value,
    working: [
      `1/√(1/${THIN_HOLE}² + ${LAMINAR / REYNOLDS} · ${wallMm.toFixed(1)} mm deep / ${width.toFixed(1)} mm wide) = ${value.toFixed(2)} (typical)`,
    ],
  };
}

/** Patterns of holes in a body. */
export const patternsIn = (p: { cuts: readonly Cut[] }, body: Body): PatternCut[] =>
  p.cuts.filter(
    (c): c is PatternCut =>
      c.kind === 'pattern' &&
      ('body' in c.at ? c.at.body === body.id : isPieceOf(body, c.at.piece)),
  );
const isPieceOf = (body: Body, piece: string): boolean => body.pieces.some((q) => q.id === piece);

/** What a pattern leaves open, and what of it acts, mm². */
export function patternMm2(c: PatternCut, body: Body): { open: number; acting: number } {
  const hole = holeAsMade(c);
  const open = c.holes.length * holeMm2(hole);
  if (isOpen(body)) return { open, acting: open };
  return { open, acting: open * actingShare(hole, body.wall.mm).value };
}
