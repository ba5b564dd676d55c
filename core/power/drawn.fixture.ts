/**
 * Builds' supplies drawn from a seed, and a second way to their hours that shares nothing with the
 * core: small steps of time, and at each a plain sweep up and down the tree until it stands still.
 */
import { seeded } from '../geometry';
import type { Converter, Load, Place } from '../network';
import type { Pack, Stop, Use } from './discharge';

type Dice = () => number;
const between = (d: Dice, low: number, high: number): number => low + (high - low) * d();

export interface Drawn {
  pack: Pack;
  uses: Use[];
  /** The least each place runs on, V: at its converter's input, or itself. */
  least: ReadonlyArray<{ inV?: number; ownV?: number }>;
}

const line = (points: ReadonlyArray<readonly [number, number]>, at: number): number => {
  for (let k = 1; k < points.length; k++) {
    const [[x0, y0], [x1, y1]] = [points[k - 1]!, points[k]!];
    if (at <= x1) return y0 + ((y1 - y0) * (at - x0)) / (x1 - x0);
  }
  return points.at(-1)![1];
};

function packOf(d: Dice): Pack {
  const kind = Math.floor(d() * 3);
  if (kind === 0) {
    return {
      ocv: [
        [0, 3],
        [0.1, 3.5],
        [0.5, 3.8],
        [1, 4.2],
      ],
      rOhm: between(d, 0.05, 0.25),
      capacityAh: between(d, 0.8, 4),
      cutoffV: 3,
    };
  }
  if (kind === 1) {
    return {
      ocv: [
        [0, 6],
        [0.1, 7],
        [0.5, 7.6],
        [1, 8.4],
      ],
      rOhm: between(d, 0.1, 0.4),
      capacityAh: between(d, 0.8, 2),
      cutoffV: 6,
    };
  }
  return {
    ocv: [
      [0, 3.6],
      [0.2, 4.8],
      [0.8, 5.7],
      [1, 6.4],
    ],
    rOhm: between(d, 0.2, 0.5),
    rises: 2,
    capacityAh: 2.2,
    cutoffV: 3.6,
  };
}

/** A pack with a rail, perhaps a linear one behind it, perhaps a load straight at the pack. */
export function drawnSupply(seed: number): Drawn {
  const d = seeded(seed);
  const pack = packOf(d);
  const volts = pack.ocv.at(-1)![1];
  const efficiency = between(d, 0.8, 0.93);
  const kind = volts > 5.5 ? 'buck' : 'boost';
  const main: Converter = {
    kind,
    outV: kind === 'buck' && pack.rises ? 3.3 : 5.1,
    efficiency,
    idleA: between(d, 0.0005, 0.003),
    headroomV: 0.2,
  };
  const watts = between(d, 0.8, 2.5);
  const behind: Converter = {
    kind: 'linear',
    outV: 2.5,
    efficiency: 1,
    idleA: 0.001,
    headroomV: 0.3,
  };
  const loads = (scale: number): Load[][] => [
    [{ is: 'lamp', id: 'lamp', ohm: 330, dropV: 2.6 }],
    [],
    [{ is: 'power', id: 'board', watts: watts * scale }],
    [],
    [{ is: 'current', id: 'radio', amps: 0.05 * scale }],
  ];
  const tree: ReadonlyArray<Omit<Place, 'loads'>> = [
    { id: 'pack', ohm: 0 },
    { id: 'rail', above: 0, ohm: between(d, 0.01, 0.06), converter: main },
    { id: 'board', above: 1, ohm: between(d, 0.02, 0.12) },
    { id: 'logic', above: 1, ohm: 0.02, converter: behind },
    { id: 'radio', above: 3, ohm: 0.05 },
  ];
  const use = (name: string, share: number, scale: number): Use => {
    const places = tree.map((t, i): Place => ({ ...t, loads: loads(scale)[i]! }));
    return {
      name,
      share,
      network: ({ volts: v, ohm }) => ({ sources: [{ id: 'pack', volts: v, ohm }], places }),
    };
  };
  const games = between(d, 0.3, 1);
  return {
    pack,
    uses: [use('menus', 1 - games, 0.6), use('a game', games, 1), use('a peak', 0, 1.5)],
    least: [
      {},
      { inV: kind === 'boost' ? 3.1 : main.outV + 0.3 },
      { ownV: main.outV * 0.9 },
      {},
      {},
    ],
  };
}

