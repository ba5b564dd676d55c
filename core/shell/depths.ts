/** How far a closed body reaches from its parting plane, bays that bulge included, and how far its caps stand out, mm. */
import type { Body } from '../model';

export function depthsOf(body: Body): { front: number; back: number; proud: number } {
  const of = (forward: boolean) =>
    Math.max(
      0,
      ...body.pieces
        .filter((q) => (q.role === 'front' || q.role === 'plate') === forward)
        .flatMap((q) => [q.depth.mm, ...q.zones.map((z) => z.depth.mm + body.wall.mm)]),
    );
  return {
    front: of(true),
    back: of(false),
    proud: Math.max(0, ...(body.caps ?? []).map((c) => c.proud.mm)),
  };
}
