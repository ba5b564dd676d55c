/** Networks drawn from a seed, and the outside judge of them: an analogue simulator told the same laws in its own words. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { seeded } from '../geometry';
import type { Converter, Load, Source } from './elements';
import type { Network, Place } from './network';

type Dice = () => number;
const between = (d: Dice, low: number, high: number): number => low + (high - low) * d();
const oneOf = <T>(d: Dice, of: readonly T[]): T => of[Math.floor(d() * of.length)]!;

function load(d: Dice, id: string, volts: number, watts: number): Load {
  const r = d();
  if (r < 0.6) return { is: 'power', id, watts };
  if (r < 0.85) return { is: 'current', id, amps: watts / volts };
  return { is: 'lamp', id, ohm: between(d, 20, 200), dropV: between(d, 1.8, 3.2) };
}

function sourcesOf(d: Dice): Source[] {
  const volts = oneOf(d, [between(d, 3.2, 4.2), between(d, 6.4, 8.4), 5, between(d, 4, 6)]);
  const first: Source = { id: 'pack', volts, ohm: between(d, 0.03, 0.35) };
  if (d() < 0.7) return [first];
  const second: Source = {
    id: 'other',
    volts: volts + between(d, -0.4, 0.4),
    ohm: between(d, 0.03, 0.3),
  };
  if (d() < 0.5) return [first, second];
  return [
    { ...first, diodeV: 0.35 },
    { ...second, diodeV: 0.35 },
  ];
}

function efficiencyOf(d: Dice, inV: number): Converter['efficiency'] {
  if (d() < 0.5) return between(d, 0.75, 0.95);
  const curve = (at: number, best: number) => ({
    inV: at,
    points: [
      [0.01, best - 0.2],
      [0.1, best - 0.05],
      [0.5, best],
      [2, best - 0.1],
    ] as const,
  });
  return [curve(inV * 0.8, 0.86), curve(inV * 1.1, 0.92)];
}

/** A converter that suits an input voltage, now and then just at the edge of regulating. */
function converterOf(d: Dice, inV: number): Converter {
  const idleA = between(d, 0.0001, 0.003);
  if (inV > 4.6 && d() < 0.3) {
    return { kind: 'linear', outV: 3.3, efficiency: 1, idleA, headroomV: 0.3 };
  }
  const efficiency = efficiencyOf(d, inV);
  if (inV > 5.8) return { kind: 'buck', outV: 5.1, efficiency, idleA, headroomV: 0.2 };
  if (d() < 0.2) return { kind: 'buck-boost', outV: 3.3, efficiency, idleA, headroomV: 0 };
  const outV = oneOf(d, [5.1, 5.1, 12, inV - 0.1]);
  return { kind: 'boost', outV, efficiency, idleA, headroomV: 0 };
}

/** A supply of 2 to 12 loads: one or two sources, up to three rails, one of them perhaps behind another. */
export function drawnNetwork(seed: number): Network {
  const d = seeded(seed);
  const sources = sourcesOf(d);
  const places: Place[] = [{ id: 'first', ohm: 0, loads: [] }];
  const volts = [Math.max(...sources.map((s) => s.volts))];
  const hang = (above: number, ohm: number, converter?: Converter): number => {
    places.push({
      id: `place-${places.length}`,
      above,
      ohm,
      ...(converter ? { converter } : {}),
      loads: [],
    });
    volts.push(converter ? converter.outV : volts[above]!);
    return places.length - 1;
  };
  const rails = [0];
  const count = Math.floor(between(d, 1, 4));
  for (let i = 0; i < count; i++) {
    const above = d() < 0.75 ? 0 : oneOf(d, rails);
    rails.push(hang(above, between(d, 0.01, 0.15), converterOf(d, volts[above]!)));
  }
  const loads = Math.floor(between(d, 2, 13));
  // Now and then more than the pack can give.
  const watts = between(d, 0.5, d() < 0.25 ? 60 : 6) / loads;
  let last = rails.at(-1)!;
  for (let i = 0; i < loads; i++) {
    const above = d() < 0.3 ? last : oneOf(d, rails);
    const at = hang(above, between(d, 0.01, 0.4));
    const mine = load(d, `load-${i}`, volts[at]!, watts * between(d, 0.3, 1.7));
    places[at] = { ...places[at]!, loads: [mine] };
    last = at;
  }
  return { sources, places };
}

/** The same network with its loads scaled. */
export function shareOf(n: Network, share: number): Network {
  const scale = (l: Load): Load => {
    if (l.is === 'power') return { ...l, watts: l.watts * share };
    if (l.is === 'current') return { ...l, amps: l.amps * share };
    return { ...l, ohm: l.ohm / share };
  };
  return { ...n, places: n.places.map((p) => ({ ...p, loads: p.loads.map(scale) })) };
}

