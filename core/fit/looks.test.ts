/** Headroom, profile, window and the picture behind it, against counting by hand. */
import fc from 'fast-check';
import { demos } from '../catalogue';
import { atHeights, planGap, roundPrism } from '../geometry';
import { applied, type Placement, type Project } from '../model';
import { activeArea, Checker, headroom, pointOf, profile, sceneOf, windowFor } from './index';

const [half, done] = demos() as [Project, Project];
const scene = sceneOf(done);
const solids = () => [
  ...scene.shell!.all.filter((s) => s.kind !== 'wall'),
  ...[...scene.items.values()].flatMap((i) => i.blocks.map((b) => b.solid)),
];
const moved = (item: string, more: Partial<Placement>): Project =>
  applied(done, {
    do: 'place',
    placement: { ...done.layout.placements.find((x) => x.item === item)!, ...more },
  });

describe('headroom', () => {
  const h = headroom(scene, 2);
  test('at any spot it is the longest free stretch a fine walk up the depth finds', () => {
    const all = solids();
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 80 }), fc.integer({ min: 3, max: 40 }), (i, j) => {
        const mm = h.free[j * h.columns + i]!;
        fc.pre(mm >= 0);
        const [x, y] = [(i + 0.5) * 2, (j + 0.5) * 2];
        const here = all
          .flatMap((s) => s.prisms)
          .filter((p) => planGap(roundPrism(x, y, 1e-6, 0, 1), atHeights(p, 0, 1)) < 0);
        // On an edge either answer is right.
        fc.pre(
          !all.some((s) =>
            s.prisms.some(
              (p) => Math.abs(planGap(roundPrism(x, y, 1e-6, 0, 1), atHeights(p, 0, 1))) < 0.01,
            ),
          ),
        );
        let best = 0;
        let run = 0;
        const step = 0.05;
        for (let z = -18 + step / 2; z < 14; z += step) {
          run = here.some((p) => z > p.z0 && z < p.z1) ? 0 : run + step;
          best = Math.max(best, run);
        }
        // A bay may reach below the half's own outer face; the walk starts at that face.
        if (!here.some((p) => p.z1 < -18)) expect(Math.abs(best - mm)).toBeLessThan(0.12);
      }),
      { numRuns: 120 },
    );
  });
  test('a part that is taken out gives its room back, nowhere less', () => {
    const without = {
      ...done,
      layout: { placements: done.layout.placements.filter((x) => x.item !== 'cell') },
    };
    const more = headroom(sceneOf(without), 2);
    h.free.forEach((mm, i) => expect(more.free[i]!).toBeGreaterThanOrEqual(mm - 1e-6));
    expect(Math.max(...more.free)).toBeGreaterThanOrEqual(Math.max(...h.free));
  });
  test('with no shell there is none, and it says so', () =>
    expect(
      headroom(sceneOf({ ...done, shell: { bodies: [] }, layout: { placements: [] } })),
    ).toMatchObject({ columns: 0, working: 'There is no shell yet.' }));
});

describe('the profile', () => {
  test('every slice is where its solid is, and every gap is free', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('x' as const, 'y' as const),
        fc.double({ min: 3, max: 85, noNaN: true }),
        (axis, at) => {
          const p = profile(scene, axis, at);
          for (const s of p.slices.filter((q) => q.kind === 'block')) {
            const solid = scene.items.get(s.owner)!.blocks.find((b) => b.solid.id === s.id)!.solid;
            const [lo, hi] = axis === 'x' ? [solid.x0, solid.x1] : [solid.y0, solid.y1];
            expect(s.a0).toBeGreaterThanOrEqual(lo - 1e-6);
            expect(s.a1).toBeLessThanOrEqual(hi + 1e-6);
          }
          for (const g of p.gaps) {
            expect(g.mm).toBeGreaterThan(0);
            const mid = (g.z0 + g.z1) / 2;
            expect(
              p.slices.some(
                (s) => s.a0 < g.a - 1e-6 && s.a1 > g.a + 1e-6 && s.z0 < mid && s.z1 > mid,
              ),
            ).toBe(false);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('the picture behind its window', () => {
  const screen = scene.items.get('screen')!;
  const window = (p: Project) => new Checker(p).findings().find((f) => f.check === 'window');
  test('the lit area is as large as the panel says, and looks out', () => {
    const a = activeArea(scene, screen)!;
    expect([a.x1 - a.x0, a.y1 - a.y0]).toEqual([expect.closeTo(56.9, 6), expect.closeTo(42.7, 6)]);
    expect(a.facesOut).toBe(true);
    expect(windowFor(scene, screen)).toMatchObject({ id: 'window', x0: 55, x1: 117 });
  });
  test('moved sideways it hides exactly as much as it was moved beyond its margin', () => {
    const a = activeArea(scene, screen)!;
    const spare = 117 - a.x1;
    const f = window(moved('screen', { x: screen.placement.x + spare + 1.5 }))!;
    expect([f.verdict, f.title]).toEqual(['hit', '1.5 mm of picture hidden']);
    expect(window(done)!.verdict).toBe('clear');
  });
  test('turned over it shows its picture to the inside', () =>
    expect(window(moved('screen', { up: 'in' }))).toMatchObject({
      verdict: 'hit',
      title: 'Screen looks inward',
    }));
  test('pads are carried with their part', () => {
    const teasel = sceneOf(half).items.get('teasel')!;
    const pad = teasel.part.pads.find((q) => q.id === '1')!;
    expect(pointOf(teasel, [pad.x, pad.y, 0]).slice(0, 2)).toEqual([
      expect.closeTo(22 + pad.x, 9),
      expect.closeTo(26.3 + pad.y, 9),
    ]);
    const turned = sceneOf(
      applied(half, { do: 'place', placement: { ...half.layout.placements[0]!, turn: 90 } }),
    ).items.get('teasel')!;
    expect(pointOf(turned, [pad.x, pad.y, 0]).slice(0, 2)).toEqual([
      expect.closeTo(22 - pad.y, 9),
      expect.closeTo(26.3 + pad.x, 9),
    ]);
  });
});
