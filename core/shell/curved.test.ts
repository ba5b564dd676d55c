/** Leaning walls and curved backs: never more room than there is, and little less. */
import fc from 'fast-check';
import Module from 'manifold-3d';
import { pieceMesh } from '../formats/solid';
import { atHeights, planGap, roundPrism, volume } from '../geometry';
import { type Body, length, mustRead, emptyProject } from '../model';
import { depthAt, floorStrips, stripExcess, shellSolids, wallSlabs } from './index';

const wasm = await Module();
wasm.setup();
const exact = (mm: number) => length(mm, 'exact');
const body = (back: Partial<Body['pieces'][number]>): Body => ({
  id: 'shell',
  name: 'Shell',
  spine: 'left',
  wall: exact(2),
  outline: { kind: 'rect', w: exact(100), h: exact(60), r: exact(0) },
  pieces: [
    {
      id: 'back',
      role: 'back',
      material: 'abs',
      depth: exact(16),
      zones: [],
      features: [],
      openings: [],
      ...back,
    },
  ],
});
const arch = {
  along: 'x' as const,
  points: [0, 25, 50, 75, 100].map((at) => ({
    at,
    depth: exact(8 + 6 * Math.sin((at / 100) * Math.PI)),
  })),
};

describe('a curved back', () => {
  const depths = fc.array(fc.double({ min: 3, max: 25, noNaN: true }), {
    minLength: 2,
    maxLength: 8,
  });
  test('each strip is as shallow as the line between the readings or shallower, by 0.1 mm at the most where there are strips enough', () => {
    fc.assert(
      fc.property(depths, fc.double({ min: 0, max: 100, noNaN: true }), (d, x) => {
        const profile = {
          along: 'x' as const,
          points: d.map((v, i) => ({ at: (100 * i) / (d.length - 1), depth: exact(v) })),
        };
        const strips = floorStrips(profile, 100);
        const here = strips.find((s) => x >= s.from && x <= s.to)!;
        expect(strips[0]!.from).toBeLessThan(0);
        expect(strips[strips.length - 1]!.to).toBeGreaterThan(100);
        expect(here.depth).toBeLessThanOrEqual(depthAt(profile, x) + 1e-9);
        const climb = d.slice(1).reduce((s, v, i) => s + Math.abs(v - d[i]!), 0);
        expect(stripExcess(profile, strips)).toBeLessThan(Math.max(0.1, (2 * climb) / 40) + 0.11);
      }),
    );
  });
  test('the floor under a part is the curve under it, and the solid has the volume of the strips', () => {
    const b = body({ profile: arch });
    const shell = shellSolids(b, []);
    for (const x of [5, 20, 50, 77, 95]) {
      const d = -shell.floorAt('back', x, 30);
      expect(d).toBeLessThanOrEqual(depthAt(arch, x));
      expect(d).toBeGreaterThan(depthAt(arch, x) - 0.5);
    }
    const inside =
      arch.points
        .slice(1)
        .reduce((s, p, i) => s + (25 * (p.depth.mm + arch.points[i]!.depth.mm)) / 2, 0) * 60;
    const shellOf = volume(pieceMesh(wasm, b, 'back'));
    expect(shellOf).toBeGreaterThan(0);
    // Outer solid less cavity: a floor 2 mm thick and walls 2 mm thick, the cavity as deep as the curve.
    const cavity = floorStrips(arch, 100).reduce(
      (s, t) => s + Math.max(0, Math.min(98, t.to) - Math.max(2, t.from)) * 56 * t.depth,
      0,
    );
    const outer = floorStrips(arch, 100).reduce(
      (s, t) => s + Math.max(0, Math.min(100, t.to) - Math.max(0, t.from)) * 60 * (t.depth + 2),
      0,
    );
    expect(shellOf).toBeCloseTo(outer - cavity, 0);
    expect(outer / 60 - 200).toBeLessThan(inside / 60);
  });
  test('one depth is no curve, and a depth below nothing is refused', () => {
    const p = {
      ...emptyProject('a', 'A'),
      shell: { bodies: [body({ profile: { along: 'x', points: [{ at: 0, depth: exact(5) }] } })] },
    };
    expect(() => mustRead(p)).toThrow('at least two depths');
  });
});

describe('a leaning wall', () => {
  test('a slab is as thick as the wall at its deep end, and no more than 0.1 mm thicker than at its shallow end', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 3, noNaN: true }), (deg) => {
        const b = body({ draftDeg: deg });
        const slabs = wallSlabs(b, b.pieces[0]!, -1);
        const lean = Math.tan((deg * Math.PI) / 180);
        for (const s of slabs) {
          expect(s.wall).toBeCloseTo(2 + -s.z0 * lean, 9);
          expect((s.z1 - s.z0) * lean).toBeLessThanOrEqual(0.1 + 1e-9);
        }
        expect(slabs[0]!.z1).toBeCloseTo(0, 9);
        expect(Math.min(...slabs.map((s) => s.z0))).toBeCloseTo(-16, 9);
      }),
    );
  });
  test('a pin near the floor touches a wall that leans 2° and not one that is upright', () => {
    const touches = (deg: number, x: number, z: number) =>
      shellSolids(body(deg ? { draftDeg: deg } : {}), [])
        .all.filter((s) => s.kind === 'wall')
        .some((s) =>
          s.prisms.some(
            (p) =>
              p.z0 <= z &&
              p.z1 >= z &&
              planGap(roundPrism(x, 30, 0.01, 0, 1), atHeights(p, 0, 1)) < 0,
          ),
        );
    const foot = 2 + 14 * Math.tan((2 * Math.PI) / 180);
    expect([
      touches(0, 2.2, -14),
      touches(2, 2.2, -14),
      touches(2, foot + 0.15, -14),
      touches(2, 2.2, -1),
    ]).toEqual([false, true, false, false]);
  });
  test('the solid sent out loses what the wall gains', () => {
    const [straight, leaning] = [
      volume(pieceMesh(wasm, body({}), 'back')),
      volume(pieceMesh(wasm, body({ draftDeg: 2 }), 'back')),
    ];
    const slabs = wallSlabs(body({ draftDeg: 2 }), body({ draftDeg: 2 }).pieces[0]!, 1);
    const cavity = slabs.reduce(
      (s, q) => s + (100 - 2 * q.wall) * (60 - 2 * q.wall) * Math.max(0, Math.min(14, q.z1) - q.z0),
      0,
    );
    expect(leaning).toBeCloseTo(straight + 96 * 56 * 14 - cavity, 0);
  });
});
