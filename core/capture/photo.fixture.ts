/**
 * Photos of a half made by tracing rays: a sheet of known size on a dark table, the half lying on it
 * open side up, seen by a camera of known place. Prints how well its outline is read, as JSON.
 * Runs as a process of its own, as `score.fixture.ts` does.
 */
import type { Pt } from '../geometry';
import { placeOf, type View, viewOfPhoto } from './camera';
import { type Gray, snapNear } from './gradient';
import { dice } from './shells.fixture';

export interface PhotoScore {
  points: number;
  covered: number;
  medianU: number;
  residual: number;
  worst: number;
}

const HALF_W = 92;
const HALF_H = 58;
const R = 7;
const WALL = 2.2;
const RIM = 15;
const FLOOR = 2;
const SHEET: [number, number] = [148, 105];
const POSTS: Array<[number, number, number, number]> = [
  [12, 12, 3.2, 11],
  [80, 12, 3.2, 11],
  [46, 29, 2.5, 6],
  [70, 44, 4, 13],
];

const rounded = (x: number, y: number, w: number, h: number, r: number): number => {
  const qx = Math.abs(x - w / 2) - w / 2 + r;
  const qy = Math.abs(y - h / 2) - h / 2 + r;
  return Math.hypot(Math.max(qx, 0), Math.max(qy, 0)) + Math.min(Math.max(qx, qy), 0) - r;
};

/** One photo and what is known of it. `barrel`: share by which the corner is drawn in. */
export function photographed(seed: number, barrel = 0) {
  const rnd = dice(seed * 101 + 7);
  const gauss = () => Math.sqrt(-2 * Math.log(1 - rnd())) * Math.cos(2 * Math.PI * rnd());
  const D = 340 + 120 * rnd();
  const f = 10 * D;
  const [tx, ty, roll] = [(rnd() - 0.5) * 0.24, (rnd() - 0.5) * 0.24, (rnd() - 0.5) * 0.2];
  const w = 1720;
  const h = 1300;
  // Camera axes: looking down, turned a little.
  const rot = (v: number[], a: number, i: number, j: number) => {
    const o = [...v];
    o[i] = v[i]! * Math.cos(a) - v[j]! * Math.sin(a);
    o[j] = v[i]! * Math.sin(a) + v[j]! * Math.cos(a);
    return o;
  };
  const axis = (v: number[]) => rot(rot(rot(v, roll, 0, 1), tx, 1, 2), ty, 0, 2);
  const [X, Y, Z] = [axis([1, 0, 0]), axis([0, 1, 0]), axis([0, 0, -1])];
  // Aimed at the sheet's middle.
  const k = D / -Z[2]!;
  const C = [SHEET[0] / 2 - Z[0]! * k, SHEET[1] / 2 - Z[1]! * k, D];
  const half = Math.hypot(w, h) / 2;
  const ray = (px: number, py: number): number[] => {
    let [u, v] = [px - w / 2, h / 2 - py];
    const s = 1 + barrel * ((u * u + v * v) / (half * half));
    [u, v] = [u * s, v * s];
    return [0, 1, 2].map((i) => X[i]! * u + Y[i]! * v + Z[i]! * f);
  };
  const pixel = (x: number, y: number, z: number): Pt => {
    const d = [x - C[0]!, y - C[1]!, z - C[2]!];
    const dot = (a: number[]) => a[0]! * d[0]! + a[1]! * d[1]! + a[2]! * d[2]!;
    const [u0, v0] = [(dot(X) / dot(Z)) * f, (dot(Y) / dot(Z)) * f];
    let [u, v] = [u0, v0];
    for (let n = 0; n < 12; n++) {
      const s = 1 + barrel * ((u * u + v * v) / (half * half));
      [u, v] = [u0 / s, v0 / s];
    }
    return [w / 2 + u, h / 2 - v];
  };
  const ox = (SHEET[0] - HALF_W) / 2 + (rnd() - 0.5) * 6;
  const oy = (SHEET[1] - HALF_H) / 2 + (rnd() - 0.5) * 6;
  // One ray a pixel; edges are softened over a pixel by their distance.
  const mix = (under: number, over: number, d: number): number => {
    let t: number;
    if (d < -0.07) t = 1;
    else if (d > 0.07) t = 0;
    else t = 0.5 - d / 0.14;
    return under + (over - under) * t;
  };
  const seen = (px: number, py: number): number => {
    const [dx, dy, dz] = ray(px, py) as [number, number, number];
    const t0 = -C[2]! / dz;
    const x0 = C[0]! + dx * t0;
    const y0 = C[1]! + dy * t0;
    let v = mix(34, 232, Math.max(-x0, -y0, x0 - SHEET[0], y0 - SHEET[1]));
    if (x0 < ox - 8 || y0 < oy - 8 || x0 > ox + HALF_W + 8 || y0 > oy + HALF_H + 8) return v;
    const t1 = (RIM - C[2]!) / dz;
    const x1 = C[0]! + dx * t1 - ox;
    const y1 = C[1]! + dy * t1 - oy;
    v = mix(v, 96, rounded(x1, y1, HALF_W, HALF_H, R));
    const hollow = rounded(x1 - WALL, y1 - WALL, HALF_W - 2 * WALL, HALF_H - 2 * WALL, R - WALL);
    if (hollow > 0.1) return v;
    let floor = 48;
    for (const [a, b, r, top] of POSTS) {
      const t = (top + FLOOR - C[2]!) / dz;
      floor = mix(floor, 150, Math.hypot(C[0]! + dx * t - ox - a, C[1]! + dy * t - oy - b) - r);
    }
    return mix(v, floor, hollow);
  };
  const px = new Uint8ClampedArray(w * h);
  for (let j = 0; j < h; j++) for (let i = 0; i < w; i++) px[j * w + i] = seen(i, j) + 3 * gauss();
  const gray: Gray = { w, h, px };
  return {
    gray,
    pixel,
    gauss,
    rnd,
    distance: D,
    ox,
    oy,
    corners: (
      [
        [0, 0],
        [SHEET[0], 0],
        [SHEET[0], SHEET[1]],
        [0, SHEET[1]],
      ] as Pt[]
    ).map(([x, y]) => pixel(x, y, 0)),
  };
}

