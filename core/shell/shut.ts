/** How large a build is in the pocket: its bodies folded onto each other. */
import { type Body, outlineSpan } from '../model';

/** Outer size, mm: the widest and highest of the bodies, and all of their halves in thickness. */
export function shutSize(bodies: readonly Body[]): { w: number; h: number; t: number } {
  const spans = bodies.map((b) => outlineSpan(b.outline));
  return {
    w: Math.max(0, ...spans.map((s) => s.w)),
    h: Math.max(0, ...spans.map((s) => s.h)),
    t: bodies.flatMap((b) => b.pieces).reduce((sum, q) => sum + q.depth.mm, 0),
  };
}
