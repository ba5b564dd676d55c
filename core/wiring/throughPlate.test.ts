/** What is joined through a plate goes by its hole, or round its edge where there is none. */
import { demos } from '../catalogue';
import { sceneOf } from '../fit';
import type { Project } from '../model';
import type { Pt3 } from './ends';
import { passesAt } from './throughPlate';

const sallow = demos().find((p) => p.id === 'sallow')!;
const bare: Project = {
  ...sallow,
  shell: {
    bodies: sallow.shell.bodies.map((b) => ({
      ...b,
      pieces: b.pieces.map((q) => ({ ...q, openings: [] })),
    })),
  },
};
const between = ['tablet', 'bank'];
const length = (from: Pt3, at: Pt3, to: Pt3): number =>
  Math.hypot(from[0] - at[0], from[1] - at[1], from[2] - at[2]) +
  Math.hypot(to[0] - at[0], to[1] - at[1], to[2] - at[2]);

test('by the slot: a place within it', () => {
  const slot = sceneOf(sallow).shell!.openings.face[0]!;
  for (const [from, to] of [
    [
      [20, 100, 10],
      [280, 100, -10],
    ],
    [
      [110, 150, 10],
      [110, 160, -10],
    ],
  ] as const) {
    const at = passesAt(sceneOf(sallow), between, from, to)!;
    expect(Math.abs(at[0] - slot.x)).toBeLessThanOrEqual(slot.w / 2 + 1e-9);
    expect(Math.abs(at[1] - slot.y)).toBeLessThanOrEqual(slot.h / 2 + 1e-9);
    expect(length(from, at, to)).toBeGreaterThanOrEqual(
      Math.hypot(to[0] - from[0], to[1] - from[1], to[2] - from[2]),
    );
  }
});
test('round the nearest of the four edges without one', () => {
  const at = (from: Pt3, to: Pt3) => passesAt(sceneOf(bare), between, from, to)!;
  expect(at([20, 100, 10], [40, 100, -10])).toEqual([0, 100, 0]);
  expect(at([280, 100, 10], [260, 100, -10])).toEqual([300, 100, 0]);
  expect(at([150, 20, 10], [150, 30, -10])).toEqual([150, 0, 0]);
  expect(at([150, 190, 10], [150, 180, -10])).toEqual([150, 200, 0]);
});
test('nothing between two on one side', () => {
  expect(passesAt(sceneOf(sallow), ['bank', 'bank'], [0, 0, 0], [9, 0, 0])).toBeUndefined();
});
