/** Prisms as triangles for drawing: every face on its own, so that edges stay sharp. */
import { drawn, type Prism } from './prism';

/** Corners of all triangles, nine numbers each, outward sides counter-clockwise. A round core gets 48 sides. */
export function facesOf(prisms: readonly Prism[]): Float32Array {
  const out: number[] = [];
  for (const p of prisms) {
    for (const ring of drawn(p)) {
      const n = ring.length / 2;
      const at = (i: number, z: number): [number, number, number] => [
        ring[2 * (i % n)]!,
        ring[2 * (i % n) + 1]!,
        z,
      ];
      for (let i = 1; i + 1 < n; i++) {
        out.push(
          ...at(0, p.z1),
          ...at(i, p.z1),
          ...at(i + 1, p.z1),
          ...at(0, p.z0),
          ...at(i + 1, p.z0),
          ...at(i, p.z0),
        );
      }
      for (let i = 0; i < n; i++) {
        out.push(
          ...at(i, p.z0),
          ...at(i + 1, p.z0),
          ...at(i + 1, p.z1),
          ...at(i, p.z0),
          ...at(i + 1, p.z1),
          ...at(i, p.z1),
        );
      }
    }
  }
  return Float32Array.from(out);
}
