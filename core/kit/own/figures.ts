/**
 * The electrical figures of a part by its kind, as they are asked on the bench: what each is called,
 * in which unit, what it may be, and what is not judged while it is missing. The form, the list of
 * what is still owed and the words for a bad figure are all read from this table.
 */
import {
  CARRIES,
  CHEMISTRIES,
  type Family,
  FORMS,
  HOST_KINDS,
  HOST_STARTS,
  LEAVES,
  type Part,
} from '../../model';
import { valueAt, without, withValueAt } from './paths';

/** Groups of figures of a part, one object each in the document. */
export type Group =
  | 'cell'
  | 'charger'
  | 'converter'
  | 'protects'
  | 'screen'
  | 'amp'
  | 'speaker'
  | 'computer'
  | 'host'
  | 'off'
  | 'draws'
  | 'antenna'
  | 'lead';

export type Value = number | string | boolean;
interface Asked {
  key: string;
  label: string;
  unit?: string;
  /** What it begins with when another figure of its group is typed first: typical. */
  typical: Value;
  /** What is judged by it; nothing when it only refines. */
  judges?: string;
}
interface NumberAsked extends Asked {
  is: 'number';
  min: number;
  max: number;
  whole?: boolean;
  /** May be left out of the document. */
  optional?: boolean;
}
interface ChoiceAsked extends Asked {
  is: 'choice';
  of: readonly string[];
  /** May be left out of the document. */
  optional?: boolean;
  /** Two of one kind, one for each end, apart by " / ". */
  isPair?: boolean;
}
interface YesAsked extends Asked {
  is: 'yes';
}
export type Figure = NumberAsked | ChoiceAsked | YesAsked;

const number = (
  key: string,
  label: string,
  unit: string,
  [min, max]: readonly [number, number],
  typical: number,
  more: Partial<NumberAsked> = {},
): NumberAsked => ({ is: 'number', key, label, unit, min, max, typical, ...more });
const whole = (
  key: string,
  label: string,
  range: readonly [number, number],
  typical: number,
  more: Partial<NumberAsked> = {},
): NumberAsked => number(key, label, '', range, typical, { whole: true, ...more });
const choice = (
  key: string,
  label: string,
  of: readonly string[],
  typical: string,
  more: Partial<ChoiceAsked> = {},
): ChoiceAsked => ({
  is: 'choice',
  key,
  label,
  of,
  typical,
  ...more,
});
/** Every two of these. */
const pairs = (of: readonly string[]): string[] => of.flatMap((a) => of.map((b) => `${a} / ${b}`));
const yes = (key: string, label: string, typical = false): YesAsked => ({
  is: 'yes',
  key,
  label,
  typical,
});

