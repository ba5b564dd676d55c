/** Pads of a kept board tapped for the header: they take its lines, one a key, or one a row and a column. */
import { demos, STARTER_PARTS } from '../catalogue';
import { netsOf } from '../wiring';
import { sceneOf } from '../fit';
import { applied, type Project } from '../model';
import { pressPlan } from '../press';
import { check } from '../verdict';
import { tracedKeys } from '../trace';
import { type KeptBoard, readPlainly } from '../trace/kept.fixture';
import { buttonMap, pinUses } from './index';
import { tapped } from './tapped.fixture';

const done = demos().find((p) => p.id === 'dabchick-2-done')!;
const kept = tapped(done)!;
const keys = tracedKeys(kept);

/** Rows of four, drawn by hand. */
function gridOf(p: Project): Project {
  const rows = Math.ceil(keys.length / 4);
  const board: KeptBoard = {
    pads: Array.from({ length: rows + 4 }, (_, n) => (n < rows ? `R${n}` : `C${n - rows}`)),
    net: Array.from({ length: rows + 4 }, (_, n) => n),
    keys: keys.map((id, k) => ({
      id,
      halves: [Math.floor(k / 4), rows + (k % 4)],
      diode: 1,
      side: 1,
      ohm: 90,
    })),
  };
  const tracing = { pads: board.pads, readings: readPlainly(board) };
  return { ...p, controls: { ...p.controls, tracing } };
}
const parallel = STARTER_PARTS.find((q) => q.screen?.link === 'parallel')!;
const besideParallel = (p: Project): Project =>
  applied(p, {
    do: 'swap',
    item: p.kit.items.find((i) => p.kit.parts.find((q) => q.id === i.part)?.screen)!.id,
    part: parallel,
  });

test('one line a key, each its own', () => {
  const lines = buttonMap(kept).inputs.map((m) => m.gpio);
  expect(lines).not.toContain(undefined);
  expect(new Set(lines).size).toBe(keys.length);
  expect(pressPlan(kept).keys.every((k) => k.line.startsWith('GPIO'))).toBe(true);
});

test('one ground for the whole board, not one a key', () => {
  const nets = netsOf(kept, sceneOf(kept), buttonMap(kept));
  const own = nets.filter((n) => n.a.pad.startsWith('at '));
  expect(own.filter((n) => n.what === 'ground')).toHaveLength(1);
  expect(own.filter((n) => n.what === 'signal')).toHaveLength(keys.length);
});

test('beside a parallel picture there are too few lines, and the verdict says so', () => {
  const few = besideParallel(kept);
  const said = check(few).findings.filter((f) => f.check === 'pins' && f.code === 'short');
  expect(said.map((f) => f.title)).toEqual(['Twelve inputs, six free lines']);
});

describe('a board of rows and columns', () => {
  const grid = gridOf(kept);
  const map = buttonMap(grid);

  test('takes a line for each row and column, and no more', () => {
    expect(map.matrix?.lines.map((l) => l.pad).sort()).toEqual(
      ['C0', 'C1', 'C2', 'C3', 'R0', 'R1', 'R2'].sort(),
    );
    const lines = map.matrix!.lines.map((l) => l.gpio);
    expect(new Set(lines).size).toBe(7);
    expect(lines.every((g) => map.lines.free.includes(g!))).toBe(true);
    expect(map.inputs.some((m) => m.gpio !== undefined)).toBe(false);
    expect(map.total.working[0]).toBe(
      '12 keys on 3 rows and 4 columns: one wire for each, 7 lines',
    );
    expect(pinUses(map).filter((u) => u.net).length).toBe(7);
  });

  test('each key on the row and column that was traced', () => {
    expect(map.matrix!.keys.map((k) => [k.input, k.row, k.column])).toEqual(
      keys.map((id, k) => [id, `R${Math.floor(k / 4)}`, `C${k % 4}`]),
    );
    expect(pressPlan(grid).cannot).toBeUndefined();
    expect(pressPlan(grid).keys[5]!.line).toBe('pads R1 and C1');
  });

  test('one wire a net, and no ground', () => {
    const nets = netsOf(grid, sceneOf(grid), map).filter((n) => n.a.pad.startsWith('kept pad'));
    expect(nets.map((n) => n.says).sort()).toEqual(
      [0, 1, 2, 3]
        .map((c) => `column at pad C${c}`)
        .concat([0, 1, 2].map((r) => `row at pad R${r}`)),
    );
  });

  test('seven wires beside a parallel picture are still too many', () => {
    const said = check(besideParallel(grid)).findings.filter((f) => f.code === 'short');
    expect(said.map((f) => [f.title, f.why[0]?.slice(-20)])).toEqual([
      ['Seven lines wanted, six free lines', '1 wire is left over.'],
    ]);
  });
});

