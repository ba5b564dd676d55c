/** A document read by what a patch touches is read as the whole would be. */
import fc from 'fast-check';
import { demos } from '../catalogue';
import { type Patch, patchBetween, PatchBody, patched, type Project, readPatched } from './index';
import { readProject } from './read';

const builds = demos();

/** Every place in a value, as a JSON pointer. */
function places(value: unknown, at = ''): string[] {
  if (typeof value !== 'object' || value === null) return [at];
  const inside = Object.entries(value).flatMap(([key, v]) => places(v, `${at}/${key}`));
  return at ? [at, ...inside] : inside;
}
const PLACES = builds.map((p) => places(p));

/** What a hand or a broken page may put in a field. */
const junk = fc.oneof(
  fc.constantFrom<unknown>(null, true, '', 'x'.repeat(400), [], {}, 0, -1, 1e9, 0.5, 'front'),
  fc.constantFrom<unknown>('a\u0000b', '\ud800', { __proto__: null, mm: 3 }, { mm: 3, unit: 'mm' }),
);
/** Any operation at any place of a demo, and fields no document has. */
const operation = fc
  .record({
    build: fc.nat({ max: builds.length - 1 }),
    place: fc.nat(),
    op: fc.constantFrom('replace' as const, 'remove' as const, 'add' as const),
    value: junk,
    extra: fc.boolean(),
  })
  .map(({ build, place, op, value, extra }) => {
    const all = PLACES[build]!;
    const path = `${all[place % all.length]!}${extra && op === 'add' ? '/extra' : ''}`;
    return { build, op: op === 'remove' ? { op, path } : { op, path, value } };
  });

test('it is refused exactly when the whole would be, and reads the same', () => {
  let refused = 0;
  fc.assert(
    fc.property(operation, ({ build, op }) => {
      const before = builds[build]!;
      const after = (() => {
        try {
          return patched(before, [op] as Patch);
        } catch {
          return undefined;
        }
      })();
      const read = readPatched(before, [op] as Patch);
      const whole = after && readProject(JSON.parse(JSON.stringify(after)));
      expect(read.ok).toBe(whole?.ok ?? false);
      if (!read.ok) refused++;
      else if (whole?.ok) expect(JSON.parse(JSON.stringify(read.value))).toEqual(whole.value);
    }),
    { seed: 7, numRuns: 600 },
  );
  // Both kinds were really tried.
  expect(refused).toBeGreaterThan(60);
  expect(refused).toBeLessThan(590);
});

test('between any two demos it leads from the one to the other', () => {
  for (const a of builds) {
    for (const b of builds) {
      const read = readPatched(a, patchBetween(a, b));
      expect(read.ok && read.value).toEqual(b);
    }
  }
});

test('what it does not touch stays the same object', () => {
  const [p] = builds as [Project];
  const read = readPatched(p, [{ op: 'replace', path: '/name', value: 'other' }]);
  expect(read.ok && [read.value.kit === p.kit, read.value.name]).toEqual([true, 'other']);
});

describe('a patch as it may come', () => {
  test.each([
    ['nothing', [], 'Nothing is changed.'],
    ['no path', [{ op: 'remove', path: '' }], 'A change names a field'],
    ['the prototype', [{ op: 'add', path: '/__proto__/x', value: 1 }], 'No document has'],
    ['its maker', [{ op: 'add', path: '/kit/constructor', value: 1 }], 'No document has'],
    ['what no database keeps', [{ op: 'add', path: '/a\u0000', value: 1 }], 'No document has'],
    ['a copy', [{ op: 'copy', path: '/name', from: '/id' }], 'Invalid'],
    ['too many', Array(20_001).fill({ op: 'remove', path: '/name' }), 'Too big'],
  ])('%s is refused', (_, patch, sentence) => {
    const read = PatchBody.safeParse(patch);
    expect(read.error?.issues[0]?.message).toContain(sentence);
  });

  test.each<[string, Patch]>([
    ['from what is not there', [{ op: 'remove', path: '/kit/items/999/name' }]],
    ['what is not there', [{ op: 'remove', path: '/shell/hinge' }]],
    ['what was there in a format before', [{ op: 'replace', path: '/shell/hinge', value: 1 }]],
    ['a field within it', [{ op: 'replace', path: '/shell/hinge/up/mm', value: 1 }]],
    ['behind the end of a list', [{ op: 'replace', path: '/kit/items/999', value: {} }]],
    ['a gap into a list', [{ op: 'add', path: '/build/done/999', value: {} }]],
    [
      'one that came too late',
      [
        { op: 'remove', path: '/note' },
        { op: 'remove', path: '/note' },
      ],
    ],
  ])('one that changes %s is refused whole, in one sentence', (_, patch) => {
    const read = readPatched({ ...builds[0]!, note: 'a note' }, patch);
    expect(read).toEqual({
      ok: false,
      complaints: [
        { path: 'patch', sentence: 'These changes do not fit the build as it is saved.' },
      ],
    });
  });
});
