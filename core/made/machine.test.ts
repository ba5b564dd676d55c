/** Readings of the calibration piece: the offset they say, and that a file corrected by it comes out as wanted. */
import Module, { type ManifoldToplevel } from 'manifold-3d';
import { demos } from '../catalogue';
import { madeMesh } from '../formats/solid';
import { mustRead, type Project } from '../model';
import { corrections, machineOf, madeFor, unlikely, withReading } from './index';

let wasm: ManifoldToplevel;
beforeAll(async () => {
  wasm = await Module();
  wasm.setup();
});

const wisp = demos()[3]!;
type Of = 'hole' | 'pin';
const read = (p: Project, of: Of, size: number, mm: number | undefined): Project =>
  withReading(p, { process: 'filament', of, size }, mm);

test('holes 0.2 mm too small and pins 0.1 mm too large on the mean, with how sure', () => {
  const p = (
    [
      ['hole', 3, 2.75],
      ['hole', 6, 5.8],
      ['hole', 12, 11.85],
      ['pin', 6, 6.1],
    ] as Array<[Of, number, number]>
  ).reduce((q, [of, size, mm]) => read(q, of, size, mm), wisp);
  const { hole, pin } = machineOf(p, 'filament');
  expect(hole!.mm).toBeCloseTo(0.2, 9);
  // 0.05 mm of scatter over three.
  expect(hole!.u).toBeCloseTo(0.05 / Math.sqrt(3), 9);
  // One alone is as sure as the calliper.
  expect([pin!.mm, pin!.u, pin!.n]).toEqual([expect.closeTo(0.1, 9), 0.02, 1]);
  expect(machineOf(p, 'resin')).toEqual({ hole: undefined, pin: undefined });
  mustRead(p);
});

test('typed anew it replaces what was read; cleared, the document is as it was', () => {
  const once = read(wisp, 'hole', 3, 2.9);
  const twice = read(once, 'hole', 3, 2.8);
  expect(twice.workshop!.prints).toEqual([{ process: 'filament', of: 'hole', size: 3, mm: 2.8 }]);
  expect(read(twice, 'hole', 3, undefined)).toEqual(wisp);
});

test('a reading of another hole is one sentence', () => {
  expect(unlikely('hole', 3, 5.9)).toBe(
    'The hole of 3 mm reads 5.9 mm: more than 1 mm off is another hole, or another piece.',
  );
  expect(unlikely('pin', 6, 6.9)).toBeUndefined();
});

describe('a file corrected by it', () => {
  /** What the machine does: outlines grow and holes shrink by so much across. */
  const printed = (by: { outer: number; inner: number }, holes: number, pins: number) => {
    const piece = madeFor(wisp, 'filament').find((m) => m.kind === 'calibration piece')!;
    const mesh = madeMesh(wasm, piece.blocks, false, by);
    const solid = new wasm.Manifold(
      new wasm.Mesh({ numProp: 3, vertProperties: mesh.positions, triVerts: mesh.triangles }),
    );
    const plate = solid.slice(1).toPolygons();
    const above = solid.slice(5).toPolygons();
    const wide = (ring: ReadonlyArray<readonly [number, number]>): number =>
      Math.max(...ring.map((q) => q[0])) - Math.min(...ring.map((q) => q[0]));
    const area = (ring: ReadonlyArray<readonly [number, number]>): number =>
      ring.reduce((s, [x, y], i) => {
        const [u, v] = ring[(i + 1) % ring.length]!;
        return s + x * v - u * y;
      }, 0);
    return {
      holes: plate.filter((r) => area(r) < 0).map((r) => wide(r) - holes),
      pins: above.map((r) => wide(r) + pins),
    };
  };

  test('comes out as wanted on the machine that was read, where the plain one does not', () => {
    const [small, large] = [0.24, 0.12];
    const p = read(read(wisp, 'hole', 6, 6 - small), 'pin', 6, 6 + large);
    const by = corrections(machineOf(p, 'filament'));
    const [plain, right] = [
      printed({ outer: 0, inner: 0 }, small, large),
      printed(by, small, large),
    ];
    for (const d of [3, 6, 12]) {
      const off = (list: readonly number[]): number =>
        Math.min(...list.map((x) => Math.abs(x - d)));
      expect([d, off(plain.holes) > 0.15]).toEqual([d, true]);
      expect([d, off(right.holes) < 0.04]).toEqual([d, true]);
      expect([d, off(right.pins) < 0.04]).toEqual([d, true]);
    }
    expect(right.holes.length).toBe(5);
  });
});
