/**
 * What a part of one's own is made of, list by list, as a builder types it: each row's fields with
 * their names, units and limits, and what a row begins with. The form and its edits are read from
 * this table; what it cannot say no part typed by hand can have.
 */
import {
  type Block,
  BLOCK_KINDS,
  CARRIES,
  type Connector,
  FORMS,
  length,
  type Length,
  type Pad,
  type Part,
  PLUG_TYPES,
  type Port,
} from '../../model';
import { valueAt, without, withValueAt } from './paths';

export interface RowOf {
  blocks: Block;
  connectors: Connector;
  holes: NonNullable<Part['holes']>[number];
  ribbons: NonNullable<Part['ribbons']>[number];
  pads: Pad;
  ports: Port;
}
export type List = keyof RowOf;
type Row = RowOf[List];

interface Named {
  /** Where it stands in its row: `plan.x`, `at.0`. */
  key: string;
  label: string;
  /** May be left unsaid. */
  optional?: boolean;
}
export type Field = Named &
  (
    | { is: 'text'; most: number }
    /** Words apart, by commas. */
    | { is: 'words'; most: number }
    | { is: 'length' }
    | { is: 'number'; unit: string; min: number; max: number; whole?: boolean }
    | { is: 'choice'; of: readonly string[]; words?: Readonly<Record<string, string>> }
    | { is: 'yes' }
  );
export type FieldValue = string | number | boolean | Length | readonly string[];

const text = (key: string, label: string, most = 200, optional = false): Field => ({
  is: 'text',
  key,
  label,
  most,
  ...(optional ? { optional } : {}),
});
const place = (key: string, label: string): Field => ({
  is: 'number',
  key,
  label,
  unit: 'mm',
  min: -500,
  max: 500,
});
const sized = (key: string, label: string, [min, max]: readonly [number, number]): Field => ({
  is: 'number',
  key,
  label,
  unit: 'mm',
  min,
  max,
});
const choice = (
  key: string,
  label: string,
  of: readonly string[],
  more: { optional?: boolean; words?: Readonly<Record<string, string>> } = {},
): Field => ({ is: 'choice', key, label, of, ...more });
const yes = (key: string, label: string): Field => ({ is: 'yes', key, label });

const TOOLS = ['fingers', 'iron', 'wick', 'hot air', 'rotary tool', 'knife', 'cutters'] as const;

/** A way along an axis of the part, by its word. */
const WAYS: Readonly<Record<string, readonly [number, number, number]>> = {
  down: [0, -1, 0],
  up: [0, 1, 0],
  left: [-1, 0, 0],
  right: [1, 0, 0],
  'out of its top': [0, 0, 1],
  'out of its underside': [0, 0, -1],
};
const wayOf = (dir: readonly number[]): string =>
  Object.keys(WAYS).find((w) => WAYS[w]!.every((v, i) => v === dir[i])) ?? 'askew';

const blockFields = (b: Block): Field[] => [
  text('name', 'Name'),
  choice('kind', 'Kind', BLOCK_KINDS),
  choice(
    'plan.kind',
    'Seen in plan',
    b.plan.kind === 'polygon' ? ['polygon'] : ['rect', 'circle'],
    {
      words: { rect: 'a rectangle', circle: 'round', polygon: 'an outline of its own' },
    },
  ),
  ...(b.plan.kind === 'rect'
    ? [
        { is: 'length' as const, key: 'plan.w', label: 'width' },
        { is: 'length' as const, key: 'plan.h', label: 'length' },
      ]
    : []),
  ...(b.plan.kind === 'circle'
    ? [{ is: 'length' as const, key: 'plan.d', label: 'diameter' }]
    : []),
  { is: 'length', key: 'height', label: 'height' },
  ...(b.plan.kind === 'polygon'
    ? []
    : [
        place('plan.x', b.plan.kind === 'circle' ? 'Middle, x' : "From the part's datum, x"),
        place('plan.y', b.plan.kind === 'circle' ? 'Middle, y' : 'y'),
      ]),
  place('base', "Base above the board's underside"),
  choice('axis', 'Stands along', ['x', 'y', 'z'], { words: { z: 'its own height' } }),
  yes('soft', 'Gives way to a touch: foam, wire'),
  choice('removable.tool', 'Comes off with', TOOLS, { optional: true }),
  ...(b.removable
    ? [
        {
          is: 'number' as const,
          key: 'removable.difficulty',
          label: 'How hard, 1 to 5',
          unit: '',
          min: 1,
          max: 5,
          whole: true,
        },
        text('removable.lost', 'What is lost, and must then be wired', 300),
        text('removable.risk', 'What may go wrong', 300),
      ]
    : []),
  {
    is: 'number',
    key: 'presses.strokeMm',
    label: 'Works pressed in, stroke',
    unit: 'mm',
    min: 0.01,
    max: 50,
    optional: true,
  },
  ...(b.presses
    ? [
        share('presses.least', 'pressed by at least, as a share'),
        share('presses.most', 'at most'),
        {
          is: 'number' as const,
          key: 'presses.forceN',
          label: 'Force of one',
          unit: 'N',
          min: 0,
          max: 50,
          optional: true,
        },
        {
          is: 'number' as const,
          key: 'presses.count',
          label: 'How many',
          unit: '',
          min: 1,
          max: 400,
          whole: true,
          optional: true,
        },
      ]
    : []),
];
const share = (key: string, label: string): Field => ({
  is: 'number',
  key,
  label,
  unit: '',
  min: 0,
  max: 1,
});

