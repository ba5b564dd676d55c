import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { demos } from '@deft/core/catalogue';
import type { Edge } from '@deft/core/model';
import { onScreen, pageOf, pathOf, spreadOf } from './spread';

const body = (spine: Edge) => ({ ...demos()[0]!.shell.bodies[0]!, spine });

describe('the open book on the screen', () => {
  test('both pages lie inside the picture and do not overlap, whatever the spine and the size', () => {
    fc.assert(fc.property(fc.constantFrom<Edge>('left', 'right', 'top', 'bottom'), fc.integer({ min: 420, max: 1600 }), fc.integer({ min: 260, max: 1000 }), (spine, w, h) => {
      const s = spreadOf(body(spine), w, h);
      const boxes = s.pages.map((p) => ({ x0: p.ox, y0: p.oy, x1: p.ox + p.view.w * s.scale, y1: p.oy + p.view.h * s.scale }));
      expect(boxes.length).toBe(2);
      for (const b of boxes) expect([b.x0 >= 0, b.y0 >= 0, b.x1 <= w, b.y1 <= h]).toEqual([true, true, true, true]);
      const [a, b] = boxes as [typeof boxes[0], typeof boxes[0]];
      expect(a.x1 <= b.x0 + 1e-9 || b.x1 <= a.x0 + 1e-9 || a.y1 <= b.y0 + 1e-9 || b.y1 <= a.y0 + 1e-9).toBe(true);
    }));
  });
  test('the spine edge of both pages lies at the fold', () => {
    for (const spine of ['left', 'right', 'top', 'bottom'] as const) {
      const s = spreadOf(body(spine), 1000, 700);
      for (const page of s.pages) {
        const at: Record<Edge, [number, number]> = { left: [0, 45], right: [172, 45], top: [86, 90], bottom: [86, 0] };
        const [x, y] = onScreen(s, page, ...at[spine]);
        const off = spine === 'left' || spine === 'right' ? Math.abs(x - s.fold.x0) : Math.abs(y - s.fold.y0);
        expect([spine, page.piece.id, off / s.scale]).toEqual([spine, page.piece.id, expect.closeTo(4.5, 6)]);
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
    expect(pathOf(s, back, [[0, 0], [10, 0], [10, 10]])).toMatch(/^M[\d. ]+L[\d. ]+L[\d. ]+Z$/);
  });
});
