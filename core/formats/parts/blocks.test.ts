/** Solids made blocks: nothing of the solid is left outside them, and they are not one tall box. */
import Module, { type Manifold } from 'manifold-3d';
import { blockBox, type Mesh } from '../../geometry';
import { seeded } from '../../geometry/seeded';
import { merged, type Box } from '../../kit';
import { BadInput, type Part } from '../../model';
import { partOfSolids } from './index';

const wasm = await Module();
wasm.setup();
const box = (x: number, y: number, z: number, w: number, h: number, t: number): Manifold =>
  wasm.Manifold.cube([w, h, t]).translate([x, y, z]);
const meshOf = (m: Manifold): Mesh => {
  const g = m.getMesh();
  const p = new Float32Array(g.numVert * 3);
  for (let v = 0; v < g.numVert; v++) {
    for (let k = 0; k < 3; k++) p[3 * v + k] = g.vertProperties[g.numProp * v + k]!;
  }
  return { positions: p, triangles: g.triVerts };
};
const union = (parts: Manifold[]): Manifold => parts.reduce((a, b) => a.add(b));
/** The blocks as one solid of the modeller's, a hair larger for the rounding to hundredths. */
const solidOf = (p: Part): Manifold =>
  union(
    p.blocks.map((b) => {
      const [l, h] = blockBox(b);
      return box(
        l[0] - 0.02,
        l[1] - 0.02,
        l[2] - 0.02,
        h[0] - l[0] + 0.04,
        h[1] - l[1] + 0.04,
        h[2] - l[2] + 0.04,
      );
    }),
  );
const random = (seed: number, n: number): Manifold[] => {
  const r = seeded(seed);
  return [
    box(0, 0, 0, 60, 40, 1.6),
    ...Array.from({ length: n }, () => {
      const low = r() < 0.2;
      return box(
        2 + r() * 45,
        2 + r() * 28,
        low ? -2 - r() : 1.5,
        2 + r() * 9,
        2 + r() * 8,
        low ? 3 : 1 + r() * 9,
      );
    }),
  ];
};

describe('blocks of a solid', () => {
  test.each([1, 2, 3, 4])(
    'a board with what stands on it, one lump (%i): all of it inside its blocks, at most 24, well under its own box',
    (seed) => {
      const m = union(random(seed, 6));
      const p = partOfSolids([{ name: 'board', mesh: meshOf(m) }], 1, 'x', 'X');
      const b = m.boundingBox();
      const mine = solidOf(p);
      expect(m.translate([-b.min[0], -b.min[1], -b.min[2]]).subtract(mine).volume()).toBeLessThan(
        0.01 * m.volume(),
      );
      expect(p.blocks.length).toBeLessThanOrEqual(24);
      expect(mine.volume()).toBeLessThan(
        0.75 * (b.max[0] - b.min[0]) * (b.max[1] - b.min[1]) * (b.max[2] - b.min[2]),
      );
    },
  );
  test('loose lumps keep their boxes; corners said twice are one', () => {
    const lumps = [box(0, 0, 0, 20, 10, 2), box(30, 0, 0, 5, 5, 8)];
    const p = partOfSolids(
      [{ name: 'two', mesh: meshOf(wasm.Manifold.compose(lumps)) }],
      1,
      'x',
      'X',
    );
    expect(p.blocks.map((b) => blockBox(b))).toEqual([
      [
        [0, 0, 0],
        [20, 10, 2],
      ],
      [
        [30, 0, 0],
        [35, 5, 8],
      ],
    ]);
  });
  test('inches become mm, and a solid as long as a table is asked for its unit', () => {
    const mesh = meshOf(box(0, 0, 0, 1, 1, 1));
    expect(blockBox(partOfSolids([{ name: 'a', mesh }], 25.4, 'x', 'X').blocks[0]!)[1]).toEqual([
      25.4, 25.4, 25.4,
    ]);
    expect(() => partOfSolids([{ name: 'a', mesh }], 1000, 'x', 'X')).toThrow(BadInput);
  });
});

describe('merging', () => {
  test('every box stays inside some block, names are kept, and the count is what was asked for', () => {
    for (let seed = 0; seed < 12; seed++) {
      const r = seeded(seed);
      const boxes = Array.from({ length: seed < 10 ? 60 : 700 }, (_, i): Box => {
        const x = r() * 60;
        const y = r() * 50;
        const t = r() * 8;
        return {
          names: [`c${i}`],
          x0: x,
          y0: y,
          x1: x + 0.5 + r() * 4,
          y1: y + 0.5 + r() * 4,
          z0: 1.6,
          z1: 1.6 + t + 0.2,
        };
      });
      const few = merged(boxes, 20, 0);
      expect(few.length).toBeLessThanOrEqual(20);
      for (const b of boxes) {
        expect(
          few.some(
            (f) =>
              f.names.includes(b.names[0]!) &&
              f.x0 <= b.x0 &&
              f.x1 >= b.x1 &&
              f.y0 <= b.y0 &&
              f.y1 >= b.y1 &&
              f.z0 <= b.z0 &&
              f.z1 >= b.z1,
          ),
        ).toBe(true);
      }
    }
  });
  test('two alike, side by side, cost nothing to join; a tall one apart is left alone', () => {
    const at = (x: number, high: number, name: string): Box => ({
      names: [name],
      x0: x,
      x1: x + 2,
      y0: 0,
      y1: 2,
      z0: 0,
      z1: high,
    });
    expect(
      merged([at(0, 1, 'a'), at(2, 1, 'b'), at(20, 9, 'c')])
        .map((b) => b.names.join('+'))
        .sort(),
    ).toEqual(['a+b', 'c']);
  });
});
