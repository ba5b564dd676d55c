/** One hole of a pattern where it goes through, in the frame of its face or wall. */
import { polygonPrism, type Prism, type Pt, roundPrism } from '../../geometry';
import { holeAsMade, holeReach, type PatternCut, type PatternHole } from '../../model';
import type { Offset } from './lay';

export interface HoleAt {
  u: number;
  v: number;
  across: number;
  up: number;
  plan: Prism;
  points: Pt[];
}

const ARC = 12;
/** Corners of a hole: round at both ends. */
function holePoints(hole: PatternHole, u: number, v: number): Pt[] {
  const [across, up] = holeReach(hole);
  const r = Math.min(across, up);
  const [longU, longV] = [across - r, up - r];
  return Array.from({ length: 4 * ARC }, (_, k): Pt => {
    const turn = ((k + 0.5) * Math.PI) / (2 * ARC);
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
    return [u + Math.sign(cos) * longU + r * cos, v + Math.sign(sin) * longV + r * sin];
  });
}

/** A hole at a place of its surface. */
export function holeAt(hole: PatternHole, u: number, v: number): HoleAt {
  const [across, up] = holeReach(hole);
  const points = holePoints(hole, u, v);
  const plan =
    hole.kind === 'round' ? roundPrism(u, v, hole.d / 2, 0, 1) : polygonPrism(points, [], 0, 1);
  return { u, v, across, up, plan, points };
}

/** The middle of a pattern in the frame of its surface. */
export const middleOf = ({ at }: Pick<PatternCut, 'at'>): Offset =>
  'piece' in at ? [at.x, at.y] : [at.along, at.v];

/** Every hole of a pattern as it is or is to be, in the frame of its face or wall. */
export function holesOf(c: PatternCut): HoleAt[] {
  const [u, v] = middleOf(c);
  const hole = holeAsMade(c);
  return c.holes.map(([du, dv]) => holeAt(hole, u + du, v + dv));
}
