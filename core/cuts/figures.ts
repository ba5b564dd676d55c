/** Figures of a sheet moved out of the holes and off each other, no further than they must. */
import type { Mark } from './sheet';

type Text = Extract<Mark, { kind: 'text' }>;
interface Circle {
  x: number;
  y: number;
  r: number;
}

/** Least room between a figure and a hole, mm; how far apart the places are that are tried, and how far away at most. */
const CLEAR_MM = 0.3;
const STEP_MM = 1.5;
const FARTHEST_MM = 30;
const DIRECTIONS = 16;
/** Width of one figure against its height. */
const WIDE = 0.62;

const isFigure = (m: Mark): m is Text => m.kind === 'text' && /^\d+(\.\d)?$/.test(m.text);

/** The middle of a figure as it stands on paper. */
function middleOf({ x, y, mm, text, anchor = 'start' }: Text): [number, number] {
  const half = (WIDE * mm * text.length) / 2;
  const across = { start: half, middle: 0, end: -half }[anchor];
  return [x + across, y - mm / 2];
}

/** @returns the marks with every figure clear of every hole that is cut, and of the figures before it */
export function withClearFigures(marks: readonly Mark[]): Mark[] {
  const holes = marks.flatMap((m) => (m.kind === 'circle' && m.ink === 'cut' ? [m] : []));
  const stand: Text[] = [];
  return marks.map((m) => {
    if (!isFigure(m)) return m;
    const clear = [...placesFor(m)].find((q) => isClear(q, holes, stand)) ?? m;
    stand.push(clear);
    return clear;
  });
}

/** Where it is, then rings about that place. */
function* placesFor(m: Text): Generator<Text> {
  yield m;
  for (let r = STEP_MM; r <= FARTHEST_MM; r += STEP_MM) {
    for (let k = 0; k < DIRECTIONS; k++) {
      const a = (2 * Math.PI * k) / DIRECTIONS;
      yield { ...m, x: m.x + r * Math.cos(a), y: m.y + r * Math.sin(a) };
    }
  }
}

function isClear(m: Text, holes: readonly Circle[], others: readonly Text[]): boolean {
  const [x, y] = middleOf(m);
  const [halfW, halfH] = [(WIDE * m.mm * m.text.length) / 2, m.mm / 2];
  const isOut = holes.every(({ x: cx, y: cy, r }) => {
    const dx = Math.max(0, Math.abs(cx - x) - halfW);
    const dy = Math.max(0, Math.abs(cy - y) - halfH);
    return Math.hypot(dx, dy) >= r + CLEAR_MM;
  });
  return (
    isOut &&
    others.every((o) => {
      const [ox, oy] = middleOf(o);
      const wide = halfW + (WIDE * o.mm * o.text.length) / 2;
      return Math.abs(ox - x) >= wide || Math.abs(oy - y) >= halfH + o.mm / 2;
    })
  );
}
