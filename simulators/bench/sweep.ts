/** A supply network swept backward and forward until it stands still: amps up the tree, volts down it. */
import type { PlannedPlace } from './plan';

export interface Swept {
  /** At each place, and at the input of its converter, V. */
  volts: number[];
  inVolts: number[];
  /** What the source gives, A. */
  amps: number;
}

const ROUNDS = 300;
/** It stands still when nothing moves by more, V. */
const STILL = 1e-8;
/** Below this nothing runs any more, V. */
const GONE_V = 0.2;

function outOf({ converter: c }: PlannedPlace, inV: number): number {
  if (!c) return inV;
  if (c.kind === 'buck-boost') return c.outV;
  if (c.kind === 'boost') return Math.max(c.outV, inV);
  return Math.min(c.outV, Math.max(0, inV - c.headroomV));
}

/** What a place takes from the one above it, A. */
function taken({ converter: c }: PlannedPlace, outV: number, outA: number, inV: number): number {
  if (!c) return outA;
  if (c.kind === 'linear') return outA + c.idleA;
  return (outV * outA) / (c.efficiency * Math.max(GONE_V, inV)) + c.idleA;
}

/**
 * @param places  in order, each after what feeds it
 * @param source  open-circuit volts and what stands before the first place, Ω
 * @param ampsOf  what a place draws at its volts, A
 * @returns       nothing where no voltage gives what is asked for
 */
export function swept(
  places: readonly PlannedPlace[],
  source: { volts: number; ohm: number },
  ampsOf: (i: number, volts: number) => number,
): Swept | undefined {
  let volts = places.map((q) => q.converter?.outV ?? source.volts);
  let inVolts = places.map(() => source.volts);
  for (let round = 0; round < ROUNDS; round++) {
    const into = volts.map((v, i) => ampsOf(i, v));
    for (let i = places.length - 1; i >= 0; i--) {
      const place = places[i]!;
      into[i] = taken(place, volts[i]!, into[i]!, inVolts[i]!);
      if (place.above !== undefined) into[place.above]! += into[i]!;
    }
    const now: number[] = [];
    inVolts = places.map((place, i) => {
      const above = place.above === undefined ? source.volts : now[place.above]!;
      const ohm = place.ohm + (place.above === undefined ? source.ohm : 0);
      const at = above - into[i]! * ohm;
      now.push(outOf(place, at));
      return at;
    });
    if (now.some((v) => !(v > GONE_V))) return undefined;
    const moved = Math.max(...now.map((v, i) => Math.abs(v - volts[i]!)));
    volts = now;
    if (moved < STILL) return { volts, inVolts, amps: into[0]! };
  }
  return undefined;
}
