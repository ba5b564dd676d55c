/** The bill against sums done by hand. */
import Papa from 'papaparse';
import { demos, STARTER_PARTS } from '../catalogue';
import { billTable } from '../formats/csv';
import { emptyProject, type Item, mustRead, type Part, type Project } from '../model';
import { billOf } from './index';

const libraryPart = (id: string) => STARTER_PARTS.find((p) => p.id === id)!;
const teasel = { ...libraryPart('teasel'), price: 20, massG: 30 };
const speaker = { ...libraryPart('speaker-28'), price: 2.5 };
delete speaker.massG;
const item = (id: string, part: string, more: Partial<Item> = {}): Item => ({
  id,
  part,
  name: id,
  struck: [],
  ...more,
});
const build = (items: Item[], more: Partial<Project> = {}): Project => ({
  ...emptyProject('a', 'A'),
  kit: { parts: [teasel, speaker], items },
  ...more,
});

describe('a bill', () => {
  test('two boards, one bought for less, a salvaged speaker and one to buy, and a donor', () => {
    const p = build(
      [
        item('a', 'teasel', { stock: 'have', paid: 14 }),
        item('b', 'teasel'),
        item('c', 'speaker-28', { stock: 'salvaged' }),
        item('d', 'speaker-28', { stock: 'ordered' }),
      ],
      {
        donor: { worked: 'no', faults: [], kept: [], price: 9 },
        brief: { families: [], costCeiling: 40 },
      },
    );
    const b = billOf(mustRead(p));
    // 14 + 2.50 + 9 paid or ordered; 20 to buy.
    expect([b.spent, b.toSpend, b.total]).toEqual([25.5, 20, 45.5]);
    expect(b.ceiling).toEqual({ limit: 40, over: 5.5 });
    expect(b.rows.map((r) => [r.name, r.count, r.sum, r.stock])).toEqual([
      ['Teasel', 2, 34, { 'to buy': 1, ordered: 0, have: 1, salvaged: 0 }],
      [speaker.name, 2, 2.5, { 'to buy': 0, ordered: 1, have: 0, salvaged: 1 }],
    ]);
    expect([b.massG, b.noMass, b.working.at(-1)]).toEqual([60, 2, '2 things have no mass yet']);
  });
  test('what has no price is said, not counted as nothing', () => {
    const free: Part = { ...teasel };
    delete free.price;
    const b = billOf({
      ...build([item('a', 'teasel')]),
      kit: { parts: [free], items: [item('a', 'teasel')] },
    });
    expect([b.total, b.noPrice, b.working[1]]).toEqual([
      0,
      1,
      '1 thing has no price: the sum is at least this',
    ]);
  });
  test('cents add up: ten times 0.10 is 1.00', () => {
    const cheap = { ...speaker, price: 0.1 };
    expect(
      billOf({
        ...build([]),
        kit: {
          parts: [cheap],
          items: Array.from({ length: 10 }, (_, i) => item(`s${i}`, 'speaker-28')),
        },
      }).total,
    ).toBe(1);
  });
  test('a negative price is refused where it stands', () => {
    expect(() => mustRead(build([item('a', 'teasel', { paid: -1 })]))).toThrow(
      'A price cannot be negative.',
    );
  });
});

test('as CSV it reads back with the same total, and a name that is a formula is made safe', () => {
  const p = build([item('a', 'teasel')]);
  p.kit.parts[0] = { ...teasel, name: '=HYPERLINK("x")' };
  const rows = Papa.parse<string[]>(billTable(p).trim()).data;
  expect(rows[1]![0]).toBe('\'=HYPERLINK("x")');
  expect(rows.at(-1)).toEqual(['total', '', '', '', '', '', '', '', '20', '30']);
  for (const d of demos()) {
    expect(billTable(d).split('\r\n').length).toBe(
      billOf(d).rows.length + (d.donor?.price === undefined ? 3 : 4),
    );
  }
});
