import fc from 'fast-check';
import { demos } from '@deft/core/catalogue';
import type { Edge } from '@deft/core/model';
import {
  closer,
  fromScreen,
  type Look,
  onScreen,
  pageOf,
  pathOf,
  spreadOf,
  zoomed,
} from './spread';

const body = (spine: Edge) => ({ ...demos()[0]!.shell.bodies[0]!, spine });

describe('the open book on the screen', () => {
  test('both pages lie inside the picture and do not overlap, whatever the spine and the size', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<Edge>('left', 'right', 'top', 'bottom'),
        fc.integer({ min: 420, max: 1600 }),
        fc.integer({ min: 260, max: 1000 }),
        (spine, w, h) => {
          const s = spreadOf(body(spine), w, h);
          const boxes = s.pages.map((p) => ({
            x0: p.ox,
            y0: p.oy,
            x1: p.ox + p.view.w * s.scale,
            y1: p.oy + p.view.h * s.scale,
          }));
          expect(boxes.length).toBe(2);
          for (const b of boxes) {
            expect([b.x0 >= 0, b.y0 >= 0, b.x1 <= w, b.y1 <= h]).toEqual([true, true, true, true]);
          }
          const [a, b] = boxes as [(typeof boxes)[0], (typeof boxes)[0]];
          expect(
            a.x1 <= b.x0 + 1e-9 ||
              b.x1 <= a.x0 + 1e-9 ||
              a.y1 <= b.y0 + 1e-9 ||
              b.y1 <= a.y0 + 1e-9,
          ).toBe(true);
        },
      ),
    );
  });
  test('the spine edge of both pages lies at the fold', () => {
    for (const spine of ['left', 'right', 'top', 'bottom'] as const) {
      const s = spreadOf(body(spine), 1000, 700);
      for (const page of s.pages) {
        const at: Record<Edge, [number, number]> = {
          left: [0, 45],
          right: [172, 45],
          top: [86, 90],
          bottom: [86, 0],
        };
        const [x, y] = onScreen(s, page, ...at[spine]);
        const off =
          spine === 'left' || spine === 'right'
            ? Math.abs(x - s.fold!.x0)
            : Math.abs(y - s.fold!.y0);
        // 9 mm between them; one above the other the 34 px of a title, which stands below the fold.
        const isSide = spine === 'left' || spine === 'right';
        const isUpper = page.oy < s.fold!.y0;
        const stacked = isUpper ? 8 : 26;
        expect([spine, page.piece.id, off]).toEqual([
          spine,
          page.piece.id,
          expect.closeTo(isSide ? 4.5 * s.scale : stacked, 6),
        ]);
      }
    }
  });
  test('with the spine at the left the front is mirrored and lies left of the back', () => {
    const s = spreadOf(body('left'), 900, 400);
    const [front, back] = [pageOf(s, 'front')!, pageOf(s, 'back')!];
    expect(front.ox).toBeLessThan(back.ox);
    expect(onScreen(s, front, 0, 0)[0]).toBeGreaterThan(onScreen(s, front, 172, 0)[0]);
    expect(onScreen(s, back, 0, 0)[0]).toBeLessThan(onScreen(s, back, 172, 0)[0]);
    expect(pageOf(s, 'door')).toBeUndefined();
    expect(
      pathOf(s, back, [
        [0, 0],
        [10, 0],
        [10, 10],
      ]),
    ).toMatch(/^M[\d. ]+L[\d. ]+L[\d. ]+Z$/);
  });
});

