/** Order sheets and drawings of flat parts. */
import { demos } from '../catalogue';
import { csv, sheetDxf, sheetSvg } from '../formats';
import { type Loop, readDxf, readSvg } from '../formats/drawing';
import type { Project } from '../model';
import { flatSheet, type Made, madeFor, orderRows, withMade } from './index';

const done = demos()[1]!;
const of = (p: Project, kind: Made['kind']): Made =>
  madeFor(p, 'filament').find((m) => m.kind === kind)!;

describe('an order sheet', () => {
  const kept = (['screen corners', 'cap', 'bezel', 'drill jig'] as const).reduce(
    (p, kind) => withMade(p, of(p, kind)),
    done,
  );
  const rows = orderRows(kept, 'sintered');

  test('has a row for each part of the kit, a cap for each of its keys, and no tool', () => {
    expect(rows.map((r) => [r[0], r[3]])).toEqual([
      ['part', 'count'],
      ['Corners for Pane 2.8', 1],
      ['Bezel for Pane 2.8', 1],
      ['answer key cap, printed', 4],
    ]);
    expect(orderRows(done, 'resin').length).toBe(1);
  });

  test('says what a default would spoil', () => {
    const [, corners, bezel] = rows;
    expect(corners![8]).toBe(
      'tolerance ± 0.3 mm or better; walls of 1 mm are meant: do not thicken; slides at 0.3 mm a side: unpainted, a finish adds about 0.1 mm a face',
    );
    expect(bezel![8]).toContain('may be painted');
    expect(corners![4]).toBe('nylon 12, sintered, plain finish, no scaling');
  });

  test('a name that a spreadsheet would run is made safe', () => {
    const hostile: Project = {
      ...kept,
      shell: {
        ...kept.shell,
        bodies: kept.shell.bodies.map((b) => ({
          ...b,
          caps: (b.caps ?? []).map((c) => ({ ...c, name: '=1+1' })),
        })),
      },
    };
    const text = csv(orderRows(hostile, 'resin'));
    expect(text).toContain("'=1+1, printed");
    expect(text).not.toMatch(/(^|,|\n)"?=/);
  });
});

describe('a flat part as a drawing', () => {
  const bezel = of(done, 'bezel');
  const sheet = flatSheet(bezel)!;

  test('read back from DXF and SVG it has its sizes', () => {
    const ring = bezel.blocks[0]!.plan;
    if (ring.kind !== 'polygon') throw new Error('A bezel is an outline.');
    const wide = (points: ReadonlyArray<readonly [number, number]>): number =>
      Math.max(...points.map((q) => q[0])) - Math.min(...points.map((q) => q[0]));
    const rings = sheet.marks.flatMap((m) => (m.kind === 'ring' ? [m.points] : []));
    expect(rings.map(wide)).toEqual(
      [ring.points, ...ring.holes!].map((q) => expect.closeTo(wide(q), 6)),
    );
    // Its name, version and thickness stand on it.
    expect(sheetSvg(sheet, done.name)).toContain('Bezel for Pane 2.8, version 1, 1.2 mm thick');
    const across = (l: Loop): number => (l.kind === 'circle' ? 2 * l.r : wide(l.points));
    for (const read of [readDxf(sheetDxf(sheet)), readSvg(sheetSvg(sheet, done.name))]) {
      for (const q of [ring.points, ...ring.holes!]) {
        expect(read.loops.some((l) => Math.abs(across(l) - wide(q)) < 0.01)).toBe(true);
      }
    }
  });

  test('one with steps is none', () => {
    expect(flatSheet(of(done, 'cap'))).toBeUndefined();
    expect(flatSheet(of(done, 'drill jig'))).toBeUndefined();
  });
});

test('made anew after the build changed it is the next version, and only then', () => {
  const wisp = demos()[3]!;
  const once = withMade(wisp, of(wisp, 'cell frame'));
  const first = of(once, 'cell frame');
  expect(first.part.version).toBe(1);
  const cell = first.for;
  const partId = once.kit.items.find((i) => i.id === cell)!.part;
  const larger: Project = {
    ...once,
    kit: {
      ...once.kit,
      parts: once.kit.parts.map((q) =>
        q.id === partId
          ? {
              ...q,
              blocks: q.blocks.map((b) =>
                b.kind === 'cell' ? { ...b, height: { ...b.height, mm: b.height.mm + 1 } } : b,
              ),
            }
          : q,
      ),
    },
  };
  const second = of(larger, 'cell frame');
  expect(second.part.version).toBe(2);
  expect(of(withMade(larger, second), 'cell frame').part.version).toBe(2);
});
