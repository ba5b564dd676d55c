/**
 * A bench with a build on it that is not as it was planned, and instruments that tell it as well as
 * they can: noise, last digits, an error of their own, what a meter puts into its lead. It shares no
 * code with the planning program.
 */
import { z } from 'zod';
import { normal, seeded } from '../seeded';
import { PLAY_STATES, type Plan, type PlannedPlace, type PlayState } from './plan';
import { swept } from './sweep';
import { cameTrue } from './truth';

const State = z.enum(PLAY_STATES);
/** What hands connected. */
export const Connected = z.discriminatedUnion('to', [
  z.strictObject({ to: z.literal('nothing') }),
  /** One load on the supply, through the meter. */
  z.strictObject({ to: z.literal('load'), place: z.string().max(64), state: State }),
  /** A converter between the supply and the electronic load. */
  z.strictObject({ to: z.literal('converter'), place: z.string().max(64) }),
  /** The whole build with the supply in the place of its pack. */
  z.strictObject({ to: z.literal('whole'), state: State }),
  /** The pack, full, on the electronic load; or one of so many cells that lie side by side in it. */
  z.strictObject({ to: z.literal('cell'), oneOf: z.number().int().min(1).max(12).optional() }),
]);
export type Connected = z.infer<typeof Connected>;

/** A game is no steady draw: so much up and down, in bursts of so many seconds. */
const BURST = { share: 0.08, seconds: 1.5 } as const;
/** What one reading takes, s of the bench's own time. */
const READING_S = 0.1;
/** What a supply's limit is turned down to at the least, A. */
const LEAST_LIMIT_A = 0.1;
/** A supply's leads, Ω. */
const LEADS_OHM = 0.02;

/** Limits of an instrument: share of what is shown, and last digit. */
interface Limits {
  gain: number;
  digit: number;
}
const LIMITS = {
  supplyV: { gain: 0.0005, digit: 0.001 },
  supplyA: { gain: 0.003, digit: 0.001 },
  meterA: { gain: 0.003, digit: 0.0001 },
  meterV: { gain: 0.0005, digit: 0.001 },
  handA: { gain: 0.015, digit: 0.001 },
  handV: { gain: 0.005, digit: 0.01 },
  loadA: { gain: 0.003, digit: 0.001 },
  loadV: { gain: 0.0005, digit: 0.001 },
} as const satisfies Record<string, Limits>;
type Reads = keyof typeof LIMITS;
/** Most that a meter reads on a range, A, and what it puts into its lead there, Ω. */
export const RANGES = { mA: { mostA: 0.4, ohm: 0.1 }, A: { mostA: 10, ohm: 0.02 } } as const;
/** A charger tells what it filled in to so much, a share. */
const CHARGER_GAIN = 0.03;
export type Range = keyof typeof RANGES;

export class World {
  readonly #true: Plan;
  readonly #rand: () => number;
  readonly #errors: Readonly<Record<Reads, number>>;
  #connected: Connected = { to: 'nothing' };
  #burst = 0;
  /** Charge of the pack, 0 to 1, and what the load has taken out of it, Ah. */
  #charge = 1;
  #takenAh = 0;
  readonly supply = { volts: 0, limitA: LEAST_LIMIT_A, isOn: false };
  readonly load = { amps: 0, isOn: false, stopV: 0 };
  range: Range = 'A';
  /** The meter in the lead: a good one on the bench, or one held in the hand. */
  isByHand = false;
  readonly #charger: number;
  /** The bench's own time, s. */
  now = 0;

  constructor(plan: Plan, seed: number) {
    this.#rand = seeded(seed);
    this.#true = cameTrue(plan, this.#rand);
    const error = ({ gain }: Limits): number => gain * (2 * this.#rand() - 1);
    this.#errors = {
      supplyV: error(LIMITS.supplyV),
      supplyA: error(LIMITS.supplyA),
      meterA: error(LIMITS.meterA),
      meterV: error(LIMITS.meterV),
      handA: error(LIMITS.handA),
      handV: error(LIMITS.handV),
      loadA: error(LIMITS.loadA),
      loadV: error(LIMITS.loadV),
    };
    this.#charger = CHARGER_GAIN * (2 * this.#rand() - 1);
  }

