/** Every part of the library typed by hand, field by field as the form asks: the same part comes out. */
import fc from 'fast-check';
import { STARTER_PARTS } from '../../catalogue';
import { type Part, readPart } from '../../model';
import {
  blankPart,
  type Field,
  fieldsOf,
  fieldValue,
  FIGURES,
  figureOf,
  furtherGroups,
  groupsOf,
  linesTaken,
  linesWords,
  type List,
  rowsOf,
  withField,
  withFigure,
  withMoved,
  withGroup,
  withNewRow,
  withoutRow,
} from './index';

const LISTS: readonly List[] = ['blocks', 'connectors', 'holes', 'ribbons', 'pads', 'ports'];

/** Ids are given by the form and never seen: each becomes its number in its list. */
function unnamed(part: Part): unknown {
  const blocks = new Map(part.blocks.map((b, i) => [b.id, `block ${i}`]));
  const block = <T extends { block?: string | undefined }>(x: T): T =>
    x.block === undefined ? x : { ...x, block: blocks.get(x.block) };
  const counted = <T extends { id: string }>(list: readonly T[]): T[] =>
    list.map((x, i) => ({ ...x, id: String(i) }));
  const { ribbons, ports } = part;
  return {
    ...part,
    id: 'part',
    source: 'mine',
    blocks: counted(part.blocks),
    connectors: counted(part.connectors).map(block),
    pads: counted(part.pads),
    ...(ribbons ? { ribbons: counted(ribbons) } : {}),
    ...(ports ? { ports: counted(ports).map(block) } : {}),
  };
}

/** The value a builder types, read off another part; a block is chosen by its name, and has its id here. */
function typedValue(part: Part, own: Part, list: List, index: number, field: Field) {
  const value = fieldValue(rowsOf(part, list)[index]!, field);
  if (field.key !== 'block' || value === undefined) return value;
  return own.blocks[part.blocks.findIndex((b) => b.id === value)]!.id;
}

/** A part from a blank, by the edits of the form alone. */
function typedByHand(part: Part): Part {
  let own = blankPart('mine', part.name, part.family);
  const { price, massG, words, note, inputs, takes } = part;
  own = {
    ...own,
    words,
    note,
    ...(price === undefined ? {} : { price }),
    ...(massG === undefined ? {} : { massG }),
    ...(inputs === undefined ? {} : { inputs }),
    ...(takes ? { takes: [] } : {}),
  };
  if (takes) own = { ...own, takes: linesOf(part) };
  for (const list of LISTS) {
    const rows = rowsOf(part, list);
    while (rowsOf(own, list).length < rows.length) own = withNewRow(own, list);
    for (let i = 0; i < rows.length; i++) {
      // Fields come and go with what is said: twice over, all are said.
      for (let again = 0; again < 2; again++) {
        for (const field of fieldsOf(own, list, rowsOf(own, list)[i]!)) {
          own = withField(own, list, i, field, typedValue(part, own, list, i, field));
        }
      }
    }
  }
  for (const group of furtherGroups(own)) {
    if (part[group] !== undefined) own = withGroup(own, group);
  }
  for (const group of groupsOf(own)) {
    if (part[group] === undefined) continue;
    for (const f of FIGURES[group]) {
      own = withFigure(own, group, f.key, figureOf(part, group, f.key));
    }
  }
  return own;
}
/** Header lines as the builder types them. */
function linesOf(part: Part): NonNullable<Part['takes']> {
  const read = linesTaken(linesWords(part));
  if (!read.ok) throw new Error(read.sentence);
  return read.takes;
}

describe('a part typed by hand', () => {
  test('is what the library says of it, of every kind there is', () => {
    const kinds = new Set(STARTER_PARTS.map((q) => q.family));
    expect(kinds.size).toBeGreaterThanOrEqual(12);
    for (const part of STARTER_PARTS) {
      const own = typedByHand(part);
      // What a kit's maker says is typed in a table of its own.
      const typed = { ...part };
      delete typed.carrier;
      expect(unnamed(own)).toEqual(unnamed(typed));
      expect([part.id, readPart(own)]).toMatchObject([part.id, { ok: true }]);
    }
  });

  test('whatever is typed into a row and taken out again, the part stays one that can be kept', () => {
    const parts = fc.constantFrom(...STARTER_PARTS);
    fc.assert(
      fc.property(parts, fc.constantFrom(...LISTS), fc.nat(), (part, list, at) => {
        const rows = rowsOf(part, list);
        if (!rows.length) return;
        const index = at % rows.length;
        for (const field of fieldsOf(part, list, rows[index]!)) {
          const value = fieldValue(rows[index]!, field);
          const same = withField(part, list, index, field, value);
          expect([field.key, unnamed(same)]).toEqual([field.key, unnamed(part)]);
          if (!('optional' in field)) continue;
          const without = withField(part, list, index, field, undefined);
          expect([field.key, readPart(without)]).toMatchObject([field.key, { ok: true }]);
        }
      }),
      { numRuns: 300 },
    );
  });

  test('moved and moved back it is the same; a block takes its sockets with it', () => {
    const parts = fc.constantFrom(...STARTER_PARTS);
    const mm = fc.integer({ min: -200, max: 200 }).map((n) => n / 10);
    fc.assert(
      fc.property(parts, fc.constantFrom(...LISTS), fc.nat(), mm, mm, (part, list, at, dx, dy) => {
        const n = rowsOf(part, list).length;
        if (!n || list === 'ports') return;
        const there = withMoved(part, list, at % n, dx, dy);
        const back = withMoved(there, list, at % n, -dx, -dy);
        const rounded = (q: Part) =>
          JSON.parse(
            JSON.stringify(unnamed(q), (_, v: unknown) =>
              typeof v === 'number' ? Math.round(v * 20) / 20 : v,
            ),
          ) as unknown;
        expect(rounded(back)).toEqual(rounded(part));
        if (list !== 'blocks') return;
        const moved = part.blocks[at % n]!.id;
        there.connectors.forEach((c, i) => {
          const by = c.at[0] - part.connectors[i]!.at[0];
          expect(by).toBeCloseTo(c.block === moved ? dx : 0, 2);
        });
      }),
      { numRuns: 200 },
    );
  });

  test('a row more than a part may have is refused in a sentence; a block gone takes its sockets along', () => {
    let part = blankPart('mine', 'Mine', 'hub');
    for (let i = 0; i < 6; i++) part = withNewRow(part, 'ribbons');
    expect(() => withNewRow(part, 'ribbons')).toThrow('A part has at most 6 ribbons.');
    part = withNewRow(withNewRow(part, 'blocks'), 'connectors');
    const onBlock = fieldsOf(part, 'connectors', part.connectors[0]!).find(
      (f) => f.key === 'block',
    )!;
    part = withField(part, 'connectors', 0, onBlock, part.blocks[1]!.id);
    expect(withoutRow(part, 'blocks', 1).connectors).toEqual([]);
    expect(withoutRow(part, 'blocks', 0).connectors).toHaveLength(1);
  });
});
