/** The independent truth for fit: the same prisms as manifold-3d solids. */
import Module from 'manifold-3d';
import type { Prism } from './prism';
import { circleRing, pointsOf } from './ring';

/** Circles get this many sides, so that they are within 0.001 mm of round. */
const SIDES = 384;

export async function solids() {
  const wasm = await Module();
  wasm.setup();
  const { Manifold, CrossSection } = wasm;
  let made: Array<{ delete: () => void }> = [];
  const keep = <T extends { delete: () => void }>(x: T): T => {
    made.push(x);
    return x;
  };
  type Solid = InstanceType<typeof Manifold>;
  return {
    Manifold,
    of(p: Prism): Solid {
      const rings = p.pieces.map((ring) =>
        ring.length === 2
          ? circleRing(ring[0]!, ring[1]!, p.r * Math.cos(Math.PI / SIDES), SIDES)
          : ring,
      );
      const plan = rings.map((ring) => keep(CrossSection.ofPolygons([pointsOf(ring)])));
      const whole = plan.length === 1 ? plan[0]! : keep(CrossSection.union(plan));
      return keep(keep(Manifold.extrude(whole, p.z1 - p.z0)).translate([0, 0, p.z0]));
    },
    free() {
      for (const m of made) m.delete();
      made = [];
    },
  };
}
