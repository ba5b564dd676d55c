/**
 * The warm things of a build in a shell, and how warm they get: chip on its board, cell, air, shell,
 * room. One temperature each.
 */
import { AIR, convected, draught, radiated, rootOf } from './flows';

/** Sizes in m and m², powers in W, masses as heat capacities in J/K. */
export interface WarmCase {
  roomC: number;
  shell: {
    /** Outer and inner area, and how much of the outer one air and eyes reach. */
    outer: number;
    inner: number;
    free: number;
    /** Height of an upright face; wall, and how it conducts, W/mK. */
    high: number;
    wall: number;
    conducts: number;
    heat: number;
  };
  /** Free area of vents, and how far apart in height. */
  vents: { area: number; high: number };
  /** What a fan moves through the vents, m³/s. */
  fan: number;
  board: {
    /** Both sides, and its height when upright. */
    area: number;
    high: number;
    /** All of it, and what of that is in the chip. */
    watts: number;
    chipWatts: number;
    /** From the chip into its board, K/W. */
    spread: number;
    /** Fins on the chip, m². */
    sink: number;
    heat: number;
  };
  cell: { area: number; high: number; watts: number; heat: number };
  /** Everything else that becomes warmth in the air: converter, charger, screen, sound, wires. */
  airWatts: number;
}

export interface Warmth {
  chipC: number;
  boardC: number;
  cellC: number;
  airC: number;
  shellC: number;
}

/** Nothing in a handheld comes near, °C over the room. */
const MOST_RISE = 400;

/** Heat from the air inside to the room through the shell, W, and how warm the shell is then. */
function throughShell({ shell, roomC }: WarmCase, airC: number): { watts: number; shellC: number } {
  const out = (c: number): number =>
    shell.outer * shell.free * (convected(c - roomC, shell.high) + radiated(c, roomC));
  const into = (c: number): number => {
    // Through the wall the drop is small: the inner face is warmer by q·t/k.
    const watts = out(c);
    const innerC = c + (watts * shell.wall) / (shell.conducts * shell.inner);
    return shell.inner * (convected(airC - innerC, shell.high) + radiated(airC, innerC));
  };
  const shellC = rootOf((c) => out(c) - into(c), roomC, airC);
  return { watts: out(shellC), shellC };
}

/** Heat that leaves the air inside at a temperature, W. */
function leaving(c: WarmCase, airC: number): number {
  const moved = c.fan + draught(c.vents.area, c.vents.high, airC, c.roomC);
  return throughShell(c, airC).watts + AIR * moved * (airC - c.roomC);
}

/** How far a face of an area rises over the air to lose so many watts, K. */
const riseOf = (watts: number, area: number, high: number, airC: number): number =>
  watts <= 0
    ? 0
    : rootOf(
        (dt) => area * (convected(dt, high) + radiated(airC + dt, airC)) - watts,
        0,
        MOST_RISE,
      );

/** What fins on the chip lose, W. */
const finned = ({ sink, high }: WarmCase['board'], chipC: number, airC: number): number =>
  sink * (convected(chipC - airC, high) + radiated(chipC, airC));

/** Chip and board over air of a temperature. */
function chipOver({ board }: WarmCase, airC: number): { chipC: number; boardC: number } {
  const { area, high, watts, spread, chipWatts } = board;
  const boardAt = (c: number): number =>
    airC + riseOf(watts - finned(board, c, airC), area, high, airC);
  const chipC = rootOf(
    (c) => finned(board, c, airC) + (c - boardAt(c)) / spread - chipWatts,
    airC,
    airC + MOST_RISE,
  );
  return { chipC, boardC: boardAt(chipC) };
}

/** Temperatures once nothing changes any more, °C. */
export function settled(c: WarmCase): Warmth {
  const total = c.board.watts + c.cell.watts + c.airWatts;
  const airC =
    total <= 0 ? c.roomC : rootOf((a) => leaving(c, a) - total, c.roomC, c.roomC + MOST_RISE);
  const { chipC, boardC } = chipOver(c, airC);
  return {
    airC,
    shellC: throughShell(c, airC).shellC,
    cellC: airC + riseOf(c.cell.watts, c.cell.area, c.cell.high, airC),
    chipC,
    boardC,
  };
}

