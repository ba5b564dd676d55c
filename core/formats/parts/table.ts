/**
 * Parts as CSV: one row a part with its outer size, mass, price and draws. Sizes may carry their
 * unit; a part that comes in this way is one block.
 */
import Papa from 'papaparse';
import { BadInput, FAMILIES, length, type Part, parseLength } from '../../model';
import { planSize, thickness } from '../../kit';
import { csv } from '../csv';

export const COLUMNS = [
  'name',
  'family',
  'words',
  'width',
  'height',
  'thickness',
  'mass g',
  'price',
  'menu W',
  'game W',
  'peak W',
  'note',
] as const;
type Column = (typeof COLUMNS)[number];
const NEEDED: readonly Column[] = ['name', 'family', 'width', 'height', 'thickness'];
export const MOST_ROWS = 50_000;
/** Rows between two words about how far it is. */
const STRIDE = 250;

export const partsCsv = (parts: readonly Part[]): string =>
  csv([
    [...COLUMNS],
    ...parts.map((p) => {
      const { w, h } = planSize(p.blocks);
      const mm = (v: number) => Math.round(v * 100) / 100;
      return [
        p.name,
        p.family,
        p.words.join('; '),
        mm(w),
        mm(h),
        mm(thickness(p, []).value),
        p.massG ?? '',
        p.price ?? '',
        p.draws?.menu ?? '',
        p.draws?.game ?? '',
        p.draws?.peak ?? '',
        p.note,
      ];
    }),
  ]);

const slug = (name: string): string =>
  name
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 50) || 'part';

/**
 * Reads row by row, telling how far it is; nothing is returned unless every row is right.
 *
 * @yields  share that is done, 0 to 1
 * @throws  BadInput with line and column
 */
export function* readPartsCsv(text: string): Generator<number, Part[]> {
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const rows = parsed.data;
  const head = (rows[0] ?? []).map((h) => {
    const t = h.trim().toLowerCase();
    return COLUMNS.find((c) => c.toLowerCase() === t) ?? t;
  });
  const fault = parsed.errors.find((e) => e.type === 'Quotes');
  if (fault) {
    throw new BadInput(
      `line ${(fault.row ?? 0) + 1}`,
      `Line ${(fault.row ?? 0) + 1}: a quotation mark is not closed.`,
    );
  }
  const missing = NEEDED.filter((c) => !head.includes(c));
  const strange = head.filter((h) => h && !(COLUMNS as readonly string[]).includes(h));
  if (missing.length) {
    throw new BadInput(
      'line 1',
      `Line 1: the column "${missing[0]}" is missing. The first line names the columns: ${COLUMNS.join(', ')}.`,
    );
  }
  if (strange.length) {
    throw new BadInput(
      'line 1',
      `Line 1: "${strange[0]!.slice(0, 40)}" is not a column of this table.`,
    );
  }
  const twice = head.find((h, i) => h && head.indexOf(h) !== i);
  if (twice) throw new BadInput('line 1', `Line 1: the column "${twice}" stands there twice.`);
  if (rows.length - 1 > MOST_ROWS) {
    throw new BadInput(
      '',
      `The table has ${rows.length - 1} rows; ${MOST_ROWS} can be read at once.`,
    );
  }
  const out: Part[] = [];
  const ids = new Set<string>();
  const names = new Map<string, number>();
  for (let r = 1; r < rows.length; r++) {
    const cells = rows[r]!;
    const bad = (column: string, sentence: string): never => {
      throw new BadInput(`line ${r + 1}, ${column}`, `Line ${r + 1}, ${column}: ${sentence}`);
    };
    if (cells.length > head.length) {
      bad(head[head.length - 1]!, `there are ${cells.length} cells under ${head.length} columns.`);
    }
    // An apostrophe before a sign is how a table keeps a cell from being run.
    const cell = (c: Column): string =>
      (cells[head.indexOf(c)] ?? '').trim().replace(/^'(?=[=+\-@\t])/, '');
    const size = (c: Column): number => {
      const read = parseLength(cell(c), { min: 0.01, max: 1000 });
      return read.ok ? read.mm : bad(c, read.sentence);
    };
    const number = (c: Column, most: number): number | undefined => {
      const t = cell(c);
      if (!t) return undefined;
      const v = Number(t.replace(',', '.'));
      return Number.isFinite(v) && v >= 0 && v <= most
        ? v
        : bad(c, `"${t.slice(0, 30)}" is not a number from 0 to ${most}.`);
    };
    const name = cell('name');
    const family = cell('family');
    if (!name || name.length > 200) {
      bad('name', name ? 'the name is longer than 200 letters.' : 'a part needs a name.');
    }
    const before = names.get(name.toLowerCase());
    if (before) bad('name', `"${name}" stands in line ${before} already.`);
    names.set(name.toLowerCase(), r + 1);
    if (!(FAMILIES as readonly string[]).includes(family)) {
      bad('family', `"${family.slice(0, 30)}" is not one of ${FAMILIES.join(', ')}.`);
    }
    const [w, h, t] = [size('width'), size('height'), size('thickness')];
    const mass = number('mass g', 5000);
    const price = number('price', 10_000);
    const draws = [number('menu W', 60), number('game W', 60), number('peak W', 60)];
    const given = draws.filter((d) => d !== undefined).length;
    if (given && given < 3) {
      bad('peak W', 'menu, game and peak go together: give all three or none.');
    }
    let id = slug(name);
    for (let n = 2; ids.has(id); n++) id = `${slug(name)}-${n}`;
    ids.add(id);
    out.push({
      id,
      name,
      family: family as Part['family'],
      words: cell('words')
        .split(';')
        .map((x) => x.trim().slice(0, 40))
        .filter(Boolean)
        .slice(0, 40),
      note: cell('note').slice(0, 600),
      source: 'mine',
      ...(mass === undefined ? {} : { massG: mass }),
      ...(price === undefined ? {} : { price }),
      ...(given ? { draws: { menu: draws[0]!, game: draws[1]!, peak: draws[2]! } } : {}),
      blocks: [
        {
          id: 'body',
          name: 'body',
          kind: 'body',
          plan: { kind: 'rect', x: 0, y: 0, w: length(w, 'estimate'), h: length(h, 'estimate') },
          axis: 'z',
          base: 0,
          height: length(t, 'estimate'),
        },
      ],
      connectors: [],
      pads: [],
    });
    if (r % STRIDE === 0) yield r / rows.length;
  }
  return out;
}
