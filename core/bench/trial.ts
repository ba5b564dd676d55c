/**
 * The order of proving on the bench, before anything is cut: what is connected, on which range and
 * limit, what is to be expected by all that is known, and what was read.
 */
import {
  chemistryOf,
  isHost,
  type Item,
  type LoadState,
  type MeterReading,
  type MeterRange,
  type Part,
  type Project,
  type ReadingOf,
  STATES,
} from '../model';
import { cellsOfPack, partOf, portsOn } from '../kit';
import { type PlaceState, type Solution, solved } from '../network';
import {
  ampsAt,
  drawKnown,
  energyOf,
  FUSE_A,
  GIVES_UP,
  networkOf,
  powerFigures,
  readingsOf,
  type Supply,
  voltsAt,
} from '../power';
import { speaksAgainst } from './part';

/** What is expected, and how far from it nothing is strange: half-width of its 95 % band. */
export interface Expected {
  value: number;
  within: number;
  unit: 'A' | 'V' | 'Ah' | 'Ω' | '%';
  /** How it comes about, a line each. */
  working: readonly string[];
}
export interface Trial {
  id: string;
  of: ReadingOf;
  item: string;
  part: string;
  name: string;
  state?: LoadState;
  /** What the supply is set to, and where it lets go: nothing where none is wanted. */
  supply?: { volts: number; limitA: number };
  /** The electronic load, or a resistor that draws as much, A; and a lighter one before it. */
  loadA?: number;
  lightA?: number;
  /** A pack is emptied to this and no further, V. */
  stopV?: number;
  /** One cell is joined of so many that lie side by side. */
  oneOf?: number;
  range?: MeterRange;
  expects?: Expected;
  /** What counts of what was read for it, the newest last. */
  readings: readonly MeterReading[];
  /** The newest of them speaks against the part. */
  isBad: boolean;
}

/** A supply's limit is set so far above what is expected; and never below this, A. */
const ABOVE = 1.5;
const LEAST_LIMIT_A = 0.1;
/** A load is proved at the volts it gets when the pack is half full. */
const HALF = 0.5;
/** A pack is emptied so fast, C; and its resistance told by these two. */
const EMPTIED_C = 0.2;
const STEPPED_C = { light: 0.1, heavy: 0.5 } as const;
/** A converter's own output may be off by so much, a share, 95 %: typical. */
const OUT_WITHIN = 0.03;
/** Its efficiency, and a pack's capacity and resistance before anybody read them, 95 %: typical. */
const UNREAD = { efficiency: 0.04, capacity: 0.1, ohm: 0.6 } as const;
/** Its least input, a share, 95 %: typical. */
const LEAST_WITHIN = 0.1;
/** A converter that is turned down has so much on it, A. */
const LIGHT_A = 0.1;
/** As a cell comes: half charged, and a little to either side. Typical, V a cell. */
const ARRIVES: Readonly<Record<ReturnType<typeof chemistryOf>, readonly [number, number]>> = {
  lithium: [3.75, 0.15],
  nickel: [1.3, 0.1],
  alkaline: [1.58, 0.07],
};
const percent = (share: number): string => `${Math.round(100 * share)} %`;
/** Limits are set in steps a supply's knob has, A. */
const knob = (amps: number): number => Math.ceil(Math.max(LEAST_LIMIT_A, amps * ABOVE) * 20) / 20;

/** Without a supply yet, a load is proved in the middle of what it runs on, V. */
function middleVolts(part: Part, item: Item): number {
  const window = portsOn(part, item).find((q) => q.carries === 'rail' && q.role === 'takes')?.volts;
  return window ? Math.round(50 * (window[0] + window[1])) / 100 : RAIL_V;
}
const RAIL_V = 5;

class TrialMaker {
  readonly trials: Trial[] = [];
  private readonly readings: readonly MeterReading[];
  /** A game on a half full pack. */
  private readonly playing: Solution | undefined;

