/**
 * How a half lies in its file: which way it is open, the plane of its rim, and how it is turned.
 *
 * The result carries the file's corners into the *pit frame*: rim in z = 0, the cavity below it,
 * open toward +z, sides along x and y, lower left corner at the origin.
 */
import { EigenvalueDecomposition, Matrix, solve } from 'ml-matrix';
import { polygonHull } from 'd3-polygon';
import {
  cellX,
  cellY,
  distanceInside,
  type Field,
  gridOver,
  patches,
  type Mesh,
  movedMesh,
  movedPoint,
  type Rigid,
  STILL,
  composed,
  upright,
  zBuffer,
} from '../geometry';
import { BadInput } from '../model';

const { abs, floor } = Math;

export interface Levelled {
  /** File to pit frame; lengths already in mm. */
  toPit: Rigid;
  positions: Float32Array;
  /** Size over everything, mm. */
  w: number;
  h: number;
  deep: number;
  /** How far the rim is from one plane, mm (root mean square), and the tilt that was taken out, degrees. */
  rimOff: number;
  tiltDeg: number;
}

const COARSE_MM = 0.5;
/** Where the rim is looked for, in from the outer edge, mm: outside a lip that stands on the inner half of the wall. */
const RIM_FROM = 0.45;
const RIM_TO = 1.1;

/** Directions of the file's faces: the three main axes of its area-weighted normals. */
function faceAxes(m: Mesh): Array<[number, number, number]> {
  const s = [0, 0, 0, 0, 0, 0];
  const p = m.positions;
  const t = m.triangles;
  for (let q = 0; q < t.length; q += 3) {
    const [a, b, c] = [t[q]! * 3, t[q + 1]! * 3, t[q + 2]! * 3];
    const ux = p[b]! - p[a]!;
    const uy = p[b + 1]! - p[a + 1]!;
    const uz = p[b + 2]! - p[a + 2]!;
    const vx = p[c]! - p[a]!;
    const vy = p[c + 1]! - p[a + 1]!;
    const vz = p[c + 2]! - p[a + 2]!;
    const x = uy * vz - uz * vy;
    const y = uz * vx - ux * vz;
    const z = ux * vy - uy * vx;
    const len = Math.hypot(x, y, z);
    if (len < 1e-12) continue;
    for (const [k, v] of [x * x, x * y, x * z, y * y, y * z, z * z].entries()) s[k]! += v / len;
  }
  const e = new EigenvalueDecomposition(
    new Matrix([
      [s[0]!, s[1]!, s[2]!],
      [s[1]!, s[3]!, s[4]!],
      [s[2]!, s[4]!, s[5]!],
    ]),
    { assumeSymmetric: true },
  );
  return [2, 1, 0].map((c) => {
    const v = e.eigenvectorMatrix.getColumn(c);
    const n = Math.hypot(...v);
    return v.map((q) => q / n) as [number, number, number];
  });
}

/** How hollow a surface looks from above: mean depth below its highest point, as a share of the height. */
function hollow(f: Field, lowest: number): number {
  let top = -Infinity;
  let sum = 0;
  let n = 0;
  for (const z of f.z) {
    if (z > -Infinity) {
      if (z > top) top = z;
      sum += z;
      n++;
    }
  }
  return n && top > lowest ? (top - sum / n) / (top - lowest) : 0;
}

/** Some of a mesh's triangles, corners not shared: enough for a rough look. */
function thinned(m: Mesh, most: number): { mesh: Mesh; every: number } {
  const n = m.triangles.length / 3;
  const every = Math.max(1, floor(n / most));
  if (every === 1) return { mesh: m, every };
  const k = floor(n / every);
  const positions = new Float32Array(9 * k);
  const triangles = new Uint32Array(3 * k);
  for (let t = 0; t < k; t++) {
    for (let c = 0; c < 3; c++) {
      const v = 3 * m.triangles[3 * t * every + c]!;
      const at = 9 * t + 3 * c;
      positions[at] = m.positions[v]!;
      positions[at + 1] = m.positions[v + 1]!;
      positions[at + 2] = m.positions[v + 2]!;
      triangles[3 * t + c] = 3 * t + c;
    }
  }
  return { mesh: { positions, triangles }, every };
}

