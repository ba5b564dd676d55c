/** The round asks for every length there is, in the order one measures, and knows what waits for it. */
import { demos } from '../catalogue';
import type { Body } from '../model';
import { roundOf, shellSolids, STAGES, verdictsOpen } from './index';

const body = demos()[0]!.shell.bodies[0]!;
const steps = roundOf(body);
const lengthsIn = (o: unknown, path: Array<string | number> = []): string[] => {
  if (typeof o !== 'object' || o === null) return [];
  const l = o as { mm?: unknown; how?: unknown };
  if (typeof l.mm === 'number' && typeof l.how === 'string') return [path.join('.')];
  return Object.entries(o).flatMap(([k, v]) => lengthsIn(v, [...path, k]));
};

describe('the round of the demo', () => {
  test('asks for every measured length of the body once, pitches of rows left to their own editor', () => {
    const asked = steps.map((s) => s.path.join('.'));
    expect(new Set(asked).size).toBe(asked.length);
    expect(
      lengthsIn(body).filter((p) => !asked.includes(p) && !/repeat\.row\.pitch$/.test(p)),
    ).toEqual([]);
  });
  test('goes through the stages in their order and says a jaw and what it touches', () => {
    const order = steps.map((s) => STAGES.indexOf(s.stage));
    expect(order).toEqual([...order].sort((a, b) => a - b));
    for (const s of steps) {
      expect([s.id, s.jaw.length > 5, s.touch.length > 3]).toEqual([s.id, true, true]);
    }
  });
  test('the dimension it draws runs from the datum to what is read', () => {
    const shell = shellSolids(body, []);
    const cell = steps.find((s) => s.id === 'corner-posts-x')!;
    expect(cell.mark).toEqual({ x0: 0, x1: 9, y0: 9, y1: 9 });
    for (const s of steps.filter((q) => q.mark && q.id.endsWith('-x'))) {
      expect(Math.abs(s.mark!.x1 - s.mark!.x0)).toBeCloseTo(Math.abs(s.value!.mm), 6);
    }
    expect(shell.features.some((f) => f.x === 9 && f.y === 9)).toBe(true);
  });
  test('an estimate still waits, at the verdict that hangs on it', () => {
    const guessed: Body = { ...body, wall: { ...body.wall, how: 'estimate' } };
    const before = verdictsOpen(steps).find((v) => v.purpose === 'first fit')!;
    const after = verdictsOpen(roundOf(guessed)).find((v) => v.purpose === 'first fit')!;
    expect(after.open).toBe(before.open + 1);
    expect(roundOf(guessed).find((s) => s.id === 'wall')!.done).toBe(false);
  });
});

test('before there is a body it asks for the six that make one', () => {
  expect(roundOf(undefined).map((s) => [s.id, s.done])).toEqual([
    ['w', false],
    ['h', false],
    ['r', false],
    ['wall', false],
    ['front', false],
    ['back', false],
  ]);
});
