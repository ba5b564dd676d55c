/** Short words for writing a build down: what is in it, where it lies, and what its keys do. */
import {
  type Block,
  type Form,
  type Input,
  type InputRole,
  type Item,
  length,
  type Length,
  type Part,
  type Placement,
} from '../model';
import { box, part } from './blocks';

export const item = (id: string, part: string, name: string, more: Partial<Item> = {}): Item => ({
  id,
  part,
  name,
  struck: [],
  ...more,
});

/** Flat in a piece, facing into the shell, set by a jig. */
export const at = (
  id: string,
  piece: string,
  x: number,
  y: number,
  more: Partial<Placement> = {},
): Placement => ({
  item: id,
  on: { piece },
  x,
  y,
  turn: 0,
  up: 'in',
  stand: 'flat',
  lift: 0,
  held: 'jig',
  ...more,
});

/** The same, held by a bracket where nothing else is said. */
export const onBracket: typeof at = (id, piece, x, y, more = {}) =>
  at(id, piece, x, y, { fixed: 'bracket', ...more });

export const input = (
  id: string,
  name: string,
  role: InputRole,
  place: Input['at'],
  more: Partial<Input> = {},
): Input => ({ id, name, functions: [role], at: place, routed: true, ...more });

/** The four ways of a pad whose switches lie 9 mm off the middle of one hole. */
export const crossPad = (opening: string): Input[] => [
  input('up', 'Pad up', 'up', { opening, dx: 0, dy: 9 }),
  input('down', 'Pad down', 'down', { opening, dx: 0, dy: -9 }),
  input('left', 'Pad left', 'left', { opening, dx: -9, dy: 0 }),
  input('right', 'Pad right', 'right', { opening, dx: 9, dy: 0 }),
];

/** Keys of one row of holes, from the first: "Answer key 1" and so on. */
export const keyRow = (opening: string, name: string, roles: readonly InputRole[]): Input[] =>
  roles.map((role, copy) =>
    input(`key-${copy + 1}`, `${name} ${copy + 1}`, role, { opening, copy }),
  );

/** A pad that somebody brings along: nothing of it is built in. */
export const wiredPad = (form: Form): Part =>
  withMeasuredSizes(
    part({
      id: 'wired-pad',
      name: 'Pad on a wire',
      family: 'controller',
      words: ['pad', 'USB', 'wired'],
      note: 'Its lead is 1.2 m. Measured with callipers.',
      massG: 140,
      price: 14,
      draws: { menu: 0.1, game: 0.15, peak: 0.25 },
      blocks: [box('body', 'body', 'body', [0, 0, 140, 80], 0, 34)],
      ports: [
        { id: 'usb', name: 'USB', carries: 'usb', role: 'takes', form, speed: 1, amps: 0.05 },
      ],
    }),
  );

/** A part whose builder has put callipers on every dimension. */
export function withMeasuredSizes(part: Part): Part {
  const again = (l: Length): Length => (l.how === 'typical' ? length(l.mm, 'calliper') : l);
  const plan = (q: Block['plan']): Block['plan'] => {
    if (q.kind === 'rect') return { ...q, w: again(q.w), h: again(q.h) };
    if (q.kind === 'circle') return { ...q, d: again(q.d) };
    return q;
  };
  const block = (b: Block): Block => {
    return { ...b, height: again(b.height), plan: plan(b.plan) };
  };
  return {
    ...part,
    source: 'mine',
    note: part.note.replace('Typical for this class, measure yours.', 'Measured with callipers.'),
    blocks: part.blocks.map(block),
  };
}
