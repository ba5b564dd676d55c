/** The steps of reading a mesh or a picture, each against something simple. */
import fc from 'fast-check';
import Module from 'manifold-3d';
import { type Field, type Mesh, thinned } from '../geometry';
import { circlesAmong, type EdgePoint } from './circles';
import { ringsOf } from './edges';
import { type Gray, snapAlong, snapNear } from './gradient';
import { levelled } from './level';
import { outlineOf } from './outline';
import { dice } from './shells.fixture';
import { sideHolesIn } from './sides';
import { commonest, surfacesOf } from './surfaces';

const wasm = await Module();
wasm.setup();
const { Manifold } = wasm;
type Solid = InstanceType<typeof Manifold>;
const meshOf = (s: Solid): Mesh => {
  const m = s.getMesh();
  return { positions: m.vertProperties, triangles: m.triVerts };
};
/** A tray open upward, rim in z = 0: 90 x 60 outside, 12 deep, walls 2. */
const tray = (): Solid =>
  Manifold.cube([90, 60, 12])
    .translate([0, 0, -12])
    .subtract(Manifold.cube([86, 56, 12]).translate([2, 2, -10]));

describe('circles among edge points', () => {
  const ring = (
    x: number,
    y: number,
    r: number,
    from = 0,
    to = 2 * Math.PI,
    noise = () => 0,
  ): EdgePoint[] => {
    const n = Math.ceil(((to - from) * r) / 0.2);
    return Array.from({ length: n }, (_, i) => {
      const a = from + ((to - from) * i) / n;
      const q = r + noise();
      return { x: x + q * Math.cos(a), y: y + q * Math.sin(a), nx: Math.cos(a), ny: Math.sin(a) };
    });
  };
  const line = (x0: number, x1: number, y: number, ny: 1 | -1): EdgePoint[] =>
    Array.from({ length: Math.ceil((x1 - x0) / 0.2) }, (_, i) => ({
      x: x0 + i * 0.2,
      y,
      nx: 0,
      ny,
    }));

  test('whole, half and noisy ones are found where they are; straight edges are none', () => {
    const rnd = dice(4);
    const noise = () => (rnd() - 0.5) * 0.1;
    const found = circlesAmong(
      [
        ...ring(20, 20, 3),
        ...ring(50, 20, 2, 0, Math.PI),
        ...ring(70, 40, 5, 0, 6.28, noise),
        ...line(5, 85, 55, 1),
        ...line(5, 85, 53, -1),
      ],
      90,
      60,
    );
    const near = (x: number, y: number) => found.find((c) => Math.hypot(c.x - x, c.y - y) < 0.2);
    expect(near(20, 20)!.r).toBeCloseTo(3, 1);
    expect(near(50, 20)!.r).toBeCloseTo(2, 1);
    expect(near(50, 20)!.cover).toBeCloseTo(0.5, 1);
    expect(near(70, 40)!.r).toBeCloseTo(5, 1);
    expect(found).toHaveLength(3);
  });
  test('a hole is no post: its edge looks the other way', () => {
    const hole = ring(30, 30, 4).map((p) => ({ ...p, nx: -p.nx, ny: -p.ny }));
    expect(circlesAmong(hole, 60, 60)).toEqual([]);
  });
});

describe('edges in a picture', () => {
  /** A soft step across the picture at an angle, through a point. */
  const step = (angle: number, x0: number, y0: number, dark = 40, light = 200, soft = 1): Gray => {
    const w = 80;
    const h = 80;
    const px = new Uint8Array(w * h);
    const [nx, ny] = [Math.cos(angle), Math.sin(angle)];
    for (let j = 0; j < h; j++) {
      for (let i = 0; i < w; i++) {
        px[j * w + i] =
          dark + (light - dark) / (1 + Math.exp(-((i - x0) * nx + (j - y0) * ny) / soft));
      }
    }
    return { w, h, px };
  };
  test('a soft step is met within a tenth of a pixel, whichever way it runs', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: Math.PI, noNaN: true }),
        fc.double({ min: -4, max: 4, noNaN: true }),
        (a, off) => {
          const hit = snapAlong(
            step(a, 40, 40),
            40 + off * Math.cos(a),
            40 + off * Math.sin(a),
            Math.cos(a),
            Math.sin(a),
            8,
          )!;
          expect(Math.abs((hit.x - 40) * Math.cos(a) + (hit.y - 40) * Math.sin(a))).toBeLessThan(
            0.1,
          );
        },
      ),
    );
  });
  test('nothing stands out of an even picture or a faint one', () => {
    expect(snapAlong(step(0, 40, 40, 100, 104), 42, 40, 1, 0, 8)).toBeUndefined();
    expect(snapNear({ w: 40, h: 40, px: new Uint8Array(1600).fill(90) }, 20, 20)).toBeUndefined();
  });
  test('of two edges the nearer one is taken', () => {
    const two = step(0, 30, 40);
    const other = step(0, 44, 40);
    const both: Gray = {
      ...two,
      px: two.px.map((v, i) => (i % 80 < 37 ? v : 240 - (other.px[i]! - 40))),
    };
    expect(snapNear(both, 32, 40, 14)!.x).toBeCloseTo(30, 0);
    expect(snapNear(both, 42, 40, 14)!.x).toBeCloseTo(44, 0);
  });
  test('a click near a slanted edge lands on it', () => {
    const hit = snapNear(step(0.7, 40, 40), 43, 38)!;
    expect(Math.abs((hit.x - 40) * Math.cos(0.7) + (hit.y - 40) * Math.sin(0.7))).toBeLessThan(
      0.25,
    );
  });
});

