/** Parts through files: what goes out comes back, and what is wrong is named by line and column. */
import fc from 'fast-check';
import Papa from 'papaparse';
import { STARTER_PARTS } from '../../catalogue';
import { blockBox } from '../../geometry';
import { planSize, thickness } from '../../kit';
import { BadInput, Part, type Part as PartType } from '../../model';
import { emn, emp, made, type Part0 } from './board.fixture';
import { partOfBoard, partsCsv, partsJson, readIdf, readPartsCsv, readPartsJson } from './index';

const said = (f: () => unknown): string => {
  try {
    f();
  } catch (e) {
    if (e instanceof BadInput) return e.message;
    throw e;
  }
  return 'nothing';
};
const drain = (text: string): { parts: PartType[]; told: number[] } => {
  const told: number[] = [];
  const g = readPartsCsv(text);
  for (;;) {
    const r = g.next();
    if (r.done) return { parts: r.value, told };
    told.push(r.value);
  }
};
const HEAD = 'name,family,width,height,thickness,mass g,price,menu W,game W,peak W';

describe('JSON', () => {
  test('the whole starter library comes back as it went out', () =>
    expect(readPartsJson(partsJson(STARTER_PARTS))).toEqual(STARTER_PARTS));
  test.each([
    ['not JSON', '{', /This is not JSON/],
    ['another file', '{"parts":[]}', /is no list of parts/],
    [
      'a 0 V cell',
      partsJson([
        {
          ...STARTER_PARTS.find((p) => p.cell)!,
          cell: { ...STARTER_PARTS.find((p) => p.cell)!.cell!, fullV: 0 },
        },
      ]),
      /Part 1, cell\.fullV: A 0 V cell gives nothing/,
    ],
    [
      'an id twice',
      partsJson([STARTER_PARTS[0]!, STARTER_PARTS[0]!]),
      /Part 2: the id "thimble" is used twice/,
    ],
    [
      'a key it does not know',
      '{"format":"deft-shell-parts/1","parts":[{"id":"a","shop":"x"}]}',
      /Part 1/,
    ],
  ])('%s is refused in a sentence', (_, text, sentence) =>
    expect(said(() => readPartsJson(text))).toMatch(sentence),
  );
});

