import fc from 'fast-check';
import { demos } from '../catalogue';
import { applied, type Project } from '../model';
import { buildSteps, lastBefore, ordered } from './index';

const [half, done, warbler, wisp] = demos() as [Project, Project, Project, Project];
const ids = (p: Project): string[] => buildSteps(p).map((s) => s.id);

test('any order of any graph puts every step after all it waits for', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.nat(9), fc.array(fc.nat(30), { maxLength: 4 })), {
        minLength: 1,
        maxLength: 30,
      }),
      (raw) => {
        const list = raw.map(([rank, after], i) => ({
          id: `s${i}`,
          rank,
          after: i ? [...new Set(after.map((a) => `s${a % i}`))] : [],
        }));
        const out = ordered(list, (t) => t.rank).map((t) => t.id);
        expect([...out].sort()).toEqual(list.map((t) => t.id).sort());
        for (const t of list) {
          for (const a of t.after) expect(out.indexOf(a)).toBeLessThan(out.indexOf(t.id));
        }
      },
    ),
  );
});
test('a circle is refused by name', () =>
  expect(() =>
    ordered(
      [
        { id: 'a', after: ['b'] },
        { id: 'b', after: ['a'] },
      ],
      () => 0,
    ),
  ).toThrow('a, b'));

test('only the last of what a step waits for is said: the others come before those anyway', () => {
  const list = [
    { id: 'a', after: [] },
    { id: 'b', after: ['a'] },
    { id: 'c', after: ['a'] },
    { id: 'd', after: ['a', 'b', 'c'] },
    { id: 'e', after: ['a', 'd'] },
  ];
  expect(Object.fromEntries(lastBefore(list))).toEqual({
    a: [],
    b: ['a'],
    c: ['a'],
    d: ['b', 'c'],
    e: ['d'],
  });
});

describe('the list follows the build', () => {
  test('every step of every demo comes after all it waits for', () => {
    for (const p of demos()) {
      const list = buildSteps(p);
      const at = new Map(list.map((s, i) => [s.id, i]));
      for (const s of list) for (const a of s.after) expect(at.get(a)).toBeLessThan(at.get(s.id)!);
    }
  });
  test('dropping the speaker drops its steps and nothing else', () => {
    const without = {
      ...half,
      kit: { ...half.kit, items: half.kit.items.filter((i) => i.id !== 'speaker') },
      layout: { placements: half.layout.placements.filter((x) => x.item !== 'speaker') },
    };
    expect(
      ids(half)
        .filter((id) => !ids(without).includes(id))
        .sort(),
    ).toEqual(['bench:speaker', 'fit-in:speaker', 'gate-sound', 'wire:speaker']);
  });
  test("deciding a post cut inserts clamp, cut and a test fit before that half's boards go in", () => {
    const cut = ids(applied(wisp, { do: 'trim', feature: 'corner-posts', copy: 0, to: 4 }));
    const order = ['clamp:corner-posts/0', 'cut:corner-posts/0', 'fit:back', 'fit-in:thimble'].map(
      (id) => cut.indexOf(id),
    );
    expect(order.every((i) => i >= 0)).toBe(true);
    expect([...order].sort((a, b) => a - b)).toEqual(order);
    expect(ids(wisp)).not.toContain('clamp:corner-posts/0');
  });
  test('the demos give visibly different lists', () => {
    const [a, b] = [new Set(ids(done)), new Set(ids(warbler))];
    expect([...a].filter((id) => !b.has(id)).length).toBeGreaterThan(10);
    expect(b.has('pairing') && !a.has('pairing')).toBe(true);
  });
  test('nothing is soldered with the cell connected, and the shoulder keys go in before it is closed', () => {
    const list = buildSteps(done);
    for (const s of list) {
      if (s.title.startsWith('Wire')) expect([s.title, s.feed]).toEqual([s.title, 'no power']);
    }
    expect(ids(done).indexOf('shoulders')).toBeLessThan(ids(done).indexOf('close'));
    expect(list.filter((s) => s.caution?.includes('Eye protection')).length).toBeGreaterThan(0);
  });
});
