/** Layouts found are whole and without a hit by a fresh check; what stays, stays; what cannot be, is explained. */
import { demos, libraryPart, STARTER_PARTS } from '../catalogue';
import { cutting } from '../cuts';
import { Checker } from '../fit';
import { check } from '../verdict';
import { applied, emptyProject, length, mustRead, type Project, withAdded } from '../model';
import { arranged, type Case } from './arranged.fixture';
import { Arranger, easings, type Figures, figuresOf, tooThick, whyNot } from './index';

const [half, , , wisp] = demos() as [Project, Project, Project, Project];
const bare = (p: Project): Project => ({ ...p, layout: { placements: [] } });
const hits = (p: Project): string[] =>
  new Checker(p)
    .findings()
    .filter((f) => f.verdict === 'hit')
    .map((f) => f.what);

const WISP = 3;
const WARBLER = 2;
const HALF = 0;
const bareCase = (demo: number, seed: number): Case => ({
  demo,
  seed,
  fixed: [],
  bare: true,
  more: 0,
});
const CASES: Case[] = [
  bareCase(WISP, 1),
  bareCase(WISP, 2),
  bareCase(WARBLER, 1),
  bareCase(HALF, 3),
  bareCase(WISP, 1),
  { demo: WISP, seed: 2, fixed: ['cell', 'thimble'], bare: false, more: 0 },
  { ...bareCase(WISP, 4), more: 4000 },
];
const found = CASES.map(arranged);

test.each(found.slice(0, 4))(
  'demo $case.demo with nothing placed, seed $case.seed: every part stands, nothing hits by a fresh check, and the document is valid',
  ({ case: c, best }) => {
    const p = bare(demos()[c.demo]!);
    for (const layout of best) {
      const next = layout.changes.reduce(applied, p);
      expect(next.layout.placements.map((q) => q.item).sort()).toEqual(
        p.kit.items.map((i) => i.id).sort(),
      );
      expect(hits(next)).toEqual([]);
      for (const [k, v] of Object.entries(figuresOf(next))) {
        expect([k, v]).toEqual([k, expect.closeTo(layout.figures[k as keyof Figures], 6)]);
      }
      expect(() => mustRead(JSON.parse(JSON.stringify(next)))).not.toThrow();
    }
  },
);
test('the same seed finds the same layout, another seed another', () => {
  expect(found[4]!.best).toEqual(found[0]!.best);
  expect(found[1]!.best[0]!.placements).not.toEqual(found[0]!.best[0]!.placements);
});
test('what looks through a hole that is cut stays at it, and is free before it is cut or laid out', () => {
  const [, done] = demos() as [Project, Project];
  const { through, here } = cutting(done).openings.find((c) => c.key === 'charger/usb')!;
  const as = (state: 'decided' | 'done', at?: typeof here): Project => ({
    ...done,
    cuts: [{ kind: 'opening', id: 'usb', for: through, state, ...(at && { at }) }],
  });
  const free = (p: Project): number => new Arranger(p).progress.of;
  expect([free(as('done', here)), free(as('done')), free(as('decided', here))]).toEqual([
    free(done) - 1,
    free(done),
    free(done),
  ]);
  expect(free(bare(as('done', here)))).toBe(free(bare(done)));
});
test('what is fixed stays where it is, and the rest goes round it', () => {
  const next = found[5]!.best[1]!.changes.reduce(applied, wisp);
  for (const id of ['cell', 'thimble']) {
    expect(next.layout.placements.find((q) => q.item === id)).toEqual(
      wisp.layout.placements.find((q) => q.item === id),
    );
  }
  expect(hits(next)).toEqual([]);
});
test('each aim keeps the best of its kind, and going on never makes one worse', () => {
  const { first, best } = found[6]!;
  const after = best.map((l) => l.figures);
  expect(after[0]!.cuts).toBeLessThanOrEqual(first[0]!.cuts);
  expect(after[1]!.thickMm).toBeLessThanOrEqual(first[1]!.thickMm);
  expect(after[2]!.wireMm + 20 * after[2]!.tight).toBeLessThanOrEqual(
    first[2]!.wireMm + 20 * first[2]!.tight,
  );
  for (const f of after) {
    expect(after[1]!.thickMm).toBeLessThanOrEqual(f.thickMm);
    expect(after[0]!.cuts).toBeLessThanOrEqual(f.cuts);
  }
});