describe('looked at closely', () => {
  const spines = fc.constantFrom<Edge>('left', 'right', 'top', 'bottom');
  const size = fc.tuple(fc.integer({ min: 420, max: 1600 }), fc.integer({ min: 300, max: 1000 }));
  const look: fc.Arbitrary<Look> = fc.record({
    k: fc.double({ min: 1.1, max: 8, noNaN: true }),
    x: fc.integer({ min: 0, max: 1600 }),
    y: fc.integer({ min: 0, max: 1000 }),
  });

  test('a point of the whole that is asked for lies in the middle, and everything is so many times as far from it', () => {
    fc.assert(
      fc.property(spines, size, look, (spine, [w, h], l) => {
        const whole = spreadOf(body(spine), w, h);
        const near = zoomed(whole, l);
        for (const [i, page] of whole.pages.entries()) {
          for (const [x, y] of [
            [0, 0],
            [172, 90],
            [40, 61],
          ] as const) {
            const [a, b] = onScreen(whole, page, x, y);
            const [c, d] = onScreen(near, near.pages[i]!, x, y);
            expect([c - w / 2, d - h / 2]).toEqual([
              expect.closeTo((a - l.x) * l.k, 6),
              expect.closeTo((b - l.y) * l.k, 6),
            ]);
          }
        }
        expect(near.fold!.x1 - near.fold!.x0).toBeCloseTo(
          (whole.fold!.x1 - whole.fold!.x0) * l.k,
          6,
        );
      }),
    );
  });
  test('what lies under the pointer stays there, whether it is zoomed in or out', () => {
    fc.assert(
      fc.property(
        spines,
        size,
        fc.option(look, { nil: undefined }),
        fc.constantFrom(1.2, 1.5, 1 / 1.2),
        fc.tuple(
          fc.double({ min: 0.1, max: 0.9, noNaN: true }),
          fc.double({ min: 0.1, max: 0.9, noNaN: true }),
        ),
        (spine, [w, h], l, times, [u, v]) => {
          const whole = spreadOf(body(spine), w, h);
          const at = [u * w, v * h] as const;
          const next = closer(whole, l, times, at);
          if (!next) return;
          const [before, after] = [zoomed(whole, l), zoomed(whole, next)];
          const page = before.pages[0]!;
          const mm = (s: typeof whole, p: typeof page) => [
            (at[0] - p.ox) / s.scale,
            (at[1] - p.oy) / s.scale,
          ];
          expect(mm(after, after.pages[0]!)).toEqual(
            mm(before, page).map((x) => expect.closeTo(x, 6)),
          );
        },
      ),
    );
  });
  test('in and out again is the whole; closer than eight times it never gets', () => {
    const whole = spreadOf(body('left'), 900, 400);
    expect(closer(whole, closer(whole, undefined, 1.5), 1 / 1.5)).toBeUndefined();
    let l: Look | undefined;
    for (let i = 0; i < 20; i++) l = closer(whole, l, 1.5);
    expect(l!.k).toBe(8);
    expect(zoomed(whole, undefined)).toBe(whole);
  });
  test('from the screen back to the build: every place on a page is found again, beside the pages there is none', () => {
    fc.assert(
      fc.property(
        spines,
        size,
        fc.integer({ min: 1, max: 171 }),
        fc.integer({ min: 1, max: 89 }),
        (spine, [w, h], x, y) => {
          const s = spreadOf(body(spine), w, h);
          for (const page of s.pages) {
            const back = fromScreen(s, ...onScreen(s, page, x, y))!;
            expect([back.page.piece.id, back.x, back.y]).toEqual([
              page.piece.id,
              expect.closeTo(x, 6),
              expect.closeTo(y, 6),
            ]);
          }
          expect(fromScreen(s, 1, 1)).toBeUndefined();
        },
      ),
    );
  });
});

test('a plate is one page, as large as it goes, and opens nowhere', () => {
  const { shell } = demos().find((p) => p.id === 'drover')!;
  const s = spreadOf(shell.bodies[0]!, 860, 370);
  expect([s.pages.length, s.fold]).toEqual([1, undefined]);
  expect(s.scale).toBeGreaterThan(2);
  expect(zoomed(s, closer(s, undefined, 2)).fold).toBeUndefined();
});