const connectorFields = (blocks: readonly Block[]): Field[] => [
  text('name', 'Name'),
  choice('type', 'Takes', PLUG_TYPES),
  choice('dir', 'Plug is pulled', Object.keys(WAYS)),
  onBlock(blocks),
  yes('outside', 'Reached from outside, as is usual'),
  place('at.0', 'Mouth, x'),
  place('at.1', 'Mouth, y'),
  place('at.2', 'Mouth, above the underside'),
];
const onBlock = (blocks: readonly Block[]): Field =>
  choice(
    'block',
    'On block',
    blocks.map((b) => b.id),
    { optional: true, words: Object.fromEntries(blocks.map((b) => [b.id, b.name])) },
  );

const RIBBON: readonly Field[] = [
  text('name', 'Name'),
  place('at.0', 'Leaves at, x'),
  place('at.1', 'Leaves at, y'),
  place('at.2', 'Above the underside'),
  choice('dir', 'Runs', Object.keys(WAYS)),
  sized('widthMm', 'Width', [0.1, 100]),
  sized('lengthMm', 'Length', [0.1, 500]),
  { is: 'number', key: 'ways', label: 'Ways', unit: '', min: 2, max: 80, whole: true },
  sized('endMm', 'Thickness of its end', [0.01, 1]),
  choice('contacts', 'Contacts on its', ['top', 'bottom']),
];

const portFields = (blocks: readonly Block[], p: Port): Field[] => [
  text('name', 'What it is called', 80),
  choice('role', 'Gives or takes', ['gives', 'takes']),
  choice('carries', 'What runs through it', CARRIES),
  choice('form', 'How it is joined', FORMS),
  onBlock(blocks),
  ...(p.block ? [yes('padsLeft', 'Its pads stay when the block is off')] : []),
  { is: 'number', key: 'volts.0', label: 'From', unit: 'V', min: 0, max: 60, optional: true },
  { is: 'number', key: 'volts.1', label: 'to', unit: 'V', min: 0, max: 60, optional: true },
  { is: 'number', key: 'amps', label: 'at most', unit: 'A', min: 0, max: 50, optional: true },
  counted('count', 'Equal ones', 80),
  counted('speed', 'USB generation', 3),
  choice('contacts', 'Contacts on its', ['top', 'bottom', 'both'], { optional: true }),
  { ...sized('pitchMm', 'Contact to contact', [0.2, 5]), optional: true },
  { ...sized('endMm', 'Clamps an end of', [0.05, 1]), optional: true },
  said('pullDowns', 'Its two 5.1 kΩ pull-downs are', 'there', 'missing'),
  said('switching', 'With a plug in, its contacts', 'cut the speaker', 'leave it on'),
];
/** A yes or a no where saying neither is a third thing. */
const said = (key: string, label: string, isSo: string, isNot: string): Field =>
  choice(key, label, ['yes', 'no'], { optional: true, words: { yes: isSo, no: isNot } });
const counted = (key: string, label: string, max: number): Field => ({
  is: 'number',
  key,
  label,
  unit: '',
  min: 1,
  max,
  whole: true,
  optional: true,
});

const PAD: readonly Field[] = [
  text('name', 'Name', 40),
  place('x', 'x'),
  place('y', 'y'),
  choice('side', 'Side', ['top', 'bottom']),
  {
    is: 'number',
    key: 'gpio',
    label: 'Line',
    unit: '',
    min: 0,
    max: 63,
    whole: true,
    optional: true,
  },
  { is: 'words', key: 'also', label: 'Also called', most: 8, optional: true },
];
const HOLE: readonly Field[] = [
  place('x', 'Middle, x'),
  place('y', 'y'),
  sized('d', 'Across', [0.1, 50]),
];

