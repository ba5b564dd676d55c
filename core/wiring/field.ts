/**
 * Where wires can lie: the free depth between what the back half holds and what hangs from the
 * front, as two height fields, and shortest ways over them.
 */
import FlatQueue from 'flatqueue';
import { eachCell, inside, type Prism } from '../geometry';
import { isOpen } from '../model';
import { innerRing, type ShellSolids } from '../shell';
import type { Scene } from '../fit';

const { abs, ceil, floor, max, min, round } = Math;

/** Wires behind a plate that nothing covers lie within so much of it, mm. */
const OPEN_MM = 40;

export interface Field {
  step: number;
  nx: number;
  ny: number;
  /** Top of what the back holds and underside of what the front holds, mm; outside low > high. */
  low: Float32Array;
  high: Float32Array;
  /** Cross-section already taken by bundles, mm². */
  used: Float32Array;
  /** Least free depth within 0, 1 and 2 cells. */
  least: Float32Array[];
}

type Bare = Pick<Field, 'step' | 'nx' | 'ny' | 'low' | 'high'> & { within: Uint8Array };
/** The empty shell's fields are the same as long as the shell is. */
const bare = new WeakMap<ShellSolids, Bare>();

function emptyField(shell: ShellSolids, step: number): Bare {
  const known = bare.get(shell);
  if (known?.step === step) return known;
  const ring = innerRing(shell.body);
  let w = 0;
  let h = 0;
  for (let i = 0; i < ring.length; i += 2) {
    w = max(w, ring[i]!);
    h = max(h, ring[i + 1]!);
  }
  const nx = ceil(w / step);
  const ny = ceil(h / step);
  const low = new Float32Array(nx * ny).fill(1);
  const high = new Float32Array(nx * ny).fill(0);
  const within = new Uint8Array(nx * ny);
  const out: Bare = { step, nx, ny, low, high, within };
  const depth = (s: 1 | -1): number => {
    const pieces = shell.body.pieces.filter((q) => shell.sign(q.id) === s);
    // Behind a plate without a back there is room.
    if (!pieces.length && isOpen(shell.body)) return OPEN_MM;
    return max(0, ...pieces.map((q) => q.depth.mm - shell.body.wall.mm));
  };
  const [front, back] = [depth(1), depth(-1)];
  for (let k = 0; k < within.length; k++) {
    if (inside(ring, ((k % nx) + 0.5) * step, (floor(k / nx) + 0.5) * step)) {
      within[k] = 1;
      low[k] = -back;
      high[k] = front;
    }
  }
  for (const [piece, floors] of shell.floors) {
    const sign = shell.sign(piece);
    const curved = shell.body.pieces.find((q) => q.id === piece)?.profile !== undefined;
    for (const f of curved ? floors : floors.slice(1)) {
      for (const p of f.prisms) {
        eachCell(
          p,
          out,
          (k) => {
            if (within[k]) {
              if (sign < 0) low[k] = f.z;
              else high[k] = f.z;
            }
          },
          true,
        );
      }
    }
  }
  for (const f of shell.features) if (f.height > 0) rise(out, f.solid.prisms, shell.sign(f.piece));
  bare.set(shell, out);
  return out;
}

function rise(f: Bare, prisms: readonly Prism[], sign: 1 | -1): void {
  for (const p of prisms) {
    eachCell(
      p,
      f,
      (k) => {
        if (f.within[k]) {
          if (sign < 0) f.low[k] = max(f.low[k]!, p.z1);
          else f.high[k] = min(f.high[k]!, p.z0);
        }
      },
      true,
    );
  }
}

/** Fields of a closed build. @param step  cell size, mm */
export function fieldOf(scene: Scene, step = 2.5): Field {
  const shell = scene.shell!;
  const e = emptyField(shell, step);
  const f: Bare = { ...e, low: e.low.slice(), high: e.high.slice() };
  for (const at of scene.items.values()) {
    for (const b of at.blocks) rise(f, b.solid.prisms, shell.sign(at.piece));
  }
  const { nx, ny, low, high } = f;
  const free = new Float32Array(nx * ny);
  for (let k = 0; k < free.length; k++) free[k] = high[k]! - low[k]!;
  return {
    step,
    nx,
    ny,
    low,
    high,
    used: new Float32Array(nx * ny),
    least: [free, eroded(free, nx, ny, 1), eroded(free, nx, ny, 2)],
  };
}

