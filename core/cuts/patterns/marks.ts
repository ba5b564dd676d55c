/** A pattern on paper: every hole with its centre to punch, and what it is. */
import { type Pt } from '../../geometry';
import { mm1 } from '../../model';
import type { Ink, Mark } from '../sheet';
import { holeWords, type Pattern } from './patterns';
import { type HoleAt, holesOf } from './holeAt';

type At = (x: number, y: number) => [number, number];

/** Half of a centre cross, mm. */
const CROSS_MM = 0.6;
const TEXT_MM = 2.8;

/** A hole drawn: a circle is kept one, so that a reader of the file drills it. */
function outline(c: Pattern, h: HoleAt, at: At, ink: Ink): Mark {
  if (c.hole.kind === 'slot') {
    return { kind: 'ring', points: h.points.map(([x, y]): Pt => at(x, y)), ink };
  }
  const [x, y] = at(h.u, h.v);
  return { kind: 'circle', x, y, r: c.hole.d / 2, ink };
}

/** Where a bit is set: the middle of a hole, or both ends of a slot. */
function punches(c: Pattern, h: HoleAt): Pt[] {
  if (c.hole.kind === 'round') return [[h.u, h.v]];
  const r = c.hole.w / 2;
  const [du, dv] = [h.across - r, h.up - r];
  return [
    [h.u - du, h.v - dv],
    [h.u + du, h.v + dv],
  ];
}

function cross([x, y]: readonly [number, number]): Mark[] {
  return [
    { kind: 'line', x0: x - CROSS_MM, y0: y, x1: x + CROSS_MM, y1: y, ink: 'thin' },
    { kind: 'line', x0: x, y0: y - CROSS_MM, x1: x, y1: y + CROSS_MM, ink: 'thin' },
  ];
}

/** How far its holes reach from its middle, across and up, mm. */
export function patternReach(c: Pattern): readonly [across: number, up: number] {
  const holes = holesOf(c.cut);
  return [
    Math.max(0, ...holes.map((h) => Math.abs(h.u - c.u) + h.across)),
    Math.max(0, ...holes.map((h) => Math.abs(h.v - c.v) + h.up)),
  ];
}

/**
 * @param at     from the frame of the face or wall to the sheet, mm
 * @param above  its name stands above it, because a dimension runs down from it
 */
export function patternMarks(c: Pattern, at: At, above = false): Mark[] {
  const holes = holesOf(c.cut);
  const [, high] = patternReach(c);
  const [x, y] = at(c.u, c.v);
  const label = `${c.name}: ${c.holes} × ${holeWords(c.hole)}, ${mm1(c.cut.web)} between`;
  return [
    ...holes.map((h) => outline(c, h, at, 'cut')),
    ...holes.flatMap((h) => punches(c, h).flatMap(([u, v]) => cross(at(u, v)))),
    {
      kind: 'text',
      x,
      y: above ? y - high - 1.5 : y + high + TEXT_MM + 1.2,
      mm: TEXT_MM,
      text: label,
      anchor: 'middle',
    },
  ];
}
