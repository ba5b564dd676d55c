/** What an opening leaves open, copies and all. */
import { length, type Opening } from '../model';
import { openMm2 } from './index';

const opening = (more: Pick<Opening, 'shape'> & Partial<Opening>): Opening => ({
  id: 'vent',
  name: 'vent',
  use: 'vent',
  on: {
    kind: 'face',
    at: {
      x: { from: 'left', length: length(10) },
      y: { from: 'bottom', length: length(10) },
    } as never,
  },
  ...more,
});

describe('open area', () => {
  test('a hole of 3 mm is 7.07 mm²; a slot of 10 by 2 mm is 20', () => {
    expect(openMm2(opening({ shape: { kind: 'circle', d: length(3) } }))).toBeCloseTo(7.069, 3);
    expect(openMm2(opening({ shape: { kind: 'rect', w: length(10), h: length(2) } }))).toBe(20);
  });
  test('a drawn outline counts by its own area, whichever way round', () => {
    const points: Array<[number, number]> = [
      [0, 0],
      [6, 0],
      [0, 4],
    ];
    const of = (p: Array<[number, number]>) =>
      openMm2(opening({ shape: { kind: 'polygon', points: p, u: 0.1 } }));
    expect([of(points), of([...points].reverse())]).toEqual([12, 12]);
  });
  test('five in a row, mirrored about the middle, are ten', () => {
    const pitch = { u: 0, how: 'exact' as const, mm: 4 };
    const repeat = { mirrorX: true, row: { count: 5, pitch, along: 'x' as const } };
    const shape = { kind: 'rect' as const, w: length(10), h: length(2) };
    expect(openMm2(opening({ shape, repeat }))).toBe(200);
  });
});