/** Read the outline of one photo as a builder would, `times` over, with typed figures as wrong as they are said to be. */
export function scorePhoto(seed: number, times: number, barrel = 0): PhotoScore {
  const s = photographed(seed, barrel);
  const hand = (p: Pt): Pt => [p[0] + 1.5 * s.gauss(), p[1] + 1.5 * s.gauss()];
  const uD = 6;
  const uH = 0.3;
  const us: number[] = [];
  let covered = 0;
  let points = 0;
  let worst = 0;
  let residual = 0;
  for (let n = 0; n < times; n++) {
    const view: View = viewOfPhoto(s.gray, s.corners.map(hand), ...SHEET, {
      mm: s.distance + uD * s.gauss(),
      u: uD,
    });
    const height = { mm: RIM + uH * s.gauss(), u: uH };
    residual = view.residual.value;
    for (let k = 0; k < 40; k++) {
      const side = Math.floor(k / 10);
      const along = 0.12 + (0.76 * (k % 10)) / 9;
      let pair: [number, number];
      if (side === 0) pair = [along * HALF_W, 0];
      else if (side === 1) pair = [HALF_W, along * HALF_H];
      else if (side === 2) pair = [along * HALF_W, HALF_H];
      else pair = [0, along * HALF_H];
      const [x, y] = pair;
      const hit = snapNear(s.gray, ...hand(s.pixel(x + s.ox, y + s.oy, RIM)), 9);
      if (!hit) continue;
      const p = placeOf(view, hit.x, hit.y, height);
      const off = Math.abs(rounded(p.x - s.ox, p.y - s.oy, HALF_W, HALF_H, R));
      us.push(p.u);
      points++;
      if (off <= 1.96 * p.u) covered++;
      worst = Math.max(worst, off);
    }
  }
  us.sort((a, b) => a - b);
  return { points, covered, medianU: us[us.length >> 1]!, residual, worst };
}

if (process.argv[1]?.endsWith('photo.fixture.ts')) {
  const [from, to] = [Number(process.argv[2]), Number(process.argv[3])];
  const straight: PhotoScore[] = [];
  const bent: PhotoScore[] = [];
  for (let seed = from; seed <= to; seed++) straight.push(scorePhoto(seed, 16));
  for (let seed = from; seed < from + 2; seed++) bent.push(scorePhoto(seed, 4, 0.03));
  process.stdout.write(JSON.stringify({ straight, bent }));
}
