/** Tracing a photo end to end: the half of the photo fixture, read through how it lies. */
import {
  lyingBy,
  type Offer,
  tracedOutline,
  type TracedPoint,
  tracedThing,
  viewOfScan,
} from './index';

// A scan at 10 px/mm, 120 x 80 mm, with the half's lower left corner at 12, 9 mm and turned 3 degrees.
const H = 800;
const turn = (3 * Math.PI) / 180;
const pixel = (x: number, y: number): [number, number] => [
  10 * (12 + x * Math.cos(turn) - y * Math.sin(turn)),
  H - 10 * (9 + x * Math.sin(turn) + y * Math.cos(turn)),
];
const view = viewOfScan(
  [
    { x0: 0, y0: H, x1: 1000, y1: H, mm: 100 },
    { x0: 0, y0: H, x1: 0, y1: 0, mm: 80 },
  ],
  H,
);
const flat = { mm: 0, u: 0 };
const lying = lyingBy(view, [pixel(10, 0), pixel(70, 0), pixel(0, 40)], flat);
const traced = (list: ReadonlyArray<readonly [number, number]>): TracedPoint[] =>
  list.map(([x, y]) => lying.place(...pixel(x, y), flat));

describe('how a half lies', () => {
  test('a place is read from its lower left corner, turned straight, and found again in the picture', () => {
    const p = lying.place(...pixel(33, 21), flat);
    expect([p.x, p.y]).toEqual([expect.closeTo(33, 1), expect.closeTo(21, 1)]);
    const [px, py] = lying.pixel(33, 21, 0);
    const [tx, ty] = pixel(33, 21);
    expect(Math.hypot(px - tx, py - ty)).toBeLessThan(0.5);
  });
  test('the lower edge marked from right to left is the same', () => {
    const other = lyingBy(view, [pixel(70, 0), pixel(10, 0), pixel(0, 40)], flat).place(
      ...pixel(33, 21),
      flat,
    );
    expect([other.x, other.y]).toEqual([expect.closeTo(33, 1), expect.closeTo(21, 1)]);
  });
  test('marks that say nothing are refused', () => {
    expect(() => lyingBy(view, [pixel(10, 0), pixel(11, 0), pixel(0, 40)], flat)).toThrow(
      'less than 5 mm apart',
    );
    expect(() => lyingBy(view, [pixel(10, 0), pixel(70, 0), pixel(30, 0.5)], flat)).toThrow(
      'lies on the lower edge',
    );
  });
});

describe('traces', () => {
  const arc = (x: number, y: number, r: number, n: number) =>
    traced(
      Array.from(
        { length: n },
        (_, i) => [x + r * Math.cos((i * 5) / n), y + r * Math.sin((i * 5) / n)] as const,
      ),
    );
  const thing = (t: Offer | string): Offer => {
    if (typeof t === 'string') throw new Error(t);
    return t;
  };
  test('four points on a post give its centre and diameter; on the front it lies mirrored', () => {
    const back = thing(tracedThing('post', arc(20, 30, 3.5, 4), 'back', 90, 'a', 'a'));
    const front = thing(tracedThing('post', arc(20, 30, 3.5, 4), 'front', 90, 'a', 'a'));
    const x = (o: Offer) =>
      o.is === 'feature'
        ? [
            o.it.at.x.length.mm,
            o.it.at.y.length.mm,
            o.it.shape.kind === 'circle' ? o.it.shape.d.mm : 0,
          ]
        : [];
    expect(x(back)).toEqual([expect.closeTo(20, 1), expect.closeTo(30, 1), expect.closeTo(7, 1)]);
    expect(x(front)).toEqual([expect.closeTo(70, 1), expect.closeTo(30, 1), expect.closeTo(7, 1)]);
    expect(back.is === 'feature' && back.it.at.x.length.u).toBeGreaterThan(0.02);
  });
  test('four upright corners are a rectangle, a slanted one is an outline', () => {
    const rect = thing(
      tracedThing(
        'opening',
        traced([
          [10, 10],
          [30, 10],
          [30, 22],
          [10, 22],
        ]),
        'back',
        90,
        'a',
        'a',
      ),
    );
    const slanted = thing(
      tracedThing(
        'opening',
        traced([
          [10, 10],
          [30, 14],
          [28, 26],
          [8, 22],
        ]),
        'back',
        90,
        'a',
        'a',
      ),
    );
    expect(rect.it.shape).toMatchObject({
      kind: 'rect',
      w: { mm: expect.closeTo(20, 1) },
      h: { mm: expect.closeTo(12, 1) },
    });
    expect(slanted.it.shape.kind).toBe('polygon');
  });
  test('too few points, or points on a line, get a sentence', () => {
    expect(
      tracedThing(
        'post',
        traced([
          [1, 1],
          [2, 2],
        ]),
        'back',
        90,
        'a',
        'a',
      ),
    ).toMatch(/at least three points on its edge/);
    expect(
      tracedThing(
        'post',
        traced([
          [1, 1],
          [20, 20],
          [40, 40],
        ]),
        'back',
        90,
        'a',
        'a',
      ),
    ).toMatch(/straight line|60/);
    expect(
      tracedThing(
        'bay',
        traced([
          [1, 1],
          [2, 1],
          [3, 1],
        ]),
        'back',
        90,
        'a',
        'a',
      ),
    ).toMatch(/lie on a line/);
    expect(tracedOutline([], 'back')).toMatch(/at least three/);
  });
  test('the outline keeps its size and carries the u of its worst point', () => {
    const o = tracedOutline(
      traced([
        [0, 0],
        [90, 0],
        [90, 50],
        [0, 50],
      ]),
      'front',
    );
    if (typeof o === 'string' || o.kind !== 'points') throw new Error('no outline');
    expect(Math.max(...o.points.map((p) => p[0]))).toBeCloseTo(90, 0);
    expect(o.u).toBeGreaterThan(0);
  });
});