export const stopOf =
  (least: Drawn['least']) =>
  (state: { places: ReadonlyArray<{ volts: number; inVolts: number }> }): Stop | undefined => {
    for (const [i, { inV, ownV }] of least.entries()) {
      const { volts, inVolts } = state.places[i]!;
      if (inV !== undefined && inVolts < inV) {
        return { code: 'window', name: 'rail', volts: inVolts, leastV: inV };
      }
      if (ownV !== undefined && volts < ownV) {
        return { code: 'brown-out', name: 'board', volts, leastV: ownV };
      }
    }
    return undefined;
  };

/** Amps of the pack and volts of every place by sweeping up and down; nothing when it runs away. */
function swept(places: readonly Place[], emf: number, ohm: number) {
  const volts = places.map(() => emf);
  const inVolts = places.map(() => emf);
  let own = 0;
  for (let round = 0; round < 4000; round++) {
    const amps = places.map((p, i) => {
      let sum = 0;
      for (const l of p.loads) {
        if (l.is === 'power') sum += l.watts / volts[i]!;
        else if (l.is === 'current') sum += l.amps;
        else sum += Math.max(0, volts[i]! - l.dropV) / l.ohm;
      }
      return sum;
    });
    const feed = places.map(() => 0);
    for (let i = places.length - 1; i >= 0; i--) {
      const c = places[i]!.converter;
      if (!c) feed[i] = amps[i]!;
      else if (c.kind === 'linear') feed[i] = amps[i]! + c.idleA;
      else feed[i] = (volts[i]! * amps[i]!) / ((c.efficiency as number) * inVolts[i]!) + c.idleA;
      if (i > 0) amps[places[i]!.above!]! += feed[i]!;
    }
    own = feed[0]!;
    let moved = 0;
    places.forEach((p, i) => {
      const input = i === 0 ? emf - ohm * own : volts[p.above!]! - p.ohm * feed[i]!;
      const c = p.converter;
      let output = input;
      if (c?.kind === 'boost') output = Math.max(c.outV, input);
      else if (c) output = Math.min(c.outV, input - c.headroomV);
      moved = Math.max(moved, Math.abs(output - volts[i]!), Math.abs(input - inVolts[i]!));
      inVolts[i] = input;
      volts[i] = output;
    });
    if (!(Math.min(...volts) > 0)) return undefined;
    if (moved < 1e-9) return { own, volts, inVolts };
  }
  return undefined;
}

/** Hours by steps of `dt` h, with the charge followed down. */
export function steppedHours({ pack, uses, least }: Drawn, dt: number): number {
  let charge = 1;
  let hours = 0;
  for (;;) {
    const emf = line(pack.ocv, charge);
    const ohm = pack.rOhm * (1 + (pack.rises ?? 0) * (1 - charge));
    let mean = 0;
    for (const use of uses) {
      const { places } = use.network({ volts: emf, ohm });
      const at = swept(places, emf, ohm);
      if (!at || at.volts[0]! < pack.cutoffV) return hours;
      const stopped = least.some(
        ({ inV = 0, ownV = 0 }, i) => at.inVolts[i]! < inV || at.volts[i]! < ownV,
      );
      if (stopped) return hours;
      mean += use.share * at.own;
    }
    charge -= (mean * dt) / pack.capacityAh;
    if (charge <= 0) return hours;
    hours += dt;
  }
}
