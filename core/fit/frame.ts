/** The frame of a part where it stands, as directions in its body's frame. */
import { type PlacedItem, pointOf } from './scene';

export type Vec = readonly [number, number, number];

export const minus = (a: Vec, b: Vec): Vec => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
export const dot = (a: Vec, b: Vec): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/** Where a direction of a part's own frame points once it stands. */
export const directionOf = (at: PlacedItem, v: Vec): Vec =>
  minus(pointOf(at, v), pointOf(at, [0, 0, 0]));

/** Its x, y and z. */
export const axesOf = (at: PlacedItem): readonly [Vec, Vec, Vec] => [
  directionOf(at, [1, 0, 0]),
  directionOf(at, [0, 1, 0]),
  directionOf(at, [0, 0, 1]),
];
