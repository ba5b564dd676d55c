/**
 * A flat drawing as closed loops: what DXF and SVG readers make, and how a shell takes it over.
 *
 * Curves are flattened within FLAT_MM. Open lines whose ends meet are chained; what stays open is
 * listed, not guessed.
 */
import { BadInput } from '../../model';
import { type Pt, thinned } from '../../geometry';

/** Curves are drawn and thinned within this together, mm. */
export const FLAT_MM = 0.02;
/** Ends this near are one point, drawing units after scaling to mm. */
export const MEET_MM = 0.05;

/** A ring that differs from a circle by less is one, mm. */
const ROUND_MM = 0.05;

export type Loop =
  { kind: 'circle'; x: number; y: number; r: number } | { kind: 'ring'; points: Pt[] };
/** A shell and all its holes, drawn as finely as a program may, are some ten thousand points. */
const MOST_POINTS = 300_000;
/** @throws BadInput when a drawing comes to more points than any shell has */
export function fewEnough(points: number): void {
  if (points <= MOST_POINTS) return;
  throw new BadInput(
    '',
    `This drawing comes to more than ${MOST_POINTS} points; that is not one shell.`,
  );
}

export interface Drawing {
  /** Millimetres a drawing unit is, when the file says so. */
  unitMm?: number;
  loops: Loop[];
  /** What was left out, in words: "2 TEXT", "1 open line". */
  left: string[];
}

/** Points of an arc from angle a0 over a sweep (radians), start included, end included. */
export function arc(
  x: number,
  y: number,
  rx: number,
  ry: number,
  a0: number,
  sweep: number,
  turn = 0,
  flat = FLAT_MM,
): Pt[] {
  // Round and round again is once round.
  sweep = Math.max(-2 * Math.PI, Math.min(2 * Math.PI, sweep));
  const r = Math.max(Math.abs(rx), Math.abs(ry), 1e-9);
  const steps = Math.min(
    720,
    Math.max(2, Math.ceil(Math.abs(sweep) / (2 * Math.acos(Math.max(0, 1 - flat / r)) || 0.01))),
  );
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  return Array.from({ length: steps + 1 }, (_, i): Pt => {
    const a = a0 + (sweep * i) / steps;
    const [px, py] = [rx * Math.cos(a), ry * Math.sin(a)];
    return [x + c * px - s * py, y + s * px + c * py];
  });
}

/** Rings of a drawing as loops: circles told, points that say nothing left out. */
export function loopsOf(rings: ReadonlyArray<readonly Pt[]>, flat = FLAT_MM): Loop[] {
  return rings.flatMap((ring): Loop[] => {
    const points = thinned(ring, flat / 2);
    return points.length >= 3 ? [asCircle(points, (ROUND_MM / FLAT_MM) * flat)] : [];
  });
}

/** A ring that is a circle within so much, as one. */
function asCircle(points: readonly Pt[], within: number): Loop {
  if (points.length >= 12) {
    const x = points.reduce((s, p) => s + p[0], 0) / points.length;
    const y = points.reduce((s, p) => s + p[1], 0) / points.length;
    const rs = points.map((p) => Math.hypot(p[0] - x, p[1] - y));
    const r = rs.reduce((s, v) => s + v, 0) / rs.length;
    const longest = Math.max(
      ...points.map((p, i) =>
        Math.hypot(
          p[0] - points[(i + 1) % points.length]![0],
          p[1] - points[(i + 1) % points.length]![1],
        ),
      ),
    );
    if (Math.max(...rs.map((v) => Math.abs(v - r))) < within && longest < r) {
      return { kind: 'circle', x, y, r };
    }
  }
  return { kind: 'ring', points: [...points] };
}
