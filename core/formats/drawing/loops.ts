/**
 * A flat drawing as closed loops: what DXF and SVG readers make, and how a shell takes it over.
 *
 * Curves are flattened within FLAT_MM. Open lines whose ends meet are chained; what stays open is
 * listed, not guessed.
 */
import type { Pt } from '../../geometry';

const FLAT_MM = 0.02;
/** Ends this near are one point, drawing units after scaling to mm. */
const MEET_MM = 0.05;

export type Loop =
  { kind: 'circle'; x: number; y: number; r: number } | { kind: 'ring'; points: Pt[] };
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

/** Chain open runs of points into closed loops; returns the loops and how many runs stay open. */
export function chained(
  runs: ReadonlyArray<Pt[]>,
  meet = MEET_MM,
): { rings: Pt[][]; open: number } {
  const near = (a: Pt, b: Pt) => Math.hypot(a[0] - b[0], a[1] - b[1]) <= meet;
  const left = runs.filter((r) => r.length > 1).map((r) => [...r]);
  const rings: Pt[][] = [];
  let open = 0;
  while (left.length) {
    let run = left.pop()!;
    for (let grown = true; grown && !near(run[0]!, run[run.length - 1]!);) {
      grown = false;
      for (let i = 0; i < left.length; i++) {
        const other = left[i]!;
        const end = run[run.length - 1]!;
        if (near(end, other[0]!)) run = [...run, ...other.slice(1)];
        else if (near(end, other[other.length - 1]!)) {
          run = [...run, ...[...other].reverse().slice(1)];
        } else continue;
        left.splice(i, 1);
        grown = true;
        break;
      }
    }
    if (run.length > 3 && near(run[0]!, run[run.length - 1]!)) rings.push(run.slice(0, -1));
    else open++;
  }
  return { rings, open };
}

/** A ring without points that say nothing: doubles, and those on the straight between neighbours. */
export function tidy(points: readonly Pt[], flat = FLAT_MM / 2): Pt[] {
  const apart = points.filter((p, i) => {
    const q = points[(i + points.length - 1) % points.length]!;
    return Math.hypot(p[0] - q[0], p[1] - q[1]) > 1e-4;
  });
  return apart.filter((p, i) => {
    const a = apart[(i + apart.length - 1) % apart.length]!;
    const b = apart[(i + 1) % apart.length]!;
    const len = Math.hypot(b[0] - a[0], b[1] - a[1]);
    if (len < 1e-9) return true;
    const off = Math.abs((b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0])) / len;
    const between = (p[0] - a[0]) * (b[0] - a[0]) + (p[1] - a[1]) * (b[1] - a[1]);
    return off > flat * 0.2 || between < 0 || between > len * len;
  });
}

/** A ring that is a circle within 0.05 mm, as one. */
export function asCircle(points: readonly Pt[]): Loop {
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
    if (Math.max(...rs.map((v) => Math.abs(v - r))) < 0.05 && longest < r) {
      return { kind: 'circle', x, y, r };
    }
  }
  return { kind: 'ring', points: [...points] };
}
