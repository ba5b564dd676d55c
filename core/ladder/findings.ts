/** The ladder in the verdict: what it may tell wrongly, and what may mend it. */
import type { Change, Finding, Input, Project, WayOut } from '../model';
import { isNear, type LadderFault, ladderFaults } from './faults';
import { ladderPlan } from './plan';
import { faultWords } from './words';

const keysOf = (f: LadderFault): string[] => {
  if (f.is === 'alike') return f.as === undefined ? [f.key] : [f.key, f.as];
  return f.keys;
};
const idOf = (f: LadderFault): string => `ladder-${f.is}:${keysOf(f).join('~')}`;

function verdictOf(f: LadderFault): Finding['verdict'] {
  if (f.is === 'alike') return isNear(f) ? 'tight' : 'hit';
  if (f.is === 'together') return f.often === 'always' ? 'hit' : 'tight';
  return 'hit';
}

function faultsOf(p: Project): LadderFault[] {
  const plan = ladderPlan(p);
  return plan ? ladderFaults(p, plan) : [];
}

export function ladderFindings(p: Project): Finding[] {
  const nameOf = (id: string): string => p.controls.inputs.find((i) => i.id === id)?.name ?? id;
  const plan = ladderPlan(p);
  return faultsOf(p).map((f): Finding => ({
    id: idOf(f),
    code: `ladder-${f.is}`,
    station: 'controls',
    check: 'ladder',
    verdict: verdictOf(f),
    ...faultWords(f, plan!, nameOf),
    about: keysOf(f),
    refs: keysOf(f).map((id) => ({ is: 'input', id })),
  }));
}

export function ladderWays(p: Project, finding: Finding): WayOut[] {
  const f = faultsOf(p).find((x) => idOf(x) === finding.id);
  if (!f) return [];
  const keys = keysOf(f);
  const inputs = p.controls.inputs.filter((i) => keys.includes(i.id));
  return [...valuesAnew(p, f), ...inputs.map((i) => onLine(i)), ...inputs.map((i) => leftOut(i))];
}

/** Steps and tolerance as the program would choose them. */
function valuesAnew(p: Project, f: LadderFault): WayOut[] {
  const { steps = [], tolerance } = p.controls.ladder ?? {};
  const isOn = new Set(
    f.is === 'astray'
      ? f.keys
      : ladderPlan(p)!
          .channels.filter((c) => c.channel === f.channel)
          .flatMap((c) => c.steps.map((s) => s.input.id)),
  );
  const set = (change: Extract<Change, { do: 'ladder' }>['set']): Change[] => [
    { do: 'ladder', set: change },
  ];
  const kept = steps.filter((s) => !isOn.has(s.key));
  return [
    ...(tolerance === 0.05
      ? [
          {
            id: 'one-percent',
            text: 'Resistors of 1 %',
            cost: 'a few pence more a key',
            changes: set({ tolerance: 0.01 }),
            effort: 1,
          },
        ]
      : []),
    ...(kept.length < steps.length
      ? [
          {
            id: 'anew',
            text: 'Channels and resistors as they are computed',
            cost: 'those chosen by hand are given up',
            changes: set({ steps: kept }),
            effort: 1.5,
          },
        ]
      : []),
  ];
}

const onLine = (input: Input): WayOut => ({
  id: `line-${input.id}`,
  text: `Read ${input.name} on a line of the header`,
  cost: 'one line and one wire',
  changes: [{ do: 'input', input: { ...input, route: 'gpio' } }],
  effort: 2,
});

const leftOut = (input: Input): WayOut => ({
  id: `leave-out-${input.id}`,
  text: `Do without ${input.name}`,
  cost: 'one button less',
  changes: [{ do: 'leave-out-input', input: input.id }],
  effort: 8,
});
