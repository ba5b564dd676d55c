/** The largest that fits against trying them all, and distances against the gaps they are made of. */
import { demos, STARTER_PARTS } from '../catalogue';
import { distanceBetween, sceneOf, measurables } from '../fit';
import { appliedAll, length, type Project } from '../model';
import { check, type Kind, largestThatFits } from './index';

const [half, done, , wisp] = demos() as [Project, Project, Project, Project];
const ask = (p: Project, kind: Kind, library = STARTER_PARTS) => {
  const g = largestThatFits(p, kind, library);
  let r = g.next();
  while (!r.done) r = g.next();
  return r.value;
};

describe('largest that fits', () => {
  test.each([
    [wisp, 'cell'],
    [done, 'screen'],
  ] as const)('no larger one of the library stands in its place without a hit', (p, kind) => {
    const best = ask(p, kind)!;
    const size = (q: (typeof STARTER_PARTS)[number]) =>
      kind === 'cell' ? (q.cell?.capacityAh ?? 0) : (q.screen?.diagonalIn ?? 0);
    const now = p.kit.parts.find(
      (q) => q.id === p.kit.items.find((i) => i.id === best.item)!.part,
    )!;
    const hits = (q: Project) =>
      check(q).findings.filter(
        (f) => f.station === 'fit' && f.verdict === 'hit' && f.about.includes(best.item),
      ).length;
    expect(hits(appliedAll(p, best.changes))).toBe(0);
    for (const q of STARTER_PARTS.filter(
      (x) =>
        x.family === now.family &&
        size(x) > size(best.part) &&
        (kind === 'cell'
          ? x.cell?.kind === now.cell?.kind && x.cell?.series === now.cell?.series
          : x.screen?.link === now.screen?.link),
    )) {
      expect([q.name, hits(appliedAll(p, [{ do: 'swap', item: best.item, part: q }])) > 0]).toEqual(
        [q.name, true],
      );
    }
  });
  test('a larger bay takes a larger cell; without a cell nothing is said', () => {
    const back = done.shell.bodies[0]!.pieces[1]!;
    const deep: Project = {
      ...done,
      shell: {
        bodies: [
          {
            ...done.shell.bodies[0]!,
            pieces: [
              done.shell.bodies[0]!.pieces[0]!,
              { ...back, zones: back.zones.map((z) => ({ ...z, depth: length(30) })) },
            ],
          },
        ],
      },
    };
    expect(ask(deep, 'cell')!.part.cell!.capacityAh).toBeGreaterThan(2.5);
    expect(
      ask({ ...done, kit: { parts: [], items: [] }, layout: { placements: [] } }, 'cell'),
    ).toBeUndefined();
  });
});

test('a measured distance is the gap of its finding, and along each axis what the outlines say', () => {
  const scene = sceneOf(half);
  const all = measurables(scene);
  const named = (n: string) => all.find((t) => t.name === n)!;
  const d = distanceBetween(named('Teasel'), named('middle rear post 2'));
  expect(d.gap.gap).toBeCloseTo(-1.8, 6);
  const back = distanceBetween(named('middle rear post 2'), named('Teasel'));
  expect([d.working, d.pieces]).toEqual([
    'the shortest move that parts them: 1.80 mm in plane',
    ['back', 'back'],
  ]);
  const slanted = distanceBetween(named('Pad plate'), named('Pane 2.8'));
  const [, mm, flat, deep] = /^([\d.]+) mm = √\(([\d.]+)² in plane \+ ([\d.]+)² in depth\)$/
    .exec(slanted.working)!
    .map(Number);
  expect(Math.hypot(flat!, deep!)).toBeCloseTo(mm!, 1);
  expect([back.gap.gap, back.x, back.y, back.z]).toEqual([
    expect.closeTo(d.gap.gap, 9),
    d.x,
    d.y,
    d.z,
  ]);
  const apart = distanceBetween(named('Pad plate'), named('Key plate'));
  expect(apart.gap.gap).toBeCloseTo(apart.x, 1);
  expect(new Set(all.map((t) => t.name)).size).toBe(all.length);
});
