/** What the kept press test says of the build as it is planned now. */
import {
  type Change,
  type Finding,
  listed,
  type PressRecord,
  type Project,
  type WayOut,
} from '../model';
import { diagnose, type Diagnosis, unplanned } from './diagnose';
import type { Fault } from './fault';
import { mappedAsWired, pressAgain } from './mend';
import type { PressPlan } from './plan';
import { faultWords } from './words';

const CHECK = { station: 'controls', check: 'answer' } as const;

/** Keys of the plan that were not pressed since they came onto the line they are on, or to what they do. */
export function stalePresses(plan: PressPlan, record: PressRecord): string[] {
  const pressed = new Set(record.answers.map((a) => a.input));
  return plan.keys
    .filter(({ id, line, code }) => {
      const was = record.planned[id];
      return !pressed.has(id) || was?.line !== line || was.code !== code;
    })
    .map((k) => k.id);
}

/** Answers that still speak of the line their key is on. */
const current = (plan: PressPlan, record: PressRecord): PressRecord => {
  const stale = new Set(stalePresses(plan, record));
  return { ...record, answers: record.answers.filter((a) => !stale.has(a.input)) };
};

/** Whether every key as it is planned now was pressed, and told its own code, once. */
export function isProved(p: Project, plan: PressPlan): boolean {
  const record = p.controls.pressed;
  if (!record || plan.cannot !== undefined || stalePresses(plan, record).length) return false;
  const { wrong, restless } = unplanned(plan, record);
  return !wrong.length && !restless.length;
}

/** Said under a fault that explains most of what is wrong. */
export const PARTLY = 'mend this first, and the rest is plainer when those keys are pressed again.';

interface Named {
  fault: Fault;
  finding: Finding;
  wrong: readonly string[];
}

/** Each fault of the likeliest explanation, as a finding; or what no few faults explain. */
function named(
  p: Project,
  plan: PressPlan,
  record: PressRecord,
): Array<Named | { finding: Finding }> {
  const plates = new Map(p.kit.items.map((i) => [i.id, i.name]));
  const found = diagnose(plan, current(plan, record));
  const [likeliest, ...others] = found.explanations;
  if (!likeliest) return unexplained(plan, record, found).map((finding) => ({ finding }));
  return likeliest.map((fault): Named => {
    const words = faultWords(plan, fault, plates);
    const about = pressAgain(plan, fault, []);
    const instead = others.map((set) =>
      set.map((f) => faultWords(plan, f, plates).what).join('; '),
    );
    return {
      fault,
      wrong: found.wrong,
      finding: {
        ...CHECK,
        id: `answer:${fault.is}-${about.join('-')}`,
        code: fault.is,
        verdict: 'hit',
        title: words.title,
        what: words.what,
        why: [
          words.mend,
          ...instead.map((w) => `It may as well be: ${w}.`),
          ...(found.isPartial ? [`It does not explain all: ${PARTLY}`] : []),
        ],
        about,
        refs: about.map((id) => ({ is: 'input', id })),
      },
    };
  });
}

/** Nothing where no press test was kept: that is a step of the build, not a fault of the plan. */
export function pressFindings(p: Project, plan: PressPlan): Finding[] {
  const record = p.controls.pressed;
  if (!record || plan.cannot !== undefined) return [];
  return [...named(p, plan, record).map((n) => n.finding), ...stale(plan, record)];
}

/** Keys that were answered wrongly in a way no few faults explain. */
function unexplained(
  plan: PressPlan,
  record: PressRecord,
  { wrong, restless }: Pick<Diagnosis, 'wrong' | 'restless'>,
): Finding[] {
  if (!wrong.length && !restless.length) return [];
  const name = (code: number): string =>
    plan.keys.find((k) => k.code === code)?.name ?? `code ${code}`;
  const heard = new Map(record.answers.map((a) => [a.input, a]));
  const asked = plan.keys.filter((k) => wrong.includes(k.id));
  const lines = asked.map((k) => {
    const { on, off } = heard.get(k.id)!;
    const told = [...on, ...off].map(name);
    return `${k.name} tells ${told.length ? listed(told) : 'nothing'}.`;
  });
  return [
    {
      ...CHECK,
      id: 'answer:unexplained',
      code: 'unexplained',
      verdict: 'hit',
      title: 'Keys answer wrongly',
      what: `${listed(asked.map((k) => k.name)) || listed(restless.map(name))}: more is wrong than few faults explain`,
      why: [...lines, 'Mend what is plain, one thing at a time, and press those keys again.'],
      about: wrong,
      refs: wrong.map((id) => ({ is: 'input', id })),
    },
  ];
}

function stale(plan: PressPlan, record: PressRecord): Finding[] {
  const ids = stalePresses(plan, record);
  if (!ids.length) return [];
  const names = plan.keys.filter((k) => ids.includes(k.id)).map((k) => k.name);
  return [
    {
      ...CHECK,
      id: 'answer:stale',
      code: 'stale',
      verdict: 'tight',
      title:
        names.length === 1 ? 'A key was not pressed yet' : `${names.length} keys not pressed yet`,
      what: `${listed(names)}: not pressed since the map was changed`,
      why: ['Next: Press test, under Controls. Only these are asked for.'],
      about: ids,
      refs: ids.map((id) => ({ is: 'input', id })),
    },
  ];
}

/** The map made as it is wired; or the iron, after which these keys are pressed again. */
export function pressWays(p: Project, plan: PressPlan, f: Finding): WayOut[] {
  const record = p.controls.pressed;
  const found = record && named(p, plan, record).find((n) => n.finding.id === f.id);
  if (!found || !('fault' in found)) return [];
  const { fault, wrong } = found;
  const asWired = mappedAsWired(p, plan, fault);
  const words = faultWords(plan, fault, new Map(p.kit.items.map((i) => [i.id, i.name])));
  const again: Change = { do: 'press again', inputs: pressAgain(plan, fault, wrong) };
  return [
    ...(asWired
      ? [
          {
            id: 'as-wired',
            text: 'Change the map to what is wired',
            cost: 'no iron: a new overlay, and these keys pressed again',
            changes: asWired,
            effort: 1,
          },
        ]
      : []),
    {
      id: 'mended',
      text: `Mended with the iron: ${words.mend.charAt(0).toLowerCase()}${words.mend.slice(1)}`,
      cost: `${again.inputs.length === 1 ? 'that key is' : `${again.inputs.length} keys are`} pressed again`,
      changes: [again],
      effort: 3,
    },
  ];
}
