/** A traced board as tables: what each key closes, and one conductor for each net; and such a table read again. */
import Papa from 'papaparse';
import { BadInput, type Project, type SheetRow, Tracing } from '../model';
import { boardPlan, tracedBoard, tracedKeys } from '../trace';
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

export interface PadSheet {
  sheet: SheetRow[];
  /** The pads of the build, and those the sheet names besides. */
  pads: string[];
  /** What of it fits no key or no pads, a sentence each. */
  misfits: string[];
}

const ONE_WAY = /only/i;
const plain = (name: string): string => name.trim().toLowerCase();

/**
 * A sheet of such a board: key, role, pad, other pad, as "Keys as CSV" writes it; or key, pad, pad.
 * Keys are found by their names or by what they do.
 *
 * @throws BadInput when no row of it names a key of this build and two pads
 */
export function readPadSheet(p: Project, text: string): PadSheet {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const [head = []] = data;
  const column = (name: string): number => head.findIndex((c) => plain(c) === name);
  const at = { pad: column('pad'), other: column('other pad'), current: column('current') };
  const isOwn = at.pad >= 0 && at.other >= 0;
  const wanted = new Set(tracedKeys(p));
  const inputs = p.controls.inputs.filter((i) => wanted.has(i.id));
  const sheet: SheetRow[] = [];
  const misfits: string[] = [];
  for (const row of data.slice(isOwn ? 1 : 0, 200)) {
    const name = row[0] ?? '';
    const role = isOwn ? (row[1] ?? '') : name;
    const input =
      inputs.find((i) => plain(i.name) === plain(name)) ??
      inputs.find((i) => i.functions[0] === plain(role));
    const said = isOwn ? [row[at.pad] ?? '', row[at.other] ?? ''] : row.slice(1, 3);
    const pads = Tracing.shape.pads.safeParse(said);
    if (!input || !pads.success || pads.data.length !== 2) {
      misfits.push(
        input
          ? `${input.name}: two pads are wanted, "${said.join('" and "')}" are none.`
          : `No key here is called "${name.slice(0, 40)}".`,
      );
    } else if (sheet.some((r) => r.key === input.id)) {
      misfits.push(`${input.name} stands in the sheet twice; the first row counts.`);
    } else {
      const oneWay = isOwn && ONE_WAY.test(row[at.current] ?? '');
      const ends = pads.data as [string, string];
      sheet.push({ key: input.id, pads: ends, ...(oneWay ? { oneWay: true as const } : {}) });
    }
  }
  const pads = Tracing.shape.pads.safeParse([
    ...new Set([...(p.controls.tracing?.pads ?? []), ...sheet.flatMap((r) => r.pads)]),
  ]);
  if (!sheet.length) {
    throw new BadInput(
      'controls.tracing.sheet',
      'No row of this sheet names a key of this build and two pads: key, pad, other pad.',
    );
  }
  if (!pads.success) throw new BadInput('controls.tracing.pads', pads.error.issues[0]!.message);
  return { sheet, pads: pads.data, misfits: misfits.slice(0, 12) };
}
