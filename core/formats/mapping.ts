/**
 * A game-controller mapping line in the common open text format used by the SDL library.
 *
 * Buttons are numbered as its Linux backend numbers them: event codes from BTN_JOYSTICK upward
 * first, then the lower ones.
 */
import { BadInput, type Change, doing, type Input, type InputRole, type Project } from '../model';
import { buttonMap, buttonNumbers, EVENT_CODES, readerInputs } from '../controls';
import { ladderPlan } from '../ladder';
import { dtsText } from './overlay';

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

/** Device name as it stands in the mapping: no comma or line break can pass. */
export const mappingText = (text: string): string =>
  dtsText(text).replace(/[,:#]/g, ' ').replace(/\s+/g, ' ').trim();

/**
 * Keys by the device that tells them: each node of keys in the overlay is one to the system. Those of an
 * expander, of a serial pad or of rows and columns come before keys on lines of their own.
 */
function keysByDevice(p: Project): Input[][] {
  const map = buttonMap(p);
  const isIn = (ids: readonly string[]): Input[] =>
    map.inputs.flatMap(({ input }) => (ids.includes(input.id) ? [input] : []));
  const onLines = map.inputs.flatMap((m) =>
    m.gpio !== undefined && m.input.routed ? [m.input] : [],
  );
  return [
    p.controls.route === 'expander' ? readerInputs(p, map) : [],
    isIn(map.bus?.bits.map((b) => b.input) ?? []),
    // Each channel of a ladder is a device of its own.
    ...(ladderPlan(p)?.channels ?? []).map((c) => isIn(c.steps.map((s) => s.input.id))),
    isIn(map.matrix?.keys.map((k) => k.input) ?? []),
    onLines,
  ].filter((keys) => keys.length > 0);
}

const codeOf = (input: Input): number => EVENT_CODES[input.functions[0]];

/** One line for each device that tells keys. */
export function mappingLine(p: Project): string {
  const devices = keysByDevice(p);
  const lines = (devices.length ? devices : [[]]).map((keys) => {
    const numbers = buttonNumbers(keys.map(codeOf));
    const fields = keys.flatMap((input) => {
      const field = FIELD[input.functions[0]];
      return field ? [`${field}:b${numbers.get(codeOf(input))!}`] : [];
    });
    return `${[GUID, mappingText(p.name), ...fields.sort(), 'platform:Linux'].join(',')},\n`;
  });
  return lines.join('');
}

/** What a mapping line says of this build's keys. */
export interface ReadMapping {
  /** Keys that are to do something else, as edits of the map. */
  changes: Array<Extract<Change, { do: 'input' }>>;
  /** What does not fit, a sentence each. */
  misfits: string[];
}

/** No mapping line has more fields than a pad has buttons, axes and hats. */
const MOST_FIELDS = 100;

/**
 * Reads a line that was typed or made elsewhere into the roles of this build's keys.
 *
 * @throws BadInput  when it is no mapping line, or was cut short
 */
export function readMappingLine(p: Project, text: string): ReadMapping {
  const [guid = '', name, ...fields] = text.trim().replace(/,$/, '').split(',');
  if (!/^[0-9a-f]{32}$/i.test(guid) || name === undefined || !fields.length) {
    throw new BadInput(
      'mapping',
      'This is no mapping line: it begins with 32 digits of 0-9 and a-f, a name, and fields such as a:b0.',
    );
  }
  if (fields.length > MOST_FIELDS || fields.some((f) => !/^[^:]+:[^:]+$/.test(f))) {
    throw new BadInput('mapping', 'This line was cut short, or holds fields without a value.');
  }
  // The device with most keys is the pad; a line of the other one names buttons it has not.
  const [keys = []] = keysByDevice(p).sort((a, b) => b.length - a.length);
  const numbers = buttonNumbers(keys.map(codeOf));
  const byNumber = new Map(keys.map((input) => [numbers.get(codeOf(input))!, input]));
  const roles = new Map(Object.entries(FIELD).map(([role, field]) => [field, role as InputRole]));
  const misfits =
    guid.toLowerCase() === GUID
      ? []
      : ['It was made for another device: its numbers may stand for other keys.'];
  const given = new Map<Input, InputRole>();
  for (const field of fields) {
    const [what, on] = field.split(':') as [string, string];
    if (what === 'platform' || what === 'crc' || what === 'hint') continue;
    const role = roles.get(what);
    const number = /^b(\d{1,3})$/.exec(on)?.[1];
    const input = number === undefined ? undefined : byNumber.get(Number(number));
    if (!role) misfits.push(`${what}: no key of a build does this.`);
    else if (number === undefined) {
      misfits.push(`${what}: ${on} is an axis or a hat, and keys have none.`);
    } else if (!input) {
      misfits.push(`${what}: button ${number} is not there; this build has ${keys.length}.`);
    } else if (given.has(input)) {
      misfits.push(`${what}: ${input.name} already is ${given.get(input)}.`);
    } else given.set(input, role);
  }
  return {
    changes: [...given]
      .filter(([input, role]) => input.functions[0] !== role)
      .map(([input, role]) => ({ do: 'input', input: doing(input, role) })),
    misfits,
  };
}