/** The direction the half is open to, in file coordinates. */
function openSide(whole: Mesh): [number, number, number] {
  const { mesh: m, every } = thinned(whole, 60_000);
  let best: { d: [number, number, number]; score: number } | undefined;
  for (const axis of faceAxes(m)) {
    const p = movedMesh(m.positions, upright(axis));
    let lo = Infinity;
    let hi = -Infinity;
    for (let v = 2; v < p.length; v += 3) {
      if (p[v]! < lo) lo = p[v]!;
      if (p[v]! > hi) hi = p[v]!;
    }
    const { top, bottom } = zBuffer(
      { positions: p, triangles: m.triangles },
      gridOver(p, Math.max(0.5, Math.sqrt(every) * 0.5)),
    );
    const up = hollow(top, lo);
    const down = hollow({ ...bottom, z: bottom.z.map((z) => -z) }, -hi);
    for (const [score, sign] of [
      [up, 1],
      [down, -1],
    ] as const) {
      if (!best || score > best.score) {
        best = { score, d: [axis[0] * sign, axis[1] * sign, axis[2] * sign] };
      }
    }
  }
  return best!.d;
}

/**
 * The halves lying side by side in one mesh, as on a printer's plate; the mesh itself if there is one.
 * Triangles go with the footprint their middle is over.
 */
export function halvesIn(m: Mesh): Mesh[] {
  const p = movedMesh(m.positions, upright(openSide(m)));
  const { top } = zBuffer({ positions: p, triangles: m.triangles }, gridOver(p, 1));
  const cells = patches(
    Uint8Array.from(top.z, (z) => (z > -Infinity ? 1 : 0)),
    top.nx,
    top.ny,
  );
  const all = cells.reduce((n, c) => n + c.length, 0);
  const large = cells.filter((c) => c.length > 0.2 * all);
  if (large.length < 2) return [m];
  const owner = new Int8Array(top.nx * top.ny).fill(-1);
  large.forEach((patch, k) => {
    for (const c of patch) owner[c] = k;
  });
  const lists: number[][] = large.map(() => []);
  for (let q = 0; q < m.triangles.length; q += 3) {
    const v = [0, 1, 2].map((k) => 3 * m.triangles[q + k]!);
    const i = floor((v.reduce((s, a) => s + p[a]!, 0) / 3 - top.x0) / top.step);
    const j = floor((v.reduce((s, a) => s + p[a + 1]!, 0) / 3 - top.y0) / top.step);
    let k = -1;
    for (let r = 0; r <= 2 && k < 0; r++) {
      for (let dj = -r; dj <= r; dj++) {
        for (let di = -r; di <= r; di++) k = Math.max(k, owner[(j + dj) * top.nx + i + di] ?? -1);
      }
    }
    if (k >= 0) lists[k]!.push(m.triangles[q]!, m.triangles[q + 1]!, m.triangles[q + 2]!);
  }
  return lists.map((t) => {
    const at = new Map<number, number>();
    const out: number[] = [];
    const triangles = Uint32Array.from(t, (v) => {
      let k = at.get(v);
      if (k === undefined) {
        k = at.size;
        at.set(v, k);
        out.push(m.positions[3 * v]!, m.positions[3 * v + 1]!, m.positions[3 * v + 2]!);
      }
      return k;
    });
    return { positions: Float32Array.from(out), triangles };
  });
}

