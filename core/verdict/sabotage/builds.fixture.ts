/** Clean builds beside the demos: one fed from the wall, one grafted of two shells with parts in both. */
import { demos, libraryPart, withMeasuredSizes } from '../../catalogue';
import { portsOf } from '../../kit';
import {
  appliedAll,
  bareDock,
  type Body,
  length,
  type Part,
  type Placement,
  type Project,
  usualSeat,
  withBody,
} from '../../model';
import { hingeAt } from '../../model/joint.fixture';

const [, loaner, , paperback] = demos() as [Project, Project, Project, Project];

const stand = (
  item: string,
  piece: string,
  x: number,
  y: number,
  more: Partial<Placement> = {},
) => ({
  do: 'stand' as const,
  placement: {
    item,
    on: { piece },
    x,
    y,
    turn: 0,
    up: 'in' as const,
    stand: 'flat' as const,
    lift: 0,
    held: 'jig' as const,
    ...more,
  },
});

/** The paperback without its cell, fed at a panel socket in its bottom wall. */
export function fedFromTheWall(): Project {
  const p = appliedAll(paperback, [
    { do: 'drop', item: 'cell' },
    { do: 'drop', item: 'charger' },
    { do: 'power', set: { source: 'wall' } },
    { do: 'add', part: withMeasuredSizes(libraryPart('panel-usb-c')) },
    stand('panel-usb-c', 'back', 20, 0.5, { fixed: 'bracket' }),
  ]);
  return { ...p, id: 'wall-fed', name: 'Paperback on the wall' };
}

/** The loaner with a lid hinged at its top edge, the speaker in the lid. */
export function grafted(): Project {
  const body = loaner.shell.bodies[0]!;
  const [front, back] = body.pieces as [Body['pieces'][0], Body['pieces'][0]];
  const grille = front.openings.find((o) => o.id === 'grille')!;
  const lid: Body = {
    ...body,
    id: 'lid',
    name: 'Lid',
    closedBy: 'clips',
    outline: { kind: 'rect', w: length(172), h: length(60), r: length(8) },
    caps: [],
    underlays: [],
    pieces: [
      {
        ...front,
        id: 'lid-front',
        depth: length(9),
        zones: [],
        features: [],
        openings: [{ ...grille, id: 'lid-grille', name: 'lid grille' }],
      },
      { ...back, id: 'lid-back', depth: length(9), zones: [], features: [], openings: [] },
    ],
  };
  const closed = front.openings.filter((o) => o.id !== 'grille');
  const p: Project = {
    ...loaner,
    id: 'grafted',
    name: 'Loaner with a lid',
    way: 'graft',
    shell: {
      bodies: [{ ...body, pieces: [{ ...front, openings: closed }, back] }, lid],
      joints: [hingeAt(15, { bodies: [body, lid] })],
    },
  };
  return appliedAll(p, [stand('speaker', 'lid-front', 145, 32, { up: 'out', fixed: 'glue' })]);
}

/** The finished loaner in a dock it is pushed into with its lower edge; nothing is plugged in there. */
export function docked(): Project {
  const [body] = loaner.shell.bodies;
  const two = withBody(loaner, 'Dock', 'dock', read(bareDock(body!)));
  const seat = usualSeat(two.shell, two.shell.bodies[1]!, body!);
  const deep = length(4.5);
  const joint = read({ ...seat, pocket: { ...seat.pocket, deep }, idle: ['charger'] });
  return appliedAll({ ...two, id: 'docked', name: 'Loaner in a dock' }, [{ do: 'joint', joint }]);
}

/** Everything that was only estimated, read with a calliper. */
function read<T>(value: T): T {
  if (Array.isArray(value)) return value.map(read) as T;
  if (typeof value !== 'object' || value === null) return value;
  if ('how' in value && 'mm' in value && value.how === 'estimate') {
    return length(Number(value.mm)) as T;
  }
  return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, read(v as unknown)])) as T;
}

/** Keys that the caller's board reads. */
const CALLER_KEYS = 12;

