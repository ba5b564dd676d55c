/** The edge about which the book opens: how far a place lies from it, how far along it, and the place on it. */
import { type Body, outlineSpan } from '../model';

export interface Spine {
  away: (q: readonly number[]) => number;
  along: (q: readonly number[]) => number;
  at: (t: number) => [number, number];
  /** Runs along this axis. */ axis: 'x' | 'y';
}

export function spineOf(body: Body): Spine {
  const { w, h } = outlineSpan(body.outline);
  switch (body.spine) {
    case 'left':
      return { away: (q) => q[0]!, along: (q) => q[1]!, at: (t) => [0, t], axis: 'y' };
    case 'right':
      return { away: (q) => w - q[0]!, along: (q) => q[1]!, at: (t) => [w, t], axis: 'y' };
    case 'bottom':
      return { away: (q) => q[1]!, along: (q) => q[0]!, at: (t) => [t, 0], axis: 'x' };
    case 'top':
      return { away: (q) => h - q[1]!, along: (q) => q[0]!, at: (t) => [t, h], axis: 'x' };
  }
}