describe('CSV', () => {
  test('every starter part goes out as one row, and comes back with its size, price and draws', () => {
    const unique = STARTER_PARTS.filter(
      (p, i) => STARTER_PARTS.findIndex((q) => q.name.toLowerCase() === p.name.toLowerCase()) === i,
    );
    const { parts } = drain(partsCsv(unique));
    expect(parts.length).toBe(unique.length);
    parts.forEach((p, i) => {
      const was = unique[i]!;
      const a = planSize(p.blocks);
      const b = planSize(was.blocks);
      expect([p.name, p.family, p.price, p.massG, p.draws]).toEqual([
        was.name,
        was.family,
        was.price,
        was.massG,
        was.draws,
      ]);
      expect([a.w, a.h, thickness(p, []).value].map((v) => Math.round(v * 100))).toEqual(
        [b.w, b.h, thickness(was, []).value].map((v) => Math.round(v * 100)),
      );
      expect(Part.safeParse(p).success).toBe(true);
    });
  });
  test('a size may carry its unit; inches and fractions become mm', () => {
    const [p] = drain(`${HEAD}\nPlate,hardware,2 in,1/2 in,3 mm,,,,,`).parts;
    expect(p!.blocks[0]!.plan).toMatchObject({ w: { mm: 50.8 }, h: { mm: 12.7 } });
  });
  test('no cell that goes out can be run as a formula, and a name that looks like one comes back as it was', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('=', '+', '-', '@', '\t='),
        fc.stringMatching(/^[A-Za-z0-9 (),"]{1,20}$/),
        (sign, rest) => {
          const name = `${sign}${rest}`.trim();
          const text = partsCsv([{ ...STARTER_PARTS[0]!, name }]);
          for (const row of Papa.parse<string[]>(text.trim()).data) {
            for (const cell of row) expect(/^[=+\-@\t]/.test(cell)).toBe(false);
          }
          expect(drain(text).parts[0]!.name).toBe(name);
        },
      ),
      { numRuns: 200 },
    );
  });
  const row = (cells: string): string => `${HEAD}\nGood,hardware,1,1,1,,,,,\n${cells}`;
  test.each([
    [
      'a column missing',
      'name,family,width,height\nA,hardware,1,1',
      /^Line 1: the column "thickness" is missing/,
    ],
    ['a strange column', `${HEAD},colour\n`, /^Line 1: "colour" is not a column/],
    [
      'a column twice',
      'name,family,width,height,thickness,width\n',
      /^Line 1: the column "width" stands there twice/,
    ],
    ['an ounce', row('A,hardware,1 oz,1,1,,,,,'), /^Line 3, width:/],
    ['no thickness', row('A,hardware,1,1,0,,,,,'), /^Line 3, thickness:/],
    [
      'a name twice',
      row('good,hardware,1,1,1,,,,,'),
      /^Line 3, name: "good" stands in line 2 already/,
    ],
    ['no name', row(',hardware,1,1,1,,,,,'), /^Line 3, name: a part needs a name/],
    [
      'a family nobody knows',
      row('A,toaster,1,1,1,,,,,'),
      /^Line 3, family: "toaster" is not one of/,
    ],
    [
      'a negative price',
      row('A,hardware,1,1,1,,-3,,,'),
      /^Line 3, price: "-3" is not a number from 0/,
    ],
    [
      'draws in part',
      row('A,hardware,1,1,1,,,1,,'),
      /^Line 3, peak W: menu, game and peak go together/,
    ],
    [
      'too many cells',
      row('A,hardware,1,1,1,,,,,,,,'),
      /^Line 3, peak W: there are 13 cells under 10/,
    ],
    ['an open quotation', row('"A,hardware,1,1,1'), /quotation mark is not closed|Line 3/],
  ])('%s is named by line and column, and nothing comes in', (_, text, sentence) =>
    expect(said(() => drain(text))).toMatch(sentence),
  );
  test('10,000 rows tell how far they are, rising, and a fault in the last one keeps all out', () => {
    const rows = Array.from(
      { length: 10_000 },
      (_, i) => `Part ${i},hardware,${1 + (i % 50)},2,3,,,,,`,
    );
    const { parts, told } = drain([HEAD, ...rows].join('\n'));
    expect([parts.length, new Set(parts.map((p) => p.id)).size, told.length]).toEqual([
      10_000, 10_000, 40,
    ]);
    expect([...told].sort((a, b) => a - b)).toEqual(told);
    expect(said(() => drain([HEAD, ...rows, 'Last,hardware,NaN,2,3,,,,,'].join('\n')))).toMatch(
      /^Line 10002, width:/,
    );
    expect(
      said(() =>
        drain(
          [HEAD, ...Array.from({ length: 50_001 }, (_, i) => `P${i},hardware,1,1,1,,,,,`)].join(
            '\n',
          ),
        ),
      ),
    ).toMatch(/50001 rows; 50000 can be read/);
  });
});