const curves = (c: Converter, input: string, amps: string): string => {
  if (typeof c.efficiency === 'number') return String(c.efficiency);
  // The simulator's own curve runs on beyond its last points: it is asked between them only.
  const at = c.efficiency.map(({ points }) => {
    const within = `min(max(${amps},${points[0]![0]}),${points.at(-1)![0]})`;
    return `pwl(${within},${points.flat().join(',')})`;
  });
  const [low, high] = [c.efficiency[0]!.inV, c.efficiency.at(-1)!.inV];
  if (at.length === 1) return at[0]!;
  const weight = `min(max((V(${input})-${low})/(${high - low}),0),1)`;
  return `(${at[0]}+(${at[1]}-(${at[0]}))*${weight})`;
};

const OUTPUT: Readonly<Record<Converter['kind'], (c: Converter, input: string) => string>> = {
  boost: (c, input) => `max(${c.outV},V(${input}))`,
  buck: (c, input) => `min(${c.outV},max(0,V(${input})-${c.headroomV}))`,
  linear: (c, input) => `min(${c.outV},max(0,V(${input})-${c.headroomV}))`,
  'buck-boost': (c) => String(c.outV),
};

/**
 * The deck: one behavioural source a law, one node a place. The loads are turned up from nothing
 * over a capacitor at each node, so that it settles where the thing would run.
 */
function deck({ sources, places }: Network): string {
  const out = ['* a supply network', 'Vramp ramp 0 PWL(0 0 1 1 2 1)'];
  const high = Math.max(...sources.map((s) => s.volts - (s.diodeV ?? 0)));
  sources.forEach((s, k) => {
    const flow = `(${s.volts - (s.diodeV ?? 0)}-V(n0))/${Math.max(s.ohm, 1e-6)}`;
    out.push(`Bs${k} 0 n0 I=${s.diodeV === undefined ? flow : `max(0,${flow})`}`);
  });
  out.push(`.ic v(n0)=${high}`);
  const level = [high];
  places.forEach((p, i) => {
    if (p.above !== undefined) {
      const end = p.converter ? `m${i}` : `n${i}`;
      out.push(`Rf${i} n${p.above} ${end} ${Math.max(p.ohm, 1e-6)}`);
      if (p.converter) {
        const c = p.converter;
        const law =
          c.kind === 'linear'
            ? `I(Vx${i})+${c.idleA}`
            : `V(n${i})*I(Vx${i})/(${curves(c, `m${i}`, `I(Vx${i})`)}*V(m${i}))+${c.idleA}`;
        out.push(
          `Bo${i} x${i} 0 V=${OUTPUT[c.kind](c, `m${i}`)}`,
          `Vx${i} x${i} n${i} 0`,
          `Bi${i} m${i} 0 I=${law}`,
          `.ic v(m${i})=${level[p.above]}`,
        );
        level[i] = c.outV;
      } else level[i] = level[p.above]!;
      out.push(`.ic v(n${i})=${level[i]}`);
    }
    out.push(`Cn${i} n${i} 0 1u`);
    if (p.converter) out.push(`Cm${i} m${i} 0 1u`);
    p.loads.forEach((l, j) => {
      const v = `V(n${i})`;
      let law: string;
      if (l.is === 'power') law = `${l.watts}/max(${v},0.05)`;
      else if (l.is === 'current') law = String(l.amps);
      else law = `max(0,(${v}-${l.dropV})/${l.ohm})`;
      out.push(`Bl${i}x${j} n${i} 0 I=V(ramp)*${law}`);
    });
  });
  out.push(
    '.options reltol=1e-7 abstol=1e-10 vntol=1e-9 itl1=1000 gmin=1e-15',
    '.control',
    'set numdgt=12',
    'tran 5m 1.1 uic',
    'let last=length(time)-1',
    ...places.map((_, i) => `print v(n${i})[last]`),
    '.endc',
    '.end',
  );
  return out.join('\n');
}

/** Volts of every place as the simulator finds them; nothing where it finds none, or only a dead one. */
export function simulatedVolts(network: Network): number[] | undefined {
  const folder = mkdtempSync(join(tmpdir(), 'deft-network-'));
  try {
    const file = join(folder, 'network.cir');
    writeFileSync(file, deck(network));
    const run = spawnSync('ngspice', ['-b', '-n', file], { encoding: 'utf8', timeout: 60_000 });
    const found = [...run.stdout.matchAll(/^v\(n(\d+)\)\[last\] = (\S+)/gm)];
    if (found.length < network.places.length) return undefined;
    if (/aborted|too small|singular matrix/i.test(run.stdout + run.stderr)) return undefined;
    const volts = found.map((m) => Number(m[2]));
    return volts.every((v) => v > 0 && v < 100) ? volts : undefined;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
