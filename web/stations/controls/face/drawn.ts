/** From millimetres on the face, seen from the front, to px of the drawing. */
import type { Pt } from '@deft/core/geometry';

export interface Drawn {
  /** px for a millimetre. */
  scale: number;
  at: (x: number, y: number) => [number, number];
}

/** Room for the words above and below, px. */
const AROUND = { across: 70, along: 60, down: 8 };

/** A face of w × h mm in the middle of a drawing of width × height px. */
export function drawnIn(width: number, height: number, w: number, h: number): Drawn {
  const scale = Math.min((width - AROUND.across) / w, (height - AROUND.along) / h);
  const [left, top] = [(width - w * scale) / 2, (height - h * scale) / 2 + AROUND.down];
  return { scale, at: (x, y) => [left + x * scale, top + (h - y) * scale] };
}

export function closedPath({ at }: Drawn, points: readonly Pt[]): string {
  const corners = points.map(([x, y]) =>
    at(x, y)
      .map((v) => v.toFixed(2))
      .join(' '),
  );
  return `M${corners.join('L')}Z`;
}
