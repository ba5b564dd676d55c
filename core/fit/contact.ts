/**
 * What one pair of solids says: the gap, what it needs, and how sure that is.
 */
import { type Gap, gapOf, type Solid } from '../geometry';
import { judge, type Measure, type SourceShare, type Verdict } from '../model';
import { clearanceOf, type Side } from './clearance';

export interface Contact {
  a: Side;
  b: Side;
  gap: Gap;
  measure: Measure;
  verdict: Verdict;
}

/** Pairs further apart than this are not looked at: nothing here needs as much, mm. */
export const INTEREST_MM = 3;

/**
 * How a gap's sources add up: sensitivities of readings shared by both solids are summed first, so
 * what they have in common cancels or doubles; then everything adds in quadrature.
 */
export function sourcesOf(a: Solid, b: Solid, gap: Gap): SourceShare[] {
  const shares = new Map<string, SourceShare>();
  const side = Math.hypot(gap.nx, gap.ny);
  const add = (solid: Solid, sign: 1 | -1) => {
    for (const e of solid.effects) {
      const lower = gap.nz * sign > 0;
      const k =
        sign * (gap.nx * e.dx + gap.ny * e.dy + gap.nz * (lower ? e.dz0 : e.dz1)) - side * e.grow;
      if (k === 0) continue;
      const known = shares.get(e.key);
      if (known) known.k += k;
      else shares.set(e.key, { key: e.key, label: e.label, u: e.u, k });
    }
  };
  add(a, 1);
  add(b, -1);
  return [...shares.values()]
    .filter((s) => Math.abs(s.k) > 1e-9)
    .sort((p, q) => Math.abs(q.k * q.u) - Math.abs(p.k * p.u));
}

/** Put a gap with its sources and its need into a verdict. */
export function judgedGap(
  gap: number,
  required: number,
  reason: string,
  sources: SourceShare[],
): { measure: Measure; verdict: Verdict } {
  let variance = 0;
  let limits = 0;
  for (const s of sources) {
    variance += (s.k * s.u) ** 2;
    limits += Math.abs(s.k) * s.u * Math.sqrt(3);
  }
  const sigma = Math.sqrt(variance);
  const { chance, verdict } = judge(gap - required, sigma);
  return {
    verdict,
    measure: { gap, required, reason, sigma, chance, worst: gap - required - limits, sources },
  };
}

/** Judge a pair, or nothing when it is far apart. */
export function contactOf(a: Side, b: Side, material: string): Contact | undefined {
  const gap = gapOf(a.solid.prisms, b.solid.prisms, INTEREST_MM);
  if (gap.gap > INTEREST_MM) return undefined;
  const need = clearanceOf(a, b, gap, material);
  return {
    a,
    b,
    gap,
    ...judgedGap(gap.gap, need.mm, need.reason, sourcesOf(a.solid, b.solid, gap)),
  };
}
