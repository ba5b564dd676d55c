/** Antennas and plugs outside against brute force: distances by dense points, mouldings by drawn rectangles. */
import fc from 'fast-check';
import { demos } from '../catalogue';
import { PLUGS } from '../kit';
import { applied, type Placement, type Project } from '../model';
import { Checker, pluggedIn, pointOf, sceneOf } from './index';

const [, done, warbler, wisp] = demos() as [Project, Project, Project, Project];
const place = (p: Project, item: string, more: Partial<Placement>): Project =>
  applied(p, {
    do: 'place',
    placement: { ...p.layout.placements.find((x) => x.item === item)!, ...more },
  });
const of = (p: Project, check: string) =>
  new Checker(p).findings().filter((f) => f.check === check);

describe('an antenna', () => {
  test('lies where its board puts it, turned or turned over, as far from a cell as the nearest of its points', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 60, max: 100 }),
        fc.integer({ min: 70, max: 84 }),
        fc.constantFrom(0, 90, 180, 270),
        fc.constantFrom('in' as const, 'out' as const),
        (x, y, turn, up) => {
          const p = place(warbler, 'thimble', { x, y, turn, up });
          const scene = sceneOf(p);
          const board = scene.items.get('thimble')!;
          const cell = scene.items.get('cell')!;
          const a = board.part.antenna!;
          let near = Infinity;
          for (let i = 0; i <= 12; i++) {
            for (let j = 0; j <= 12; j++) {
              for (const z of [1.6, 2.1, 2.6]) {
                const [px, py, pz] = pointOf(board, [
                  a.x + (a.w * i) / 12,
                  a.y + (a.h * j) / 12,
                  z,
                ]);
                for (const b of cell.blocks.filter((q) => q.block.kind !== 'body')) {
                  for (const q of b.solid.prisms) {
                    near = Math.min(
                      near,
                      Math.hypot(
                        Math.max(q.x0 - px, 0, px - q.x1),
                        Math.max(q.y0 - py, 0, py - q.y1),
                        Math.max(q.z0 - pz, 0, pz - q.z1),
                      ),
                    );
                  }
                }
              }
            }
          }
          const f = of(p, 'antenna').find((q) => q.id.includes('cell'));
          if (near > 21) expect(f).toBeUndefined();
          // The points are never nearer than the solid, and no further by more than their spacing.
          else if (near > 0.3 && near < 19) {
            expect(f!.measure!.gap).toBeLessThanOrEqual(near + 1e-6);
            expect(f!.measure!.gap).toBeGreaterThan(near - 0.6);
          }
        },
      ),
      { numRuns: 25 },
    );
  });
});

describe('plugs outside', () => {
  test('two in one wall clash exactly when their mouldings, drawn on the wall, do', () => {
    let clashed = 0;
    let free = 0;
    for (let x = 50; x <= 90; x += 4) {
      for (let lift10 = 60; lift10 <= 140; lift10 += 13) {
        const p = place(warbler, 'charger', {
          on: { piece: 'front' },
          turn: 180,
          x,
          y: 85.4,
          lift: lift10 / 10,
        });
        const plugs = pluggedIn(sceneOf(p));
        const f = of(p, 'beside').find((q) => q.id.startsWith('beside:'));
        const [a, b] = plugs.map((q) => {
          const m = PLUGS[q.mouth.type].overmould;
          return { u0: q.u - m.w / 2, u1: q.u + m.w / 2, v0: q.z - m.h / 2, v1: q.z + m.h / 2 };
        }) as [
          { u0: number; u1: number; v0: number; v1: number },
          { u0: number; u1: number; v0: number; v1: number },
        ];
        const drawn = a.u0 < b.u1 && b.u0 < a.u1 && a.v0 < b.v1 && b.v0 < a.v1;
        if (drawn) clashed++;
        else free++;
        expect([x, lift10, f?.title === 'Not both plugs at once']).toEqual([x, lift10, drawn]);
      }
    }
    expect([clashed > 3, free > 3]).toEqual([true, true]);
  });
  test('lower in the shell a plug comes nearer to the table by as much, and a socket kept inside hangs nothing out', () => {
    const low = (lift: number) =>
      of(place(wisp, 'charger', { lift }), 'beside').find((f) => f.id.startsWith('lying:'))!
        .measure!.gap;
    for (const lift of [0, 0.5, 1, 2]) expect(low(lift) - low(0)).toBeCloseTo(lift, 6);
    expect(
      of(
        applied(wisp, { do: 'reach', item: 'charger', connector: 'usb', outside: false }),
        'beside',
      ),
    ).toEqual([]);
    // Its bay bulges so far that no moulding of the demo reaches the table.
    expect(of(done, 'beside').filter((f) => f.verdict !== 'clear')).toEqual([]);
  });
});