describe('board files', () => {
  /** Where the outline of a component reaches, by its corners turned one by one. */
  const reach = (p: Part0) => {
    const a = (p.turn * Math.PI) / 180;
    const half = {
      x: Math.abs((p.w / 2) * Math.cos(a)) + Math.abs((p.h / 2) * Math.sin(a)),
      y: Math.abs((p.w / 2) * Math.sin(a)) + Math.abs((p.h / 2) * Math.cos(a)),
    };
    return { x0: p.x - half.x, x1: p.x + half.x, y0: p.y - half.y, y1: p.y + half.y };
  };
  test.each([
    [false, 40],
    [true, 40],
    [false, 120],
  ])(
    'THOU %s, %i components: each lies inside a block, on its own side, as tall as it is; the blocks are few',
    (thou, n) => {
      const list = made(n + Number(thou), n);
      const board = readIdf(emn(list, thou), emp(list, thou));
      const p = partOfBoard(board, 'demo');
      expect([
        board.name,
        board.thickness.toFixed(3),
        board.cutouts.length,
        board.holes.length,
        p.holes,
      ]).toEqual(['demo board', '1.600', 1, 2, [{ x: 3.5, y: 3.5, d: 2.7 }]]);
      expect(Part.safeParse(p).success).toBe(true);
      expect(p.blocks.length).toBeLessThanOrEqual(25);
      for (const c of list) {
        const r = reach(c);
        const z = c.side === 'TOP' ? [1.6, 1.6 + c.tall] : [-c.tall, 0];
        const holds = p.blocks.slice(1).some((b) => {
          const [l, h] = blockBox(b);
          return (
            l[0] <= r.x0 + 0.02 &&
            h[0] >= r.x1 - 0.02 &&
            l[1] <= r.y0 + 0.02 &&
            h[1] >= r.y1 - 0.02 &&
            l[2] <= z[0]! + 0.02 &&
            h[2] >= z[1]! - 0.02
          );
        });
        expect([c.ref, holds]).toEqual([c.ref, true]);
      }
      const tallest = Math.max(...list.filter((c) => c.side === 'TOP').map((c) => c.tall));
      expect(Math.max(...p.blocks.map((b) => blockBox(b)[1][2]))).toBeCloseTo(1.6 + tallest, 1);
    },
  );
  test('an arc of the outline bulges as far as its circle: 90 degrees over 50 mm', () => {
    const outer = readIdf(emn([]), emp([])).outline;
    expect(Math.max(...outer.map((q) => q[0]))).toBeCloseTo(
      65 + (25 / Math.sin(Math.PI / 4)) * (1 - Math.cos(Math.PI / 4)),
      1,
    );
  });
  const three = made(7, 3);
  test.each([
    [
      'END missing',
      emn(three).replace('.END_BOARD_OUTLINE\n', ''),
      emp(three),
      /^Line \d+: \.BOARD_OUTLINE of line 5 has no \.END_BOARD_OUTLINE/,
    ],
    ['cut short', emn(three).slice(0, -20), emp(three), /\.PLACEMENT has no \.END_PLACEMENT/],
    [
      'a negative height',
      emn(three),
      emp(three.map((p, i) => (i ? p : { ...p, tall: -2 }))),
      /^Line 5: a height of -2\.00000 is below the board/,
    ],
    [
      'an arc that goes round two thousand times',
      emn(three).replace(' 90.0\n', ' 999999.0\n'),
      emp(three),
      /angle in line \d+ is 999999°; once round is 360°/,
    ],
    [
      'a unit nobody knows',
      emn(three).replace(' MM', ' CUBIT'),
      emp(three),
      /^Line 3: the unit is to be MM or THOU/,
    ],
    [
      'a shape that is not there',
      emn(three),
      emp(three.slice(1)),
      /no shape "S0 p n" is in the component file/,
    ],
    ['no board file', 'hello', '', /^Line 1: This stands outside every section/],
    [
      'a word for a number',
      emn(three).replace('1.60000', 'thick'),
      emp(three),
      /^Line 6: The thickness is to be a number, not "thick"/,
    ],
    [
      'a board of nothing',
      emn(three).replace('1.60000', '0.0'),
      emp(three),
      /^Line 6: a board 0\.0 thick is none/,
    ],
    [
      'the wrong end',
      emn(three).replace('.END_BOARD_OUTLINE', '.END_PLACEMENT'),
      emp(three),
      /is not ended before \.END_PLACEMENT/,
    ],
    [
      'a side that is none',
      emn(three).replace('TOP', 'LEFT').replace('BOTTOM', 'LEFT'),
      emp(three),
      /the side is TOP or BOTTOM, not "LEFT"/,
    ],
  ])('%s is named by its line', (_, a, b, sentence) =>
    expect(said(() => readIdf(a, b))).toMatch(sentence),
  );
});
