/**
 * What odd drawings show: an outline with holes, whose areas and boxes are known in closed form.
 * Places are worked out here once more, on purpose: the readers' own maps are what is judged.
 */
import type { Pen } from './pen.fixture';

/** What is drawn, in mm, y up, about its middle. */
export type Figure =
  | { kind: 'rect'; x: number; y: number; w: number; h: number; r: number }
  | { kind: 'circle'; x: number; y: number; r: number }
  | { kind: 'ellipse'; x: number; y: number; a: number; b: number; turn: number }
  | { kind: 'polygon'; points: Array<[number, number]> };
export interface OddDrawing {
  text: string;
  figures: Figure[];
  /** What a unit is; nothing where the file does not say it, and units are then mm. */
  unitMm?: number;
}

export const round = (v: number): number => Math.round(v * 100) / 100;

/** An outline and up to four holes that do not touch. */
export function figures(pen: Pen): Figure[] {
  const [w, h] = [round(pen.between(90, 180)), round(pen.between(60, 110))];
  const outer: Figure = { kind: 'rect', x: 0, y: 0, w, h, r: pen.pick([0, 4, 12.5]) };
  const holes = Array.from({ length: pen.whole(1, 4) }, (_, i): Figure => {
    const x = round(-w / 2 + (w * (i + 0.5)) / 4 + pen.between(-2, 2));
    const y = round(pen.between(-h / 5, h / 5));
    const kind = pen.pick(['rect', 'circle', 'ellipse', 'polygon'] as const);
    if (kind === 'rect') {
      const size = { w: round(pen.between(4, 14)), h: round(pen.between(4, 14)) };
      return { kind, x, y, ...size, r: pen.pick([0, 1.5]) };
    }
    if (kind === 'circle') return { kind, x, y, r: round(pen.between(1, 7)) };
    if (kind === 'ellipse') {
      return {
        kind,
        x,
        y,
        a: round(pen.between(5, 8)),
        b: round(pen.between(2, 4)),
        turn: round(pen.between(0, 3)),
      };
    }
    const n = pen.whole(3, 7);
    const points = Array.from({ length: n }, (_, k): [number, number] => {
      const a = (k * 2 * Math.PI) / n;
      const r = pen.between(3, 8);
      return [round(x + r * Math.cos(a)), round(y + r * Math.sin(a))];
    });
    return { kind, points };
  });
  return [outer, ...holes];
}

/** Area and the box it lies in, in closed form. */
export function sizeOf(f: Figure): { area: number; box: [number, number, number, number] } {
  if (f.kind === 'rect') {
    return {
      area: f.w * f.h - (4 - Math.PI) * f.r ** 2,
      box: [f.x - f.w / 2, f.y - f.h / 2, f.x + f.w / 2, f.y + f.h / 2],
    };
  }
  if (f.kind === 'circle') {
    return { area: Math.PI * f.r ** 2, box: [f.x - f.r, f.y - f.r, f.x + f.r, f.y + f.r] };
  }
  if (f.kind === 'ellipse') {
    const dx = Math.hypot(f.a * Math.cos(f.turn), f.b * Math.sin(f.turn));
    const dy = Math.hypot(f.a * Math.sin(f.turn), f.b * Math.cos(f.turn));
    return { area: Math.PI * f.a * f.b, box: [f.x - dx, f.y - dy, f.x + dx, f.y + dy] };
  }
  const xs = f.points.map((p) => p[0]);
  const ys = f.points.map((p) => p[1]);
  const twice = f.points.reduce((s, p, i) => {
    const q = f.points[(i + 1) % f.points.length]!;
    return s + p[0] * q[1] - q[0] * p[1];
  }, 0);
  return {
    area: Math.abs(twice) / 2,
    box: [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)],
  };
}

export type M = readonly [number, number, number, number, number, number];
export const STILL: M = [1, 0, 0, 1, 0, 0];
export const times = (m: M, n: M): M => [
  m[0] * n[0] + m[2] * n[1],
  m[1] * n[0] + m[3] * n[1],
  m[0] * n[2] + m[2] * n[3],
  m[1] * n[2] + m[3] * n[3],
  m[0] * n[4] + m[2] * n[5] + m[4],
  m[1] * n[4] + m[3] * n[5] + m[5],
];
export function inverse([a, b, c, d, e, f]: M): M {
  const t = a * d - b * c;
  return [d / t, -b / t, -c / t, a / t, (c * f - d * e) / t, (b * e - a * f) / t];
}
export const rad = (deg: number): number => (deg * Math.PI) / 180;

/** A figure under an affine map, where it stays a figure of this kind that can be written down. */
export function exact(f: Figure, m: M): Figure | undefined {
  const at = (x: number, y: number): [number, number] => [
    m[0] * x + m[2] * y + m[4],
    m[1] * x + m[3] * y + m[5],
  ];
  if (f.kind === 'polygon') return { kind: 'polygon', points: f.points.map((p) => at(...p)) };
  const g = Math.hypot(m[0], m[1]);
  const even =
    Math.abs(g - Math.hypot(m[2], m[3])) < 1e-9 && Math.abs(m[0] * m[2] + m[1] * m[3]) < 1e-9;
  const straight = Math.abs(m[1]) < 1e-12 && Math.abs(m[2]) < 1e-12;
  const [x, y] = at('x' in f ? f.x : 0, 'y' in f ? f.y : 0);
  if (f.kind === 'circle' && even) return { kind: 'circle', x, y, r: f.r * g };
  if (f.kind === 'rect' && even && straight) {
    return { kind: 'rect', x, y, w: f.w * g, h: f.h * g, r: f.r * g };
  }
  if (f.kind === 'ellipse' && even) {
    const mirror = m[0] * m[3] - m[1] * m[2] < 0 ? -1 : 1;
    return {
      kind: 'ellipse',
      x,
      y,
      a: f.a * g,
      b: f.b * g,
      turn: Math.atan2(m[1], m[0]) + mirror * f.turn,
    };
  }
  return undefined;
}

export const grown = (f: Figure, k: number): Figure => {
  if (k === 1) return f;
  if (f.kind === 'polygon') {
    return { kind: 'polygon', points: f.points.map(([x, y]) => [x * k, y * k]) };
  }
  if (f.kind === 'circle') return { ...f, x: f.x * k, y: f.y * k, r: f.r * k };
  if (f.kind === 'ellipse') return { ...f, x: f.x * k, y: f.y * k, a: f.a * k, b: f.b * k };
  return { ...f, x: f.x * k, y: f.y * k, w: f.w * k, h: f.h * k, r: f.r * k };
};