function eroded(free: Float32Array, nx: number, ny: number, r: number): Float32Array {
  const out = new Float32Array(free.length);
  for (let j = 0; j < ny; j++) {
    for (let i = 0; i < nx; i++) {
      let m = Infinity;
      for (let b = -r; b <= r; b++) {
        for (let a = -r; a <= r; a++) {
          m = min(
            m,
            i + a < 0 || j + b < 0 || i + a >= nx || j + b >= ny ? -1 : free[(j + b) * nx + i + a]!,
          );
        }
      }
      out[j * nx + i] = m;
    }
  }
  return out;
}

/** A bundle laid beside itself as wide as it must be fits here. @param area  with air, mm²  @param d  thickest wire, mm */
export function bundleFits(f: Field, k: number, area: number, d: number): boolean {
  for (let r = 0; r < 3; r++) {
    const free = f.least[r]![k]!;
    if (free >= d && (2 * r + 1) * f.step * free >= area + f.used[k]!) return true;
  }
  return false;
}

export const cellAt = (f: Field, x: number, y: number): number =>
  min(f.ny - 1, max(0, floor(y / f.step))) * f.nx + min(f.nx - 1, max(0, floor(x / f.step)));
export const middle = (f: Field, k: number): [number, number] => [
  ((k % f.nx) + 0.5) * f.step,
  (floor(k / f.nx) + 0.5) * f.step,
];

/**
 * Shortest way from one cell to another over cells that pass, as cells; nothing when there is none.
 * The last cell always passes.
 */
export function shortest(
  f: Field,
  from: number,
  to: number,
  open: (k: number) => boolean,
): number[] | undefined {
  const { nx, ny, step } = f;
  const cost = new Float64Array(nx * ny).fill(Infinity);
  const back = new Int32Array(nx * ny).fill(-1);
  const queue = new FlatQueue();
  const tx = to % nx;
  const ty = floor(to / nx);
  const ahead = (k: number) => {
    const dx = abs((k % nx) - tx);
    const dy = abs(floor(k / nx) - ty);
    return step * (max(dx, dy) + (Math.SQRT2 - 1) * min(dx, dy));
  };
  cost[from] = 0;
  queue.push(from, ahead(from));
  const done = new Uint8Array(nx * ny);
  while (queue.length) {
    const k = queue.pop()!;
    if (done[k]) continue;
    done[k] = 1;
    if (k === to) {
      const out = [k];
      for (let q = k; q !== from;) {
        q = back[q]!;
        out.unshift(q);
      }
      return out;
    }
    const x = k % nx;
    const y = floor(k / nx);
    for (let dy = -1; dy <= 1; dy++) {
      for (let dx = -1; dx <= 1; dx++) {
        const u = x + dx;
        const v = y + dy;
        if ((!dx && !dy) || u < 0 || v < 0 || u >= nx || v >= ny) continue;
        const q = v * nx + u;
        if (done[q] || (q !== to && !open(q))) continue;
        // A corner is not cut between two that are closed.
        if (dx && dy && !open(y * nx + u) && !open(v * nx + x)) continue;
        const c = cost[k]! + step * (dx && dy ? Math.SQRT2 : 1);
        if (c < cost[q]! - 1e-9) {
          cost[q] = c;
          back[q] = k;
          queue.push(q, c + ahead(q));
        }
      }
    }
  }
  return undefined;
}

/** The way with the most free depth at its narrowest cell. */
export function widest(f: Field, from: number, to: number): { free: number; cell: number } {
  const { nx, ny } = f;
  const best = new Float64Array(nx * ny).fill(-Infinity);
  const queue = new FlatQueue();
  const pinch = new Int32Array(nx * ny).fill(from);
  best[from] = Infinity;
  queue.push(from, 0);
  const done = new Uint8Array(nx * ny);
  while (queue.length) {
    const k = queue.pop()!;
    if (done[k]) continue;
    done[k] = 1;
    if (k === to) break;
    for (const [dx, dy] of [
      [1, 0],
      [-1, 0],
      [0, 1],
      [0, -1],
    ] as const) {
      const u = (k % nx) + dx;
      const v = floor(k / nx) + dy;
      if (u < 0 || v < 0 || u >= nx || v >= ny) continue;
      const q = v * nx + u;
      const here = q === to ? Infinity : f.least[0]![q]!;
      const w = min(best[k]!, here);
      if (!done[q] && w > best[q]!) {
        best[q] = w;
        pinch[q] = here < best[k]! ? q : pinch[k]!;
        queue.push(q, -min(w, 1e6));
      }
    }
  }
  return { free: best[to]!, cell: pinch[to]! };
}

