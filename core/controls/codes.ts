/** What the kernel calls each key, and how it is numbered as a button. */
import type { InputRole } from '../model';

/** Linux input event codes of the roles (linux/input-event-codes.h). */
export const EVENT_CODES: Readonly<Record<InputRole, number>> = {
  south: 0x130,
  east: 0x131,
  north: 0x133,
  west: 0x134,
  l1: 0x136,
  r1: 0x137,
  l2: 0x138,
  r2: 0x139,
  select: 0x13a,
  start: 0x13b,
  menu: 0x13c,
  up: 0x220,
  down: 0x221,
  left: 0x222,
  right: 0x223,
  'volume-down': 114,
  'volume-up': 115,
  power: 116,
};

/** Codes from here up come first when an SDL backend numbers buttons. */
const BTN_JOYSTICK = 0x120;

/** Button numbers of event codes, in the backend's order. */
export function buttonNumbers(codes: readonly number[]): Map<number, number> {
  const sorted = [...new Set(codes)].sort((a, b) => a - b);
  const ranked = [
    ...sorted.filter((c) => c >= BTN_JOYSTICK),
    ...sorted.filter((c) => c < BTN_JOYSTICK),
  ];
  return new Map(ranked.map((c, i) => [c, i]));
}
