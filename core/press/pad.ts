/**
 * A pad as a browser tells it: buttons by number and axes, no codes. Which code a number stands for
 * follows from its layout, or from how whatever reads the keys numbers them.
 */
import { buttonNumbers, EVENT_CODES } from '../controls';
import type { InputRole } from '../model';
import type { KeyEvent } from './listen';
import type { PressPlan } from './plan';

/** Buttons of a pad whose layout the browser calls standard (W3C Gamepad). */
const STANDARD: ReadonlyArray<InputRole | undefined> = [
  'south',
  'east',
  'west',
  'north',
  'l1',
  'r1',
  'l2',
  'r2',
  'select',
  'start',
  undefined,
  undefined,
  'up',
  'down',
  'left',
  'right',
  'menu',
];
/** A cross pad may be told as two axes: half way out counts as pressed. */
const HALF = 0.5;
const AXES: ReadonlyArray<readonly [InputRole, InputRole]> = [
  ['left', 'right'],
  ['up', 'down'],
];

/** What a browser tells of a pad at one moment. */
export interface PadState {
  mapping: string;
  buttons: ReadonlyArray<{ pressed: boolean }>;
  axes: readonly number[];
}

/** The code behind each button number; nothing where the plan has no such key. */
export function codeOfButton(plan: PressPlan, mapping: string, button: number): number | undefined {
  if (mapping === 'standard') {
    const role = STANDARD[button];
    return role && EVENT_CODES[role];
  }
  // Header lines are numbered by their codes; a board of its own by its inputs.
  if (plan.keys.some((k) => k.gpio === undefined)) return plan.keys[button]?.code;
  const numbers = buttonNumbers(plan.keys.map((k) => k.code));
  return [...numbers].find(([, n]) => n === button)?.[0];
}

/** Codes that read as pressed. */
export function codesPressed(plan: PressPlan, pad: PadState): number[] {
  const buttons = pad.buttons.flatMap((b, i) => {
    const code = b.pressed ? codeOfButton(plan, pad.mapping, i) : undefined;
    return code === undefined ? [] : [code];
  });
  const axes = AXES.flatMap(([low, high], i) => {
    const value = pad.axes[i] ?? 0;
    if (value <= -HALF) return [EVENT_CODES[low]];
    return value >= HALF ? [EVENT_CODES[high]] : [];
  });
  const known = new Set(plan.keys.map((k) => k.code));
  return [...new Set([...buttons, ...axes.filter((c) => known.has(c))])].sort((a, b) => a - b);
}

/** What changed from one look to the next, as events. */
export function changesBetween(
  before: readonly number[],
  now: readonly number[],
  t: number,
): KeyEvent[] {
  return [
    ...now.filter((c) => !before.includes(c)).map((code): KeyEvent => ({ t, code, value: 1 })),
    ...before.filter((c) => !now.includes(c)).map((code): KeyEvent => ({ t, code, value: 0 })),
  ];
}