/** The fields of one row. */
export function fieldsOf<L extends List>(part: Part, list: L, row: RowOf[L]): readonly Field[] {
  const by: { [K in List]: (r: RowOf[K]) => readonly Field[] } = {
    blocks: blockFields,
    connectors: () => connectorFields(part.blocks),
    holes: () => HOLE,
    ribbons: () => RIBBON,
    pads: () => PAD,
    ports: (p) => portFields(part.blocks, p),
  };
  return by[list](row);
}

/** What a new row begins with: usual, to be measured. */
const BEGIN: { readonly [L in List]: (id: string, n: number) => RowOf[L] } = {
  blocks: (id) => ({
    id,
    name: 'new block',
    kind: 'body',
    plan: { kind: 'rect', x: 0, y: 0, w: length(8, 'estimate'), h: length(8, 'estimate') },
    axis: 'z',
    base: 1.6,
    height: length(3, 'estimate'),
  }),
  connectors: (id) => ({
    id,
    name: 'socket',
    type: 'usb-c',
    at: [0, 0, 3.2],
    dir: [0, -1, 0],
    outside: true,
  }),
  holes: (_, n) => ({ x: 3 + 5 * n, y: 3, d: 2.5 }),
  ribbons: (id) => ({
    id,
    name: 'ribbon',
    at: [0, 0, 1],
    dir: [0, -1, 0],
    widthMm: 10,
    lengthMm: 30,
    ways: 10,
    endMm: 0.3,
    contacts: 'bottom',
  }),
  pads: (id, n) => ({ id, name: `pad ${n + 1}`, x: 2 + 2.54 * n, y: 1.5, side: 'top' }),
  ports: (id) => ({ id, name: 'power', carries: 'rail', role: 'takes', form: 'pads' }),
};
const ID_OF: Readonly<Record<List, string>> = {
  blocks: 'block',
  connectors: 'socket',
  holes: 'hole',
  ribbons: 'ribbon',
  pads: '',
  ports: 'end',
};
/** As many as the document takes. */
export const MOST_ROWS: Readonly<Record<List, number>> = {
  blocks: 60,
  connectors: 30,
  holes: 20,
  ribbons: 6,
  pads: 80,
  ports: 40,
};

export const rowsOf = <L extends List>(part: Part, list: L): ReadonlyArray<RowOf[L]> =>
  (part[list] ?? []) as unknown as ReadonlyArray<RowOf[L]>;

const withRows = (part: Part, list: List, rows: readonly Row[]): Part => {
  const next: Part = { ...part, source: 'mine', [list]: rows };
  // What may be left out of the document is, where nothing is in it.
  if (!rows.length && (list === 'holes' || list === 'ribbons' || list === 'ports')) {
    delete next[list];
  }
  return next;
};

/** A part with one row more. @throws RangeError when the list is full */
export function withNewRow(part: Part, list: List): Part {
  const rows = rowsOf(part, list);
  if (rows.length >= MOST_ROWS[list]) {
    throw new RangeError(`A part has at most ${MOST_ROWS[list]} ${list}.`);
  }
  const ids = new Set(rows.map((r) => ('id' in r ? r.id : '')));
  let id = ID_OF[list] || '1';
  for (let n = 2; ids.has(id); n++) id = ID_OF[list] ? `${ID_OF[list]}-${n}` : String(n);
  return withRows(part, list, [...rows, BEGIN[list](id, rows.length)]);
}

/** A part without a row; a block takes its sockets with it. */
export function withoutRow(part: Part, list: List, index: number): Part {
  const rows = rowsOf(part, list);
  const next = withRows(
    part,
    list,
    rows.filter((_, i) => i !== index),
  );
  if (list !== 'blocks') return next;
  const gone = part.blocks[index]?.id;
  const ports = part.ports?.filter((p) => p.block !== gone || p.padsLeft);
  return {
    ...next,
    connectors: part.connectors.filter((c) => c.block !== gone),
    ...(ports ? { ports: ports.map((p) => (p.block === gone ? without(p, 'block') : p)) } : {}),
  };
}
/** What a field of a row says, or nothing. */
export function fieldValue(row: Row, { key, is }: Field): FieldValue | undefined {
  const value = valueAt(row, key.split('.'));
  if (key === 'dir') return wayOf(value as readonly number[]);
  if (is === 'yes') return value === true;
  if (is === 'choice' && typeof value === 'boolean') return value ? 'yes' : 'no';
  return value as FieldValue | undefined;
}

