/** Keys moved on their face: by so much, within the hole they are pressed in; the nearest by trying all. */
import fc from 'fast-check';
import { demos } from '../catalogue';
import { sceneOf } from '../fit';
import { length, type Project } from '../model';
import { inputPlace, movedKey, nearestKey } from './index';

const [, done] = demos();
const scene = sceneOf(done!);
const { inputs } = done!.controls;
const mm = fc.integer({ min: -80, max: 80 }).map((n) => n / 10);

test('what has a hole of its own to be cut goes where it is put; a press stays within a hole that is there', () => {
  fc.assert(
    fc.property(fc.constantFrom(...inputs), mm, mm, (input, dx, dy) => {
      const next = movedKey(scene, input, dx, dy);
      const [was, now] = [inputPlace(scene, input)!, inputPlace(scene, next)!];
      if ('piece' in input.at) {
        expect([now.x - was.x, now.y - was.y]).toEqual([
          expect.closeTo(dx, 6),
          expect.closeTo(dy, 6),
        ]);
        return;
      }
      if (!('opening' in input.at)) return;
      const { opening, copy = 0 } = input.at;
      const hole = scene.shell!.openings.face.find((o) => o.id === opening && o.copy === copy)!;
      expect(Math.abs(now.x - hole.x)).toBeLessThanOrEqual(hole.w / 2 + 0.05);
      expect(Math.abs(now.y - hole.y)).toBeLessThanOrEqual(hole.h / 2 + 0.05);
      const isFree =
        Math.abs(was.x + dx - hole.x) <= hole.w / 2 && Math.abs(was.y + dy - hole.y) <= hole.h / 2;
      if (isFree) expect(now.x - was.x).toBeCloseTo(dx, 1);
    }),
  );
});

test('in a wall it goes along it and up', () => {
  const at = { body: scene.shell!.body.id, wall: 2, along: 40, v: 3 };
  const next = movedKey(scene, { ...inputs[0]!, at }, 2.5, -1);
  expect(next.at).toEqual({ ...at, along: 42.5, v: 2 });
});

test('the nearest key is the one no other is nearer than', () => {
  for (const input of inputs) {
    const found = nearestKey(scene, input, inputs)!;
    const here = inputPlace(scene, input)!;
    const all = inputs
      .filter((o) => o !== input)
      .map((o) => inputPlace(scene, o)!)
      .map((p) => Math.hypot(p.x - here.x, p.y - here.y, p.z - here.z));
    expect(found.mm).toBeCloseTo(Math.min(...all), 9);
    expect(found.input.id).not.toBe(input.id);
  }
  expect(nearestKey(scene, inputs[0]!, [inputs[0]!])).toBeUndefined();
});

describe('where a key stands', () => {
  const at = (p: Project, x: number, y: number): number =>
    inputPlace(sceneOf(p), { at: { piece: 'back', x, y } })!.z;
  test('in a bay it is the floor of the bay, beside it that of the half', () => {
    expect(at(done!, 120, 30)).toBeCloseTo(-22, 9);
    expect(at(done!, 60, 30)).toBeCloseTo(-15.8, 9);
  });
  test('under a curved back it is the curve', () => {
    const curved: Project = {
      ...done!,
      shell: {
        ...done!.shell,
        bodies: done!.shell.bodies.map((b) => ({
          ...b,
          pieces: b.pieces.map((q) =>
            q.id === 'back'
              ? {
                  ...q,
                  zones: [],
                  profile: {
                    along: 'x' as const,
                    points: [
                      { at: 0, depth: length(10) },
                      { at: 172, depth: length(20) },
                    ],
                  },
                }
              : q,
          ),
        })),
      },
    };
    expect(at(curved, 43, 30)).toBeCloseTo(-12.5, 9);
    expect(at(curved, 129, 30)).toBeCloseTo(-17.5, 9);
  });
});
