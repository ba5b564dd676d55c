/** One goal judged: met, at risk or missed, with the figure and what decides it. */
import type { GoalKey } from '../model';

/** `open`: nothing in the build decides it yet. */
export type Standing = 'met' | 'at risk' | 'missed' | 'open';

/** For comparing: higher is better. What is still open is no worse than a risk. */
export const STANDING_RANK: Readonly<Record<Standing, number>> = {
  missed: 0,
  'at risk': 1,
  open: 1,
  met: 2,
};

export interface Score {
  goal: GoalKey;
  name: string;
  /** What was asked: "3 h". */
  target: string;
  standing: Standing;
  /** What it comes to: "3.6 h ± 0.9". */
  figure: string;
  /** What decides it. */
  decides: string;
  why: string[];
  weight: number;
}

export const GOAL_NAMES: Readonly<Record<GoalKey, string>> = {
  families: 'Plays the families',
  hours: 'Hours on a charge',
  cost: 'Cost',
  screen: 'Screen size',
  picture: 'Picture',
  pocket: 'Goes into a pocket',
  mass: 'Mass',
  wireless: 'Wireless pad',
  tv: 'On a television',
  players: 'Players',
  headphones: 'Headphones',
  playCharging: 'Plays while charging',
  card: 'Card access',
  original: 'Looks original',
  uncut: 'Stays uncut',
  rebuildable: 'Others can rebuild it',
  tools: 'My tools and hands',
};
