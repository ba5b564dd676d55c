/** A pinhole camera of known place: what is read through the picture against where it was. */
import fc from 'fast-check';
import type { Pt } from '../geometry';
import { type Gray, lyingBy, placeOf, viewOfPhoto } from './index';

const W = 1600;
const H = 1200;
/** Nothing to follow: the corners stand as they were marked. */
const blank: Gray = { w: W, h: H, px: new Uint8Array(W * H).fill(128) };

/** A camera over the table, looking at the middle of a 150 x 100 sheet, leaning a little. */
function pinhole(x: number, y: number, z: number, roll: number) {
  const f = 8 * z;
  const to = [75 - x, 50 - y, -z];
  const n = Math.hypot(...to);
  const Z = to.map((v) => v / n);
  const unit = (v: number[]) => {
    const l = Math.hypot(...v);
    return v.map((q) => q / l);
  };
  const cross = (a: number[], b: number[]) => [
    a[1]! * b[2]! - a[2]! * b[1]!,
    a[2]! * b[0]! - a[0]! * b[2]!,
    a[0]! * b[1]! - a[1]! * b[0]!,
  ];
  const side = unit(cross(Z, [-Math.sin(roll), Math.cos(roll), 0]));
  const up = cross(side, Z);
  const dot = (a: number[], b: number[]) => a.reduce((s, v, i) => s + v * b[i]!, 0);
  return (px: number, py: number, pz: number): Pt => {
    const d = [px - x, py - y, pz - z];
    const depth = dot(Z, d);
    return [W / 2 + (f * dot(side, d)) / depth, H / 2 - (f * dot(up, d)) / depth];
  };
}
const sheet: Pt[] = [
  [0, 0],
  [150, 0],
  [150, 100],
  [0, 100],
];
const place = fc.record({
  x: fc.double({ min: 20, max: 130, noNaN: true }),
  y: fc.double({ min: 0, max: 100, noNaN: true }),
  z: fc.double({ min: 250, max: 600, noNaN: true }),
  roll: fc.double({ min: -0.3, max: 0.3, noNaN: true }),
});

describe('a photo whose camera is known', () => {
  test('on the table every place is read exactly, whatever the camera', () => {
    fc.assert(
      fc.property(
        place,
        fc.double({ min: 0, max: 150, noNaN: true }),
        fc.double({ min: 0, max: 100, noNaN: true }),
        (c, px, py) => {
          const see = pinhole(c.x, c.y, c.z, c.roll);
          const view = viewOfPhoto(
            blank,
            sheet.map(([a, b]) => see(a, b, 0)),
            150,
            100,
            { mm: c.z, u: 5 },
          );
          const read = placeOf(view, ...see(px, py, 0));
          expect([read.x, read.y]).toEqual([expect.closeTo(px, 4), expect.closeTo(py, 4)]);
        },
      ),
    );
  });

  test('above the table the parallax is taken out to a tenth of a millimetre', () => {
    fc.assert(
      fc.property(
        place,
        fc.double({ min: 20, max: 130, noNaN: true }),
        fc.double({ min: 20, max: 80, noNaN: true }),
        fc.double({ min: 0, max: 20, noNaN: true }),
        (c, px, py, pz) => {
          const see = pinhole(c.x, c.y, c.z, c.roll);
          const view = viewOfPhoto(
            blank,
            sheet.map(([a, b]) => see(a, b, 0)),
            150,
            100,
            { mm: c.z, u: 5 },
          );
          const read = placeOf(view, ...see(px, py, pz), { mm: pz, u: 0 });
          expect(Math.hypot(read.x - px, read.y - py)).toBeLessThan(0.1);
          // Left in, it is off by as much as the height asks for.
          const flat = placeOf(view, ...see(px, py, pz));
          const far = Math.hypot(px - c.x, py - c.y);
          expect(Math.hypot(flat.x - px, flat.y - py)).toBeCloseTo((far * pz) / (c.z - pz), 1);
        },
      ),
    );
  });

  test('a height that is doubtful, and one read further from under the camera, is less certain', () => {
    const see = pinhole(75, 50, 400, 0);
    const view = viewOfPhoto(
      blank,
      sheet.map(([a, b]) => see(a, b, 0)),
      150,
      100,
      { mm: 400, u: 5 },
    );
    const u = (x: number, height: { mm: number; u: number }) =>
      placeOf(view, ...see(x, 50, height.mm), height).u;
    expect(u(140, { mm: 15, u: 2 })).toBeGreaterThan(1.1 * u(140, { mm: 15, u: 0 }));
    expect(u(140, { mm: 15, u: 2 })).toBeGreaterThan(u(80, { mm: 15, u: 2 }));
  });

  test('a distance typed wrong by a tenth moves a rim by a tenth of its parallax, within its stated u', () => {
    const see = pinhole(75, 50, 400, 0.1);
    const corners = sheet.map(([a, b]) => see(a, b, 0));
    const good = viewOfPhoto(blank, corners, 150, 100, { mm: 400, u: 1 });
    const wrong = viewOfPhoto(blank, corners, 150, 100, { mm: 440, u: 40 });
    const [a, b] = [good, wrong].map((v) => placeOf(v, ...see(140, 90, 15), { mm: 15, u: 0 })) as [
      ReturnType<typeof placeOf>,
      ReturnType<typeof placeOf>,
    ];
    expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeLessThan(2 * b.u);
    expect(b.u).toBeGreaterThan(a.u);
  });
});

test('what a page shows at a height is found again at that height', () => {
  const see = pinhole(60, 40, 350, -0.2);
  const rim = { mm: 14, u: 0.2 };
  const view = viewOfPhoto(
    blank,
    sheet.map(([a, b]) => see(a, b, 0)),
    150,
    100,
    { mm: 350, u: 4 },
  );
  const lying = lyingBy(view, [see(30, 20, 14), see(110, 24, 14), see(26, 60, 14)], rim);
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 90, noNaN: true }),
      fc.double({ min: 0, max: 60, noNaN: true }),
      fc.double({ min: 0, max: 18, noNaN: true }),
      (x, y, z) => {
        const [px, py] = lying.pixel(x, y, z);
        const back = lying.place(px, py, { mm: z, u: 0 });
        expect([back.x, back.y]).toEqual([expect.closeTo(x, 5), expect.closeTo(y, 5)]);
      },
    ),
  );
});
