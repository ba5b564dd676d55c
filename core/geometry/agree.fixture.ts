/** Gaps of seeded pairs of prisms against the same as manifold-3d solids. */
import { solids } from './manifold.fixture';
import { boxPrism, gapOf, type Pt, polygonPrism, type Prism, roundPrism } from './index';
import { seeded } from './seeded';

const shift = (p: Prism, dx: number, dy: number, dz: number): Prism => ({
  ...p,
  pieces: p.pieces.map((ring) => ring.map((v, i) => v + (i % 2 ? dy : dx))),
  x0: p.x0 + dx,
  x1: p.x1 + dx,
  y0: p.y0 + dy,
  y1: p.y1 + dy,
  z0: p.z0 + dz,
  z1: p.z1 + dz,
});

export interface Agreement {
  kinds: { overlapping: number; apart: number; special: number };
  worst: {
    /** Furthest off, mm. */ distance: number;
    /** Overlaps called free. */ missed: number;
    /** Most that is left in common after the parting move, mm³. */ volume: number;
    /** Parting moves that could be shorter. */ loose: number;
  };
}

export async function agreement(count: number, seed: number): Promise<Agreement> {
  const world = await solids();
  const random = seeded(seed);
  const between = (a: number, b: number) => a + (b - a) * random();
  const shape = (kind: number): Prism => {
    const z0 = between(-4, 0);
    const z1 = z0 + between(1, 8);
    const [w, h] = [between(3, 14), between(3, 14)];
    const turn = between(0, Math.PI);
    const spin = (pts: Pt[]): Pt[] =>
      pts.map(([x, y]) => [
        x * Math.cos(turn) - y * Math.sin(turn),
        x * Math.sin(turn) + y * Math.cos(turn),
      ]);
    const box: Pt[] = [
      [-w / 2, -h / 2],
      [w / 2, -h / 2],
      [w / 2, h / 2],
      [-w / 2, h / 2],
    ];
    if (kind === 0) return polygonPrism(spin(box), [], z0, z1);
    if (kind === 1) return roundPrism(0, 0, between(1, 5), z0, z1);
    if (kind === 2) {
      return polygonPrism(
        spin([
          [0, 0],
          [w, 0],
          [w, 2],
          [3, 2],
          [3, h],
          [0, h],
        ]),
        [],
        z0,
        z1,
      );
    }
    if (kind === 3) {
      return polygonPrism(
        spin(box),
        [spin(box.map(([x, y]) => [x * 0.5, y * 0.5] as Pt).reverse())],
        z0,
        z1,
      );
    }
    const n = 5 + Math.floor(random() * 6);
    return polygonPrism(
      Array.from({ length: n }, (_, i) => {
        const r = between(2, 8);
        const a = (2 * Math.PI * i) / n;
        return [r * Math.cos(a), r * Math.sin(a)] as Pt;
      }),
      [],
      z0,
      z1,
    );
  };
  const worst = { distance: 0, missed: 0, volume: 0, loose: 0 };
  const kinds = { overlapping: 0, apart: 0, special: 0 };
  for (let i = 0; i < count; i++) {
    const a = shape(Math.floor(random() * 5));
    let b = shape(Math.floor(random() * 5));
    const way = between(0, 2 * Math.PI);
    const third = i % 3;
    if (third < 2) {
      // Slide b in from far away until the wanted gap in -1..0 or 0..1 is met.
      const wanted = third === 0 ? -between(0, 1) : between(0, 1);
      let [near, far] = [0, 60];
      b = shift(b, 0, 0, (a.z0 + a.z1 - b.z0 - b.z1) / 2);
      for (let k = 0; k < 24; k++) {
        const mid = (near + far) / 2;
        if (gapOf([a], [shift(b, Math.cos(way) * mid, Math.sin(way) * mid, 0)]).gap > wanted) {
          far = mid;
        } else near = mid;
      }
      b = shift(b, Math.cos(way) * far, Math.sin(way) * far, 0);
      kinds[third === 0 ? 'overlapping' : 'apart']++;
    } else {
      const special = Math.floor(random() * 4);
      if (special === 0) b = shift(b, between(-1, 1), between(-1, 1), 0);
      if (special === 1) b = shift(a, 0, 0, a.z1 - a.z0);
      if (special === 2) b = shift(boxPrism(0, 0, 5, 5, a.z0, a.z1), a.x1, a.y0, 0);
      if (special === 3) b = shift(b, 0, 0, a.z1 - b.z0 - between(-0.5, 0.5));
      kinds.special++;
    }
    const g = gapOf([a], [b]);
    const A = world.of(a);
    const B = world.of(b);
    if (g.gap >= 0) {
      const truth = A.minGap(B, g.gap + 2);
      worst.distance = Math.max(worst.distance, Math.abs(truth - g.gap));
      const common = A.intersect(B);
      // A common volume that is deeper than 0.01 mm anywhere would be a missed overlap.
      if (common.volume() > 1e-6) {
        const box = common.boundingBox();
        if (Math.min(...[0, 1, 2].map((k) => box.max[k]! - box.min[k]!)) > 0.01) worst.missed++;
      }
    } else {
      const out = -g.gap;
      const at = (f: number) =>
        A.translate([g.nx * out * f, g.ny * out * f, g.nz * out * f])
          .intersect(B)
          .volume();
      worst.volume = Math.max(worst.volume, at(1 + 1e-6 / out));
      if (out > 0.02 && at(0.97) <= 0) worst.loose++;
    }
    world.free();
  }
  return { kinds, worst };
}
