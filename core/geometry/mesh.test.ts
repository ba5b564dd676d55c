/** Rigid moves: they keep lengths and volumes, and come one after the other. */
import fc from 'fast-check';
import { movedMesh, movedPoint, type Rigid, STILL, composed, upright, volume } from './mesh';

const unit = fc
  .tuple(
    fc.double({ min: -1, max: 1, noNaN: true }),
    fc.double({ min: -1, max: 1, noNaN: true }),
    fc.double({ min: -1, max: 1, noNaN: true }),
  )
  .filter((v) => Math.hypot(...v) > 0.1)
  .map((v): [number, number, number] => {
    const n = Math.hypot(...v);
    return [v[0] / n, v[1] / n, v[2] / n];
  });
const point = fc.tuple(
  fc.double({ min: -50, max: 50, noNaN: true }),
  fc.double({ min: -50, max: 50, noNaN: true }),
  fc.double({ min: -50, max: 50, noNaN: true }),
);
const cube = (): { positions: Float32Array; triangles: Uint32Array } => ({
  positions: Float32Array.from([
    0, 0, 0, 2, 0, 0, 2, 3, 0, 0, 3, 0, 0, 0, 4, 2, 0, 4, 2, 3, 4, 0, 3, 4,
  ]),
  triangles: Uint32Array.from([
    0, 2, 1, 0, 3, 2, 4, 5, 6, 4, 6, 7, 0, 1, 5, 0, 5, 4, 1, 2, 6, 1, 6, 5, 2, 3, 7, 2, 7, 6, 3, 0,
    4, 3, 4, 7,
  ]),
});

describe('upright', () => {
  test('brings any direction to straight up and keeps lengths and handedness', () => {
    fc.assert(
      fc.property(unit, point, (d, p) => {
        const m = upright(d);
        const [x, y, z] = movedPoint(m, ...d);
        expect([x, y, z]).toEqual([
          expect.closeTo(0, 9),
          expect.closeTo(0, 9),
          expect.closeTo(1, 9),
        ]);
        expect(Math.hypot(...movedPoint(m, ...p))).toBeCloseTo(Math.hypot(...p), 6);
        expect(volume({ ...cube(), positions: movedMesh(cube().positions, m) })).toBeCloseTo(24, 3);
      }),
    );
  });
  test('a half that lies face down is turned over its y axis: what was up on the page stays up', () => {
    const [x, y, z] = movedPoint(upright([0, 0, -1]), 3, 5, 0);
    expect([x, y, z + 0]).toEqual([-3, 5, 0]);
  });
});

describe('one move after another', () => {
  test('is the one move of both', () => {
    fc.assert(
      fc.property(unit, unit, point, (a, b, p) => {
        const m: Rigid = composed(upright(a), [1, 0, 0, 7, 0, 1, 0, -3, 0, 0, 1, 2]);
        const n = upright(b);
        const twice = movedPoint(n, ...movedPoint(m, ...p));
        const once = movedPoint(composed(m, n), ...p);
        twice.forEach((v, k) => expect(once[k]).toBeCloseTo(v, 6));
      }),
    );
  });
  test('nothing done is nothing changed', () => {
    expect(movedPoint(STILL, 1, 2, 3)).toEqual([1, 2, 3]);
    expect([...movedMesh(Float32Array.of(1, 2, 3), STILL)]).toEqual([1, 2, 3]);
  });
});

test('a box has its volume, and the opposite one inside out', () => {
  const b = cube();
  expect(volume(b)).toBeCloseTo(24, 6);
  expect(volume({ ...b, triangles: b.triangles.slice().reverse() })).toBeCloseTo(-24, 6);
});
