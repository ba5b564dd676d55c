/** Two states of a build side by side: every move, and every finding in exactly one list. */
import fc from 'fast-check';
import { dabchickFits, demos } from '../catalogue';
import { applied, mustRead, type Project } from '../model';
import { compareBuilds, check } from './index';

const [half, done] = demos() as [Project, Project];

describe('what changed', () => {
  test('from the half-way loaner to the finished one: two parts moved, the six problems cleared, nothing worse', () => {
    const b = compareBuilds(half, done);
    expect(b.moved.map((m) => [m.item, m.words])).toEqual([
      ['charger', 'Move Step 5/3A 2.4 mm down'],
      ['teasel', 'Move Teasel 2.0 mm down'],
    ]);
    expect(b.cleared.length).toBe(6);
    expect([b.worse.length, b.still.length, b.added, b.removed]).toEqual([
      0,
      0,
      ['Tactile 6x6 5 mm (2)'],
      [],
    ]);
    expect(b.sentence).toBe('6 findings cleared, 2 parts moved');
  });
  test('backwards, what was cleared is what got worse', () => {
    const f = compareBuilds(half, done);
    const r = compareBuilds(done, half);
    expect(r.worse.map((w) => w.finding.id).sort()).toEqual(f.cleared.map((x) => x.id).sort());
    expect(r.moved.map((m) => m.item)).toEqual(f.moved.map((m) => m.item));
  });
  test('a build against itself is nothing', () =>
    expect(compareBuilds(half, half)).toMatchObject({
      moved: [],
      cleared: [],
      worse: [],
      sentence: 'Nothing changed that shows',
    }));
  test('turned over, to the other half, higher: each is said', () => {
    const p = applied(half, {
      do: 'place',
      placement: {
        ...half.layout.placements[0]!,
        up: 'out',
        on: { piece: 'front' },
        lift: 3,
        turn: 90,
      },
    });
    expect(compareBuilds(half, p).moved[0]!.words).toBe(
      'Turn Teasel 90° counter-clockwise, to the other half, turned over, 2.0 mm higher',
    );
  });
  test('after any moves, the open findings of now are those worse and those still there, and none twice', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.constantFrom(...half.layout.placements),
            fc.integer({ min: -80, max: 80 }),
            fc.integer({ min: -80, max: 80 }),
          ),
          { minLength: 1, maxLength: 3 },
        ),
        (moves) => {
          const p = moves.reduce(
            (q, [at, dx, dy]) =>
              applied(q, {
                do: 'place',
                placement: { ...at, x: at.x + dx / 10, y: at.y + dy / 10 },
              }),
            half,
          );
          const b = compareBuilds(half, p);
          const open = check(p)
            .findings.filter((f) => f.verdict !== 'clear')
            .map((f) => f.id)
            .sort();
          expect([...b.worse.map((w) => w.finding.id), ...b.still.map((f) => f.id)].sort()).toEqual(
            open,
          );
          for (const f of b.cleared) expect(open).not.toContain(f.id);
        },
      ),
      { numRuns: 5 },
    );
  });
});

test('the two past test fits of the demo are whole builds, each with problems that today has no more', () => {
  const fits = dabchickFits();
  expect(fits.map((f) => f.note)).toEqual(['test fit 1: boards only', 'test fit 2: with the cell']);
  for (const f of fits) {
    expect(() => mustRead(JSON.parse(JSON.stringify(f.document)))).not.toThrow();
    expect(compareBuilds(f.document, half).cleared.length).toBeGreaterThan(0);
  }
});
