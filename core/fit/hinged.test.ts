/**
 * Two bodies over their swing: against manifold-3d solids turned step by step, against hand-worked
 * cases, and what a builder is told.
 */
import { demos } from '../catalogue';
import { seeded } from '../geometry';
import { solids } from '../geometry/manifold.fixture';
import {
  applied,
  type Body,
  length,
  type Hinge,
  type Project,
  usualHinge,
  withBody,
} from '../model';
import { hingeAt, hingeIn } from '../model/joint.fixture';
import { hingedFindings, hingedWays, sceneOf } from './index';
import { leastOver, ringOf } from './hinged';
import { type Swung, swungOf } from './swung';

const [, loaner] = demos() as [Project, Project];

const thing = (
  [in0, in1]: [number, number],
  [up0, up1]: [number, number],
  [along0, along1]: [number, number],
): Swung => ({
  of: { is: 'part', id: 'x', name: 'X' },
  in0,
  in1,
  up0,
  up1,
  along0,
  along1,
  u: 0,
});

describe('the least gap of two things over a swing', () => {
  const SCENES = 200;
  test(`${SCENES} drawn pairs agree with manifold-3d, turned by 0.25°`, async () => {
    const { Manifold } = await solids();
    const draw = seeded(20261129);
    const between = (a: number, b: number): number => a + draw() * (b - a);
    let [touching, near] = [0, 0];
    for (let i = 0; i < SCENES; i++) {
      const box = (): Swung => {
        const [into, up] = [between(0, 60), between(-8, 4)];
        const along = between(-30, 20);
        return thing(
          [into, into + between(2, 40)],
          [up, up + between(1, 12)],
          [along, along + between(3, 40)],
        );
      };
      const hinge = { out: length(between(0, 6)), up: length(between(0, 6)) };
      const [a, b] = [box(), box()];
      const [from, to] = [between(0, 40), between(100, 180)];
      const found = leastOver(ringOf(a, hinge, -1), ringOf(b, hinge, 1), from, to);
      const meets = a.along0 < b.along1 && b.along0 < a.along1;
      const solid = (s: Swung, side: 1 | -1) => {
        const ring = ringOf(s, hinge, side);
        const [xs, zs] = [ring.map((q) => q[0]), ring.map((q) => q[1])];
        const [x0, x1] = [Math.min(...xs), Math.max(...xs)];
        const [z0, z1] = [Math.min(...zs), Math.max(...zs)];
        return Manifold.cube([x1 - x0, s.along1 - s.along0, z1 - z0]).translate([x0, s.along0, z0]);
      };
      const [fixed, moving] = [solid(a, -1), solid(b, 1)];
      let least = Infinity;
      for (let deg = from; deg <= to; deg += 0.25) {
        // Turning up over the axis is against manifold's own sense about y.
        least = Math.min(least, fixed.minGap(moving.rotate([0, -(180 - deg), 0]), 50));
      }
      if (!meets) continue;
      if (found.gap < -0.05) {
        touching++;
        expect([i, least]).toEqual([i, 0]);
      } else if (found.gap > 0.3) {
        near++;
        expect([i, least > 0]).toEqual([i, true]);
      }
    }
    expect(Math.min(touching, near)).toBeGreaterThan(20);
  });

  test('a peg at radius 50 meets a wall exactly where the circle does', () => {
    const hinge = { out: length(0), up: length(0) };
    // A point-like peg 40 in and 30 up turns on a circle of 50; a plate from 49 on, 1 thick, at the parting plane.
    const peg = thing([39.99, 40], [29.99, 30], [0, 1]);
    const plate = (from: number) => thing([from, from + 5], [0, 1], [0, 1]);
    const gap = (from: number): number =>
      leastOver(ringOf(plate(from), hinge, -1), ringOf(peg, hinge, 1), 0, 180).gap;
    expect(gap(50.5)).toBeGreaterThan(0.4);
    expect(gap(49.5)).toBeLessThan(0);
  });
});

/** The loaner with a lid hinged at its top edge. */
function lidded(up: number, more: Partial<Hinge> = {}): Project {
  const base = loaner.shell.bodies[0]!;
  const lid: Body = {
    ...base,
    id: 'lid',
    name: 'Lid',
    caps: [],
    underlays: [],
    outline: { kind: 'rect', w: length(172), h: length(60), r: length(8) },
    pieces: base.pieces.map((q) => ({
      ...q,
      id: `lid-${q.id}`,
      depth: length(9),
      zones: [],
      features: [],
      openings: [],
    })),
  };
  const bodies = [base, lid];
  return { ...loaner, shell: { bodies, joints: [hingeAt(up, { bodies }, more)] } };
}

