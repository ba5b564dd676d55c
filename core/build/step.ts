/**
 * A step of the list: what is done, to what, fed from where, and what must come before it.
 */
import type { Net } from '../wiring';
import type { Scene } from '../fit';
import type { ButtonMap } from '../controls';
import type { PressPlan } from '../press';
import type { Cutting } from '../cuts';
import {
  hostsOf,
  type Item,
  type Part,
  present,
  type Project,
  type StepCode,
  type Tick,
  tickKey,
} from '../model';
import { partOf } from '../kit';
import { CAUTIONS, type CautionKey } from './cautions';

export const PHASES = [
  'Open and measure',
  'Bench-test',
  'Slim and set',
  'Cut and test-fit',
  'Wire power',
  'Computer and screen',
  'Buttons',
  'Sound',
  'Software',
  'Close and prove',
] as const;
export type Phase = (typeof PHASES)[number];

/** What feeds the build while a step is done. */
export type Feed = 'no power' | 'bench supply' | 'wall supply' | 'cell';

/** What a step does, as data: each with the things it is done to. */
export type Act =
  /** A part is tried alone, before anything is done to it. */
  | { do: 'try'; item: string }
  | { do: 'take off'; item: string; block: string }
  | { do: 'saw'; item: string; edge: string }
  /** Conductors are soldered; an item of which no wire is known is joined as a whole. */
  | { do: 'solder'; items: string[]; nets: string[] }
  | { do: 'tape'; item: string }
  /** A part is printed or cut for this build. */
  | { do: 'make'; item: string }
  | { do: 'cut'; cut: string }
  | { do: 'blank'; opening: string }
  | { do: 'test-fit'; piece: string }
  | { do: 'fix'; item: string; how: 'screws' | 'bracket' | 'glue' | 'tape' | 'undecided' }
  | { do: 'bracket'; item: string }
  | { do: 'plug'; lead: string }
  | { do: 'feed'; items: string[] }
  /** A cell is joined for good. */
  | { do: 'join cell'; item: string; nets: string[] }
  | { do: 'kept'; thing: string }
  | { do: 'shut' };

/** A reading that must be right before the list goes on. */
export interface Gate {
  point: string;
  state: string;
  expects: string;
}

/** Which step: its kind, and what it is done to. */
export type StepIs = readonly [StepCode, ...Array<string | number>];
/** One text for it, by which steps wait for each other. */
export const stepId = (...[step, ...of]: StepIs): string => tickKey({ step, of });

export interface Step {
  id: string;
  /** The same as it is ticked in the document. */
  tick: Tick;
  phase: Phase;
  title: string;
  detail: string;
  /** Ids of steps that must be done first. */
  after: string[];
  caution?: string;
  /** What feeds the build meanwhile; nothing said where no electricity is at work. */
  feed?: Feed;
  gate?: Gate;
  acts: readonly Act[];
  done: boolean;
}

export type Draft = Omit<Step, 'id' | 'tick' | 'done' | 'caution' | 'acts'> & {
  is: StepIs;
  caution?: CautionKey;
  acts?: readonly Act[];
};

/** What every phase looks at, worked out once. */
export interface Bench {
  p: Project;
  scene: Scene;
  map: ButtonMap;
  press: PressPlan;
  nets: readonly Net[];
  /** What is cut, in every body. */
  cuts: Cutting;
  /** Everything that is built in or lies beside the shell, with its part. */
  kit: ReadonlyArray<{ item: Item; part: Part }>;
}

export const kitOn = (p: Project): Bench['kit'] =>
  present(p).kit.items.map((item) => ({ item, part: partOf(p, item) }));

/** What runs the games. */
export const computerOf = (on: Bench) => hostsOf(on.kit)[0];

export const ofFamily = (on: Bench, ...families: Part['family'][]) =>
  on.kit.filter((x) => families.includes(x.part.family));

/** What a step waits for and nothing else of it does: the last ones before it. */
export function lastBefore(steps: readonly Pick<Step, 'id' | 'after'>[]): Map<string, string[]> {
  const all = new Map<string, Set<string>>();
  const out = new Map<string, string[]>();
  // A list in order: what a step waits for was looked at before it.
  for (const { id, after } of steps) {
    const early = new Set(after.flatMap((a) => [...(all.get(a) ?? [])]));
    out.set(
      id,
      after.filter((a) => !early.has(a)),
    );
    all.set(id, new Set([...after, ...early]));
  }
  return out;
}

export const idOf = (draft: Pick<Draft, 'is'>): string => stepId(...draft.is);

export const finished = (draft: Draft, done: ReadonlySet<string>): Step => {
  const { caution, acts, is, ...rest } = draft;
  const [step, ...of] = is;
  const id = idOf(draft);
  return {
    ...rest,
    id,
    tick: { step, of },
    acts: acts ?? [],
    done: done.has(id),
    ...(caution ? { caution: CAUTIONS[caution] } : {}),
  };
};
