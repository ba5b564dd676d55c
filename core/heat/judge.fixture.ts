/**
 * A second opinion on a warm case: six faces of the shell, each with an inner and an outer side, two
 * sides of the board in strips from the chip outwards, all followed in time until nothing moves. It
 * shares no code with the core, only the laws.
 */
import type { WarmCase, Warmth } from './case';

const SIGMA = 5.67e-8;
const h = (dt: number, l: number): number => 1.42 * Math.pow(Math.abs(dt) / l, 0.25);
const black = (a: number, b: number): number =>
  0.9 * SIGMA * (Math.pow(a + 273.15, 4) - Math.pow(b + 273.15, 4));
const flow = (area: number, a: number, b: number, l: number): number =>
  area * (h(a - b, l) * (a - b) + black(a, b));

/** Faces of a box by their share of the area: front, back, two long walls, two short ones. */
const FACES = [0.36, 0.36, 0.09, 0.09, 0.05, 0.05];
const STRIPS = 6;
/** Copper spreads heat along a board: from strip to strip, W/K. */
const ALONG = 0.6;

export function finelySettled(c: WarmCase): Warmth {
  const outer = FACES.map(() => c.roomC);
  const inner = FACES.map(() => c.roomC);
  const top = Array.from({ length: STRIPS }, () => c.roomC);
  const bottom = Array.from({ length: STRIPS }, () => c.roomC);
  let [air, cell, chip] = [c.roomC, c.roomC, c.roomC];
  const strip = c.board.area / 2 / STRIPS;
  const rest = (c.board.watts - c.board.chipWatts) / (2 * STRIPS);
  for (let round = 0; round < 200_000; round++) {
    const before = [air, cell, chip, ...outer, ...top];
    let intoAir = c.airWatts;
    FACES.forEach((share, i) => {
      const [ao, ai] = [c.shell.outer * share * c.shell.free, c.shell.inner * share];
      const through =
        ((c.shell.conducts * c.shell.inner * share) / c.shell.wall) * (inner[i]! - outer[i]!);
      const arrives = flow(ai, air, inner[i]!, c.shell.high);
      // Heat capacities that make the march stable, not real ones.
      outer[i]! += ((through - flow(ao, outer[i]!, c.roomC, c.shell.high)) * 0.2) / share;
      inner[i]! +=
        (arrives - through) *
        0.2 *
        Math.min(1, c.shell.wall / (c.shell.conducts * c.shell.inner * share));
      intoAir -= arrives;
    });
    const dt = air - c.roomC;
    const draught =
      dt > 0
        ? 0.6 *
          (c.vents.area / (2 * Math.SQRT2)) *
          Math.sqrt((2 * 9.81 * c.vents.high * dt) / (air + 273.15))
        : 0;
    intoAir -= 1206 * (draught + c.fan) * dt;
    for (const side of [top, bottom]) {
      for (let i = 0; i < STRIPS; i++) {
        let gain = rest - flow(strip, side[i]!, air, c.board.high);
        intoAir += flow(strip, side[i]!, air, c.board.high);
        if (i > 0) gain += ALONG * (side[i - 1]! - side[i]!);
        if (i < STRIPS - 1) gain += ALONG * (side[i + 1]! - side[i]!);
        if (i === 0) gain += (chip - side[0]!) / (2 * c.board.spread);
        side[i]! += 0.3 * gain;
      }
    }
    const fins = flow(c.board.sink, chip, air, c.board.high);
    intoAir += fins;
    chip +=
      0.5 *
      (c.board.chipWatts -
        fins -
        (chip - top[0]!) / (2 * c.board.spread) -
        (chip - bottom[0]!) / (2 * c.board.spread));
    const lost = flow(c.cell.area, cell, air, c.cell.high);
    cell += (c.cell.watts - lost) * 2;
    intoAir += lost;
    air += 0.3 * intoAir;
    const after = [air, cell, chip, ...outer, ...top];
    if (round > 500 && Math.max(...after.map((v, i) => Math.abs(v - before[i]!))) < 1e-6) break;
  }
  const mean = (of: readonly number[]): number => of.reduce((a, b) => a + b, 0) / of.length;
  return {
    chipC: chip,
    boardC: mean([...top, ...bottom]),
    cellC: cell,
    airC: air,
    shellC: FACES.reduce((sum, share, i) => sum + share * outer[i]!, 0),
  };
}