describe('when there is none', () => {
  const thick = (mm: number): Project => {
    const part = {
      ...STARTER_PARTS.find((q) => q.id === 'slab-300')!,
      id: 'brick',
      name: 'Brick',
      blocks: [
        { ...STARTER_PARTS.find((q) => q.id === 'slab-300')!.blocks[0]!, height: length(mm) },
      ],
    };
    return withAdded({ ...bare(wisp), kit: { parts: [], items: [] } }, part);
  };
  test('a part thicker than the deepest spot is named with what it lacks: 24 − 2 × 2 = 20 mm', () => {
    expect(tooThick(thick(23.1))).toEqual([
      'depth: 3.1 mm short at Brick whatever is moved (23.1 mm thick, 20.0 mm at the deepest spot)',
    ]);
    expect(tooThick(thick(19.9))).toEqual([]);
  });
  test('one change that makes it possible is found, and with it everything stands', () => {
    const board = { ...STARTER_PARTS.find((q) => q.id === 'teasel')! };
    const p = withAdded(
      {
        ...bare(wisp),
        kit: { parts: [], items: [] },
        shell: {
          bodies: [
            {
              ...wisp.shell.bodies[0]!,
              pieces: wisp.shell.bodies[0]!.pieces.map((q) => ({
                ...q,
                depth: length(9),
                features: [],
              })),
            },
          ],
        },
      },
      board,
    );
    const g = whyNot(p, 'teasel', 400);
    let r = g.next();
    while (!r.done) r = g.next();
    expect(r.value.sentences[0]).toMatch(/^depth: 4\.6 mm short at Teasel/);
    expect(r.value.ease!.text).toBe('Take the USB stack off Teasel: 7.1 mm thinner');
    expect(hits(r.value.ease!.changes.reduce(applied, p))).toEqual([]);
  });
  test('easings come from the gentlest on: blocks off, features cut, parts left out', () => {
    const kinds = [...easings(half)].map((e) => e.changes[0]!.do);
    expect(kinds.indexOf('strike')).toBeLessThan(kinds.indexOf('trim'));
    expect(kinds.indexOf('trim')).toBeLessThan(kinds.indexOf('drop'));
  });
  test('no shell, no parts, or everything fixed ends at once', () => {
    expect(new Arranger(emptyProject('a', 'A')).work(500)).toBe(false);
    expect(
      new Arranger({ ...wisp, kit: { parts: [], items: [] }, layout: { placements: [] } }).work(
        500,
      ),
    ).toBe(false);
    expect(
      new Arranger(
        wisp,
        1,
        wisp.kit.items.map((i) => i.id),
      ).work(500),
    ).toBe(false);
  });
  test('a part larger than the shell never stands, and says which it is', () => {
    const big = {
      ...STARTER_PARTS.find((q) => q.id === 'slab-300')!,
      id: 'big',
      name: 'Big',
      blocks: [
        {
          ...STARTER_PARTS.find((q) => q.id === 'slab-300')!.blocks[0]!,
          plan: { kind: 'rect' as const, x: 0, y: 0, w: length(300), h: length(300) },
        },
      ],
    };
    const a = new Arranger(withAdded(bare({ ...wisp, kit: { parts: [], items: [] } }), big));
    expect(a.work(700)).toBe(false);
    expect(a.progress.stuck).toBe('big');
  });
});

test('a slide switch comes to a wall with its lever out, and its slot is cut there', () => {
  const p = withAdded(
    { ...bare(wisp), kit: { parts: [], items: [] } },
    libraryPart('slide-switch'),
  );
  const a = new Arranger(p);
  expect(a.work(2000)).toBe(true);
  const [best] = a.best.values();
  const laid = best!.changes.reduce(applied, p);
  const checker = new Checker(laid);
  expect(checker.findings().filter((f) => f.verdict === 'hit')).toEqual([]);
  expect(checker.findings().find((f) => f.check === 'reach')?.code).toBe('recessed');
  expect(cutting(laid).openings.map((o) => o.kind)).toEqual(['lever']);
});

test('its slot keeps clear of the holes that are there', () => {
  const p = withAdded({ ...demos()[1]! }, libraryPart('slide-switch'));
  const fixed = p.layout.placements.map((q) => q.item);
  for (const seed of [1, 2, 3]) {
    const a = new Arranger(p, seed, fixed);
    expect(a.work(4000)).toBe(true);
    const laid = [...a.best.values()][0]!.changes.reduce(applied, p);
    expect(check(laid).findings.filter((f) => f.check === 'hole' && f.verdict !== 'clear')).toEqual(
      [],
    );
  }
});
