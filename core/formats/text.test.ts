/** Text leaving in another format is safe in that format, whatever a builder typed. */
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import fc from 'fast-check';
import Papa from 'papaparse';
import { demos } from '../catalogue';
import { buttonNumbers, EVENT_CODES } from '../controls';
import { templates } from '../cuts';
import { HEADER_40 } from '../kit';
import { INPUT_ROLES, type Project } from '../model';
import {
  csv,
  csvText,
  dtsText,
  mappingLine,
  mappingText,
  overlaySource,
  pinTable,
  sheetDxf,
  sheetSvg,
  svgText,
} from './index';

const done = demos()[1]!;
const text = fc.string({ maxLength: 80, unit: 'grapheme' });

describe('any text', () => {
  test('comes back out of CSV as typed, but for line breaks and a guard before formulas', () => {
    fc.assert(
      fc.property(fc.array(text, { minLength: 1, maxLength: 5 }), (cells) => {
        // Read as it is written, by commas: a reader that guesses takes a lone semicolon for two cells.
        const written = csv([cells]).replace(/\r\n$/, '');
        const [row] = Papa.parse<string[]>(written, { delimiter: ',' }).data;
        const plain = cells.map((c) => c.replace(/[\r\n]+/g, ' '));
        expect(
          (row ?? ['']).map((c, i) =>
            /^'[=+\-@\t]/.test(c) && /^[=+\-@\t]/.test(plain[i]!) ? c.slice(1) : c,
          ),
        ).toEqual(plain);
        for (const c of cells) expect(csvText(c)).not.toMatch(/^[=+\-@\t]/);
      }),
    );
  });
  test('never ends a device-tree string, a mapping field or an SVG element', () => {
    fc.assert(
      fc.property(text, (t) => {
        expect(dtsText(t)).toMatch(/^[\x20-\x7e]{1,60}$/);
        expect(dtsText(t)).not.toMatch(/["\\<>&;{}]/);
        expect(mappingText(t)).not.toMatch(/[,\n\r:#]/);
        expect(XMLValidator.validate(`<t a="${svgText(t)}">${svgText(t)}</t>`)).toBe(true);
      }),
    );
  });
  test("as a build's name goes through every writer without breaking its shape", () => {
    const sheet = templates(done)[0]!;
    const fields = mappingLine(done).split(',').length;
    fc.assert(
      fc.property(
        text.filter((t) => t.length > 0),
        (name) => {
          const p: Project = {
            ...done,
            name,
            controls: {
              ...done.controls,
              compatible: name,
              inputs: done.controls.inputs.map((i) => ({ ...i, name })),
            },
          };
          expect(mappingLine(p).split(',').length).toBe(fields);
          expect(mappingLine(p).trimEnd().split('\n').length).toBe(1);
          const src = overlaySource(p);
          expect((src.match(/"/g) ?? []).length % 2).toBe(0);
          expect((src.match(/\{/g) ?? []).length).toBe((src.match(/\}/g) ?? []).length);
          expect(XMLValidator.validate(sheetSvg(sheet, name))).toBe(true);
          expect(
            Papa.parse<string[]>(pinTable(p).trimEnd()).data.every((r) => r.length === 6),
          ).toBe(true);
          expect(
            sheetDxf({ ...sheet, marks: [{ kind: 'text', x: 0, y: 0, mm: 3, text: name }] }).split(
              '\n',
            ).length % 2,
          ).toBe(sheetDxf(sheet).split('\n').length % 2);
        },
      ),
      { numRuns: 25 },
    );
  });
});

describe('codes and numbers', () => {
  test('every role has its own event code', () => {
    expect(new Set(INPUT_ROLES.map((r) => EVENT_CODES[r])).size).toBe(INPUT_ROLES.length);
  });
  test('numbers are a rank: from 0x120 up first, then what lies below, no number twice or left out', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 1, max: 0x2ff }), { minLength: 1, maxLength: 30 }),
        (codes) => {
          const n = buttonNumbers(codes);
          expect([...n.values()].sort((a, b) => a - b)).toEqual(codes.map((_, i) => i));
          for (const a of codes) {
            for (const b of codes) {
              if (a < b && a >= 0x120 === b >= 0x120) expect(n.get(a)!).toBeLessThan(n.get(b)!);
            }
          }
          for (const a of codes) {
            for (const b of codes) {
              if (a >= 0x120 && b < 0x120) expect(n.get(a)!).toBeLessThan(n.get(b)!);
            }
          }
        },
      ),
    );
  });
  test("volume keys come after the gamepad's and do not shift its numbers", () => {
    const quiet = mappingLine(done);
    const loud: Project = {
      ...done,
      controls: {
        ...done.controls,
        inputs: [
          ...done.controls.inputs,
          {
            id: 'vol',
            name: 'Volume up',
            functions: ['volume-up'],
            at: { piece: 'front', x: 10, y: 10 },
            routed: true,
          },
        ],
      },
    };
    expect(mappingLine(loud)).toBe(quiet);
  });
  test('an input without a way is in no export', () => {
    const p: Project = {
      ...done,
      controls: {
        ...done.controls,
        compatible: 'a,b',
        inputs: done.controls.inputs.map((i) => (i.id === 'up' ? { ...i, routed: false } : i)),
      },
    };
    expect(mappingLine(p)).not.toContain('dpup');
    expect(overlaySource(p)).not.toContain('key-up');
  });
  test('a wireless pad leaves nothing for an overlay, and that is said', () =>
    expect(() =>
      overlaySource({
        ...done,
        controls: { ...done.controls, compatible: 'a,b', route: 'wireless' },
      }),
    ).toThrow('nothing to put in an overlay'));
  test('the pin table names every pin of the header once, with who is on it', () => {
    const rows = Papa.parse<string[]>(pinTable(done).trimEnd()).data.slice(1);
    expect(rows.map((r) => Number(r[0]))).toEqual(HEADER_40.map((h) => h.pin));
    expect(rows.find((r) => r[1] === 'GPIO18')![3]).toBe('Chirp I2S: I2S clock');
    expect(rows.filter((r) => r[4]).length).toBe(12);
    expect(rows.find((r) => r[1] === 'GPIO0')![3]).toContain('start-up');
  });
  test('an SVG sheet holds one element a mark', () => {
    const sheet = templates(done)[0]!;
    const tree = new XMLParser({ ignoreAttributes: false }).parse(sheetSvg(sheet, 'x')) as {
      svg: { g: Record<string, unknown> };
    };
    const count = (k: string) => {
      const v = tree.svg.g[k];
      if (Array.isArray(v)) return v.length;
      if (v === undefined) return 0;
      return 1;
    };
    expect([count('polygon'), count('circle'), count('line'), count('text')]).toEqual(
      ['ring', 'circle', 'line', 'text'].map((k) => sheet.marks.filter((m) => m.kind === k).length),
    );
  });
});