/** Plane z = a x + b y + c through most of the points, none of the others much above it. */
function rimPlane(pts: ReadonlyArray<readonly [number, number, number]>): {
  a: number;
  b: number;
  c: number;
  off: number;
} {
  const n = pts.length;
  let best: [number, number, number] = [0, 0, 0];
  let most = -1;
  for (let k = 0; k < 500; k++) {
    // A fixed spread of triples: no chance in it, the same file gives the same plane.
    const [p, q, r] = [
      pts[(k * 7919) % n]!,
      pts[(k * 104_729 + floor(n / 3)) % n]!,
      pts[(k * 1_299_709 + floor((2 * n) / 3)) % n]!,
    ];
    const det = (q[0] - p[0]) * (r[1] - p[1]) - (r[0] - p[0]) * (q[1] - p[1]);
    if (abs(det) < 50) continue;
    const a = ((q[2] - p[2]) * (r[1] - p[1]) - (r[2] - p[2]) * (q[1] - p[1])) / det;
    const b = ((q[0] - p[0]) * (r[2] - p[2]) - (r[0] - p[0]) * (q[2] - p[2])) / det;
    if (Math.hypot(a, b) > 0.4) continue;
    const c = p[2] - a * p[0] - b * p[1];
    let on = 0;
    let above = 0;
    for (const s of pts) {
      const e = s[2] - a * s[0] - b * s[1] - c;
      if (abs(e) < 0.2) on++;
      else if (e > 0.4) above++;
    }
    if (above < 0.15 * n && on > most) {
      most = on;
      best = [a, b, c];
    }
  }
  if (most < 0) {
    throw new BadInput(
      '',
      'No rim was found: this does not look like half a shell, open on one side.',
    );
  }
  let off = 0;
  for (const within of [0.25, 0.2, 0.15]) {
    const near = pts.filter((s) => abs(s[2] - best[0] * s[0] - best[1] * s[1] - best[2]) < within);
    if (near.length < 12) break;
    const A = new Matrix(near.map((s) => [s[0], s[1], 1]));
    const z = Matrix.columnVector(near.map((s) => s[2]));
    best = solve(A.transpose().mmul(A), A.transpose().mmul(z)).to1DArray() as [
      number,
      number,
      number,
    ];
    off = Math.sqrt(
      near.reduce((t, s) => t + (s[2] - best[0] * s[0] - best[1] * s[1] - best[2]) ** 2, 0) /
        near.length,
    );
  }
  return { a: best[0], b: best[1], c: best[2], off };
}

/** The smallest turn that lays the sides of the outline along x and y, radians. */
function squareTurn(f: Field): number {
  const pts: Array<[number, number]> = [];
  for (let j = 0; j < f.ny; j++) {
    let first = -1;
    let last = -1;
    for (let i = 0; i < f.nx; i++) {
      if (f.z[j * f.nx + i]! > -Infinity) {
        if (first < 0) first = i;
        last = i;
      }
    }
    if (first >= 0) pts.push([cellX(f, first), cellY(f, j)], [cellX(f, last), cellY(f, j)]);
  }
  const hull = polygonHull(pts) ?? pts;
  const spread = (a: number): number => {
    const [c, s] = [Math.cos(a), Math.sin(a)];
    let x0 = Infinity;
    let x1 = -Infinity;
    let y0 = Infinity;
    let y1 = -Infinity;
    for (const [x, y] of hull) {
      const u = c * x + s * y;
      const v = c * y - s * x;
      x0 = Math.min(x0, u);
      x1 = Math.max(x1, u);
      y0 = Math.min(y0, v);
      y1 = Math.max(y1, v);
    }
    return (x1 - x0) * (y1 - y0);
  };
  let best = 0;
  let least = Infinity;
  // The rectangle round a hull touches one of its sides; hull sides carry the grid's steps, so the neighbourhood is searched too.
  for (let k = -450; k <= 450; k++) {
    const a = (k * Math.PI) / 1800;
    const v = spread(a);
    if (v < least - 1e-9 || (abs(v - least) < 1e-9 && abs(a) < abs(best))) {
      least = v;
      best = a;
    }
  }
  for (let step = 0.05; step > 0.002; step /= 2) {
    for (const sign of [-1, 1]) {
      const a = best + (sign * step * Math.PI) / 180;
      const v = spread(a);
      if (v < least) {
        least = v;
        best = a;
      }
    }
  }
  return best;
}

