/** How far an arrow moves a thing on a drawing, as the sheet of keys says it. */
const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** The way of an arrow as it is seen: to the right and up. */
export const wayOf = ({ key }: KeyboardEvent): readonly [number, number] => ARROWS[key] ?? [0, 0];

/** mm for one press. */
export function stepOf({ shiftKey, altKey }: KeyboardEvent): number {
  if (shiftKey) return 5;
  return altKey ? 0.1 : 0.5;
}