/** Figures of each group, those that verdicts hang on first. */
export const FIGURES: Readonly<Record<Group, readonly Figure[]>> = {
  cell: [
    number('capacityAh', 'Capacity', 'Ah', [0.01, 60], 1, { judges: 'hours and charging' }),
    whole('series', 'Cells in series', [1, 6], 1, { judges: 'every voltage' }),
    choice('kind', 'Kind of cell', ['pouch', 'cylinder', 'bank', 'bay'], 'pouch'),
    number('fullV', 'Full', 'V', [0.1, 30], 4.2, { judges: 'what its loads must bear' }),
    number('cutoffV', 'Cut-off', 'V', [0.1, 30], 3, { judges: 'whether loads run to the end' }),
    number('maxChargeC', 'Charge at most', 'C', [0.01, 10], 1, { judges: 'the charge current' }),
    number('maxDischargeC', 'Discharge at most', 'C', [0.01, 100], 2, { judges: 'the peak' }),
    number('rOhm', 'Resistance of the pack', 'Ω', [0, 5], 0.15, { judges: 'sag at the peak' }),
    choice('chemistry', 'Made of', CHEMISTRIES, 'lithium', { optional: true }),
    yes('bare', 'No protection board of its own'),
  ],
  charger: [
    number('kVolts', 'Constant K (I = K / R)', 'V', [1, 100_000], 1200, {
      judges: 'the charge current',
    }),
    number('rProgOhm', 'Program resistor', 'Ω', [1, 10_000_000], 1200, {
      judges: 'the charge current',
    }),
    number('tolerance', 'Off by, as a share', '', [0, 0.5], 0.1),
    whole('series', 'Cells in series it charges', [1, 6], 1, { optional: true }),
    number('endV', 'Ends at, one cell', 'V', [1, 4.5], 4.2, {
      judges: 'whether the cell bears it',
      optional: true,
    }),
    yes('powerPath', 'Feeds the build beside the cell (power path)'),
    yes('switching', 'A switching charger, not a linear one'),
  ],
  converter: [
    choice('kind', 'Kind of converter', ['boost', 'buck', 'buck-boost', 'linear'], 'boost'),
    number('outV', 'Gives', 'V', [0.1, 24], 5, { judges: 'what its loads get' }),
    number('limitA', 'At most', 'A', [0.01, 20], 1, { judges: 'the peak' }),
    number('minInV', 'Runs from', 'V', [0.1, 30], 3, { judges: 'whether it runs to the end' }),
    number('maxInV', 'Bears up to', 'V', [0.1, 60], 5.5, { optional: true }),
    number('efficiency', 'Efficiency, as a share', '', [0.31, 1], 0.88, { judges: 'hours' }),
    number('idleA', 'Takes with nothing on', 'A', [0, 1], 0.002),
    yes('switchRated', 'A boost whose amps are those of its switch'),
  ],
  protects: [
    whole('series', 'Cells in series it guards', [1, 6], 1, {
      judges: 'whether it suits the pack',
    }),
    number('limitA', 'Cuts off at', 'A', [0.01, 100], 5, { judges: 'the peak' }),
  ],
  screen: [
    number('diagonalIn', 'Diagonal', 'in', [0.1, 20], 2.8, { judges: 'the picture goal' }),
    choice(
      'link',
      'Its picture comes by',
      ['spi', 'parallel', 'composite', 'hdmi', 'panel'],
      'spi',
    ),
    whole('px.0', 'Pixels across', [1, 10_000], 320, { judges: 'scale and sharpness' }),
    whole('px.1', 'Pixels up', [1, 10_000], 240, { judges: 'scale and sharpness' }),
    number('active.w', 'Lit area, width', 'mm', [0.1, 500], 57.6, { judges: 'window and picture' }),
    number('active.h', 'Lit area, height', 'mm', [0.1, 500], 43.2, {
      judges: 'window and picture',
    }),
    number('active.x', 'Lit area from the datum, x', 'mm', [-500, 500], 0),
    number('active.y', 'Lit area from the datum, y', 'mm', [-500, 500], 0),
    yes('standing', 'Made standing: its picture is turned'),
  ],
  amp: [
    number('minOhm', 'Speaker at least', 'Ω', [0.1, 64], 4, { judges: 'the speaker' }),
    whole('channels', 'Channels', [1, 2], 1, { judges: 'how many speakers' }),
    yes('bridged', 'Bridge output: neither end on ground', true),
  ],
  speaker: [
    number('ohm', 'Coil', 'Ω', [0.1, 64], 8, { judges: 'the amplifier' }),
    number('ratedW', 'Bears', 'W', [0.01, 20], 1, { judges: 'loudness' }),
    number('sensitivityDb', 'Level at 1 W and 1 m', 'dB', [40, 110], 78, {
      optional: true,
      judges: 'loudness',
    }),
  ],
  computer: [
    whole('speed', 'Class, 1 to 5', [1, 5], 2, { judges: 'which games run' }),
    yes('radio', 'Has a radio'),
    number('throttleC', 'Slows down from', '°C', [40, 130], 85, { optional: true }),
  ],
  host: [
    choice('is', 'Runs the games as a', HOST_KINDS, 'kept board'),
    choice('starts', 'Starts from', HOST_STARTS, 'own chips'),
    whole('keys', 'Keys its own pads read', [0, 60], 8),
  ],
  off: [
    choice('kind', 'Turns it off as a', ['latch', 'switch'], 'switch'),
    number('amps', 'Carries', 'A', [0.01, 50], 1, { judges: 'whether its contacts last' }),
  ],
  draws: [
    number('menu', 'Draws in the menu', 'W', [0, 60], 0, { judges: 'hours' }),
    number('game', 'Draws in a game', 'W', [0, 60], 0, { judges: 'hours' }),
    number('peak', 'Draws at its peak', 'W', [0, 60], 0, { judges: 'the rail at its worst' }),
  ],
  antenna: [
    number('x', 'From the datum, x', 'mm', [-500, 500], 0),
    number('y', 'y', 'mm', [-500, 500], 0),
    number('w', 'Width', 'mm', [0.1, 100], 8, { judges: 'metal and hands over it' }),
    number('h', 'Length', 'mm', [0.1, 100], 4, { judges: 'metal and hands over it' }),
  ],
  lead: [
    choice('carries', 'Carries', CARRIES, 'usb'),
    choice('ends', 'Its ends', pairs(FORMS), 'usb-a / usb-c', { isPair: true }),
    number('longMm', 'Long', 'mm', [1, 2000], 100, { optional: true, judges: 'how it is laid' }),
    choice('leaves', 'Its ribbon leaves the plugs', pairs(LEAVES), 'straight / straight', {
      isPair: true,
      optional: true,
    }),
  ],
};

