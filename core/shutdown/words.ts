/** What came of turning it off, in one sentence, and what would keep it from happening. */
import type { Mishap, Plan, Run } from './simulate';

const s = (t: number): string => `${t < 10 ? t.toFixed(1) : Math.round(t)} s`;

export interface RunWords {
  title: string;
  why: string;
  /** What helps; nothing when it went well. */
  helps?: string;
}

export function runWords(plan: Plan, run: Run, mishaps: readonly Mishap[]): RunWords {
  const { cutAt, downAt } = run;
  if (run.isAtRisk) {
    return {
      title: 'The card was at risk',
      why: `Power went after ${s(cutAt!)} with the system still up.`,
      helps: helps(plan, run, mishaps),
    };
  }
  if (run.isDraining) {
    return {
      title: 'Down, and still drawing',
      why: `The system was down after ${s(downAt!)}; nothing cuts the power, and the cell goes on emptying.`,
      helps:
        plan.way === 'latch'
          ? 'Wire the answer of the system to the latch, and set in its overlay which line says that it is down.'
          : 'A latch cuts it; or a switch, thrown once the system is down.',
    };
  }
  if (cutAt !== undefined) {
    return {
      title: 'Safe',
      why: `The system was down after ${s(downAt!)}, power went ${s(cutAt - downAt!)} later.`,
    };
  }
  return {
    title: 'Nothing happens',
    why: 'The system was never asked, or never halts; power stays on.',
    helps: mishaps.some((m) => m.is === 'hangs')
      ? `Hold the key for ${s(plan.forceS)}: the latch cuts whatever the system does, and the card is at risk then.`
      : 'Follow the request line from the key to its header line with the meter.',
  };
}

function helps(plan: Plan, run: Run, mishaps: readonly Mishap[]): string {
  const is = (what: Mishap['is']): boolean => mishaps.some((m) => m.is === what);
  if (plan.way === 'switch') {
    return 'A switch asks nobody: shut down from the menu first, or take a latch that waits for the system.';
  }
  if (is('answer stuck')) {
    return 'The line that says "down" is active from the beginning: its polarity, or its pull, is the wrong way round.';
  }
  if (is('guard') && run.cutAt === mishaps.find((m) => m.is === 'guard')?.at) {
    return 'Halt while the cell still holds: a warning at a charge that lasts for the halt, under load.';
  }
  if (is('pulled')) {
    return 'Nothing but a cell behind the latch holds it up for so long: no capacitor of this size fits.';
  }
  return `The key was held for longer than ${s(plan.forceS)}: the latch takes that for an emergency. Let go earlier.`;
}
