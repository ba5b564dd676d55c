/**
 * Push an item toward a side until it would touch: up to a wall or a neighbour, with the required
 * clearance and room for its uncertainty left. Out of an overlap it is pushed until it is clear.
 */
import type { Placement } from '../model';
import type { Checker } from './checker';
import type { Contact } from './contact';

/** Places are tried so far apart, and then to so much, mm. */
const STEP_MM = 1;
const WITHIN_MM = 0.05;

export type Pushed =
  | { ok: true; placement: Placement }
  /** Nowhere that way is it clear; what it meets last. */
  | { ok: false; meets: string };

const tenths = (mm: number): number => Math.round(mm * 10) / 10;

/** Out of the shell everything is clear, and no use. */
function isWithin(checker: Checker, placement: Placement): boolean {
  const { walls } = checker.scene.shell!;
  const [xs, ys] = [walls.map((w) => w.x0), walls.map((w) => w.y0)];
  const [at] = checker.trial(placement).items;
  return at!.blocks.every(
    ({ solid: s }) =>
      s.x0 >= Math.min(...xs) &&
      s.x1 <= Math.max(...xs) &&
      s.y0 >= Math.min(...ys) &&
      s.y1 <= Math.max(...ys),
  );
}

/**
 * @param dx, dy  unit direction in the build's frame
 * @returns       where everything is clear now, the furthest placement along it where that still is
 *                so; where something touches, the nearest where nothing does
 */
export function snapped(
  checker: Checker,
  placement: Placement,
  dx: number,
  dy: number,
  farMm = 120,
): Pushed {
  const at = (d: number): Placement => ({
    ...placement,
    x: placement.x + dx * d,
    y: placement.y + dy * d,
  });
  const met = (d: number): Contact | undefined =>
    checker.trial(at(d)).contacts.find((c) => c.verdict !== 'clear');
  /** Where it turns between two places, to a tenth on the clear side. */
  const edge = (clear: number, touching: number): number => {
    let [a, b] = [clear, touching];
    while (Math.abs(a - b) > WITHIN_MM) {
      const mid = (a + b) / 2;
      if (met(mid)) b = mid;
      else a = mid;
    }
    return clear < touching ? Math.floor(a * 10) / 10 : Math.ceil(a * 10) / 10;
  };
  const to = (d: number): Pushed => {
    const there = at(d);
    return { ok: true, placement: { ...placement, x: tenths(there.x), y: tenths(there.y) } };
  };
  let last = met(0);
  if (last) {
    for (let d = STEP_MM; d <= farMm && isWithin(checker, at(d)); d += STEP_MM) {
      const now = met(d);
      if (!now) return to(edge(d, d - STEP_MM));
      last = now;
    }
    const other = last.a.solid.owner === placement.item ? last.b : last.a;
    return { ok: false, meets: other.solid.name };
  }
  for (let d = STEP_MM; d <= farMm; d += STEP_MM) {
    if (met(d)) return to(edge(d - STEP_MM, d));
  }
  return { ok: true, placement };
}
