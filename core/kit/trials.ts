/**
 * What was tried and does not hold. A builder who writes down that the board shows no picture has
 * said that the build does not work: the plan may not go on as if nobody had asked.
 */
import type { Assumption, Change, Finding, Project, Trial, WayOut } from '../model';
import { type Unknown, unknowns } from './unknowns';

interface Told {
  verdict: Finding['verdict'];
  title: string;
  /** What is to be done about it. */
  next: string;
  /** Another one of the same may do better. */
  another?: true;
}

const FALSE: Readonly<Record<Assumption, Told>> = {
  amp: {
    verdict: 'tight',
    title: 'Tried: noise',
    next: 'Feed the amplifier where the rail begins, with a ground of its own.',
  },
  buy: {
    verdict: 'hit',
    title: 'Tried: cannot be bought',
    next: 'Choose another part before anything is cut for this one.',
  },
  cell: {
    verdict: 'tight',
    title: 'Tried: holds less',
    next: 'Read its capacity at the bench: the hours follow.',
    another: true,
  },
  draw: {
    verdict: 'tight',
    title: 'Tried: draws otherwise',
    next: 'Type what the meter read at the bench: hours, rail and heat follow.',
  },
  image: {
    verdict: 'hit',
    title: 'Tried: no system image runs it',
    next: 'Another screen link, another computer, or a driver of your own.',
  },
  kept: {
    verdict: 'hit',
    title: 'Tried: does not work',
    next: 'Mend it or replace it before anything depends on it.',
  },
  lag: {
    verdict: 'tight',
    title: 'Tried: answers too slowly',
    next: 'A wire instead of the air, or another pad.',
  },
  polarity: {
    verdict: 'hit',
    title: 'Tried: plus and minus are exchanged',
    next: 'Exchange the two contacts in the plug, one at a time, and try again before it goes in.',
  },
  rail: {
    verdict: 'hit',
    title: 'Tried: the rail gives way',
    next: 'A stronger converter, shorter and thicker wires, or a fuller cell as its end.',
    another: true,
  },
  screen: {
    verdict: 'hit',
    title: 'Tried: no picture',
    next: 'Its plugs, its driver and its timing first; then another one.',
    another: true,
  },
  size: {
    verdict: 'tight',
    title: 'Tried: another size than its class',
    next: 'Measure the blocks its gaps hang on and type them in: the part is then your own.',
  },
  slim: {
    verdict: 'hit',
    title: 'Tried: does not live without it',
    next: 'Put it back and make room for it, or take another board.',
    another: true,
  },
  speaker: {
    verdict: 'tight',
    title: 'Tried: too quiet',
    next: 'A larger grille, a sealed rim, or another speaker.',
  },
};

const fallen = (p: Project): Unknown[] => unknowns(p).filter((u) => u.tried?.holds === false);

export const trialFindings = (p: Project): Finding[] =>
  fallen(p).map((u) => {
    const { verdict, title, next } = FALSE[u.is];
    const note = u.tried?.note;
    return {
      id: `trial:${u.id}`,
      station: 'kit',
      check: 'trial',
      code: u.is,
      verdict,
      title,
      what: u.assumption,
      why: [...(note ? [`Noted: ${note}`] : []), next],
      about: u.of === undefined ? [] : [u.of],
      refs: u.of === undefined ? [] : [{ is: 'item', id: u.of }],
    };
  });

export function trialWays(p: Project, f: Finding): WayOut[] {
  const u = fallen(p).find((each) => `trial:${each.id}` === f.id);
  if (!u) return [];
  const trial: Trial = {
    assumption: u.is,
    ...(u.of === undefined ? {} : { of: u.of }),
    holds: true,
  };
  const way = (id: string, text: string, cost: string, change: Change, effort: number): WayOut => ({
    id: `${id}-${u.id}`,
    text,
    cost,
    changes: [change],
    effort,
  });
  return [
    ...(FALSE[u.is].another && u.of !== undefined
      ? [
          way(
            'another',
            'Put another one of the same in its place',
            'what was tried and read of this one counts no more: try the new one',
            { do: 'renew', item: u.of },
            3,
          ),
        ]
      : []),
    way(
      'again',
      'It was mended, tried again, and holds',
      `the same trial once more: ${u.trial.charAt(0).toLowerCase()}${u.trial.slice(1)}`,
      { do: 'try', trial },
      2,
    ),
  ];
}
