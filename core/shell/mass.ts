/** What an empty shell weighs, from its outer size and wall. Posts and ribs are within the ± it states. */
import { type Body, type Piece, outlineSpan, type Worked } from '../model';

/** g/cm³, typical. */
const DENSITY: Readonly<Record<Piece['material'], number>> = {
  abs: 1.05,
  polycarbonate: 1.2,
  nylon: 1.02,
  resin: 1.15,
  pla: 1.24,
  petg: 1.27,
  wood: 0.65,
  aluminium: 2.7,
  steel: 7.8,
};
export const SHELL_MASS_SHARE = 0.15;

export function shellMass(body: Body): Worked<number> {
  const { w, h } = outlineSpan(body.outline);
  const t = body.wall.mm;
  const perimeter = 2 * (w + h);
  let g = 0;
  const working: string[] = [];
  for (const piece of body.pieces) {
    const cm3 = (w * h * t + perimeter * t * Math.max(0, piece.depth.mm - t)) / 1000;
    const mass = cm3 * DENSITY[piece.material];
    g += mass;
    working.push(
      `${piece.role}: ${w.toFixed(0)} × ${h.toFixed(0)} × ${t.toFixed(1)} + ${perimeter.toFixed(0)} × ${t.toFixed(1)} × ${(piece.depth.mm - t).toFixed(1)} = ${cm3.toFixed(0)} cm³ × ${DENSITY[piece.material]} = ${mass.toFixed(0)} g`,
    );
  }
  return { value: g, working };
}

/** All bodies of a build together; nothing while none is measured. */
export function shellsMass(bodies: readonly Body[]): Worked<number> | undefined {
  if (!bodies.length) return undefined;
  const each = bodies.map(shellMass);
  return {
    value: each.reduce((g, one) => g + one.value, 0),
    working: each.flatMap((one) => one.working),
  };
}
