/** What was traced on a picture as outline, features, floors and openings of the document. */
import type { Pt } from '../geometry';
import { type Body, length, lengthWithin, type Reading, type Shape } from '../model';
import { fitCircle } from './circles';
import type { Offer, Role } from './half';

export const TRACES = ['post', 'round opening', 'opening', 'bay', 'rib'] as const;
export type Trace = (typeof TRACES)[number];
/** A traced point on the page: as seen from inside, from the left and up, mm, with its u. */
export interface TracedPoint {
  x: number;
  y: number;
  u: number;
}

const r2 = (mm: number): number => Math.round(mm * 100) / 100;

/**
 * A trace as a thing of the document.
 *
 * @param width  of the outline, mm: the front's inside is seen mirrored
 * @returns      the offer, or one sentence
 */
export function tracedThing(
  kind: Trace,
  pts: readonly TracedPoint[],
  role: Role,
  width: number,
  id: string,
  name: string,
): Offer | string {
  const own = pts.map((p) => ({ ...p, x: role === 'front' ? width - p.x : p.x }));
  const pointU = Math.max(0.02, ...own.map((p) => p.u));
  const at = (x: number, y: number, u: number): { x: Reading; y: Reading } => {
    const from = (edge: 'left' | 'bottom', mm: number): Reading => ({
      from: { edge, face: 'outer' },
      to: 'centre',
      length: lengthWithin(r2(mm), u, 'photo'),
    });
    return { x: from('left', x), y: from('bottom', y) };
  };
  if (kind === 'post' || kind === 'round opening') {
    if (own.length < 3) return 'A circle needs at least three points on its edge.';
    const c = fitCircle(own);
    if (!c || c.r > 60) return 'These points lie on a straight line, not on a circle.';
    // Errors shared by all points move the circle; their scatter averages out.
    const u = Math.hypot(pointU, c.rms);
    const shape: Shape = {
      kind: 'circle',
      d: lengthWithin(
        r2(2 * c.r),
        (Math.hypot(c.rms, pointU / 2) * 2) / Math.sqrt(Math.max(1, own.length - 2)) + 0.02,
        'photo',
      ),
    };
    const ring = Array.from({ length: 32 }, (_, k): Pt => [
      c.x + c.r * Math.cos((k * Math.PI) / 16),
      c.y + c.r * Math.sin((k * Math.PI) / 16),
    ]);
    const words = `${(2 * c.r).toFixed(1)} mm across, ± ${(2 * u).toFixed(2)}`;
    const base = { id, name, ring, off: c.rms, words };
    if (kind === 'post') {
      return {
        ...base,
        is: 'feature',
        it: {
          id,
          name,
          kind: 'post',
          at: at(c.x, c.y, u),
          shape,
          height: { from: 'rim', length: length(0, 'estimate') },
          purpose: 'unknown',
          mayCut: 'trim',
        },
      };
    }
    return {
      ...base,
      is: 'opening',
      it: { id, name, use: 'button', on: { kind: 'face', at: at(c.x, c.y, u) }, shape },
    };
  }
  if (own.length < 3) return 'An outline needs at least three points.';
  const xs = own.map((p) => p.x);
  const ys = own.map((p) => p.y);
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  if (x1 - x0 < 0.3 || y1 - y0 < 0.3) {
    return 'These points lie on a line; an outline goes round something.';
  }
  const mid = [(x0 + x1) / 2, (y0 + y1) / 2] as const;
  // Four corners that are nearly upright make a rectangle.
  const square =
    own.length === 4 &&
    own.every((p) => Math.min(p.x - x0, x1 - p.x) < 0.6 && Math.min(p.y - y0, y1 - p.y) < 0.6);
  const points = own.map((p): [number, number] => [r2(p.x - mid[0]), r2(p.y - mid[1])]);
  const turned = role === 'front' ? [...points].reverse() : points;
  const shape: Shape = square
    ? {
        kind: 'rect',
        w: lengthWithin(r2(mean(xs, mid[0])), pointU * Math.SQRT2, 'photo'),
        h: lengthWithin(r2(mean(ys, mid[1])), pointU * Math.SQRT2, 'photo'),
      }
    : { kind: 'polygon', points: turned, u: pointU };
  const base = {
    id,
    name,
    ring: own.map((p): Pt => [p.x, p.y]),
    off: pointU,
    words: `${(x1 - x0).toFixed(1)} × ${(y1 - y0).toFixed(1)} mm, ± ${(2 * pointU).toFixed(2)}`,
  };
  if (kind === 'bay') {
    return {
      ...base,
      is: 'zone',
      it: { id, name, at: at(mid[0], mid[1], pointU), shape, depth: length(12, 'estimate') },
    };
  }
  if (kind === 'rib') {
    return {
      ...base,
      is: 'feature',
      it: {
        id,
        name,
        kind: 'rib',
        at: at(mid[0], mid[1], pointU),
        shape,
        height: { from: 'floor', length: length(5, 'estimate') },
        purpose: 'guide',
        mayCut: 'remove',
      },
    };
  }
  return {
    ...base,
    is: 'opening',
    it: {
      id,
      name,
      use: (x1 - x0) * (y1 - y0) > 800 ? 'window' : 'other',
      on: { kind: 'face', at: at(mid[0], mid[1], pointU) },
      shape,
    },
  };
}

/** Twice the mean distance from the middle: the size four corners agree on. */
const mean = (v: readonly number[], mid: number): number =>
  (2 * v.reduce((s, q) => s + Math.abs(q - mid), 0)) / v.length;

/** The outline of the half from points traced round it. */
export function tracedOutline(pts: readonly TracedPoint[], role: Role): Body['outline'] | string {
  if (pts.length < 3) return 'An outline needs at least three points.';
  const w = Math.max(...pts.map((p) => p.x));
  const x0 = Math.min(...pts.map((p) => p.x));
  const y0 = Math.min(...pts.map((p) => p.y));
  const own = pts.map((p): [number, number] => [
    r2(role === 'front' ? w - p.x : p.x - x0),
    r2(p.y - y0),
  ]);
  return {
    kind: 'points',
    points: role === 'front' ? own.reverse() : own,
    u: Math.max(...pts.map((p) => p.u)),
    r: lengthWithin(0, 0, 'photo'),
  };
}
