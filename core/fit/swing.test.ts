/** Shutting like a book: the closed form against a walk in quarter degrees, and what a tilt makes possible. */
import fc from 'fast-check';
import { demos } from '../catalogue';
import { boxPrism, solid } from '../geometry';
import { applied, type Body, type Project } from '../model';
import { spineOf } from '../shell';
import { assembly, sceneOf } from './index';
import { barredArc, type Rect, swingBar } from './swing';

const [, done] = demos() as [Project, Project];
const rect = (low: number, high: number): fc.Arbitrary<Rect> =>
  fc
    .record({
      d: fc.integer({ min: 0, max: 60 }),
      w: fc.integer({ min: 1, max: 25 }),
      z: fc.integer({ min: low, max: high }),
      h: fc.integer({ min: 1, max: 14 }),
    })
    .map(({ d, w, z, h }) => ({ d0: d, d1: d + w, z0: z, z1: z + h }));
const apart = (a: Rect, b: Rect, by = 0): boolean =>
  a.d0 >= b.d1 - by || b.d0 >= a.d1 - by || a.z0 >= b.z1 - by || b.z0 >= a.z1 - by;

/** Points of the moving rectangle turned up in small steps: does one come to lie inside the other? */
function walked(a: Rect, b: Rect, within: number): boolean {
  for (let deg = 0.25; deg <= 180; deg += 0.25) {
    const [c, s] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
    for (let i = 0; i <= 12; i++) {
      for (let j = 0; j <= 12; j++) {
        const d = a.d0 + ((a.d1 - a.d0) * i) / 12;
        const z = a.z0 + ((a.z1 - a.z0) * j) / 12;
        const x = d * c - z * s;
        const y = d * s + z * c;
        if (x > b.d0 + within && x < b.d1 - within && y > b.z0 + within && y < b.z1 - within) {
          return true;
        }
      }
    }
  }
  return false;
}

describe('turning about the spine', () => {
  test('what a walk in quarter degrees meets is barred, and what is barred by more than a step is met', () => {
    fc.assert(
      fc.property(rect(-10, 12), rect(-16, 6), (a, b) => {
        fc.pre(apart(a, b));
        const arc = barredArc(a, b);
        if (walked(a, b, 0.3)) expect(arc).toBeGreaterThan(0.05);
        if (arc < 0.05) expect(walked(a, b, 0.05)).toBe(false);
      }),
      { numRuns: 150 },
    );
  });
  test('a block that stands over another is barred by nothing; hooked under it, by the arc between them', () => {
    const over: Rect = { d0: 20, d1: 30, z0: 1, z1: 5 };
    const under: Rect = { d0: 20, d1: 30, z0: -9, z1: -2 };
    expect(barredArc(over, under)).toBe(0);
    // The lower one moving has to pass all of the upper: the longest arc is that from its lowest to the other's highest point.
    expect(barredArc(under, over)).toBeGreaterThan(10);
    const foot: Rect = { d0: 40, d1: 44, z0: -3, z1: 10 };
    const post: Rect = { d0: 46, d1: 50, z0: -15, z1: 1 };
    // Whether it passes depends on its outer lower corner: nearer to the axis than the post or not.
    expect(barredArc(foot, post)).toBe(0);
    expect(barredArc({ ...foot, d1: 45.9, z0: -6 }, { ...post, z1: 9 })).toBeGreaterThan(0.05);
  });
  test.each(['left', 'right', 'bottom', 'top'] as const)(
    'about the %s edge, a foot right behind a post far from it passes straight but not in a swing',
    (edge) => {
      const body: Body = { ...done.shell.bodies[0]!, spine: edge };
      const spine = spineOf(body);
      const side = spine.axis === 'y';
      const at = (d: number, w: number, t: number, l: number): [number, number, number, number] => {
        const [x, y] = spine.at(t);
        const far = edge === 'right' || edge === 'top' ? -(d + w) : d;
        return side ? [x + far, y, w, l] : [x, y + far, l, w];
      };
      const box = (d: number, w: number, z0: number, z1: number) => {
        const [x, y, bw, bh] = at(d, w, 20, 10);
        return solid('s', 's', 'block', 's', [boxPrism(x, y, bw, bh, z0, z1)], []);
      };
      // A foot reaches 12 mm down just inside a wall 40 mm from the edge: turning, its lower end swings outward.
      expect(swingBar(box(30, 9.5, -12, 4), box(40, 2, -15, 3), spine)).toBeGreaterThan(0.5);
      expect(swingBar(box(30, 4, -2, 4), box(40, 2, -15, 3), spine)).toBe(0);
    },
  );
});

test('a socket of one half in a closed hole near the spine of the other is tilted in; in a hole of the far wall it is not', () => {
  const body = done.shell.bodies[0]!;
  const to = (spine: Body['spine'], shuts: Body['shuts']): Project => ({
    ...done,
    shell: { bodies: [{ ...body, spine, shuts }] },
  });
  const hung = (p: Project) =>
    applied(p, {
      do: 'place',
      placement: {
        ...p.layout.placements.find((x) => x.item === 'charger')!,
        on: { piece: 'front' },
        x: 140,
        lift: 18,
      },
    });
  const bars = (p: Project) =>
    assembly(sceneOf(p)).bars.filter((b) => b.at.item.id === 'charger' && b.hole).length;
  expect([
    bars(hung(to('bottom', 'straight'))),
    bars(hung(to('bottom', 'swing'))),
    bars(hung(to('top', 'swing'))),
  ]).toEqual([1, 0, 1]);
});