/** The board of a bingo caller: its own chips, its pads found and named by its builder. */
function callerBoard(like: Part): Part {
  const side = ['board', 'chip'];
  return {
    id: 'caller',
    name: 'Caller board',
    family: 'sbc',
    words: ['kept', 'board'],
    note: 'Kept whole, with chips of its own.',
    source: 'mine',
    price: 0,
    blocks: like.blocks.filter((b) => side.includes(b.id)),
    holes: like.holes ?? [],
    connectors: [],
    pads: [
      { id: 'v', name: '5V', x: 8, y: 27, side: 'top' },
      { id: 'g', name: 'GND', x: 10.5, y: 27, side: 'top' },
      ...Array.from({ length: CALLER_KEYS }, (_, i): Part['pads'][number] => ({
        id: `k${i + 1}`,
        name: `IN${i + 1}`,
        x: 14 + 3 * i,
        y: 27,
        side: 'top',
      })),
    ],
    draws: like.draws!,
    host: { is: 'kept board', starts: 'own chips', keys: CALLER_KEYS },
    ports: [
      {
        id: 'rail-in',
        name: '5 V',
        carries: 'rail',
        role: 'takes',
        form: 'pads',
        volts: [4.75, 5.25],
        amps: like.draws!.peak / 5,
      },
      { id: 'picture', name: 'picture', carries: 'spi', role: 'gives', form: 'pads' },
      { id: 'sound', name: 'sound', carries: 'i2s', role: 'gives', form: 'pads' },
    ],
  };
}

/** The paperback round a board that was moved out of its old shell and runs its own games. */
export function transplanted(): Project {
  const thimble = paperback.kit.parts.find((q) => q.id === 'thimble')!;
  return {
    ...paperback,
    id: 'transplanted',
    name: 'Caller in a paperback',
    way: 'transplant',
    brief: { ...paperback.brief, families: [] },
    kit: {
      ...paperback.kit,
      parts: paperback.kit.parts.map((q) => (q === thimble ? callerBoard(thimble) : q)),
      items: paperback.kit.items.map((i) =>
        i.part === 'thimble' ? { id: i.id, part: 'caller', name: 'Caller board', struck: [] } : i,
      ),
    },
    controls: {
      ...paperback.controls,
      route: 'original board',
      inputs: paperback.controls.inputs.map((input) => {
        const unlined = { ...input };
        delete unlined.gpio;
        return unlined;
      }),
    },
  };
}

/** What runs on a lithium cell as it is, V. */
const CELL_WINDOW: [number, number] = [2.9, 4.3];

/** A load that takes the cell's own volts. */
const onCell = (q: Part): Part => ({
  ...q,
  ports: portsOf(q).map((x) =>
    x.carries === 'rail' && x.role === 'takes' ? { ...x, volts: CELL_WINDOW } : x,
  ),
});

/** A charge board that makes no rail: the loads hang on its output, which is the cell. */
function chargeOnly(like: Part): Part {
  const rest = { ...like };
  delete rest.converter;
  delete rest.ports;
  return {
    ...rest,
    id: 'charge-only',
    name: 'Charge board',
    pads: [
      ...like.pads.filter((q) => q.name.startsWith('BAT') || q.name === 'PROG'),
      { id: 'out', name: 'OUT+', x: 3, y: 3, side: 'top' },
      { id: 'back', name: 'OUT-', x: 6, y: 3, side: 'top' },
    ],
  };
}

/** The transplant again, everything on the cell's own volts. */
export function fedStraightFromCell(): Project {
  const p = transplanted();
  const step = p.kit.parts.find((q) => q.charger)!;
  return {
    ...p,
    id: 'straight-fed',
    name: 'Caller straight from its cell',
    kit: {
      ...p.kit,
      parts: p.kit.parts.map((q) => {
        if (q === step) return chargeOnly(step);
        return q.draws ? onCell(q) : q;
      }),
      items: p.kit.items.map((i) =>
        i.part === step.id ? { ...i, part: 'charge-only', name: 'Charge board' } : i,
      ),
    },
  };
}
