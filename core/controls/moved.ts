/** Moving a key's hole in its face or wall: within a hole that is there, anywhere where one is still to be cut. */
import type { Input } from '../model';
import { bodiesOf, type Scene } from '../fit';
import { inputPlace } from './places';

const tenth = (mm: number): number => Math.round(mm * 10) / 10;
const within = (mm: number, most: number): number => Math.max(-most, Math.min(most, mm));

/**
 * An input moved so far.
 *
 * @param dx, dy  in its body's frame; in a wall dx runs along it and dy up
 * @returns       the middle of its press never leaves a hole that is there
 */
export function movedKey(scene: Scene, input: Input, dx: number, dy: number): Input {
  const { at } = input;
  if ('piece' in at) return { ...input, at: { ...at, x: tenth(at.x + dx), y: tenth(at.y + dy) } };
  if ('wall' in at) {
    return { ...input, at: { ...at, along: tenth(at.along + dx), v: tenth(at.v + dy) } };
  }
  const hole = bodiesOf(scene)
    .flatMap(({ shell }) => [...(shell?.openings.face ?? []), ...(shell?.openings.wall ?? [])])
    .find((o) => o.id === at.opening && ('copy' in o ? o.copy : 0) === (at.copy ?? 0));
  if (!hole) return input;
  return {
    ...input,
    at: {
      ...at,
      dx: tenth(within((at.dx ?? 0) + dx, hole.w / 2)),
      dy: tenth(within((at.dy ?? 0) + dy, hole.h / 2)),
    },
  };
}

/** The nearest other key of the same body, and how far from middle to middle, mm. */
export function nearestKey(
  scene: Scene,
  input: Input,
  others: readonly Input[],
): { input: Input; mm: number } | undefined {
  const here = inputPlace(scene, input);
  if (!here) return undefined;
  return others
    .filter((o) => o.id !== input.id)
    .flatMap((o) => {
      const there = inputPlace(scene, o);
      return there
        ? [{ input: o, mm: Math.hypot(there.x - here.x, there.y - here.y, there.z - here.z) }]
        : [];
    })
    .sort((a, b) => a.mm - b.mm)[0];
}
