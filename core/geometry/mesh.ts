/** Triangles by index over corner points, mm, and what a rigid move makes of them. */
export interface Mesh {
  positions: Float32Array;
  triangles: Uint32Array;
}

/** Signed volume in mm³ of a closed mesh; positive when its faces look outward. */
export function volume(m: Mesh): number {
  let sum = 0;
  const p = m.positions;
  for (let i = 0; i < m.triangles.length; i += 3) {
    const [a, b, c] = [m.triangles[i]! * 3, m.triangles[i + 1]! * 3, m.triangles[i + 2]! * 3];
    sum +=
      p[a]! * (p[b + 1]! * p[c + 2]! - p[b + 2]! * p[c + 1]!) -
      p[a + 1]! * (p[b]! * p[c + 2]! - p[b + 2]! * p[c]!) +
      p[a + 2]! * (p[b]! * p[c + 1]! - p[b + 1]! * p[c]!);
  }
  return sum / 6;
}

/** Three rows of four: turn (and scale), then move. */
export type Rigid = readonly number[];
export const STILL: Rigid = [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0];

/** The motion that does `a` first, `b` after it. */
export function composed(a: Rigid, b: Rigid): Rigid {
  const out: number[] = [];
  for (let r = 0; r < 3; r++) {
    for (let c = 0; c < 4; c++) {
      let v = c === 3 ? b[4 * r + 3]! : 0;
      for (let k = 0; k < 3; k++) v += b[4 * r + k]! * a[4 * k + c]!;
      out.push(v);
    }
  }
  return out;
}

export const movedPoint = (m: Rigid, x: number, y: number, z: number): [number, number, number] => [
  m[0]! * x + m[1]! * y + m[2]! * z + m[3]!,
  m[4]! * x + m[5]! * y + m[6]! * z + m[7]!,
  m[8]! * x + m[9]! * y + m[10]! * z + m[11]!,
];

/** All corners moved at once. */
export function movedMesh(
  p: Float32Array,
  m: Rigid,
  out: Float32Array = new Float32Array(p.length),
): Float32Array {
  const [a, b, c, d, e, f, g, h, i, j, k, l] = m as [
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  for (let v = 0; v < p.length; v += 3) {
    const x = p[v]!;
    const y = p[v + 1]!;
    const z = p[v + 2]!;
    out[v] = a * x + b * y + c * z + d;
    out[v + 1] = e * x + f * y + g * z + h;
    out[v + 2] = i * x + j * y + k * z + l;
  }
  return out;
}

/**
 * The turn about the origin that brings direction `d` (unit) to +z: the shortest way when it looks up,
 * over the y axis first when it looks down, so that up on the page stays up.
 */
export function upright(d: readonly [number, number, number]): Rigid {
  const [x, y, z] = d;
  if (z < 0) return composed([-1, 0, 0, 0, 0, 1, 0, 0, 0, 0, -1, 0], upright([-x, y, -z]));
  const k = 1 / (1 + z);
  return [1 - k * x * x, -k * x * y, -x, 0, -k * x * y, 1 - k * y * y, -y, 0, x, y, z, 0];
}
