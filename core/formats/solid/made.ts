/** A made part as one watertight solid, lying as it is printed: on its largest flat side. */
import type { ManifoldToplevel } from 'manifold-3d';
import type { Block } from '../../model';
import type { Mesh } from '../../geometry';
import { onlyXyz } from './xyz';

/** Heights of made parts are whole ones of these, in 1 mm. */
const HUNDREDTHS = 100;

/**
 * @param blocks  upright prisms of one part, in its own frame, mm
 * @param turned  its top lies on the bed
 * @param by      outlines drawn in and holes widened so far at each side, mm: what the machine adds
 * @returns       a closed triangle mesh, its lowest point at 0
 */
export function madeMesh(
  wasm: ManifoldToplevel,
  blocks: readonly Block[],
  turned = false,
  by: { outer: number; inner: number } = { outer: 0, inner: 0 },
): Mesh {
  const { Manifold, CrossSection } = wasm;
  const made: Array<{ delete: () => void }> = [];
  const keep = <T extends { delete: () => void }>(x: T): T => {
    made.push(x);
    return x;
  };
  try {
    const solids = blocks.map((b) => {
      if (b.plan.kind !== 'polygon') throw new RangeError('A made part is of outlines.');
      const flat = (
        rings: ReadonlyArray<ReadonlyArray<readonly [number, number]>>,
        grow: number,
      ) => {
        const drawn = keep(
          CrossSection.ofPolygons(
            rings.map((ring) => ring.map(([x, y]): [number, number] => [x, y])),
            'EvenOdd',
          ),
        );
        return grow ? keep(drawn.offset(grow, 'Miter', 4)) : drawn;
      };
      const outer = flat([b.plan.points], -by.outer);
      const { holes = [] } = b.plan;
      const plan = holes.length ? keep(outer.subtract(flat(holes, by.inner))) : outer;
      // Whole hundredths until all are joined, so that what stands on another block meets it exactly.
      const [low, high] = [b.base, b.base + b.height.mm].map((z) => Math.round(z * HUNDREDTHS));
      const tall = keep(Manifold.extrude(plan, high! - low!));
      return keep(tall.translate([0, 0, low!]));
    });
    const joined = keep(Manifold.union(solids));
    const whole = keep(joined.scale([1, 1, 1 / HUNDREDTHS]));
    const lying = turned ? keep(whole.rotate([180, 0, 0])) : whole;
    const low = lying.boundingBox().min[2];
    const mesh = keep(lying.translate([0, 0, -low])).getMesh();
    return { positions: onlyXyz(mesh.vertProperties, mesh.numProp), triangles: mesh.triVerts };
  } finally {
    for (const m of made) m.delete();
  }
}