describe('a lid over keys', () => {
  const found = (p: Project) => hingedFindings(sceneOf(p));
  const keys = (p: Project): string[] =>
    found(p)
      .filter((f) => f.verdict === 'hit')
      .flatMap((f) => f.about);

  test('what stands out of a face is seen where it is: from the edge, above the plane, along the axis', () => {
    const scene = sceneOf(lidded(14));
    const all = swungOf(scene, 'top', false);
    const body = all.find((s) => s.of.is === 'body')!;
    expect([body.in0, body.in1, body.up1, body.along0, body.along1]).toEqual([0, 90, 14, -86, 86]);
    const hole = scene.shell!.openings.face.find((o) => o.use === 'button')!;
    const pad = all.find(
      (s) => s.of.is === 'key' && Math.abs(s.in0 - (90 - hole.y - hole.h / 2)) < 0.1,
    )!;
    expect((pad.along0 + pad.along1) / 2).toBeCloseTo(86 - hole.x, 6);
    expect(pad.up0).toBe(14);
  });
  test('shut with 1 mm between the faces, every key under the lid is in it; raised, none', () => {
    // 14 + 9 deep: at 12 the faces are 1 mm apart.
    const low = keys(lidded(12));
    expect(low.length).toBeGreaterThan(0);
    expect(keys(lidded(14))).toEqual([]);
    const [f] = found(lidded(12)).filter((x) => x.verdict === 'hit');
    expect(f!.what).toMatch(/meets Lid when it is shut/);
    const way = hingedWays(sceneOf(lidded(12)), f!).find((w) => w.id === 'hinge-up')!;
    const mended = way.changes.reduce((q, c) => applied(q, c), lidded(12));
    expect(keys(mended)).not.toContain(f!.about[0]);
  });
  test('a bay that bulges is of the body, and the cell in it does not stick out', () => {
    const all = swungOf(sceneOf(lidded(14)), 'top', false);
    const bay = all.find((s) => s.of.is === 'bulge')!;
    expect(bay.up0).toBeLessThan(-18);
    expect(bay.up1).toBe(-18);
    expect(all.filter((s) => s.of.is === 'part')).toEqual([]);
  });
  test('one that shuts only half way down never reaches the keys', () => {
    expect(keys(lidded(12, { closedDeg: 40 }))).toEqual([]);
  });
  test('what meets only on the way is told where', () => {
    // Flat open what sticks out of the lid's edge lies over the base, shut it is behind it; between, it turns into it.
    const p = lidded(14);
    const stick = thing([-12, -2], [16, 20], [-5, 5]);
    const least = leastOver(
      ringOf(thing([0, 90], [-18, 14], [-86, 86]), hingeIn(p), -1),
      ringOf(stick, hingeIn(p), 1),
      60,
      180,
    );
    expect(least.gap).toBeLessThan(-1);
    expect(least.deg).toBeGreaterThan(65);
    expect(least.deg).toBeLessThan(175);
  });
  test('a build of one body, or of two without a hinge, has no swing', () => {
    expect(found(loaner)).toEqual([]);
    const p = lidded(5);
    expect(found({ ...p, shell: { bodies: p.shell.bodies } })).toEqual([]);
  });
});

test('of an axis nobody measured what is only close is one line; what meets stays a line each', () => {
  const lidded = withBody(loaner, 'Lid', 'lid');
  const [first, second] = lidded.shell.bodies;
  const usual = usualHinge(lidded.shell, first!, second!);
  const found = (set: Partial<typeof usual>) =>
    hingedFindings(
      sceneOf({ ...lidded, shell: { ...lidded.shell, joints: [{ ...usual, ...set }] } }),
    ).filter((f) => f.verdict !== 'clear');
  const [one, ...others] = found({});
  expect(others).toEqual([]);
  expect(one).toMatchObject({ verdict: 'tight', code: 'hinge-estimated' });
  const { mm } = usual.up;
  const measured = found({ up: length(mm, 'ruler'), out: length(usual.out.mm, 'ruler') });
  expect(one!.title).toBe(`${measured.length} things pass within its doubt`);
  expect(new Set(one!.about)).toEqual(new Set(measured.flatMap((f) => f.about)));
  const low = found({ up: length(mm - 2.5, 'estimate') });
  expect(low.filter((f) => f.verdict === 'hit').length).toBeGreaterThan(1);
});

test('an estimated axis is offered further up or out until nothing is close', () => {
  const lidded = withBody(loaner, 'Lid', 'lid');
  const [first, second] = lidded.shell.bodies;
  const hinge = usualHinge(lidded.shell, first!, second!);
  const p: Project = { ...lidded, shell: { ...lidded.shell, joints: [hinge] } };
  const scene = sceneOf(p);
  const [f] = hingedFindings(scene).filter((x) => x.code === 'hinge-estimated');
  const ways = hingedWays(scene, f!);
  expect(ways.map((w) => w.id)).toContain('hinge-up');
  for (const way of ways) {
    const after = hingedFindings(sceneOf(applied(p, way.changes[0]!)));
    expect(after.filter((x) => x.verdict !== 'clear')).toEqual([]);
  }
});
