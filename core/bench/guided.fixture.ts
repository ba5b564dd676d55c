/**
 * The guided bench from the first trial to the last, on a stand-in whose build is not as planned; and
 * how long that build really plays. The stand-in shares no code with the planning.
 */
import { demos } from '../catalogue';
import { isBank, partOf } from '../kit';
import { chemistryOf, type Instrument, type Part, type Project } from '../model';
import { World } from '../../simulators/bench/world';
import { benchPlan } from './plan';
import { runFigures, type Sample } from './run';
import { type Hours, hoursNow, type ReadingBody, readingFor, withReading } from './take';
import { type Trial, trialsOf } from './trial';

const SAMPLES = 200;
/** A builder who looks at a display now and then for half a minute. */
const LOOKS = { count: 30, everyS: 1 } as const;
const round = (value: number, to: number): number => Math.round(value / to) * to;

/** One trial as a builder does it: by hand with what a display shows, or by instruments that talk. */
function read(world: World, trial: Trial, isByHand: boolean): ReadingBody | undefined {
  world.isByHand = isByHand;
  world.range = trial.range ?? 'A';
  if (trial.supply) Object.assign(world.supply, trial.supply, { isOn: true });
  switch (trial.of) {
    case 'draw':
    case 'whole': {
      const state = trial.state!;
      world.connect(
        trial.of === 'whole' ? { to: 'whole', state } : { to: 'load', place: trial.item, state },
      );
      return drawn(world, trial, isByHand);
    }
    case 'efficiency': {
      world.connect({ to: 'converter', place: trial.item });
      Object.assign(world.load, { amps: trial.loadA!, isOn: true });
      const into = { amps: world.meterAmps() ?? 0, volts: trial.supply!.volts };
      // The same meter, moved behind the converter.
      const amps = isByHand ? world.handed(trial.loadA!) : world.loadAmps();
      return { of: 'efficiency', into, out: { amps, volts: world.meterVolts() } };
    }
    case 'capacity': {
      world.connect({ to: 'cell', ...(trial.oneOf ? { oneOf: trial.oneOf } : {}) });
      const amps = trial.loadA!;
      Object.assign(world.load, { amps, isOn: true, stopV: trial.stopV! });
      while (world.load.isOn) world.pass(5);
      const ah = isByHand ? world.chargedAh() : world.countedAh();
      return { of: 'capacity', ah, amps, toV: trial.stopV! };
    }
    case 'resistance': {
      world.connect({ to: 'cell' });
      const at = (amps: number) => {
        Object.assign(world.load, { amps, isOn: true });
        world.pass(10);
        return { amps: world.loadAmps(), volts: world.loadVolts() };
      };
      const [light, heavy] = [at(trial.lightA!), at(trial.loadA!)];
      world.load.isOn = false;
      return heavy.volts < light.volts ? { of: 'resistance', light, heavy } : undefined;
    }
    default:
      return undefined;
  }
}

function drawn(world: World, trial: Trial, isByHand: boolean): ReadingBody | undefined {
  const state = trial.state!;
  const of = trial.of as 'draw' | 'whole';
  const samples: Sample[] = [];
  for (let i = 0; i < (isByHand ? LOOKS.count : SAMPLES); i++) {
    const amps = world.meterAmps();
    if (amps === undefined) return undefined;
    samples.push({ t: world.now, amps, volts: world.meterVolts() });
    world.pass(isByHand ? LOOKS.everyS : 0.1);
  }
  const { amps, volts, scatterA } = runFigures(samples);
  if (!isByHand) return { of, state, amps, volts: volts!, scatterA, range: trial.range };
  return { of, state, amps: round(amps, 0.001), volts: round(volts!, 0.01), range: trial.range };
}

export interface Guided {
  before: Hours;
  after: Hours;
  true: number;
  build: Project;
}

/** @returns nothing for a build that does not run, planned or truly */
export function guided(p: Project, seed: number, isByHand: boolean): Guided | undefined {
  const plan = benchPlan(p);
  const before = hoursNow(p);
  if (!plan || !before || before.hours === 0) return undefined;
  const world = new World(plan, seed);
  const played = world.playedHours();
  if (!(played > 0.1) || !Number.isFinite(played)) return undefined;
  let build = p;
  for (const { id } of trialsOf(p)) {
    // What was found before changes what is set and expected next.
    const trial = trialsOf(build).find((t) => t.id === id);
    const body = trial && read(world, trial, isByHand);
    if (!body) continue;
    const by = { with: instrumentOf(body, isByHand), at: '2026-11-01T12:00:00Z' };
    const made = readingFor(build, trial, body, by);
    if (made.ok) build = withReading(build, made.reading);
  }
  return { before, after: hoursNow(build)!, true: played, build };
}

function instrumentOf(body: ReadingBody, isByHand: boolean): Instrument {
  if (!isByHand) return 'bench';
  return body.of === 'capacity' ? 'charger display' : 'hand meter';
}

/** Figures over many hidden builds: how many hours were told to 5 %, how often the band covered, how wide it was. */
export interface Score {
  builds: number;
  near: number;
  covered: number;
  coveredBefore: number;
  halfWidth: number;
  halfWidthBefore: number;
}
const NEAR = 0.05;

const median = (list: readonly number[]): number =>
  [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]!;

/**
 * Examples whose store can be read: nobody looks into a power bank, and a primary cell that was
 * emptied to be counted is gone; their bands stay about as wide as they were.
 */
export const benchBuilds = (): Project[] =>
  demos().filter(
    (p) => p.power.source !== 'wall' && !p.kit.items.some((i) => isSealed(partOf(p, i))),
  );

const isSealed = (part: Part): boolean =>
  isBank(part) || (part.cell !== undefined && chemistryOf(part.cell) === 'alkaline');

/** Every second by hand; every second pair with nothing typed by its builder. */
export function scoreOf(builds: readonly Project[], seeds: readonly number[]): Score {
  const all = seeds.flatMap((seed) => {
    const p = builds[seed % builds.length]!;
    const isUntyped = Math.floor(seed / 2) % 2 === 0;
    const found = guided(isUntyped ? untyped(p) : p, seed, seed % 2 === 0);
    return found ? [found] : [];
  });
  const share = (is: (g: Guided) => boolean): number => all.filter(is).length / all.length;
  return {
    builds: all.length,
    near: share((g) => Math.abs(g.after.hours / g.true - 1) <= NEAR),
    covered: share((g) => Math.abs(g.after.hours - g.true) <= g.after.within),
    coveredBefore: share((g) => Math.abs(g.before.hours - g.true) <= g.before.within),
    halfWidth: median(all.map((g) => g.after.within / g.after.hours)),
    halfWidthBefore: median(all.map((g) => g.before.within / g.before.hours)),
  };
}

const untyped = (p: Project): Project => ({
  ...p,
  kit: { ...p.kit, parts: p.kit.parts.map((q) => ({ ...q, source: 'typical' as const })) },
});