/** What stands beside a field that was just said for the first time. */
const WITH: Readonly<Record<string, object>> = {
  removable: { tool: 'iron', difficulty: 3, risk: '', lost: '' },
  presses: { strokeMm: 1, least: 0.2, most: 0.8 },
};

/**
 * A part with one field of a row set.
 *
 * @param value  nothing takes it out, and what hangs on it
 */
export function withField(
  part: Part,
  list: List,
  index: number,
  field: Field,
  value: FieldValue | undefined,
): Part {
  const rows = rowsOf(part, list);
  return withRows(
    part,
    list,
    rows.map((row, i) => (i === index ? withValue(row, field, value) : row)),
  );
}

function withValue(row: Row, { key, is }: Field, value: FieldValue | undefined): Row {
  if (key === 'dir') return { ...row, dir: [...WAYS[value as string]!] };
  if (key === 'plan.kind') return { ...row, plan: planAs((row as Block).plan, value) };
  if (key === 'volts.0' || key === 'volts.1') return withVolts(row as Port, key, value);
  const path = key.split('.');
  const [first] = path as [string];
  // A plain no is left unsaid, but for what the document always says.
  const isNo = is === 'yes' && value === false && key !== 'outside';
  const none = Array.isArray(value) && value.length === 0;
  if (value === undefined || isNo || none) {
    const goesWhole = key === 'removable.tool' || key === 'presses.strokeMm' || path.length === 1;
    if (goesWhole) {
      return without(row as unknown as Record<string, unknown>, first) as unknown as Row;
    }
    return {
      ...row,
      [first]: without(valueAt(row, [first]) as Record<string, unknown>, path[1]!),
    };
  }
  const before = valueAt(row, [first]) ?? WITH[first];
  const isYesNo = is === 'choice' && (value === 'yes' || value === 'no');
  const stored = isYesNo ? value === 'yes' : value;
  return { ...row, [first]: withValueAt(before, path.slice(1), stored) };
}

/** A window never turns round: its other end gives way; emptied it is gone whole. */
function withVolts(p: Port, key: 'volts.0' | 'volts.1', value: FieldValue | undefined): Port {
  if (typeof value !== 'number') return without(p, 'volts');
  const [low, high] = p.volts ?? [value, value];
  const volts: [number, number] =
    key === 'volts.0' ? [value, Math.max(value, high)] : [Math.min(low, value), value];
  return { ...p, volts };
}

/** The same place and about the same size in another shape. */
function planAs(plan: Block['plan'], kind: FieldValue | undefined): Block['plan'] {
  if (plan.kind === 'rect' && kind === 'circle') {
    const { x, y, w, h } = plan;
    return { kind: 'circle', x: x + w.mm / 2, y: y + h.mm / 2, d: w };
  }
  if (plan.kind === 'circle' && kind === 'rect') {
    const { x, y, d } = plan;
    return { kind: 'rect', x: x - d.mm / 2, y: y - d.mm / 2, w: d, h: d };
  }
  return plan;
}

/** What can be moved on the drawing: where its row says it lies. */
const PLACED: Readonly<Record<List, readonly [string, string]>> = {
  blocks: ['plan.x', 'plan.y'],
  connectors: ['at.0', 'at.1'],
  holes: ['x', 'y'],
  ribbons: ['at.0', 'at.1'],
  pads: ['x', 'y'],
  ports: ['', ''],
};
const hundredth = (mm: number): number => Math.round(mm * 100) / 100;

/**
 * A part with a row moved in plan; a block takes its sockets with it.
 *
 * @param dx, dy  in the part's own frame, mm
 */
export function withMoved(part: Part, list: List, index: number, dx: number, dy: number): Part {
  const [px, py] = PLACED[list];
  const moved = <R extends Row>(row: R): R => {
    const [x, y] = [valueAt(row, px.split('.')), valueAt(row, py.split('.'))];
    if (typeof x !== 'number' || typeof y !== 'number') return row;
    const along = withValueAt(row, px.split('.'), hundredth(x + dx));
    return withValueAt(along, py.split('.'), hundredth(y + dy)) as R;
  };
  const next = withRows(
    part,
    list,
    rowsOf(part, list).map((row, i) => (i === index ? moved(row) : row)),
  );
  const block = list === 'blocks' ? part.blocks[index]?.id : undefined;
  if (block === undefined) return next;
  const onIt = (c: Connector): Connector =>
    c.block === block
      ? { ...c, at: [hundredth(c.at[0] + dx), hundredth(c.at[1] + dy), c.at[2]] }
      : c;
  return { ...next, connectors: next.connectors.map(onIt) };
}
