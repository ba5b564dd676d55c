/** The ladder of a build: which keys are told by voltage, on which channel, by which resistor. */
import {
  isHost,
  type Input,
  type Item,
  type Ladder,
  present,
  type Project,
  routeOf,
} from '../model';
import { isLatchKey, partOf, portsOn } from '../kit';
import { type Band, bandOf, levelOf, type Setting } from './level';
import { sharedOut } from './together';
import { evenOhms, ohmsBetween } from './values';

/** Typical of a pull-up one solders in, of resistors sold by the dozen, and of a switch with metal contacts. */
export const USUAL: Setting = { pullUpOhm: 10_000, tolerance: 0.01, contactOhm: 10 };
/** Planned for where no converter is in the kit yet. */
const USUAL_CHANNELS = 4;

export interface Step {
  input: Input;
  ohm: number;
  /** Share of 3.3 V it reads, and the band that may lie in. */
  level: number;
  band: Band;
  byHand: boolean;
}
export interface LadderPlan {
  setting: Setting;
  /** What reads it, where it is in the kit. */
  converter?: Item;
  /** Of the converter, with their keys from the lowest level up. */
  channels: Array<{ channel: number; steps: Step[] }>;
  /** Channels it may use: those that no stick has. */
  free: number[];
  /** Keys said to be on a channel that it has not, or a stick has. */
  astray: Input[];
}

export const ladderInputs = (p: Project): Input[] =>
  p.controls.inputs.filter((i) => i.routed && routeOf(p, i) === 'ladder' && !isLatchKey(p, i));

const countOf = (p: Project, item: Item, role: 'gives' | 'takes'): number =>
  portsOn(partOf(p, item), item)
    .filter((q) => q.carries === 'analog' && q.role === role)
    .reduce((sum, q) => sum + (q.count ?? 1), 0);

/** A converter on the computer's bus: a controller board keeps its channels to itself. */
function converterOf(p: Project): Item | undefined {
  return present(p).kit.items.find((item) => {
    const part = partOf(p, item);
    const speaks = portsOn(part, item).some((q) => q.carries === 'i2c' && q.role === 'takes');
    return speaks && !isHost(part) && countOf(p, item, 'gives') > 0;
  });
}

const settingOf = ({ pullUpOhm, tolerance, contactOhm }: Ladder): Setting => ({
  pullUpOhm: pullUpOhm ?? USUAL.pullUpOhm,
  tolerance: tolerance ?? USUAL.tolerance,
  contactOhm: contactOhm ?? USUAL.contactOhm,
});

/** Every edit elsewhere asks for the same plan again. */
const known = new WeakMap<Project, LadderPlan | null>();

/** Nothing where no key is told by voltage. */
export function ladderPlan(p: Project): LadderPlan | undefined {
  let plan = known.get(p);
  if (plan === undefined) known.set(p, (plan = planned(p) ?? null));
  return plan ?? undefined;
}

function planned(p: Project): LadderPlan | undefined {
  const inputs = ladderInputs(p);
  if (!inputs.length) return undefined;
  const ladder = p.controls.ladder ?? { steps: [] };
  const setting = settingOf(ladder);
  const converter = converterOf(p);
  const axes = present(p).kit.items.reduce((sum, item) => sum + countOf(p, item, 'takes'), 0);
  const count = converter ? countOf(p, converter, 'gives') : USUAL_CHANNELS;
  const free = Array.from({ length: count }, (_, n) => n + 1).slice(converter ? axes : 0);
  const byHand = new Map(ladder.steps.map((s) => [s.key, s]));
  const astray = inputs.filter((i) => {
    const step = byHand.get(i.id);
    return step !== undefined && !free.includes(step.channel);
  });
  const placed = inputs.filter((i) => !astray.includes(i));
  const fixed = new Map(ladder.steps.map((s) => [s.key, s.channel]));
  const at = free.length ? sharedOut(p, placed, free, fixed) : placed.map(() => -1);
  return {
    setting,
    ...(converter ? { converter } : {}),
    free,
    astray: free.length ? astray : inputs,
    channels: free.flatMap((channel, n) => {
      const own = placed.filter((_, i) => at[i] === n);
      if (!own.length) return [];
      return [{ channel, steps: stepsOf(own, byHand, setting) }];
    }),
  };
}

function stepsOf(
  inputs: readonly Input[],
  byHand: ReadonlyMap<string, { ohm: number }>,
  setting: Setting,
): Step[] {
  const said = inputs.flatMap((i) => byHand.get(i.id)?.ohm ?? []);
  const open = inputs.filter((i) => !byHand.has(i.id));
  const ohms = said.length
    ? ohmsBetween(said, open.length, setting)
    : evenOhms(open.length, setting);
  return inputs
    .map((input): Step => {
      const ohm = byHand.get(input.id)?.ohm ?? ohms[open.indexOf(input)]!;
      return {
        input,
        ohm,
        level: levelOf([ohm], setting),
        band: bandOf([ohm], setting),
        byHand: byHand.has(input.id),
      };
    })
    .sort((a, b) => a.level - b.level);
}
