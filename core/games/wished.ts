/**
 * Whether the build plays what was wished for: a computer of the class each family wants, its keys
 * and its analog axes.
 */
import { isPlayedOnPads } from '../kit';
import { COVERAGE } from '../catalogue';
import { kitOf } from '../chains';
import {
  type Finding,
  GameFamily,
  type Input,
  hasSystem,
  type InputRole,
  listed,
  MOST_FUNCTIONS,
  type Part,
  type Project,
  type Ref,
  type WayOut,
} from '../model';
import { assigned } from './assigned';
import { rolesOf } from './play';

export interface Wished {
  family: GameFamily;
  /** How the computer runs it; nothing where nobody said how fast it is. */
  runs: 'well' | 'mostly' | 'not' | undefined;
  /** Keys it is played with and the shell has not; none where a pad from outside has them. */
  missing: InputRole[];
  /** Keys it does not need, that a missing one could go on. */
  spare: Input[];
  /** Analog axes it wants above those that are read. */
  axesShort: number;
}

/**
 * Each wished family against the computer and the keys of the build.
 *
 * @returns nothing where no computer is chosen, or what runs the games runs its own only
 */
export function wished(p: Project): Wished[] {
  const kit = kitOf(p);
  const part = kit.computer?.part;
  if (!part || !hasSystem(part)) return [];
  const speed = part.computer?.speed;
  const axes = kit.ends('analog', 'takes').reduce((sum, end) => sum + (end.port.count ?? 1), 0);
  const hasPad = isPlayedOnPads(p);
  return p.brief.families.map((family) => {
    const wants = COVERAGE[family];
    const { missing, spare } = assigned(p, family);
    return {
      family,
      runs: speed === undefined ? undefined : runsOf(speed, wants),
      missing: hasPad ? [] : missing,
      spare,
      axesShort: hasPad ? 0 : Math.max(0, (wants.axes ?? 0) - axes),
    };
  });
}

function runsOf(speed: number, { well, mostly }: { well: number; mostly: number }) {
  if (speed >= well) return 'well';
  return speed >= mostly ? 'mostly' : 'not';
}

const IN = { station: 'controls', check: 'family' } as const;
const refTo = (family: GameFamily): Ref => ({ is: 'family', id: family });

/** What a wished family cannot be played with: named before the computer is bought and the shell cut. */
export function wishedFindings(p: Project): Finding[] {
  const { computer } = kitOf(p);
  if (!computer) return [];
  const all = wished(p);
  return [
    ...all.flatMap((w) => classFindings(w, computer.item, computer.part)),
    ...keyFindings(p, all),
    ...idleFindings(p),
    ...all.flatMap((w) => axisFindings(p, w)),
  ];
}

function classFindings(
  { family, runs }: Wished,
  item: { id: string; name: string },
  part: Part,
): Finding[] {
  if (runs === 'well') return [];
  const about = {
    ...IN,
    about: [item.id],
    refs: [{ is: 'item', id: item.id }, refTo(family)] satisfies Ref[],
  };
  const { well, mostly } = COVERAGE[family];
  if (runs === undefined) {
    return [
      {
        ...about,
        id: `family:class-unknown-${family}`,
        code: 'class-unknown',
        verdict: 'tight',
        undecided: true,
        title: 'Class not known',
        what: `Nobody said whether ${item.name} runs ${family}.`,
        why: [`${family} wants class ${well} of 5, and mostly runs on class ${mostly} (typical).`],
      },
    ];
  }
  const isTooSlow = runs === 'not';
  return [
    {
      ...about,
      id: `family:class-${family}`,
      code: isTooSlow ? 'too-slow' : 'mostly-runs',
      verdict: 'tight',
      ...(isTooSlow ? { undecided: true as const } : {}),
      title: `Class ${part.computer?.speed} of 5`,
      what: `${item.name} ${isTooSlow ? 'does not run' : 'runs only most of'} ${family}.`,
      why: [
        `${family} wants class ${well}, and mostly runs on class ${mostly} (typical; try your own games).`,
      ],
    },
  ];
}

/** What no family is played with: a key does it as its own, or not at all. */
const PLAYED: ReadonlySet<InputRole> = new Set(GameFamily.options.flatMap((f) => rolesOf(f)));

/** A further function that nothing ever asks a key for. */
const idleFindings = (p: Project): Finding[] =>
  p.controls.inputs.flatMap((input) =>
    input.functions
      .slice(1)
      .filter((role) => !PLAYED.has(role))
      .map((role): Finding => ({
        ...IN,
        id: `family:idle-${input.id}-${role}`,
        code: 'function-idle',
        verdict: 'tight',
        title: `No game asks for ${role}`,
        what: `${input.name} is to do ${role} as well, and never will.`,
        why: [
          `Only what games are played with can be shared: give ${role} a key of its own, or keys held together, under Games.`,
        ],
        about: [input.id],
        refs: [{ is: 'input', id: input.id }],
      })),
  );

/** Families that lack the same keys, and the keys that all of them leave free. */
interface Lack {
  families: GameFamily[];
  keys: InputRole[];
  spare: Wished['spare'];
}

