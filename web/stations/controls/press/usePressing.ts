/** A press test on its way: what was told at rest, what each key told, what is asked next. */
import { useMemo, useReducer } from 'react';
import { diagnose, type Diagnosis, type Fault, type PressPlan, unplanned } from '@deft/core/press';
import type { Answer, AtRest } from '@deft/core/model';

interface Pressing {
  rest: AtRest | undefined;
  answers: Readonly<Record<string, Answer>>;
  /** Faults that were mended on the way. */
  mended: readonly Fault[];
}
type Did =
  | { did: 'begun'; rest: AtRest; answers?: readonly Answer[] }
  | { did: 'answered'; answer: Answer }
  | { did: 'mended'; fault: Fault; rest: AtRest; again: readonly string[] }
  | { did: 'stopped' };

const NOTHING: Pressing = { rest: undefined, answers: {}, mended: [] };

function after(state: Pressing, did: Did): Pressing {
  switch (did.did) {
    case 'begun':
      return {
        rest: did.rest,
        answers: Object.fromEntries((did.answers ?? []).map((a) => [a.input, a])),
        mended: [],
      };
    case 'answered':
      return { ...state, answers: { ...state.answers, [did.answer.input]: did.answer } };
    case 'mended':
      return {
        rest: did.rest,
        answers: Object.fromEntries(
          Object.entries(state.answers).filter(([id]) => !did.again.includes(id)),
        ),
        mended: [...state.mended, did.fault],
      };
    case 'stopped':
      return NOTHING;
  }
}

export interface PressingNow extends Pressing {
  /** The key that is asked for; nothing before the test, and once all were pressed. */
  next: string | undefined;
  /** What is wrong of the keys pressed so far; the faults behind it once all were. */
  found: Diagnosis | undefined;
  say: (did: Did) => void;
}

export function usePressing(plan: PressPlan): PressingNow {
  const [state, say] = useReducer(after, NOTHING);
  const { rest, answers, mended } = state;
  const next = rest ? plan.order.find((id) => !(id in answers)) : undefined;
  const isWhole = rest !== undefined && next === undefined;
  const found = useMemo((): PressingNow['found'] => {
    if (!rest) return undefined;
    const heard = { rest, answers: Object.values(answers) };
    // Why is asked once, at the end: half of the answers leave too much open.
    if (!isWhole) return { ...unplanned(plan, heard), explanations: [] };
    return diagnose(plan, heard, mended);
  }, [plan, rest, answers, mended, isWhole]);
  return { ...state, next, found, say };
}
