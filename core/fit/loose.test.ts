/** What nothing is said to hold is told in one line, and held in one click. */
import { demos } from '../catalogue';
import { applied, appliedAll, type Project } from '../model';
import { looseParts } from './loose';
import { sceneOf } from './index';

const [, done] = demos() as [Project, Project];
const unsaid = (...items: string[]): Project => ({
  ...done,
  layout: {
    placements: done.layout.placements.map((q) => {
      const one = { ...q };
      if (items.includes(q.item)) delete one.fixed;
      return one;
    }),
  },
});
const found = (p: Project) => looseParts.findings(sceneOf(p));

test('where each part has its fixing nothing is said', () => {
  expect(found(done)).toEqual([]);
});

test('one and many are one line each, with names and ids', () => {
  expect(found(unsaid('cell'))).toMatchObject([
    { verdict: 'tight', title: 'One part lies loose', about: ['cell'] },
  ]);
  const many = ['teasel', 'screen', 'cell', 'charger', 'amp', 'speaker', 'pad'];
  const [f] = found(unsaid(...many));
  expect(f).toMatchObject({ title: '7 parts lie loose', about: many });
  expect(f!.what).toMatch(/^Nothing is said about what holds (\S.*, ){3}\S.* and 3 more\.$/);
});

test('what rides on another part, and what a made part holds, is not loose', () => {
  const rides = unsaid('amp');
  const placements = rides.layout.placements.map((q) =>
    q.item === 'amp' ? { ...q, on: { item: 'teasel' } } : q,
  );
  expect(found({ ...rides, layout: { placements } })).toEqual([]);
  const framed = unsaid('cell');
  const frame = { ...done.kit.items[0]!, id: 'frame', name: 'Frame', struck: [] };
  const made = (kind: 'cell frame' | 'bezel'): Project => ({
    ...framed,
    kit: {
      ...framed.kit,
      items: [...framed.kit.items, { ...frame, made: { kind, for: 'cell', holds: [] } }],
    },
    layout: {
      placements: [
        ...framed.layout.placements,
        { ...framed.layout.placements[0]!, item: 'frame', fixed: 'glue' },
      ],
    },
  });
  expect(found(made('cell frame'))).toEqual([]);
  expect(found(made('bezel'))).toHaveLength(1);
});

describe('ways out', () => {
  const p = unsaid('teasel', 'cell', 'charger', 'speaker', 'pad', 'amp');
  const scene = sceneOf(p);
  const [f] = looseParts.findings(scene);
  const ways = looseParts.ways(scene, f!, []);
  const fixed = (changes: (typeof ways)[number]['changes']) =>
    Object.fromEntries(
      appliedAll(p, changes)
        .layout.placements.filter((q) => f!.about.includes(q.item))
        .map((q) => [q.item, q.fixed]),
    );

  test('each as is usual for its kind', () => {
    expect(fixed(ways[0]!.changes)).toEqual({
      teasel: 'screws',
      cell: 'tape',
      charger: 'bracket',
      speaker: 'glue',
      pad: 'bracket',
      amp: 'tape',
    });
  });

  test('either leaves nothing loose, and no other finding has such ways', () => {
    for (const way of ways) expect(found(appliedAll(p, way.changes))).toEqual([]);
    expect(looseParts.ways(scene, { ...f!, code: 'unplaced' }, [])).toEqual([]);
  });
});

describe('tape and glue over air', () => {
  const amp = done.layout.placements.find((q) => q.item === 'amp')!;
  const at = (more: Partial<typeof amp>) =>
    applied(done, { do: 'place', placement: { ...amp, ...more } });
  const codes = (p: Project) => found(p).map((f) => f.code);

  test('foam bridges 2 mm, hot glue 3; a bracket any', () => {
    expect([1.9, 2.1].map((lift) => codes(at({ lift })))).toEqual([[], ['airy']]);
    expect([2.9, 3.1].map((lift) => codes(at({ lift, fixed: 'glue' })))).toEqual([[], ['airy']]);
    expect(codes(at({ lift: 9, fixed: 'bracket' }))).toEqual([]);
  });
  test('what lies closely over another part is taped to that', () => {
    // The cell is 8 mm thick on the floor of its bay.
    const over = (lift: number) => at({ x: 115, y: 30, lift });
    expect(codes(over(9.2))).toEqual([]);
    expect(codes(over(15))).toEqual(['airy']);
  });
  test('each way out leaves no air', () => {
    const p = at({ lift: 5 });
    const scene = sceneOf(p);
    const [f] = looseParts.findings(scene);
    for (const way of looseParts.ways(scene, f!, [])) {
      expect(codes(appliedAll(p, way.changes))).toEqual([]);
    }
  });
});