  constructor(
    private readonly p: Project,
    private readonly supply: Supply | undefined,
  ) {
    this.readings = readingsOf(p);
    this.playing = supply && solved(networkOf(supply, 'game', HALF));
  }

  private put(of: ReadingOf, item: Item, rest: Partial<Trial> = {}): void {
    const readings = this.readings.filter(
      (r) =>
        r.of === of &&
        r.item === item.id &&
        (!('state' in r) || rest.state === undefined || r.state === rest.state),
    );
    const newest = readings.at(-1);
    this.trials.push({
      id: [of, item.id, ...(rest.state ? [rest.state] : [])].join(':'),
      of,
      item: item.id,
      part: item.part,
      name: item.name,
      ...rest,
      readings,
      isBad: newest !== undefined && speaksAgainst(newest, partOf(this.p, item)),
    });
  }

  cells(): void {
    for (const { item, part } of energyOf(this.p).cells) {
      if (part.cell.kind === 'bank') continue;
      const [each, within] = ARRIVES[chemistryOf(part.cell)];
      const { series } = part.cell;
      this.put('arrival', item, {
        expects: {
          value: each * series,
          within: within * series,
          unit: 'V',
          working: [
            `A cell is sold about half charged: ${each} V ± ${within} V each (typical), ${series} in series.`,
          ],
        },
      });
    }
  }

  converters(): void {
    for (const { item, part } of energyOf(this.p).rails) {
      const { outV, efficiency, limitA } = part.converter;
      const volts = this.feedVolts(item.id);
      if (volts === undefined) continue;
      const out = Math.min(limitA, this.placeOf(item.id)!.outAmps || limitA / 2);
      const intoA = (outV * out) / (volts * efficiency);
      const supply = { volts, limitA: knob(intoA) };
      this.put('output', item, {
        supply,
        expects: {
          value: outV,
          within: OUT_WITHIN * outV,
          unit: 'V',
          working: [`${outV} V by what is known of it, ± ${percent(OUT_WITHIN)} (typical).`],
        },
      });
      this.put('efficiency', item, {
        supply,
        loadA: Math.round(out * 100) / 100,
        range: 'A',
        expects: {
          value: 100 * efficiency,
          within: 100 * UNREAD.efficiency * efficiency,
          unit: '%',
          working: [
            `Out over in, watts: ${percent(efficiency)} by what is known of it, ± ${percent(UNREAD.efficiency)} of that (typical).`,
          ],
        },
      });
      this.put('least', item, {
        supply,
        loadA: LIGHT_A,
        expects: {
          value: part.converter.minInV,
          within: LEAST_WITHIN * part.converter.minInV,
          unit: 'V',
          working: [
            `Its maker says ${part.converter.minInV} V; with little on it ± ${percent(LEAST_WITHIN)} (typical).`,
          ],
        },
      });
    }
  }

  loads(): void {
    for (const { item, part, draws } of energyOf(this.p).loads) {
      const volts = this.feedVolts(item.id) ?? middleVolts(part, item);
      for (const state of STATES) {
        const amps = draws[state] / volts;
        // By what its maker says: readings of one state do not bring up trials of another.
        if (state !== 'game' && part.draws?.[state] === part.draws?.game) continue;
        this.put('draw', item, {
          state,
          supply: { volts, limitA: knob(draws.peak / volts) },
          range: amps * ABOVE < FUSE_A ? 'mA' : 'A',
          expects: {
            value: amps,
            within: drawKnown(this.p, part.id, state) * amps,
            unit: 'A',
            working: [
              `${draws[state].toFixed(2)} W / ${volts.toFixed(2)} V = ${amps.toFixed(3)} A`,
              `± ${percent(drawKnown(this.p, part.id, state))}: how well the draw is known so far, 95 %.`,
            ],
          },
        });
      }
      if (isHost(part)) this.least(item, draws.peak);
    }
  }

