/**
 * A lamp that comes on while a chosen share of the charge is left: a comparator, a reference, and a
 * divider of stock resistors with as much hysteresis as the load swings the pack.
 *
 * The pack hangs on R1 over R2, the comparator's output on the same point over R3. While the output
 * is high it trips at Vref·(1 + R1/R2 + R1/R3) − Vout·R1/R3 on the way down; at the first part of
 * that alone on the way up.
 */
import type { Project } from '../model';
import { solved } from '../network';
import { E24 } from '../kit';
import { networkOf, powerFigures, type PowerFigures, type Supply } from '../power';

export interface Divider {
  r1: number;
  r2: number;
  r3: number;
}
export interface Comparator {
  refV: number;
  /** Its output when high, V. */
  outV: number;
}

export const fallsAt = ({ refV, outV }: Comparator, { r1, r2, r3 }: Divider): number =>
  refV * (1 + r1 / r2 + r1 / r3) - (outV * r1) / r3;
export const risesAt = ({ refV }: Comparator, { r1, r2, r3 }: Divider): number =>
  refV * (1 + r1 / r2 + r1 / r3);

export interface LowLamp {
  divider: Divider;
  /** Pack volts in a game at which it comes on and goes off again, as drawn. */
  onV: number;
  offV: number;
  /** The same with every resistor and the reference at its limit, V. */
  onFromV: number;
  onToV: number;
  /** Charge left when it comes on, at those limits. */
  leftFrom: number;
  leftTo: number;
  /** From then on in games, h. */
  hoursLeft: number;
  /** Between menus and a peak the pack moves so much there, V. */
  swingV: number;
  /** What divider takes all the time, A. */
  drainA: number;
  working: string[];
}

/** Resistors and reference, as shares: usual grades. */
export const TOLERANCE = 0.01;
/** The hysteresis is wider than the swing by this factor, so that it does not blink. */
const WIDER = 1.25;
/** And never narrower than noise, V: typical. */
const LEAST_V = 0.08;
/** R2 is looked for between, Ω: high enough not to drain, low enough for a comparator's input. */
const R2_BETWEEN = [47_000, 470_000] as const;
/** So much nearer is worth no twice the drain, V. */
const SPARES_V = 0.01;
const MOST_OHM = 10_000_000;

/** Pack volts in a state at a charge; nothing where it does not stand. */
function packVolts(supply: Supply, state: 'menu' | 'game' | 'peak', charge: number): number {
  const s = solved(networkOf(supply, state, charge));
  return s.stands ? s.places[0]!.volts : NaN;
}

/** Charge at which the pack shows so many volts in a game. */
function chargeAt(supply: Supply, volts: number): number {
  let [low, high] = [0, 1];
  for (let i = 0; i < 30; i++) {
    const mid = (low + high) / 2;
    const v = packVolts(supply, 'game', mid);
    if (!(v >= volts)) low = mid;
    else high = mid;
  }
  return (low + high) / 2;
}

/** Stock values for R2. */
const R2S: readonly number[] = [10_000, 100_000]
  .flatMap((decade) => E24.map((v) => Math.round(v * decade)))
  .filter((ohm) => ohm >= R2_BETWEEN[0] && ohm <= R2_BETWEEN[1]);
/** The stock values nearest to a resistance. */
const nearest = (ohm: number, count: number): number[] => {
  const decade = 10 ** Math.floor(Math.log10(ohm));
  return [...E24.map((v) => v * decade), 10 * decade]
    .sort((a, b) => Math.abs(a - ohm) - Math.abs(b - ohm))
    .slice(0, count)
    .map((v) => Math.round(v));
};

/**
 * The stock divider that trips nearest to a voltage, with at least a hysteresis.
 *
 * @returns nothing where the reference is above the voltage, or no stock values do it
 */
