import fc from 'fast-check';
import { demos } from '@deft/core/catalogue';
import { mustRead, patchTo, readPatched } from '@deft/core/model';
import { isOfSpelling, readAgain, spelling, valueOf } from './spelt';

/** Keys and texts that look like JSON themselves, so that a wrong cut would be seen. */
const text = fc.constantFrom('a', 'b', '"', '{', '}', ',', ':', '[],', '\\', 'é', '\u2212', '');
const json = fc.letrec((tie) => ({
  value: fc.oneof(
    { maxDepth: 5 },
    fc.constantFrom(0, 1, 12, 123, -1, 1.5, true, null),
    text,
    fc.array(tie('value'), { maxLength: 4 }),
    fc.dictionary(text, tie('value'), { maxKeys: 4 }),
  ),
})).value;

const parsed = (bytes: Buffer): unknown => {
  try {
    return JSON.parse(bytes.toString());
  } catch {
    return 'no JSON';
  }
};
const read = (bytes: Buffer, from: unknown): unknown => {
  try {
    return valueOf(bytes, spelling(from, from));
  } catch {
    return 'no JSON';
  }
};

test('whatever was sent before, a text is read as parsing it reads it', () => {
  fc.assert(
    fc.property(json, json, (before, now) => {
      expect(read(Buffer.from(JSON.stringify(now)), before)).toEqual(now);
    }),
    { numRuns: 2000, seed: 1 },
  );
});

test('a text that was cut, joined or spoilt is refused exactly where parsing refuses it', () => {
  const spoilt = fc.record({
    before: json,
    at: fc.nat(200),
    removed: fc.nat(3),
    put: fc.constantFrom('', ',', '}', '{', ']', '[', '"', '1', ' ', '},{', '],[', ',"a":1'),
  });
  fc.assert(
    fc.property(spoilt, ({ before, at, removed, put }) => {
      const whole = JSON.stringify(before);
      const from = at % (whole.length + 1);
      const bytes = Buffer.from(whole.slice(0, from) + put + whole.slice(from + removed));
      expect(read(bytes, before)).toEqual(parsed(bytes));
    }),
    { numRuns: 6000, seed: 2 },
  );
});

test('a comma too many, a field said twice and several where one stood are read as parsing reads them', () => {
  const before = { a: { x: 1, y: [1, 2], z: 3 }, b: [{ x: 1, y: 2 }], c: 3 };
  const whole = JSON.stringify(before);
  for (const [was, is] of [
    ['"c":3', ''],
    ['"c":3', ' '],
    ['"c":3', '"c":3,"a":5'],
    ['[1,2]', '[1,2,]'],
    ['{"x":1,"y":2}', '{"x":1,"y":3},{"x":4,"y":2}'],
    ['{"x":1,"y":2}', '{"x":1,"a":3},{"c":4,"y":2}'],
    ['"z":3', '"z":34'],
  ] as const) {
    const bytes = Buffer.from(whole.replace(was, is));
    expect(bytes.toString()).not.toBe(whole);
    expect(read(bytes, before)).toEqual(parsed(bytes));
  }
});

test('of a build sent again only what is new is made anew, and the envelope is taken as it came', () => {
  const before = mustRead(structuredClone(demos()[0]!));
  const known = spelling(before, before);
  const parts = before.kit.parts.map((p, i) => (i === 3 ? { ...p, name: 'Another' } : p));
  const now = { ...before, kit: { ...before.kit, parts } };
  const body = (what: object, more: object = {}) =>
    Buffer.from(JSON.stringify({ basedOn: 7, ...more, document: what }));
  const sent = readAgain(body(now, { save: 'x' }), known) as { document: typeof before };
  expect(sent).toEqual({ basedOn: 7, save: 'x', document: now });
  const { document } = sent;
  expect(isOfSpelling(document as never, known)).toBe(true);
  expect(document.layout).toBe(before.layout);
  const same = document.kit.parts.filter((p, i) => p === before.kit.parts[i]);
  expect(same).toHaveLength(parts.length - 1);

  const patch = patchTo(before, document)!;
  expect(patch).toEqual([{ op: 'replace', path: '/kit/parts/3/name', value: 'Another' }]);
  const accepted = readPatched(before, patch);
  if (!accepted.ok) throw new Error('not accepted');
  const next = spelling(document, accepted.value, known);
  expect(valueOf(Buffer.from(JSON.stringify(now)), next)).toBe(accepted.value);

  for (const other of [
    Buffer.from(JSON.stringify({ document: now, basedOn: 7 })),
    Buffer.from(JSON.stringify({ basedOn: 7, patch: [] })),
    Buffer.from(`{"basedOn":"\\"document\\":{","x":{}}`),
    body(now).subarray(0, -1),
    Buffer.from(`{"a":{"basedOn":7,"document":${JSON.stringify(now)}}}`),
  ]) {
    expect(readAgain(other, known)).toBeUndefined();
  }
  const spaced = Buffer.from(`{"basedOn":7,"document":{ ${JSON.stringify(now).slice(1)}}`);
  expect(readAgain(spaced, known)).toEqual({ basedOn: 7, document: now });
});