  /** A computer is turned down until it goes off: what it really needs decides when a pack is empty. */
  private least(item: Item, peakW: number): void {
    const window = this.supply?.places.find((q) => q.item === item.id)?.window;
    if (!window) return;
    this.put('least', item, {
      supply: { volts: window[1], limitA: knob(peakW / window[0]) },
      expects: {
        value: window[0] * GIVES_UP,
        within: (1 - GIVES_UP) * window[0],
        unit: 'V',
        working: [
          `It is made for ${window[0]} V and up; most go on to ${percent(GIVES_UP)} of that (typical).`,
        ],
      },
    });
  }

  packs(): void {
    const { cells, pack } = energyOf(this.p);
    const first = cells[0];
    if (!first || !pack || first.part.cell.kind === 'bank') return;
    const alike = cellsOfPack(cells).length;
    const each = pack.capacityAh / alike;
    const amps = (rate: number): number => Math.round(1000 * rate * each) / 1000;
    this.put('resistance', first.item, {
      lightA: amps(STEPPED_C.light),
      loadA: amps(STEPPED_C.heavy),
      range: 'A',
      expects: {
        value: pack.rOhm,
        within: UNREAD.ohm * pack.rOhm,
        unit: 'Ω',
        working: [
          'R = (volts at the light load - volts at the heavy one) / (heavy amps - light amps)',
          `Cells and guard: ${Math.round(1000 * pack.rOhm)} mΩ, ± ${percent(UNREAD.ohm)} before it is read (typical).`,
        ],
      },
    });
    // A primary cell that was emptied to be counted is gone.
    if (chemistryOf(first.part.cell) === 'alkaline') return;
    this.put('capacity', first.item, {
      loadA: amps(EMPTIED_C),
      stopV: first.part.cell.cutoffV,
      ...(alike > 1 ? { oneOf: alike } : {}),
      expects: {
        value: each,
        within: UNREAD.capacity * each,
        unit: 'Ah',
        working: [
          pack.words,
          `One of them, ± ${percent(UNREAD.capacity)} before it is read (typical).`,
        ],
      },
    });
  }

  whole(): void {
    const { supply } = this;
    const pack = supply?.energy.pack;
    const first = supply?.energy.cells[0];
    if (!supply || supply.isWall || !pack || !first) return;
    const volts = Math.round(100 * voltsAt(pack.ocv, HALF)) / 100;
    for (const state of ['menu', 'game'] as const) {
      const amps = ampsAt(supply, state, volts, {});
      if (!Number.isFinite(amps)) continue;
      const { band, run } = powerFigures(this.p);
      const share = run && band && run.value.hours > 0 ? band.hours / run.value.hours : 0;
      this.put('whole', first.item, {
        state,
        name: 'The whole build',
        supply: { volts, limitA: knob(2 * amps) },
        range: 'A',
        expects: {
          value: amps,
          within: share * amps,
          unit: 'A',
          working: [
            `Every load through its converter and wires, solved as one network: ${amps.toFixed(3)} A from ${volts.toFixed(2)} V.`,
            `± ${percent(share)}: the hours' own band, which hangs on the same draws.`,
          ],
        },
      });
    }
  }

  private placeOf(item: string): PlaceState | undefined {
    const at = this.supply?.places.findIndex((q) => q.item === item) ?? -1;
    return this.playing?.stands ? this.playing.places[at] : undefined;
  }
  /** Volts a place gets, to what a supply's knob has. */
  private feedVolts(item: string): number | undefined {
    const place = this.placeOf(item);
    return place && Math.round(100 * place.inVolts) / 100;
  }
}

/** Every trial of a build in the order of work; each with what was read for it. */
export function trialsOf(p: Project): Trial[] {
  const make = new TrialMaker(p, powerFigures(p).supply);
  make.cells();
  make.converters();
  make.loads();
  make.whole();
  make.packs();
  return make.trials;
}
