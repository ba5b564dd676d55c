/** Triangles by index over corner points, mm. */
export interface Mesh { positions: Float32Array; triangles: Uint32Array }

/** Signed volume in mm³ of a closed mesh; positive when its faces look outward. */
export function volume(m: Mesh): number {
  let sum = 0;
  const p = m.positions;
  for (let i = 0; i < m.triangles.length; i += 3) {
    const [a, b, c] = [m.triangles[i]! * 3, m.triangles[i + 1]! * 3, m.triangles[i + 2]! * 3];
    sum += p[a]! * (p[b + 1]! * p[c + 2]! - p[b + 2]! * p[c + 1]!) - p[a + 1]! * (p[b]! * p[c + 2]! - p[b + 2]! * p[c]!) + p[a + 2]! * (p[b]! * p[c + 1]! - p[b + 1]! * p[c]!);
  }
  return sum / 6;
}