test('keys on a board of their own are not counted as wires to the header', () => {
  const byUsb = buttonMap({ ...kept, controls: { ...kept.controls, route: 'usb' } });
  expect(byUsb.total.working).toEqual([
    'each key to its own input of the controller board; one ground for each plate',
  ]);
});

describe('boards with commons', () => {
  /** Each key on its own pad and on the common of its half of the board. */
  const withCommons = (count: number, diode: -1 | 0 | 1): Project => {
    const nets = Array.from({ length: count + keys.length }, (_, n) => n);
    const board: KeptBoard = {
      pads: nets.map((n) => (n < count ? `COM${n}` : `P${n - count}`)),
      net: nets,
      keys: keys.map((id, k) => ({ id, halves: [k % count, count + k], diode, side: 1, ohm: 60 })),
    };
    const tracing = { pads: board.pads, readings: readPlainly(board) };
    return { ...kept, controls: { ...kept.controls, tracing } };
  };
  const commonWires = (p: Project) =>
    netsOf(p, sceneOf(p), buttonMap(p)).filter(
      (n) => n.a.pad.startsWith('at ') && n.a.pad.endsWith(' ground'),
    );

  test.each([1, 2, 3])(
    '%i of them: a line a key, a wire a common, no matrix, and nothing is wrong',
    (count) => {
      const p = withCommons(count, 0);
      const map = buttonMap(p);
      expect(map.matrix).toBeUndefined();
      expect(map.inputs.map((m) => m.gpio)).not.toContain(undefined);
      expect(commonWires(p)).toHaveLength(count);
      const { findings, hits, closes } = check(p);
      expect(findings.filter((f) => f.check === 'trace')).toEqual([]);
      expect([hits, closes]).toEqual([0, true]);
    },
  );

  test('diodes away from the common: it goes to 3.3 V', () => {
    const [wire] = commonWires(withCommons(1, 1));
    expect([wire!.b.pad, wire!.what]).toEqual(['3V3', 'signal']);
    expect(commonWires(withCommons(1, -1))[0]!.b.pad).toBe('GND');
  });
});

describe('dirt between two pads at rest', () => {
  const board: KeptBoard = {
    pads: ['C', ...keys.map((_, k) => `P${k}`)],
    net: [0, ...keys.map((_, k) => k + 1)],
    keys: keys.map((id, k) => ({ id, halves: [0, k + 1], diode: 0, side: 1, ohm: 60 })),
  };
  const with2 = (ohm: number, pullUpOhm?: number) => {
    const leak = { red: { pad: 'P0' }, black: { pad: 'P1' }, reads: ohm };
    const tracing = {
      pads: board.pads,
      readings: [...readPlainly(board), leak],
      ...(pullUpOhm === undefined ? {} : { pullUpOhm }),
    };
    const p = { ...kept, controls: { ...kept.controls, tracing } };
    return check(p).findings.flatMap((f) => (f.check === 'trace' ? [[f.code, f.verdict]] : []));
  };

  test.each([
    [20e3, 'hit'],
    [76e3, 'hit'],
    [78e3, 'tight'],
    [150e3, 'tight'],
  ])('%i Ω is %s beside a pull-up of 50 kΩ, and joins no pads', (ohm, verdict) => {
    expect(with2(ohm)).toEqual([['trace-leak', verdict]]);
  });

  test('far off, or beside a stronger pull-up, it is nothing', () => {
    expect(with2(160e3)).toEqual([]);
    expect(with2(78e3, 10e3)).toEqual([]);
  });
});

test('the press test knows rows and columns: an open row is one fault, with its pin', () => {
  const plan = pressPlan(gridOf(kept));
  expect(plan.nets!.map((n) => n.side).sort()).toEqual([
    ...Array.from({ length: 4 }, () => 'column'),
    ...Array.from({ length: Math.ceil(keys.length / 4) }, () => 'row'),
  ]);
  for (const { joint } of plan.nets!) expect(joint).toMatch(/^pin \d+ of the header$/);
  const row = plan.nets!.find((n) => n.side === 'row')!;
  expect(plan.keys.filter((k) => k.nets!.includes(row.name))).toHaveLength(4);
});
