/**
 * What a supply network is made of, each with the law it obeys: sources, loads and what stands
 * between two voltages. Volts, amps, ohms and watts throughout.
 */

/** A pack, a bank's socket or a wall supply: an ideal voltage behind a resistance. */
export interface Source {
  id: string;
  /** Open-circuit volts. */
  volts: number;
  /** Everything between that voltage and the network's first node, Ω. */
  ohm: number;
  /** It gives through a diode that drops so much and lets nothing back, V. Joined straight when nothing is said. */
  diodeV?: number;
}

/** What draws: constant power with a switching converter inside, constant current with a linear one, or a lamp behind a resistor. */
export type Load =
  | { is: 'power'; id: string; watts: number }
  | { is: 'current'; id: string; amps: number }
  | { is: 'lamp'; id: string; ohm: number; dropV: number };

/** Efficiency over the output current, at one input voltage. Amps rise. */
export interface EfficiencyCurve {
  inV: number;
  points: ReadonlyArray<readonly [amps: number, share: number]>;
}

export interface Converter {
  kind: 'boost' | 'buck' | 'buck-boost' | 'linear';
  outV: number;
  /** Share of the input's power that arrives: one figure, or curves by rising input voltage. A linear one has none. */
  efficiency: number | readonly EfficiencyCurve[];
  /** What it takes with nothing connected, A. */
  idleA: number;
  /** How far its output stays below its input at least: buck and linear, V. */
  headroomV: number;
}

/** A value with its slopes, as a tangent needs it. */
interface Sloped {
  value: number;
  slope: number;
}

/** Current of a load at a voltage above 0, A, and how it changes with the voltage. */
export function loadCurrent(load: Load, volts: number): Sloped {
  switch (load.is) {
    case 'power':
      return { value: load.watts / volts, slope: -load.watts / (volts * volts) };
    case 'current':
      return { value: load.amps, slope: 0 };
    case 'lamp': {
      const isLit = volts > load.dropV;
      return {
        value: isLit ? (volts - load.dropV) / load.ohm : 0,
        slope: isLit ? 1 / load.ohm : 0,
      };
    }
  }
}

/**
 * Output of a converter at an input voltage: regulated where it can, else with its input. A boost
 * passes on what is above its output; a buck or a linear one follows below its own.
 */
export function outputVolts({ kind, outV, headroomV }: Converter, inV: number): Sloped {
  switch (kind) {
    case 'boost':
      return inV > outV ? { value: inV, slope: 1 } : { value: outV, slope: 0 };
    case 'buck':
    case 'linear':
      return inV - headroomV < outV
        ? { value: Math.max(0, inV - headroomV), slope: 1 }
        : { value: outV, slope: 0 };
    case 'buck-boost':
      return { value: outV, slope: 0 };
  }
}

/** Straight between the points, flat beyond them. */
function along(points: ReadonlyArray<readonly [number, number]>, at: number): Sloped {
  const last = points[points.length - 1]!;
  if (at <= points[0]![0]) return { value: points[0]![1], slope: 0 };
  if (at >= last[0]) return { value: last[1], slope: 0 };
  const k = points.findIndex(([x]) => x > at);
  const [x0, y0] = points[k - 1]!;
  const [x1, y1] = points[k]!;
  const slope = (y1 - y0) / (x1 - x0);
  return { value: y0 + slope * (at - x0), slope };
}

/** Efficiency at an input voltage and output current, with its slopes over both. */
export function efficiencyAt(
  { efficiency }: Converter,
  inV: number,
  outA: number,
): { share: number; perVolt: number; perAmp: number } {
  if (typeof efficiency === 'number') return { share: efficiency, perVolt: 0, perAmp: 0 };
  const at = efficiency.map((c) => ({ inV: c.inV, ...along(c.points, outA) }));
  const share = along(
    at.map((c) => [c.inV, c.value]),
    inV,
  );
  const perAmp = along(
    at.map((c) => [c.inV, c.slope]),
    inV,
  );
  return { share: share.value, perVolt: share.slope, perAmp: perAmp.value };
}

/** Current a converter takes at its input, A, with its slopes over input volts, output amps and output volts. */
export function inputCurrent(
  c: Converter,
  inV: number,
  outA: number,
  outV: number,
): { value: number; perInV: number; perOutA: number; perOutV: number } {
  if (c.kind === 'linear') return { value: outA + c.idleA, perInV: 0, perOutA: 1, perOutV: 0 };
  const { share, perVolt, perAmp } = efficiencyAt(c, inV, outA);
  const through = (outV * outA) / (share * inV);
  return {
    value: through + c.idleA,
    perInV: -through / inV - (through / share) * perVolt,
    perOutA: outV / (share * inV) - (through / share) * perAmp,
    perOutV: outA / (share * inV),
  };
}
