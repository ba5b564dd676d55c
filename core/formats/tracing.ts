/** A traced board as tables: what each key closes, and one conductor for each net. */
import { BadInput, type Project } from '../model';
import { boardPlan, tracedBoard } from '../trace';
import { csv } from './csv';

function found(p: Project) {
  const board = tracedBoard(p);
  if (!board?.keys.some((k) => k.isSure)) {
    throw new BadInput(
      'controls.tracing',
      'No key of the kept board is traced yet: there is nothing to put in the table.',
    );
  }
  return board;
}
const nameOf = (p: Project, id: string): string =>
  p.controls.inputs.find((i) => i.id === id)?.name ?? id;

/** Key by key: its two pads, the way of the current, and the ohms it reads when held. */
export function keyPadTable(p: Project): string {
  return csv([
    ['key', 'role', 'pad', 'other pad', 'current', 'ohms held'],
    ...found(p).keys.map((k) => [
      nameOf(p, k.key),
      p.controls.inputs.find((i) => i.id === k.key)?.functions[0] ?? '',
      k.isSure ? (k.pads?.[0] ?? 'none') : 'not traced',
      k.isSure ? (k.pads?.[1] ?? 'none') : 'not traced',
      k.runs === 'both' ? 'both ways' : 'first to other pad only',
      k.ohm ?? '',
    ]),
  ]);
}

/** Net by net: where it is soldered, what it is, and the keys on it. */
export function padWireTable(p: Project): string {
  const plan = boardPlan(found(p));
  return csv([
    ['pad', 'joined with', 'use', 'keys', 'colour as wired', 'done'],
    ...(plan?.nets ?? []).map((n) => [
      n.pad,
      n.also.join(' '),
      n.is,
      n.keys.map((k) => nameOf(p, k)).join(', '),
      '',
      '',
    ]),
  ]);
}