const about = (a: number): Rigid => {
  const [c, s] = [Math.cos(a), Math.sin(a)];
  return [c, s, 0, 0, -s, c, 0, 0, 0, 0, 1, 0];
};

/**
 * Level a half by the plane of its rim.
 *
 * @param open      the open side if the builder flipped it; found otherwise
 * @param quarters  quarter turns to add, as the builder wants it to lie
 * @throws      BadInput when nothing like a rim is there
 */
export function levelled(
  m: Mesh,
  open?: readonly [number, number, number],
  quarters = 0,
): Levelled {
  if (m.triangles.length < 12) {
    throw new BadInput('', 'The file holds fewer than four triangles; that is no shell.');
  }
  const first = upright(open ?? openSide(m));
  let toPit: Rigid = composed(STILL, first);
  let off = 0;
  const p = new Float32Array(m.positions.length);
  const look = (): Field => {
    movedMesh(m.positions, toPit, p);
    return zBuffer({ positions: p, triangles: m.triangles }, gridOver(p, COARSE_MM)).top;
  };
  const band = (seen: Field): Array<[number, number, number]> => {
    const inside = distanceInside(
      Uint8Array.from(seen.z, (z) => (z > -Infinity ? 1 : 0)),
      seen.nx,
      seen.ny,
    );
    const out: Array<[number, number, number]> = [];
    for (let c = 0; c < inside.length; c++) {
      const d = inside[c]! * COARSE_MM;
      if (d >= RIM_FROM && d <= RIM_TO) {
        out.push([cellX(seen, c % seen.nx), cellY(seen, floor(c / seen.nx)), seen.z[c]!]);
      }
    }
    if (out.length < 40) {
      throw new BadInput('', 'This file is too small to be half a shell; check the unit.');
    }
    return out;
  };
  let seen = look();
  for (let round = 0; round < 2; round++) {
    if (round) seen = look();
    // The same points are turned and fitted until they lie flat; then the half is looked at once more.
    let pts = band(seen);
    for (let fit = 0; fit < 3; fit++) {
      const plane = rimPlane(pts);
      const len = Math.hypot(plane.a, plane.b, 1);
      off = plane.off;
      // The plane's height where it meets the z axis, after the turn.
      const turn = composed(upright([-plane.a / len, -plane.b / len, 1 / len]), [
        1,
        0,
        0,
        0,
        0,
        1,
        0,
        0,
        0,
        0,
        1,
        -plane.c / len,
      ]);
      toPit = composed(toPit, turn);
      pts = pts.map((q) => movedPoint(turn, ...q));
      if (Math.hypot(plane.a, plane.b) < 4e-4) break;
    }
  }
  toPit = composed(toPit, about(squareTurn(seen) + (quarters * Math.PI) / 2));
  movedMesh(m.positions, toPit, p);
  let x0 = Infinity;
  let y0 = Infinity;
  let x1 = -Infinity;
  let y1 = -Infinity;
  let lo = Infinity;
  for (let v = 0; v < p.length; v += 3) {
    const x = p[v]!;
    const y = p[v + 1]!;
    const z = p[v + 2]!;
    if (x < x0) x0 = x;
    if (x > x1) x1 = x;
    if (y < y0) y0 = y;
    if (y > y1) y1 = y;
    if (z < lo) lo = z;
  }
  toPit = composed(toPit, [1, 0, 0, -x0, 0, 1, 0, -y0, 0, 0, 1, 0]);
  for (let v = 0; v < p.length; v += 3) {
    p[v]! -= x0;
    p[v + 1]! -= y0;
  }
  const upright_ = Math.max(...toPit.slice(8, 11).map(Math.abs));
  return {
    toPit,
    positions: p,
    w: x1 - x0,
    h: y1 - y0,
    deep: -lo,
    rimOff: off,
    tiltDeg: (Math.acos(Math.min(1, upright_)) * 180) / Math.PI,
  };
}