describe('outlines', () => {
  const drawn = (inside: (x: number, y: number) => boolean): { g: Field; mask: Uint8Array } => {
    const nx = 440;
    const ny = 280;
    const step = 0.25;
    const mask = new Uint8Array(nx * ny);
    for (let j = 0; j < ny; j++) {
      for (let i = 0; i < nx; i++) {
        if (inside((i + 0.5) * step - 5, (j + 0.5) * step - 5)) mask[j * nx + i] = 1;
      }
    }
    return { g: { x0: -5, y0: -5, step, nx, ny, z: new Float32Array(0) }, mask };
  };
  test('a rounded rectangle is one, with its radius', () => {
    const { g, mask } = drawn((x, y) => {
      const qx = Math.abs(x - 45) - 37;
      const qy = Math.abs(y - 28) - 20;
      return Math.hypot(Math.max(qx, 0), Math.max(qy, 0)) < 8;
    });
    const o = outlineOf(g, mask);
    if (o.kind !== 'rect') throw new Error('not a rectangle');
    expect([o.w, o.h, o.r]).toEqual([
      expect.closeTo(90, 0),
      expect.closeTo(56, 0),
      expect.closeTo(8, 0),
    ]);
    expect(o.off).toBeLessThan(0.12);
  });
  test('an L is its points, few of them', () => {
    const { g, mask } = drawn((x, y) => x > 0 && y > 0 && x < 90 && y < 56 && !(x < 30 && y > 30));
    const o = outlineOf(g, mask);
    if (o.kind !== 'points') throw new Error('not points');
    expect(o.points.length).toBeLessThan(24);
    expect([o.w, o.h]).toEqual([expect.closeTo(90, 0), expect.closeTo(56, 0)]);
  });
  test('a ring keeps its corners and loses what says nothing', () => {
    const many = Array.from({ length: 40 }, (_, i): [number, number] =>
      i < 20 ? [i, 0] : [39 - i, 10],
    );
    expect(thinned(many, 0.1).length).toBeLessThanOrEqual(5);
    expect(
      ringsOf(
        { x0: 0, y0: 0, step: 1, nx: 8, ny: 8 },
        Uint8Array.from({ length: 64 }, (_, c) =>
          c % 8 > 1 && c % 8 < 6 && c > 16 && c < 48 ? 1 : 0,
        ),
      ),
    ).toHaveLength(1);
  });
});

describe('how a half lies in its file', () => {
  const tilt = (deg: number) => tray().rotate([deg, deg / 2, 20]);
  test.each([0, 1, 3])('tilted %p degrees it is laid flat on its rim', (deg) => {
    const lv = levelled(meshOf(tilt(deg)));
    expect([lv.w, lv.h].sort()).toEqual([expect.closeTo(60, 1), expect.closeTo(90, 1)]);
    expect(lv.deep).toBeCloseTo(12, 1);
    expect(lv.rimOff).toBeLessThan(0.02);
  });
  test('standing on its side, or on its face, it is opened upward all the same', () => {
    for (const turn of [
      [90, 0, 0],
      [0, 90, 0],
      [180, 0, 0],
    ] as Array<[number, number, number]>) {
      const lv = levelled(meshOf(tray().rotate(turn)));
      const s = surfacesOf(lv, meshOf(tray().rotate(turn)).triangles);
      expect(s.mainFloor).toBeCloseTo(-10, 1);
      expect(s.wall).toBeCloseTo(2, 0);
    }
  });
  test('a lip on half of the wall does not lift the rim', () => {
    const lip = Manifold.cube([88, 58, 1.2])
      .translate([1, 1, 0])
      .subtract(Manifold.cube([86, 56, 3]).translate([2, 2, -1]));
    const lv = levelled(meshOf(tray().add(lip)));
    expect(lv.deep).toBeCloseTo(12, 1);
  });
  test('quarter turns turn it', () => {
    const m = meshOf(tray());
    expect([levelled(m).w, levelled(m, undefined, 1).w]).toEqual([
      expect.closeTo(90, 1),
      expect.closeTo(60, 1),
    ]);
  });
});

describe('openings in walls', () => {
  test('a slot, a round hole and a notch at the rim are found in their walls', () => {
    const solid = tray()
      .subtract(Manifold.cube([12, 8, 3]).translate([30, -4, -7]))
      .subtract(
        Manifold.cylinder(10, 2.5, undefined, 64).rotate([0, 90, 0]).translate([84, 40, -5]),
      )
      .subtract(Manifold.cube([8, 8, 4]).translate([50, 56, -3]));
    const m = meshOf(solid);
    const lv = levelled(m);
    const s = surfacesOf(lv, m.triangles);
    const o = outlineOf(s.top, s.footprint);
    const found = sideHolesIn(lv, m.triangles, o, s.wall, 12);
    const of = (wall: string) => found.filter((h) => h.wall === wall);
    expect(found).toHaveLength(3);
    expect(of('bottom')[0]).toMatchObject({
      u: expect.closeTo(36, 0),
      v: expect.closeTo(-5.5, 0),
      w: expect.closeTo(12, 0),
      h: expect.closeTo(3, 0),
      round: false,
    });
    expect(of('right')[0]).toMatchObject({ u: expect.closeTo(40, 0), round: true });
    expect(of('top')[0]).toMatchObject({
      u: expect.closeTo(54, 0),
      h: expect.closeTo(3, 0),
      v: expect.closeTo(-1.5, 0),
    });
  });
});

test('the commonest value is the middle of the fullest stretch, not of all', () => {
  expect(commonest([5, 5.02, 5.01, 9, 9.5, 1, 2, 3])).toBeCloseTo(5.01, 2);
  expect(commonest([])).toBeNaN();
});
