/**
 * A named solid of a build with everything that makes its place uncertain.
 *
 * Each effect says how the solid shifts, or grows, when one reading of the document is off by 1 mm.
 * Two solids that hang on the same reading carry the same key, so their gap knows that the reading
 * cancels, or counts twice.
 */
import type { Prism } from './prism';

export interface Effect {
  /** Document path of the reading. */
  key: string;
  /** What a builder calls it: "width of post 3". */
  label: string;
  /** Standard uncertainty, mm. */
  u: number;
  dx: number;
  dy: number;
  /** Shift of the lower and the upper face. */
  dz0: number;
  dz1: number;
  /** Growth of the footprint outward. */
  grow: number;
}

export type SolidKind = 'floor' | 'wall' | 'feature' | 'block' | 'path';

export interface Solid {
  id: string;
  name: string;
  kind: SolidKind;
  /** The piece or item it belongs to. */
  owner: string;
  prisms: readonly Prism[];
  /** How far the prisms enclose more than the true shape, mm. */
  excess: number;
  effects: readonly Effect[];
  x0: number;
  y0: number;
  z0: number;
  x1: number;
  y1: number;
  z1: number;
}

export const effect = (
  key: string,
  label: string,
  u: number,
  part: Partial<Omit<Effect, 'key' | 'label' | 'u'>>,
): Effect => ({ key, label, u, dx: 0, dy: 0, dz0: 0, dz1: 0, grow: 0, ...part });

export function solid(
  id: string,
  name: string,
  kind: SolidKind,
  owner: string,
  prisms: readonly Prism[],
  effects: readonly Effect[],
  excess = 0,
): Solid {
  let x0 = Infinity;
  let y0 = Infinity;
  let z0 = Infinity;
  let x1 = -Infinity;
  let y1 = -Infinity;
  let z1 = -Infinity;
  for (const p of prisms) {
    x0 = Math.min(x0, p.x0);
    y0 = Math.min(y0, p.y0);
    z0 = Math.min(z0, p.z0);
    x1 = Math.max(x1, p.x1);
    y1 = Math.max(y1, p.y1);
    z1 = Math.max(z1, p.z1);
  }
  return {
    id,
    name,
    kind,
    owner,
    prisms,
    excess,
    effects: effects.filter((e) => e.u > 0),
    x0,
    y0,
    z0,
    x1,
    y1,
    z1,
  };
}
