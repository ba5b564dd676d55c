/**
 * A game-controller mapping line in the common open text format used by the SDL library.
 *
 * Buttons are numbered as its Linux backend numbers them: event codes from BTN_JOYSTICK upward
 * first, then the lower ones.
 */
import type { InputRole, Project } from '../model';
import { buttonMap } from '../controls';
import { dtsText, EVENT_CODES } from './overlay';

const BTN_JOYSTICK = 0x120;
/** Bus "host", vendor 1, product 1, version 0x0100: what gpio-keys reports. */
const GUID = '19000000010000000100000000010000';
const FIELD: Partial<Record<InputRole, string>> = {
  south: 'a',
  east: 'b',
  west: 'x',
  north: 'y',
  select: 'back',
  start: 'start',
  menu: 'guide',
  l1: 'leftshoulder',
  r1: 'rightshoulder',
  l2: 'lefttrigger',
  r2: 'righttrigger',
  up: 'dpup',
  down: 'dpdown',
  left: 'dpleft',
  right: 'dpright',
};

/** Button numbers of event codes, in the backend's order. */
export function buttonNumbers(codes: readonly number[]): Map<number, number> {
  const sorted = [...new Set(codes)].sort((a, b) => a - b);
  const ranked = [
    ...sorted.filter((c) => c >= BTN_JOYSTICK),
    ...sorted.filter((c) => c < BTN_JOYSTICK),
  ];
  return new Map(ranked.map((c, i) => [c, i]));
}

/** Device name as it stands in the mapping: no comma or line break can pass. */
export const mappingText = (text: string): string =>
  dtsText(text).replace(/[,:#]/g, ' ').replace(/\s+/g, ' ').trim();

export function mappingLine(p: Project): string {
  const keys = buttonMap(p).inputs.filter((m) => m.gpio !== undefined && m.input.routed);
  const numbers = buttonNumbers(keys.map((m) => EVENT_CODES[m.input.role]));
  const fields = keys.flatMap((m) => {
    const field = FIELD[m.input.role];
    return field ? [`${field}:b${numbers.get(EVENT_CODES[m.input.role])!}`] : [];
  });
  return `${[GUID, mappingText(p.name), ...fields.sort(), 'platform:Linux'].join(',')},\n`;
}
