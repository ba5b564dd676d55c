/** How the three lines move for one word, and how fast they may. Times in µs. */
import type { PadBus, Worked } from '../model';
import type { BusSample, Level } from './capture';
import { DIVIDER_OHM } from './levels';

/** Old registers answer so late and are so weak at the voltage they are fed with: typical, from sheets. */
const ANSWERS_NS: Readonly<Record<PadBus['fedV'], number>> = { 3.3: 800, 5: 320 };
const DRIVES_OHM: Readonly<Record<PadBus['fedV'], number>> = { 3.3: 1000, 5: 400 };
/** A line must stand for so long before it is read, ns. */
const STANDS_NS = 100;
/** Wires beside each other, and the pins at both ends, pF: typical. */
const PF_PER_M = 100;
const PINS_PF = 20;
/** From a tenth to nine tenths of a step behind a resistor, in R · C. */
const RISES_RC = 2.2;

/** Slow enough for any pad on a lead of a hand's breadth. */
const USUAL_CLOCK_HZ = 100_000;
/** Inside a shell; a captive lead is longer: say so. */
export const USUAL_LEAD_MM = 200;
/** A latch pulse so long is seen by any register, in clocks. */
const LATCH_CLOCKS = 1;

export const clockOf = (bus: Pick<PadBus, 'clockHz'>): number => bus.clockHz ?? USUAL_CLOCK_HZ;
export const leadOf = (bus: Pick<PadBus, 'leadMm'>): number => bus.leadMm ?? USUAL_LEAD_MM;

type Wired = Pick<PadBus, 'fedV' | 'hasDivider' | 'leadMm'>;

/**
 * The fastest clock at which data still stands when it is read: half a clock from the edge the register
 * shifts on to the one data is read on.
 *
 * @returns Hz; typical, since old registers differ twofold
 */
export function mostClock(bus: Wired): Worked<number> {
  const pf = PINS_PF + (PF_PER_M * leadOf(bus)) / 1000;
  const { upper, lower } = DIVIDER_OHM;
  const behind = bus.hasDivider ? (upper * lower) / (upper + lower) : 0;
  const ohm = DRIVES_OHM[bus.fedV] + behind;
  const risesNs = RISES_RC * ohm * pf * 1e-3;
  const halfNs = ANSWERS_NS[bus.fedV] + risesNs + STANDS_NS;
  const value = 1e9 / (2 * halfNs);
  const ns = (x: number): string => `${Math.round(x)} ns`;
  return {
    value,
    working: [
      `half a clock: ${ns(ANSWERS_NS[bus.fedV])} until an old register at ${bus.fedV} V answers + 2.2 × ${Math.round(ohm)} Ω × ${Math.round(pf)} pF = ${ns(risesNs)} until ${Math.round(leadOf(bus))} mm of wire have followed + ${ns(STANDS_NS)} = ${ns(halfNs)}`,
      `1 / (2 × ${ns(halfNs)}) = ${Math.round(value / 1000)} kHz; typical`,
    ],
  };
}

/** The longest clock of stock steps that a pad surely follows, Hz. */
export function safeClock(bus: Wired): number {
  const most = mostClock(bus).value * SAFE_SHARE;
  return CLOCKS_HZ.find((hz) => hz <= most) ?? CLOCKS_HZ.at(-1)!;
}
const CLOCKS_HZ = [1e6, 500e3, 200e3, 100e3, 50e3, 20e3, 10e3, 5e3, 2e3, 1e3];
/** Registers of one kind differ: over this share of the limit some of them slip. */
export const SAFE_SHARE = 0.7;

/** One word takes so long, µs. */
export const wordUs = (bus: Pick<PadBus, 'bits' | 'clockHz'>): number =>
  ((LATCH_CLOCKS + 1 + bus.bits) * 1e6) / clockOf(bus);

export interface Wave {
  samples: BusSample[];
  /** When each bit is read. */
  reads: number[];
  /** When the drawing ends. */
  endUs: number;
}

/**
 * One word as the reader makes it: the latch pulse, then a pulse a bit; data is read on the first edge
 * of a pulse and shifts on the second.
 *
 * @param held  bits of keys that are down
 */
export function wave(bus: PadBus, held: ReadonlySet<number>): Wave {
  const period = 1e6 / clockOf(bus);
  const loaded: Level = bus.loads === 'high' ? 1 : 0;
  const idle: Level = bus.shiftsOn === 'rising' ? 1 : 0;
  const down: Level = bus.pressed === 'low' ? 0 : 1;
  const other = (level: Level): Level => (level === 1 ? 0 : 1);
  const levelOf = (bit: number): Level => (held.has(bit) ? down : other(down));
  const samples: BusSample[] = [];
  const reads: number[] = [];
  const move = (t: number, latch: Level, clock: Level, bit: number): void => {
    const data = bit < bus.bits ? levelOf(bit) : other(down);
    samples.push({ t, latch, clock, data });
  };
  move(0, other(loaded), idle, bus.bits);
  move(period / 2, loaded, idle, 0);
  let t = (0.5 + LATCH_CLOCKS) * period;
  move(t, other(loaded), idle, 0);
  for (let bit = 0; bit < bus.bits; bit++) {
    t += period / 2;
    reads.push(t);
    move(t, other(loaded), other(idle), bit);
    t += period / 2;
    move(t, other(loaded), idle, bit + 1);
  }
  return { samples, reads, endUs: t + period / 2 };
}