const cm2 = (m2: number): string => `${(m2 * 1e4).toFixed(0)} cm²`;

/** How the temperatures of a settled case come about, from the room inwards. */
export function warmWorking(c: WarmCase, t: Warmth): string[] {
  const { board, cell, shell, vents } = c;
  const total = board.watts + cell.watts + c.airWatts;
  const moved = c.fan + draught(vents.area, vents.high, t.airC, c.roomC);
  const aired = AIR * moved * (t.airC - c.roomC);
  return [
    `${total.toFixed(2)} W become warmth in the shell: ${board.watts.toFixed(2)} W at the computer, ${cell.watts.toFixed(2)} W in the cell, ${c.airWatts.toFixed(2)} W around the rest`,
    `${(total - aired).toFixed(2)} W leave through ${cm2(shell.outer)} of shell, ${Math.round(100 * shell.free)} % of it free, by 1.42·ΔT·(ΔT/L)^¼ + εσ(T⁴ − T₀⁴) a square metre at L = ${(1000 * shell.high).toFixed(0)} mm: ${t.shellC.toFixed(1)} °C outside, the air inside ${t.airC.toFixed(1)} °C`,
    moved > 0
      ? `${(1e6 * moved).toFixed(0)} ml/s of air through ${cm2(vents.area)} of holes carry ${aired.toFixed(2)} W`
      : 'no hole lets air through',
    `the board loses its watts over ${cm2(board.area)}${board.sink > 0 ? ` and ${cm2(board.sink)} of fins` : ''}: ${t.boardC.toFixed(1)} °C; its chip ${(t.chipC - t.boardC).toFixed(1)} K above it, ${board.spread} K/W`,
  ];
}

/** How it warms up. */
export interface Soak {
  /** Minutes from cold until the chip is within a degree of where it ends. */
  minutes: number;
  curve: Array<{ minutes: number; chipC: number; shellC: number; cellC: number }>;
}

const STEP_S = 10;
const LONGEST_S = 4 * 3600;
const EVERY = 12;

/** Warming up from the room: shell, board and cell each with its mass, the air with none. */
export function soak(c: WarmCase): Soak {
  const end = settled(c);
  const total = c.board.watts + c.cell.watts + c.airWatts;
  let [shell, board, cell] = [c.roomC, c.roomC, c.roomC];
  const chipOverBoard = end.chipC - end.boardC;
  const throughBoard = c.board.watts - finned(c.board, end.chipC, end.airC);
  const out: Soak = { minutes: LONGEST_S / 60, curve: [] };
  const face = (area: number, high: number, from: number, to: number): number =>
    area * (convected(from - to, high) + radiated(from, to));
  for (let t = 0; t <= LONGEST_S; t += STEP_S) {
    // The air holds next to nothing: it is where what comes in goes out.
    const { inner, high } = c.shell;
    const airC = rootOf(
      (a) =>
        face(inner, high, a, shell) +
        AIR * (c.fan + draught(c.vents.area, c.vents.high, a, c.roomC)) * (a - c.roomC) -
        face(c.board.area, c.board.high, board, a) -
        face(c.cell.area, c.cell.high, cell, a) -
        (c.board.watts - throughBoard) -
        c.airWatts,
      c.roomC,
      c.roomC + MOST_RISE,
    );
    const chipC = board + chipOverBoard;
    if ((t / STEP_S) % EVERY === 0) {
      out.curve.push({ minutes: t / 60, chipC, shellC: shell, cellC: cell });
    }
    if (Math.abs(chipC - end.chipC) < 1) {
      out.minutes = t / 60;
      if (t > 0 && out.curve.length > 8) break;
    }
    const lost = c.shell.outer * c.shell.free;
    shell +=
      (STEP_S / c.shell.heat) *
      (face(inner, high, airC, shell) -
        lost * (convected(shell - c.roomC, high) + radiated(shell, c.roomC)));
    board +=
      (STEP_S / c.board.heat) * (throughBoard - face(c.board.area, c.board.high, board, airC));
    cell += (STEP_S / c.cell.heat) * (c.cell.watts - face(c.cell.area, c.cell.high, cell, airC));
  }
  return total > 0 ? out : { ...out, minutes: 0 };
}