export function dividerFor(c: Comparator, onV: number, hysteresisV: number): Divider | undefined {
  const h = hysteresisV / c.outV;
  const k = (onV + hysteresisV) / c.refV - 1;
  if (!(k > h)) return undefined;
  let best: { divider: Divider; off: number } | undefined;
  for (const r2 of R2S) {
    for (const r1 of nearest((k - h) * r2, 2)) {
      for (const r3 of nearest(r1 / h, 5)) {
        const divider = { r1, r2, r3 };
        const isWide = risesAt(c, divider) - fallsAt(c, divider) >= hysteresisV * (1 - 1e-9);
        if (!isWide || Math.max(r1, r3) > MOST_OHM) continue;
        // As near as it goes, larger resistors before smaller ones: they drain less.
        const off = Math.abs(fallsAt(c, divider) - onV) + (SPARES_V * R2_BETWEEN[0]) / r2;
        if (!best || off < best.off) best = { divider, off };
      }
    }
  }
  return best?.divider;
}

/** Every corner of the tolerances: the lowest and the highest voltage it may come on at. */
export function cornersOf(c: Comparator, d: Divider, tolerance = TOLERANCE): [number, number] {
  const signs = [-1, 1];
  const volts = signs.flatMap((a) =>
    signs.flatMap((b) =>
      signs.flatMap((e) =>
        signs.map((f) =>
          fallsAt(
            { ...c, refV: c.refV * (1 + a * tolerance) },
            {
              r1: d.r1 * (1 + b * tolerance),
              r2: d.r2 * (1 + e * tolerance),
              r3: d.r3 * (1 + f * tolerance),
            },
          ),
        ),
      ),
    ),
  );
  return [Math.min(...volts), Math.max(...volts)];
}

/**
 * @param share  of the charge that shall be left when it comes on, 0..1
 * @param refV   of the reference, V
 * @returns      nothing without a pack that runs, or where no stock values do it
 */
export function lowLamp(
  p: Project,
  share: number,
  refV: number,
  figures: PowerFigures = powerFigures(p),
): LowLamp | undefined {
  const { supply, run, energy } = figures;
  if (!supply || !run || run.value.isDead || !energy.pack) return undefined;
  const wantedV = packVolts(supply, 'game', share);
  const swingV = packVolts(supply, 'menu', share) - packVolts(supply, 'peak', share);
  if (!Number.isFinite(wantedV + swingV)) return undefined;
  const c: Comparator = { refV, outV: wantedV };
  const hysteresisV = Math.max(LEAST_V, WIDER * swingV);
  const divider = dividerFor(c, wantedV, hysteresisV);
  if (!divider) return undefined;
  const [onFromV, onToV] = cornersOf(c, divider);
  const onV = fallsAt(c, divider);
  const drainA = energy.pack.fullV / (divider.r1 + divider.r2);
  const at = run.value.curve.find((q) => q.soc <= share)?.hours ?? run.value.hours;
  const k = (ohm: number): string => (ohm >= 1e6 ? `${ohm / 1e6} MΩ` : `${ohm / 1000} kΩ`);
  return {
    divider,
    onV,
    offV: risesAt(c, divider),
    onFromV,
    onToV,
    leftFrom: chargeAt(supply, onFromV),
    leftTo: chargeAt(supply, onToV),
    hoursLeft: run.value.hours - at,
    swingV,
    drainA,
    working: [
      `in a game the pack shows ${wantedV.toFixed(2)} V with ${Math.round(100 * share)} % left; between menus and a peak it moves ${(1000 * swingV).toFixed(0)} mV, so ${(1000 * hysteresisV).toFixed(0)} mV of hysteresis at least`,
      `on at Vref·(1 + R1/R2 + R1/R3) − Vout·R1/R3 = ${refV} × (1 + ${k(divider.r1)}/${k(divider.r2)} + ${k(divider.r1)}/${k(divider.r3)}) − ${wantedV.toFixed(2)} × ${k(divider.r1)}/${k(divider.r3)} = ${onV.toFixed(2)} V; off again at ${risesAt(c, divider).toFixed(2)} V`,
      `resistors and reference ± ${100 * TOLERANCE} %: on between ${onFromV.toFixed(2)} and ${onToV.toFixed(2)} V`,
    ],
  };
}