  /** What hands connected. @throws RangeError for a place that is not there */
  connect(to: Connected): void {
    if ('place' in to && !this.#true.places.some((q) => q.id === to.place)) {
      throw new RangeError(`Nothing on the bench is called ${to.place}.`);
    }
    this.#connected = to;
    if (to.to === 'cell') {
      this.#charge = 1;
      this.#takenAh = 0;
    }
  }
  /** How many cells the pack has of which one is joined. */
  get #oneOf(): number {
    return this.#connected.to === 'cell' ? (this.#connected.oneOf ?? 1) : 1;
  }
  get connected(): Connected {
    return this.#connected;
  }

  /** Everything that feeds or draws lets go. */
  off(): void {
    Object.assign(this.supply, { volts: 0, limitA: LEAST_LIMIT_A, isOn: false });
    Object.assign(this.load, { amps: 0, isOn: false, stopV: 0 });
  }

  /** Time goes on; the electronic load empties the pack meanwhile. */
  pass(seconds: number): void {
    this.now += seconds;
    const keep = Math.exp(-seconds / BURST.seconds);
    this.#burst = keep * this.#burst + Math.sqrt(1 - keep * keep) * normal(this.#rand);
    if (this.#connected.to !== 'cell' || !this.load.isOn) return;
    const ah = (this.load.amps * seconds) / 3600;
    this.#charge = Math.max(0, this.#charge - (ah * this.#oneOf) / this.#true.cell.capacityAh);
    this.#takenAh += ah;
    // Its own stop: nobody has to watch for it.
    if (this.#cellVolts() <= Math.max(this.load.stopV, this.#true.cell.cutoffV)) {
      this.load.isOn = false;
    }
  }

  #wattsOf({ draws }: PlannedPlace, state: PlayState): number {
    if (!draws) return 0;
    return state === 'game' ? draws.game * (1 + BURST.share * this.#burst) : draws[state];
  }

  #cellVolts(): number {
    const { cell } = this.#true;
    // Once all of it is taken, under a load its volts fall away.
    if (this.#charge === 0 && this.load.isOn) return 0;
    const drop = this.load.isOn ? this.load.amps * cell.rOhm * this.#oneOf : 0;
    return curveAt(cell.points, this.#charge) - drop;
  }

  /** What flows and stands at the instruments, or what it comes to at the supply's limit. */
  #state(): { supplyV: number; supplyA: number; atLoadV: number; loadA: number } {
    const none = { supplyV: 0, supplyA: 0, atLoadV: 0, loadA: 0 };
    const c = this.#connected;
    if (c.to === 'cell') {
      const loadA = this.load.isOn ? this.load.amps : 0;
      return { ...none, atLoadV: this.#cellVolts(), loadA };
    }
    if (!this.supply.isOn) return none;
    const ohm = LEADS_OHM + RANGES[this.range].ohm;
    const open = { ...none, supplyV: this.supply.volts, atLoadV: this.supply.volts };
    if (c.to === 'nothing') return open;
    const on = this.#network(c);
    const least = c.to === 'converter' ? on.places[0]!.converter?.minInV : undefined;
    if (least !== undefined && this.supply.volts < least) return { ...open, atLoadV: 0 };
    const s = swept(on.places, { volts: this.supply.volts, ohm }, on.ampsOf);
    if (!s || s.amps > this.supply.limitA) {
      // Held at its limit the supply lets its volts go, and what hangs on it does not run.
      return {
        supplyV: this.supply.limitA * ohm,
        supplyA: this.supply.limitA,
        atLoadV: 0,
        loadA: 0,
      };
    }
    const atLoadV = c.to === 'converter' ? s.volts.at(-1)! : s.inVolts[0]!;
    return { supplyV: this.supply.volts, supplyA: s.amps, atLoadV, loadA: on.loadA };
  }

  /** The places between the supply and what draws. */
  #network(c: Exclude<Connected, { to: 'nothing' | 'cell' }>): {
    places: PlannedPlace[];
    ampsOf: (i: number, volts: number) => number;
    loadA: number;
  } {
    const { places } = this.#true;
    if (c.to === 'whole') {
      return {
        places,
        loadA: 0,
        ampsOf: (i, volts) => this.#wattsOf(places[i]!, c.state) / volts,
      };
    }
    const place = places.find((q) => q.id === c.place)!;
    const alone: PlannedPlace = {
      id: place.id,
      ohm: 0,
      ...(c.to === 'converter' && place.converter ? { converter: place.converter } : {}),
    };
    if (c.to === 'load') {
      return {
        places: [alone],
        loadA: 0,
        // Under its least it has gone off.
        ampsOf: (_, volts) =>
          volts < (place.leastV ?? 0) ? 0 : this.#wattsOf(place, c.state) / volts,
      };
    }
    const loadA = this.load.isOn ? this.load.amps : 0;
    return { places: [alone], loadA, ampsOf: () => loadA };
  }

  #told(value: number, as: Reads): number {
    const { digit } = LIMITS[as];
    const noisy = value * (1 + this.#errors[as]) + 0.5 * digit * normal(this.#rand);
    return Math.round(noisy / digit) * digit;
  }

  supplyVolts(): number {
    return this.#told(this.#state().supplyV, 'supplyV');
  }
  supplyAmps(): number {
    return this.#told(this.#state().supplyA, 'supplyA');
  }
  /** The meter in series; nothing when its range is over. Each reading takes its time. */
  meterAmps(): number | undefined {
    this.pass(READING_S);
    const { supplyA } = this.#state();
    return supplyA > RANGES[this.range].mostA
      ? undefined
      : this.#told(supplyA, this.isByHand ? 'handA' : 'meterA');
  }
  /** Its other leads at what draws: behind the meter. */
  meterVolts(): number {
    return this.#told(this.#state().atLoadV, this.isByHand ? 'handV' : 'meterV');
  }
  loadVolts(): number {
    return this.#told(this.#state().atLoadV, 'loadV');
  }
  loadAmps(): number {
    return this.#told(this.#state().loadA, 'loadA');
  }
  /** A current as the meter in the hand shows it. */
  handed(amps: number): number {
    return this.#told(amps, 'handA');
  }
  /** What the load has counted out of the pack, Ah: by its own amps. */
  countedAh(): number {
    return this.#takenAh * (1 + this.#errors.loadA);
  }

  /** What a hobby charger says that it filled in again, Ah. */
  chargedAh(): number {
    return Math.round(this.#takenAh * (1 + this.#charger) * 1000) / 1000;
  }

  /** How long it really plays on a full charge, h: small steps, ended by the first peak it cannot give. */
  playedHours(stepS = 20): number {
    const { cell, places, gameShare } = this.#true;
    const use = 1 + 0.005 * normal(this.#rand);
    let charge = 1;
    for (let hours = 0; hours < 200; hours += stepS / 3600) {
      const volts = curveAt(cell.points, charge);
      const at = (state: PlayState) =>
        swept(places, { volts, ohm: cell.rOhm }, (i, v) => (places[i]!.draws?.[state] ?? 0) / v);
      const [menu, game, peak] = PLAY_STATES.map(at);
      if (!menu || !game || !peak || !this.#runs(peak) || charge <= 0) return hours;
      const amps = gameShare * game.amps + (1 - gameShare) * menu.amps;
      charge -= (amps * stepS) / 3600 / (cell.capacityAh * use);
    }
    return Infinity;
  }

  #runs(s: { volts: number[]; inVolts: number[] }): boolean {
    const { cell, places } = this.#true;
    if (s.inVolts[0]! < cell.cutoffV) return false;
    return places.every(
      (q, i) =>
        (q.converter === undefined || s.inVolts[i]! >= q.converter.minInV) &&
        (q.leastV === undefined || s.volts[i]! >= q.leastV),
    );
  }

  /** What the world really is: for proofs, never for the page. */
  get truth(): Plan {
    return this.#true;
  }
}

/** Straight between the points. */
function curveAt(points: ReadonlyArray<readonly [number, number]>, at: number): number {
  const next = points.findIndex(([x]) => x >= at);
  if (next <= 0) return points[next < 0 ? points.length - 1 : 0]![1];
  const [x0, y0] = points[next - 1]!;
  const [x1, y1] = points[next]!;
  return y0 + ((y1 - y0) * (at - x0)) / (x1 - x0);
}