function lacksOf(p: Project, all: readonly Wished[]): Lack[] {
  const lacks = new Map<string, Lack>();
  for (const { family, missing, spare } of all) {
    // A key that is planned and has no wire yet is named for that.
    const keys = missing.filter((role) => !p.controls.inputs.some((i) => i.functions[0] === role));
    if (!keys.length) continue;
    const lack = lacks.get(keys.join(' ')) ?? { families: [], keys, spare };
    lack.families.push(family);
    lack.spare = lack.spare.filter((i) => spare.includes(i));
    lacks.set(keys.join(' '), lack);
  }
  return [...lacks.values()];
}

/** Where no key is planned yet, the chain of inputs says that. */
const keyFindings = (p: Project, all: readonly Wished[]): Finding[] =>
  p.controls.inputs.length
    ? lacksOf(p, all).map(({ families, keys, spare }) => ({
        ...IN,
        id: `family:keys-${keys.join('-')}`,
        code: 'keys-missing',
        verdict: 'tight',
        title: `No ${listed(keys)}`,
        what: `${listed(families)} ${families.length > 1 ? 'are' : 'is'} played with ${keys.length > 1 ? 'them' : 'it'}, and no key of the shell does it.`,
        why: [
          spare.length
            ? `${listed(spare.map((i) => i.name))} ${spare.length > 1 ? 'are' : 'is'} free in ${families.length > 1 ? 'all of them' : 'it'}.`
            : 'Every other key is needed.',
        ],
        about: spare.map((i) => i.id),
        refs: families.map(refTo),
      }))
    : [];

function axisFindings(p: Project, { family, axesShort }: Wished): Finding[] {
  if (!axesShort || !p.controls.inputs.length) return [];
  return [
    {
      ...IN,
      id: `family:axes-${family}`,
      code: 'axes-missing',
      verdict: 'tight',
      title: `${axesShort} analog ${axesShort === 1 ? 'axis' : 'axes'} short`,
      what: `${family} is played with a stick, and the build reads none for it.`,
      why: ['A stick wants a place, and a converter channel for each of its two axes.'],
      about: [],
      refs: [refTo(family)],
    },
  ];
}

/** The key without what nobody asks it for. */
function idleWays(p: Project, f: Finding): WayOut[] {
  const input = p.controls.inputs.find((i) => f.about.includes(i.id));
  if (!input) return [];
  const [own, ...more] = input.functions;
  const functions: Input['functions'] = [own, ...more.filter((role) => PLAYED.has(role))];
  return [
    {
      id: `idle-${input.id}`,
      text: `${input.name} does ${functions.length > 1 ? 'only what games ask for' : `${own} alone`}`,
      cost: 'nothing',
      changes: [{ do: 'input', input: { ...input, functions } }],
      effort: 0.2,
    },
  ];
}

/** A faster computer, a free key for a missing one, or without those games. */
export function wishedWays(p: Project, f: Finding, library: readonly Part[]): WayOut[] {
  if (f.code === 'function-idle') return idleWays(p, f);
  const all = wished(p);
  const families = (f.refs ?? []).flatMap((r) => (r.is === 'family' ? [r.id] : []));
  const named = all.filter((w) => families.includes(w.family));
  return [
    ...named.slice(0, 1).flatMap((w) => fasterWays(f, w, library)),
    ...remapWays(p, f, all),
    ...named.map((w) => dropWay(p, w.family)),
  ];
}

function fasterWays(f: Finding, { family }: Wished, library: readonly Part[]): WayOut[] {
  const item = f.about[0];
  const isOfClass = f.code === 'too-slow' || f.code === 'mostly-runs' || f.code === 'class-unknown';
  if (!isOfClass || !item) return [];
  return library
    .filter((q) => hasSystem(q) && (q.computer?.speed ?? 0) >= COVERAGE[family].well)
    .sort((a, b) => (a.computer?.speed ?? 0) - (b.computer?.speed ?? 0))
    .slice(0, 3)
    .map((part) => ({
      id: `faster-${part.id}`,
      text: `${part.name} in its place: class ${part.computer?.speed}`,
      cost: 'another computer: its ports, draw and size are judged anew',
      changes: [{ do: 'swap', item, part }],
      effort: 5,
    }));
}

function remapWays(p: Project, f: Finding, all: readonly Wished[]): WayOut[] {
  if (f.code !== 'keys-missing') return [];
  const lack = lacksOf(p, all).find((l) => f.id === `family:keys-${l.keys.join('-')}`);
  const [role] = lack?.keys ?? [];
  if (!lack || !role) return [];
  // One key at a time: what is still missing then has ways of its own.
  return lack.spare
    .filter((i) => i.functions.length < MOST_FUNCTIONS)
    .map((input) => ({
      id: `remap-${input.id}-${role}`,
      text: `${input.name} does ${role} as well`,
      cost: `no iron: only the map of ${listed(lack.families)}, which ${lack.families.length > 1 ? 'do' : 'does'} without ${input.functions[0]}`,
      changes: [{ do: 'input', input: { ...input, functions: [...input.functions, role] } }],
      effort: 0.5,
    }));
}

const dropWay = (p: Project, family: GameFamily): WayOut => ({
  id: `without-${family}`,
  text: `Without ${family}`,
  cost: 'one wish less',
  changes: [{ do: 'brief', set: { families: p.brief.families.filter((x) => x !== family) } }],
  effort: 4,
});