/** Cells on the straight line between two, ends included. */
export function line(f: Field, a: number, b: number): number[] {
  const [x0, y0, x1, y1] = [a % f.nx, floor(a / f.nx), b % f.nx, floor(b / f.nx)];
  const n = max(1, 2 * max(abs(x1 - x0), abs(y1 - y0)));
  // From a cell to one beside or across from it nothing lies in between.
  if (max(abs(x1 - x0), abs(y1 - y0)) === 1) return [a, b];
  const out: number[] = [];
  for (let i = 0; i <= n; i++) {
    const k = round(y0 + ((y1 - y0) * i) / n) * f.nx + round(x0 + ((x1 - x0) * i) / n);
    if (out[out.length - 1] !== k) out.push(k);
  }
  return out;
}

/** Pulled straight wherever the line between two of its cells is open. */
function pulledStraight(f: Field, way: readonly number[], open: (k: number) => boolean): number[] {
  const out = [way[0]!];
  for (let i = 0; i < way.length - 1;) {
    let j = way.length - 1;
    while (j > i + 1 && !line(f, way[i]!, way[j]!).slice(1, -1).every(open)) j--;
    out.push(way[j]!);
    i = j;
  }
  return out;
}

/**
 * A way through the stops as short as it goes, pulled straight, in depth between what stands and what hangs.
 *
 * @param need  cross-section it takes, mm²    @param d  its thickness, mm
 * @returns     points and cells of the way, or the cells between which there is none
 */
export function route(
  f: Field,
  stops: ReadonlyArray<readonly [number, number, number]>,
  need: number,
  d: number,
):
  | { points: Array<readonly [number, number, number]>; cells: number[] }
  | { from: number; to: number } {
  const points = [stops[0]!];
  const cells: number[] = [];
  let z = stops[0]![2];
  for (let i = 1; i < stops.length; i++) {
    const [from, to] = [
      cellAt(f, stops[i - 1]![0], stops[i - 1]![1]),
      cellAt(f, stops[i]![0], stops[i]![1]),
    ];
    // A wire leaves its pad and comes to it upward: the cells of the ends are not asked.
    const open = (k: number) => k === from || k === to || bundleFits(f, k, need, d);
    const way = from === to ? [from] : shortest(f, from, to, open);
    if (!way) return { from, to };
    const bends = pulledStraight(f, way, open);
    for (let s = 1; s < bends.length; s++) {
      const run = line(f, bends[s - 1]!, bends[s]!);
      const [x0, y0] = s === 1 ? stops[i - 1]! : middle(f, bends[s - 1]!);
      const [x1, y1] = s === bends.length - 1 ? stops[i]! : middle(f, bends[s]!);
      const [ex, ey] = [x1 - x0, y1 - y0];
      const len2 = ex * ex + ey * ey;
      let t = 0;
      run.forEach((k, n) => {
        cells.push(k);
        // Where on the straight line this cell is passed.
        const [mx, my] = middle(f, k);
        t =
          n === run.length - 1
            ? 1
            : max(t, min(1, len2 ? ((mx - x0) * ex + (my - y0) * ey) / len2 : 1));
        if (k !== from && k !== to) z = min(f.high[k]! - d / 2, max(f.low[k]! + d / 2, z));
        if (n > 0) points.push([x0 + (x1 - x0) * t, y0 + (y1 - y0) * t, z]);
      });
    }
    z = stops[i]![2];
    points.push(stops[i]!);
  }
  return { points, cells };
}

/** What is taken of the cells a way goes through is gone for the next. */
export function occupyCells(f: Field, cells: readonly number[], need: number): void {
  for (const k of new Set(cells)) f.used[k]! += need;
}

/** Length of a way, mm. */
export const lengthOf = (points: ReadonlyArray<readonly [number, number, number]>): number =>
  points
    .slice(1)
    .reduce(
      (s, q, i) => s + Math.hypot(q[0] - points[i]![0], q[1] - points[i]![1], q[2] - points[i]![2]),
      0,
    );
