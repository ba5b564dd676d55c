/** A shell sent out as a mesh and read back is the same cavity within what is stated. */
import { execFileSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import Module from 'manifold-3d';
import { demos } from '../catalogue';
import { pieceMesh } from '../formats/solid';
import type { Mesh } from '../geometry';
import { type Body, length, mustRead } from '../model';
import { shellSolids } from '../shell';
import { halvesIn, type HalfRead, readHalf, withHalf } from './index';

const wasm = await Module();
wasm.setup();
const demo = demos()[0]!.shell.bodies[0]!;
const read = JSON.parse(
  execFileSync(
    process.execPath,
    ['--import', 'tsx', fileURLToPath(new URL('./half.fixture.ts', import.meta.url))],
    { encoding: 'utf8', maxBuffer: 1e8 },
  ),
) as HalfRead[];
const half = (role: 'front' | 'back'): HalfRead => read.find((h) => h.role === role)!;
const near = (a: { mm: number; u: number }, b: { mm: number; u: number }) =>
  Math.abs(a.mm - b.mm) / Math.hypot(a.u, b.u, 1e-6);

describe.each(['front', 'back'] as const)('the %s of the demo through a mesh', (role) => {
  const taken = (): Body => withHalf(undefined, half(role), half(role).offers);
  test('outline, wall and depth agree within their uncertainty', () => {
    const h = half(role);
    if (h.outline.kind !== 'rect' || demo.outline.kind !== 'rect') {
      throw new Error('not a rounded rectangle');
    }
    expect(
      Math.max(
        near(h.outline.w, demo.outline.w),
        near(h.outline.h, demo.outline.h),
        near(h.outline.r, demo.outline.r),
        near(h.wall, demo.wall),
        near(h.depth, demo.pieces.find((p) => p.role === role)!.depth),
      ),
    ).toBeLessThan(2.5);
    expect(h.tiltDeg).toBeLessThan(0.05);
  });
  test('every round post stands where it stood, as tall, and none is new', () => {
    const was = shellSolids(demo, []).features.filter(
      (f) => f.piece === role && f.feature.shape.kind === 'circle',
    );
    const is = shellSolids(taken(), []).features.filter(
      (f) => f.piece === role && f.feature.shape.kind === 'circle',
    );
    expect(is.length).toBe(was.length);
    for (const w of was) {
      const i = is.find((f) => Math.hypot(f.x - w.x, f.y - w.y) < 0.3);
      expect([w.name, i !== undefined]).toEqual([w.name, true]);
      expect(Math.abs(i!.height - w.height)).toBeLessThan(0.1);
      expect(
        Math.abs(
          (i!.feature.shape as { d: { mm: number } }).d.mm -
            (w.feature.shape as { d: { mm: number } }).d.mm,
        ),
      ).toBeLessThan(0.15);
    }
  });
  test('the floor is as deep everywhere that was measured', () => {
    const [a, b] = [shellSolids(demo, []), shellSolids(taken(), [])];
    for (let x = 8; x < 165; x += 7) {
      for (let y = 8; y < 84; y += 7) {
        if (
          Math.abs(a.floorAt(role, x, y) - a.floorAt(role, x + 1, y + 1)) < 0.01 &&
          Math.abs(a.floorAt(role, x, y) - a.floorAt(role, x - 1, y - 1)) < 0.01
        ) {
          expect([x, y, b.floorAt(role, x, y)]).toEqual([
            x,
            y,
            expect.closeTo(a.floorAt(role, x, y), 0.5),
          ]);
        }
      }
    }
  });
  test('openings of the face and of the walls come back in their places', () => {
    const [a, b] = [shellSolids(demo, []).openings, shellSolids(taken(), []).openings];
    for (const o of a.face.filter((q) => q.piece === role)) {
      expect([
        o.name,
        b.face.some(
          (q) =>
            Math.hypot(q.x - o.x, q.y - o.y) < 0.3 &&
            Math.abs(q.w - o.w) < 0.35 &&
            Math.abs(q.h - o.h) < 0.35,
        ),
      ]).toEqual([o.name, true]);
    }
    for (const o of a.wall.filter((q) => q.piece === role)) {
      expect([
        o.name,
        b.wall.some(
          (q) => q.wall === o.wall && Math.abs(q.u - o.u) < 0.3 && Math.abs(q.v - o.v) < 0.4,
        ),
      ]).toEqual([o.name, true]);
    }
  });
});

describe('what a builder may choose', () => {
  test('what is ignored stays out; a second reading of the half takes the place of the first', () => {
    const h = half('back');
    const once = withHalf(undefined, h, h.offers.slice(0, 3));
    const twice = withHalf(
      once,
      h,
      h.offers.slice(1, 2).map((o) => ({ ...o, name: 'my post' })),
    );
    const things = (b: Body) => b.pieces.flatMap((p) => [...p.features, ...p.zones, ...p.openings]);
    expect([things(once).length, things(twice).map((t) => t.name)]).toEqual([3, ['my post']]);
  });
  test('hand-measured features of the same half and the other half stay', () => {
    const h = half('back');
    const kept = withHalf(demo, h, []);
    expect(kept.pieces.map((p) => p.features.length)).toEqual(
      demo.pieces.map((p) => p.features.length),
    );
    expect(() =>
      mustRead({ ...demos()[0]!, shell: { bodies: [withHalf(demo, h, h.offers)] } }),
    ).not.toThrow();
  });
  test('two halves side by side on one plate are two', () => {
    const [a, b] = [pieceMesh(wasm, demo, 'back'), pieceMesh(wasm, demo, 'back')];
    const plate: Mesh = {
      positions: Float32Array.from([
        ...a.positions,
        ...b.positions.map((v, i) => (i % 3 === 1 ? v + 110 : v)),
      ]),
      triangles: Uint32Array.from([
        ...a.triangles,
        ...b.triangles.map((t) => t + a.positions.length / 3),
      ]),
    };
    expect(halvesIn(plate).map((m) => m.triangles.length)).toEqual([
      a.triangles.length,
      b.triangles.length,
    ]);
    expect(halvesIn(a)).toHaveLength(1);
  });
  test('a solid block has no rim or no cavity, and says so', () => {
    const block = wasm.Manifold.cube([100, 60, 15]).getMesh();
    expect(() =>
      readHalf({ positions: block.vertProperties, triangles: block.triVerts }, 1, 'back'),
    ).toThrow(/half a shell/);
    expect(() =>
      readHalf({ positions: new Float32Array(9), triangles: Uint32Array.of(0, 1, 2) }, 1, 'back'),
    ).toThrow('fewer than four triangles');
    expect(() => readHalf(pieceMesh(wasm, demo, 'back'), 0.01, 'back')).toThrow(/check the unit/);
    expect(length(1, 'mesh').u).toBeGreaterThan(0);
  });
});
