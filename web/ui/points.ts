/** Outlines as text: one corner a line. */
import { formatMm } from '@deft/core/model';

export type Points = ReadonlyArray<readonly [number, number]>;
export const pointsText = (points: Points): string =>
  points.map(([x, y]) => `${formatMm(x)}, ${formatMm(y)}`).join('\n');

/** Points from text, or the sentence that names the line. */
export function pointsFrom(text: string): Array<[number, number]> | string {
  const points: Array<[number, number]> = [];
  for (const [i, line] of text
    .split('\n')
    .map((l) => l.trim())
    .filter(Boolean)
    .entries()) {
    const m = /^(-?\d+(?:\.\d+)?)\s*[,; ]\s*(-?\d+(?:\.\d+)?)$/.exec(line);
    if (!m) return `Line ${i + 1}, "${line.slice(0, 30)}", is not two numbers such as 12.5, 40.`;
    points.push([Number(m[1]), Number(m[2])]);
  }
  return points.length < 3 ? 'An outline needs at least three points.' : points;
}
