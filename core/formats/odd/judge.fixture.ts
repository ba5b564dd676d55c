/** Whether what was read of an odd file is what it holds. */
import { area, type Mesh, ringOf, volume } from '../../geometry';
import type { Drawing, Loop } from '../drawing';
import type { MeshFile } from '../mesh';
import { type OddDrawing, sizeOf } from './figures.fixture';
import type { OddMesh } from './mesh.fixture';

function surface({ positions: p, triangles: t }: Mesh): number {
  let sum = 0;
  for (let i = 0; i < t.length; i += 3) {
    const [a, b, c] = [3 * t[i]!, 3 * t[i + 1]!, 3 * t[i + 2]!];
    const u = [0, 1, 2].map((k) => p[b + k]! - p[a + k]!);
    const v = [0, 1, 2].map((k) => p[c + k]! - p[a + k]!);
    sum +=
      Math.hypot(
        u[1]! * v[2]! - u[2]! * v[1]!,
        u[2]! * v[0]! - u[0]! * v[2]!,
        u[0]! * v[1]! - u[1]! * v[0]!,
      ) / 2;
  }
  return sum;
}

/** @returns nothing when it is right, else what is wrong */
export function wrongMesh(
  read: MeshFile,
  { known, unitMm, grown = 1 }: OddMesh,
): string | undefined {
  if (read.unitMm !== unitMm) return `unit ${read.unitMm}, not ${unitMm}`;
  const sum = (of: (m: Mesh) => number) => read.solids.reduce((s, x) => s + of(x.mesh), 0);
  const off = (got: number, want: number) => Math.abs(got - want) > 1e-4 * Math.abs(want) + 1e-3;
  const [v, a] = [sum(volume), sum(surface)];
  if (off(v, known.volume * grown ** 3)) return `volume ${v}, not ${known.volume * grown ** 3}`;
  if (off(a, known.surface * grown ** 2)) return `surface ${a}, not ${known.surface * grown ** 2}`;
  const low = [Infinity, Infinity, Infinity];
  const high = [-Infinity, -Infinity, -Infinity];
  for (const { mesh } of read.solids) {
    mesh.positions.forEach((x, i) => {
      low[i % 3] = Math.min(low[i % 3]!, x);
      high[i % 3] = Math.max(high[i % 3]!, x);
    });
  }
  const bad = [0, 1, 2].find(
    (k) => off(low[k]!, known.low[k]! * grown) || off(high[k]!, known.high[k]! * grown),
  );
  return bad === undefined ? undefined : `axis ${bad}: ${low[bad]} to ${high[bad]}`;
}

/** How far an area and a place may be off: curves are flattened within 0.02 mm. */
const FLAT_MM = 0.025;

/** The same of a drawing: every figure is a loop of its area at its place, and nothing else is. */
export function wrongDrawing(read: Drawing, { figures, unitMm }: OddDrawing): string | undefined {
  if (read.unitMm !== unitMm) return `unit ${read.unitMm}, not ${unitMm}`;
  const mm = read.unitMm ?? 1;
  const middle = figures[0]!;
  const loops = read.loops.map((l) => boxOf(l, mm));
  if (loops.length !== figures.length) return `${loops.length} loops for ${figures.length} figures`;
  // SVG stands with its page's corner at nothing: places count from the outline.
  const outline = loops.reduce((a, b) => (b.area > a.area ? b : a));
  const want = sizeOf(middle).box;
  const [dx, dy] = [outline.box[0]! - want[0], outline.box[1]! - want[1]];
  for (const f of figures) {
    const { area, box } = sizeOf(f);
    const edge = 2 * (box[2] - box[0] + box[3] - box[1]);
    const there = loops.some(
      (l) =>
        Math.abs(l.area - area) < edge * FLAT_MM + 0.001 * area &&
        l.box.every((v, k) => Math.abs(v - (k % 2 ? dy : dx) - box[k]!) < 2 * FLAT_MM),
    );
    if (!there) {
      return `no ${f.kind} of ${area.toFixed(2)} mm² at ${box.map((v) => v.toFixed(2)).join(' ')}`;
    }
  }
  return undefined;
}

function boxOf(l: Loop, mm: number): { area: number; box: number[] } {
  if (l.kind === 'circle') {
    const [x, y, r] = [l.x * mm, l.y * mm, l.r * mm];
    return { area: Math.PI * r * r, box: [x - r, y - r, x + r, y + r] };
  }
  const xs = l.points.map((p) => p[0] * mm);
  const ys = l.points.map((p) => p[1] * mm);
  return {
    area: Math.abs(area(ringOf(l.points))) * mm * mm,
    box: [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)],
  };
}
