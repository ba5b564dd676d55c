import fc from 'fast-check';
import { TAG, tags } from './tags';

const lines = fc.array(
  fc.record({
    x: fc.integer({ min: 0, max: 800 }),
    y: fc.integer({ min: 0, max: 220 }),
    small: fc.boolean(),
  }),
  { maxLength: 14 },
);

describe('figures beside their lines', () => {
  test('none lies on another, each at the height of its line and near it, one place for each line', () => {
    fc.assert(
      fc.property(lines, (list) => {
        const out = tags(list);
        const stood = out.flatMap((t) => t ?? []);
        expect(out.length).toBe(list.length);
        for (const [i, a] of stood.entries()) {
          for (const b of stood.slice(0, i)) {
            expect(Math.abs(a.x - b.x) >= TAG.w || Math.abs(a.y - b.y) >= TAG.h).toBe(true);
          }
        }
        out.forEach((t, i) => {
          if (t) {
            expect(t.y).toBe(list[i]!.y);
            expect(Math.abs(t.x - list[i]!.x)).toBeLessThan(100);
          }
        });
      }),
    );
  });
  test('alone, a figure stands right beside a long line, and off a short one; crowded, the last has no room', () => {
    expect(tags([{ x: 100, y: 50, small: false }])).toEqual([{ x: 105, y: 50 }]);
    expect(tags([{ x: 100, y: 50, small: true }])[0]!.x).toBeGreaterThan(100 + TAG.w);
    const many = tags(Array.from({ length: 6 }, () => ({ x: 100, y: 50, small: false })));
    expect(many.filter((t) => t).length).toBe(4);
    expect(many[5]).toBeUndefined();
  });
});