export const GROUP_NAMES: Readonly<Record<Group, string>> = {
  cell: 'The cell',
  charger: 'Charging',
  converter: 'The rail it makes',
  protects: 'Guarding',
  screen: 'The picture',
  amp: 'Sound out',
  speaker: 'The coil',
  computer: 'The computer',
  host: 'No computer board, but',
  off: 'Turning off',
  draws: 'What it draws from 5 V',
  antenna: 'Its antenna',
  lead: 'The lead',
};

/** What a part of each kind is asked for; the first is what makes it one of its kind. */
export const GROUPS_OF: Readonly<Record<Family, readonly Group[]>> = {
  sbc: ['computer', 'draws', 'antenna', 'host'],
  screen: ['screen', 'draws'],
  cell: ['cell'],
  charger: ['charger', 'converter'],
  converter: ['converter'],
  audio: ['amp', 'draws'],
  speaker: ['speaker'],
  switch: ['off'],
  controller: ['draws', 'antenna'],
  expander: ['draws'],
  storage: [],
  hub: ['draws'],
  latch: ['off'],
  hardware: [],
  lead: ['lead'],
  protection: ['protects'],
  cooling: ['draws'],
};

const GROUPS = Object.keys(GROUP_NAMES) as Group[];

/** What this very part is asked for: one that is no computer board is not asked for its class; what it has beside its kind. */
export const groupsOf = (part: Part): readonly Group[] => [
  ...GROUPS_OF[part.family].filter((group) => group !== 'computer' || part.host === undefined),
  ...GROUPS.filter((g) => part[g] !== undefined && !GROUPS_OF[part.family].includes(g)),
];

/** What it may have beside what its kind is asked for: a board that carries an amplifier too. */
export const furtherGroups = (part: Part): readonly Group[] =>
  GROUPS.filter((g) => part[g] === undefined && !GROUPS_OF[part.family].includes(g));

/** A part that has a group more, with what is usual of it. */
export const withGroup = (part: Part, group: Group): Part => ({
  ...part,
  source: 'mine',
  [group]: typicalOf(group),
});

/** A figure as it stands in the part, or nothing. */
export function figureOf(part: Part, group: Group, key: string): Value | undefined {
  const value = valueAt(part[group], key.split('.'));
  return Array.isArray(value) ? value.join(PAIR) : (value as Value | undefined);
}
const PAIR = ' / ';

/** Whether a group begins with this figure: an optional one and a plain no are left unsaid. */
const begins = (f: Figure): boolean => (f.is === 'yes' ? f.typical === true : !f.optional);

/** A pair is two in the document. */
const stored = (f: Figure | undefined, value: Value): unknown =>
  f?.is === 'choice' && f.isPair ? String(value).split(PAIR) : value;

/** A group of which nothing is known yet: what is usual, to be measured. */
const typicalOf = (group: Group): object =>
  FIGURES[group]
    .filter(begins)
    .reduce<object>(
      (g, f) => withValueAt(g, f.key.split('.'), stored(f, f.typical)) as object,
      REQUIRED_YES[group] ?? {},
    );
/** Yes-or-no figures that the document always says. */
const REQUIRED_YES: Partial<Record<Group, object>> = {
  amp: { bridged: false },
  computer: { radio: false },
};

/**
 * A part with one figure set; the first of a group brings the usual values of the others.
 *
 * @param value  nothing takes it out: an optional figure goes, of another its whole group
 */
export function withFigure(part: Part, group: Group, key: string, value: Value | undefined): Part {
  const figure = FIGURES[group].find((f) => f.key === key);
  const optional = figure?.is === 'yes' || figure?.optional;
  if (value === undefined && !optional) return without(part, group);
  const path = key.split('.');
  const always = valueAt(REQUIRED_YES[group], path) !== undefined;
  const before = part[group] ?? typicalOf(group);
  if (value === undefined || (value === false && !always)) {
    return { ...part, source: 'mine', [group]: without(before, key) };
  }
  return { ...part, source: 'mine', [group]: withValueAt(before, path, stored(figure, value)) };
}

export interface Owed {
  group: Group;
  label: string;
  judges: string;
}

/** What a part of its kind does not say yet, and what cannot be judged for that. */
export const owed = (part: Part): Owed[] =>
  groupsOf(part).flatMap((group) =>
    part[group] === undefined
      ? FIGURES[group].flatMap((f) =>
          f.judges ? [{ group, label: f.label, judges: f.judges }] : [],
        )
      : [],
  );
