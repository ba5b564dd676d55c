/** Figures beside dimension lines. */
/** Size of one, px. */
export const TAG = { w: 34, h: 16 };

/** Places for figures of equal size beside their dimension lines, so that none lies on another; nothing where there is no room. */
export function tags(
  at: ReadonlyArray<{ x: number; y: number; small: boolean }>,
): Array<{ x: number; y: number } | undefined> {
  const taken: Array<{ x: number; y: number }> = [];
  return at.map(({ x, y, small }) => {
    // Beside a short line the figure stands further off, on a leader.
    const spot = (small ? [60, -94, 98] : [5, 43, -39, 81])
      .map((dx) => ({ x: x + dx, y }))
      .find((t) =>
        taken.every((q) => Math.abs(q.x - t.x) > TAG.w + 2 || Math.abs(q.y - t.y) > TAG.h + 1),
      );
    if (spot) taken.push(spot);
    return spot;
  });
}
