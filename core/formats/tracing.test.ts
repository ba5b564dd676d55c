/** The tables of a traced board: every key with its pads, every net with its keys, and nothing a spreadsheet runs. */
import Papa from 'papaparse';
import { demos } from '../catalogue';
import { type Project } from '../model';
import { tracedKeys } from '../trace';
import { type KeptBoard, readPlainly } from '../trace/kept.fixture';
import { keyPadTable, padWireTable, readPadSheet } from './tracing';

const linnet = demos().find((p) => p.id === 'linnet')!;
const keys = tracedKeys(linnet);
const board: KeptBoard = {
  pads: ['C', ...keys.map((_, k) => `P${k}`)],
  net: [0, ...keys.map((_, k) => k + 1)],
  keys: keys.map((id, k) => ({ id, halves: [0, k + 1], diode: 0, side: 1, ohm: 100 + k })),
};
const read: Project = {
  ...linnet,
  controls: { ...linnet.controls, tracing: { pads: board.pads, readings: readPlainly(board) } },
};
const rows = (text: string): string[][] =>
  Papa.parse<string[]>(text.trim(), { delimiter: ',' }).data;

test('key by key, with the ohms that were read', () => {
  const [, ...told] = rows(keyPadTable(read));
  expect(told.map((r) => r.slice(2, 4).sort())).toEqual(keys.map((_, k) => ['C', `P${k}`]));
  expect(told.map((r) => Number(r[5]))).toEqual(keys.map((_, k) => 100 + k + 0.8));
});

test('net by net: the common pad has every key, each other pad one', () => {
  const [, ...told] = rows(padWireTable(read));
  const common = told.find((r) => r[2] === 'common')!;
  expect([common[0], common[3]!.split(', ').length]).toEqual(['C', keys.length]);
  expect(
    told
      .filter((r) => r[2] === 'own')
      .map((r) => r[0])
      .sort(),
  ).toEqual(keys.map((_, k) => `P${k}`).sort());
});

test('a name that is a formula is text; nothing traced is said in a sentence', () => {
  const inputs = read.controls.inputs.map((i) => ({ ...i, name: '=cmd|A1' }));
  const hostile = { ...read, controls: { ...read.controls, inputs } };
  for (const table of [keyPadTable(hostile), padWireTable(hostile)]) {
    expect(
      rows(table)
        .flat()
        .some((cell) => cell.startsWith('=')),
    ).toBe(false);
  }
  expect(() => keyPadTable(linnet)).toThrow('No key of the kept board is traced yet');
});

describe('a sheet of such a board', () => {
  const said = (text: string) => readPadSheet(linnet, text);

  test('written and read again says the same of every key', () => {
    const { sheet, pads, misfits } = said(keyPadTable(read));
    expect(sheet.map((r) => [r.key, ...[...r.pads].sort()])).toEqual(
      keys.map((id, k) => [id, 'C', `P${k}`]),
    );
    expect([new Set(pads), misfits]).toEqual([new Set(board.pads), []]);
  });

  test('by name or by what a key does; what fits nothing is said, and the rest counts', () => {
    const [first, second, third] = linnet.controls.inputs.map((i) => ({ ...i }));
    const { sheet, misfits } = said(
      `${first!.name.toUpperCase()},1,2\n${second!.functions[0]},1,3\nroof,1,4\n${first!.name},1,9\n${third!.name},5,5`,
    );
    expect(sheet.map((r) => r.pads)).toEqual([
      ['1', '2'],
      ['1', '3'],
    ]);
    expect(misfits).toEqual([
      'No key here is called "roof".',
      `${first!.name} stands in the sheet twice; the first row counts.`,
      `${third!.name}: two pads are wanted, "5" and "5" are none.`,
    ]);
  });

  test.each(['', 'nonsense', 'a,b,c,d', '\u0000,1,2'])('%j is refused in a sentence', (text) => {
    expect(() => said(text)).toThrow('No row of this sheet names a key of this build and two pads');
  });
});
