/**
 * What taking a post away would cost: the longest stretch of seam without a screw, before and after.
 *
 * Each closing screw is carried to the nearest point of the outline; the stretches between
 * neighbouring screws run along the outline.
 */
import { formatMm } from '../model';
import { type Ring } from '../geometry';
import type { ShellSolids, StandingFeature } from './solids';
import { outerRing } from './walls';

export interface SeamCost {
  before: number;
  after: number;
  screwsLeft: number;
  sentence: string;
}

/** Length along a ring of the point on it that is nearest to x, y; and the ring's whole length. */
function along(ring: Ring, x: number, y: number): { at: number; length: number } {
  let run = 0;
  let best = Infinity;
  let at = 0;
  for (let i = 0; i < ring.length; i += 2) {
    const j = (i + 2) % ring.length;
    const [ex, ey] = [ring[j]! - ring[i]!, ring[j + 1]! - ring[i + 1]!];
    const len = Math.hypot(ex, ey);
    const t =
      len > 0
        ? Math.max(0, Math.min(1, ((x - ring[i]!) * ex + (y - ring[i + 1]!) * ey) / (len * len)))
        : 0;
    const d = Math.hypot(x - ring[i]! - t * ex, y - ring[i + 1]! - t * ey);
    if (d < best) {
      best = d;
      at = run + t * len;
    }
    run += len;
  }
  return { at, length: run };
}

/** Longest stretch of the outline between neighbouring screws; the whole of it with one or none. */
export function longestSpan(ring: Ring, screws: ReadonlyArray<{ x: number; y: number }>): number {
  const length = along(ring, 0, 0).length;
  if (screws.length < 2) return length;
  const at = screws.map((s) => along(ring, s.x, s.y).at).sort((a, b) => a - b);
  return Math.max(...at.map((a, i) => (i ? a - at[i - 1]! : a + length - at[at.length - 1]!)));
}

/** What a closing screw's post is worth; nothing for other features. */
export function seamCost(shell: ShellSolids, post: StandingFeature): SeamCost | undefined {
  if (post.feature.purpose !== 'closing screw') return undefined;
  const ring = outerRing(shell.body);
  const standing = shell.features.filter(
    (f) => f.piece === post.piece && f.feature.purpose === 'closing screw' && f.height > 0,
  );
  const left = standing.filter((f) => f.id !== post.id);
  const [before, after] = [longestSpan(ring, standing), longestSpan(ring, left)];
  return {
    before,
    after,
    screwsLeft: left.length,
    sentence: `${left.length} screws left; longest seam without one ${formatMm(after, 0)} mm instead of ${formatMm(before, 0)}`,
  };
}

/** A support carries the buttons that lie within this of it, mm: half a four-way pad and its plate. */
const BACKS_MM = 16;

const isNear = (f: StandingFeature, o: { x: number; y: number; w: number; h: number }) =>
  Math.hypot(
    Math.max(0, Math.abs(f.x - o.x) - o.w / 2),
    Math.max(0, Math.abs(f.y - o.y) - o.h / 2),
  ) < BACKS_MM;

/** Names of the button holes that a support stands near enough to carry. */
export const backedBy = (shell: ShellSolids, post: StandingFeature): string[] => [
  ...new Set(
    shell.openings.face.filter((o) => o.use === 'button' && isNear(post, o)).map((o) => o.name),
  ),
];

/** Which buttons lose their backing with a support; nothing for other features or when none is near. */
export function backingCost(shell: ShellSolids, post: StandingFeature): string | undefined {
  if (post.feature.purpose !== 'button support') return undefined;
  const supports = shell.features.filter(
    (f) => f.feature.purpose === 'button support' && f.height > 0,
  );
  const others = supports.filter((f) => f.id !== post.id);
  const carried = shell.openings.face.filter((o) => o.use === 'button' && isNear(post, o));
  if (!carried.length) return undefined;
  const bare = carried.filter((o) => !others.some((f) => isNear(f, o)));
  const names = (list: typeof carried) => [...new Set(list.map((o) => o.name))].join(', ');
  return bare.length
    ? `${names(bare)} ${bare.length === 1 ? 'loses its' : 'lose their'} backing: the board bends away under the thumb`
    : `${names(carried)} ${carried.length === 1 ? 'is' : 'are'} still backed by another support`;
}
