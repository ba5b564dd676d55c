/** Mapping lines there and back, and what does not fit, each in a sentence. */
import fc from 'fast-check';
import { demos } from '../catalogue';
import { applied, BadInput, type Project, USUAL_PAD_BUS } from '../model';
import { mappingLine, readMappingLine } from './mapping';

const done = demos()[1] as Project;
const line = mappingLine(done);

describe('a mapping line', () => {
  test('of the build itself changes nothing', () => {
    expect(readMappingLine(done, line)).toEqual({ changes: [], misfits: [] });
  });

  test('with its fields dealt out anew gives each key the role of its field, and comes back as that', () => {
    const parts = line.trim().split(',');
    const fields = parts
      .filter((f) => /:b\d+$/.test(f))
      .map((f) => f.split(':') as [string, string]);
    const shuffled = fc.shuffledSubarray(
      fields.map(([, b]) => b),
      { minLength: fields.length },
    );
    fc.assert(
      fc.property(shuffled, (buttons) => {
        const dealt = fields.map(([what], i) => `${what}:${buttons[i]!}`);
        const text = [parts[0], parts[1], ...dealt, 'platform:Linux'].join(',');
        const { changes, misfits } = readMappingLine(done, text);
        expect(misfits).toEqual([]);
        const after = changes.reduce<Project>(applied, done);
        // Who was on a button does now what stands before it.
        const roleOf = (p: Project) =>
          new Map(p.controls.inputs.map((i) => [i.id, i.functions[0]]));
        const field = new Map(fields.map(([what, b]) => [b, what]));
        for (const c of changes) {
          const was = roleOf(done).get(c.input.id)!;
          expect(roleOf(after).get(c.input.id)).not.toBe(was);
        }
        const moved = buttons.filter((b, i) => field.get(b) !== fields[i]![0]);
        expect(changes).toHaveLength(moved.length);
        expect(new Set([...roleOf(after).values()]).size).toBe(after.controls.inputs.length);
      }),
      { numRuns: 80, seed: 8 },
    );
  });

  const read = (route: 'expander' | 'pad bus', own = 0): Project => ({
    ...done,
    controls: {
      ...done.controls,
      route,
      inputs: done.controls.inputs.map((i, n) => {
        const unlined = { ...i };
        delete unlined.gpio;
        return n < own ? { ...unlined, route: 'gpio' as const } : unlined;
      }),
      bus: { ...USUAL_PAD_BUS, bits: 16, keys: done.controls.inputs.map((i) => i.id).reverse() },
    },
  });
  test.each(['expander', 'pad bus'] as const)(
    'of keys over an %s is that of the same keys on lines: one device tells them',
    (route) => {
      expect(mappingLine(read(route))).toBe(line);
      expect(readMappingLine(read(route), line)).toEqual({ changes: [], misfits: [] });
    },
  );
  test('of two devices is two lines, each with its own buttons from 0', () => {
    const [many, few] = mappingLine(read('pad bus', 2)).trim().split('\n');
    const buttons = (of: string): number[] =>
      [...of.matchAll(/:b(\d+)/g)].map((m) => Number(m[1])).sort((a, b) => a - b);
    expect(buttons(few!)).toEqual([0, 1]);
    expect(buttons(many!)).toEqual(buttons(line).slice(0, -2));
    expect(readMappingLine(read('pad bus', 2), many!).misfits).toEqual([]);
  });

  test('two keys changed over are told as two edits', () => {
    const swapped = line.replace('a:b0', 'a:bX').replace('b:b1', 'b:b0').replace('a:bX', 'a:b1');
    const { changes } = readMappingLine(done, swapped);
    expect(changes.map((c) => c.input.functions[0]).sort()).toEqual(['east', 'south']);
  });
});

describe('what does not fit', () => {
  const head = line.split(',').slice(0, 2).join(',');
  const misfits = (fields: string): string[] => readMappingLine(done, `${head},${fields}`).misfits;
  test.each([
    ['leftx:a0', /no key of a build does this/],
    ['a:h0.1', /axis or a hat/],
    ['a:+a2', /axis or a hat/],
    ['a:b40', /button 40 is not there; this build has 12/],
    ['a:b0,b:b0', /already is south/],
  ])('%s', (fields, sentence) => {
    expect(misfits(fields)).toEqual([expect.stringMatching(sentence)]);
  });

  test('a line of another device is read, and said', () => {
    const other = line.replace(/^.{4}/, 'ffff');
    expect(readMappingLine(done, other).misfits[0]).toMatch(/made for another device/);
  });

  test.each([
    '',
    'hello',
    '19,x,a:b0',
    line.slice(0, 40),
    `${head},a:b0,b:`,
    `${head}${',a:b0'.repeat(101)}`,
  ])('%j is refused', (text) => {
    expect(() => readMappingLine(done, text)).toThrow(BadInput);
  });

  test('any text is read, or refused in one sentence', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 120 }), (text) => {
        try {
          readMappingLine(done, `${head},${text}`);
        } catch (e) {
          expect(e).toBeInstanceOf(BadInput);
        }
      }),
      { numRuns: 300, seed: 9 },
    );
  });
});
