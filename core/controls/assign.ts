/**
 * Buttons to header lines: hand-made choices stand, the rest get the lines that make the wires
 * shortest in total. Exact, by the Hungarian method.
 */
import munkres from 'munkres-js';

/**
 * Least-cost assignment of every row to its own column.
 *
 * @param costs  rows × columns, rows ≤ columns, all finite
 * @returns      the column of each row
 * @throws       RangeError when there are more rows than columns
 */
export function leastCost(costs: readonly (readonly number[])[]): number[] {
  if (!costs.length) return [];
  const columns = costs[0]!.length;
  if (costs.length > columns) {
    throw new RangeError(
      `${costs.length} inputs need ${costs.length} lines; only ${columns} are free.`,
    );
  }
  // The method wants a square: rows that ask for nothing cost nothing anywhere.
  const square = [
    ...costs.map((r) => [...r]),
    ...Array.from({ length: columns - costs.length }, () => new Array<number>(columns).fill(0)),
  ];
  const out = new Array<number>(costs.length).fill(-1);
  for (const [row, column] of munkres(square)) if (row < costs.length) out[row] = column;
  return out;
}
