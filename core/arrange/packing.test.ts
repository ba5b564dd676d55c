/** Packing against puzzles whose answer is known, and against plain rules: nothing overlaps, everything where it may be, the same seed the same. */
import { polygonPrism, seeded } from '../geometry';
import { applied, mustRead } from '../model';
import { Checker } from '../fit';
import { fill } from './beam';
import { AIMS, Arranger, partsElsewhere } from './index';
import { type Packed, Packer, type PackProblem } from './packer';
import { Packing } from './packing';
import { strips } from './problem';
import { puzzle, type PuzzlePart, puzzleProject } from './puzzle.fixture';
import { bottomLeft, packProblem } from './puzzleProblem.fixture';

/** Overlap in plan beyond a hair, said by areas alone. */
function clashes(p: PackProblem, places: readonly Packed[]): string[] {
  const rects = places.flatMap((q, i) => {
    const r = p.items[i]!.variants[q.variant]!.rects;
    const out: Array<{ i: number; x: number; y: number; w: number; h: number }> = [];
    for (let k = 0; k < r.length; k += 6) {
      out.push({ i, x: q.x + r[k]!, y: q.y + r[k + 1]!, w: r[k + 2]!, h: r[k + 3]! });
    }
    return out;
  });
  const bad: string[] = [];
  for (const a of rects) {
    for (const b of rects) {
      if (
        a.i < b.i &&
        Math.min(a.x + a.w, b.x + b.w) - Math.max(a.x, b.x) > 1e-4 &&
        Math.min(a.y + a.h, b.y + b.h) - Math.max(a.y, b.y) > 1e-4
      ) {
        bad.push(`${a.i} and ${b.i}`);
      }
    }
  }
  for (const a of rects) {
    for (let k = 0; k < p.rounds.length; k += 5) {
      if (
        Math.hypot(
          Math.max(a.x - p.rounds[k]!, 0, p.rounds[k]! - a.x - a.w),
          Math.max(a.y - p.rounds[k + 1]!, 0, p.rounds[k + 1]! - a.y - a.h),
        ) <
        p.rounds[k + 2]! - 1e-4
      ) {
        bad.push(`${a.i} and post ${k / 5}`);
      }
    }
  }
  places.forEach((q, i) => {
    const v = p.items[i]!.variants[q.variant]!;
    if (q.x < v.x0 - 1e-6 || q.x > v.x1 + 1e-6 || q.y < v.y0 - 1e-6 || q.y > v.y1 + 1e-6) {
      bad.push(`${i} outside where it may be`);
    }
  });
  return bad;
}
test('a part that lies nowhere beside what stands has no packing, and ends nothing', () => {
  const small = {
    rects: Float64Array.of(0, 0, 10, 10, 0, 5),
    x0: 0,
    x1: 40,
    y0: 0,
    y1: 40,
  };
  const problem: PackProblem = {
    items: [{ variants: [small] }, { variants: [] }, { variants: [small] }],
    blocks: new Float64Array(0),
    rounds: new Float64Array(0),
    between: new Float64Array(9),
    around: new Float64Array(3),
  };
  const packing = new Packing(problem, { w: 50, h: 50 }, true);
  expect(packing.work(20_000)).toBeUndefined();
  expect(packing.steps).toBeGreaterThanOrEqual(20_000);
});

const sized = (p: PuzzlePart) => p.rects.reduce((s, r) => s + r.w * r.h, 0);

describe('puzzles', () => {
  test.each([1, 2, 3, 4, 5, 6])(
    'seed %i: the answer is one, the slack is as said, sides and sizes are within their bounds',
    (seed) => {
      const p = puzzle({ parts: 16, slack: 0.1, extras: true }, seed);
      const problem = packProblem(p);
      const answer = p.parts.map((part, i): Packed => ({
        variant: problem.items[i]!.variants.findIndex(
          (v) =>
            Math.abs(v.rects[2]! - part.rects[0]!.w) < 1e-9 &&
            Math.abs(v.rects[3]! - part.rects[0]!.h) < 1e-9 &&
            v.rects[0] === 0 &&
            v.rects[1] === 0 &&
            part.x >= v.x0 - 1e-6 &&
            part.x <= v.x1 + 1e-6 &&
            part.y >= v.y0 - 1e-6 &&
            part.y <= v.y1 + 1e-6,
        ),
        x: part.x,
        y: part.y,
      }));
      expect(answer.every((q) => q.variant >= 0)).toBe(true);
      expect(clashes(problem, answer)).toEqual([]);
      const taken =
        p.parts.reduce((s, q) => s + sized(q), 0) +
        p.posts.reduce((s, q) => s + Math.PI * q.r ** 2, 0);
      expect(1 - taken / (p.w * p.h)).toBeCloseTo(p.slack, 9);
      expect(p.slack).toBeGreaterThan(0.0999);
      expect(p.parts.length).toBe(16);
      expect(Math.min(...p.parts.map(sized))).toBeGreaterThan(0.008 * p.w * p.h);
      expect(p.posts.length).toBeGreaterThan(0);
    },
  );
  test('as a build it is a valid document, and its answer stands without a hit', () => {
    for (const seed of [1, 2, 3, 4]) {
      const p = puzzle({ parts: 12, slack: 0.12, extras: true }, seed);
      const doc = mustRead(JSON.parse(JSON.stringify(puzzleProject(p))));
      const wide = new Arranger(doc, 1).project;
      const stood = {
        ...wide,
        layout: {
          placements: p.parts.map((q) => ({
            item: q.id,
            on: { piece: 'back' },
            x: q.x + 2,
            y: q.y + 2,
            turn: 0,
            up: 'in' as const,
            stand: 'flat' as const,
            lift: 0,
            held: 'jig' as const,
          })),
        },
      };
      expect([
        seed,
        new Checker(stood)
          .findings()
          .filter((f) => f.verdict === 'hit' && f.measure && f.measure.gap < -1e-6)
          .map((f) => `${f.title} ${f.what}`),
      ]).toEqual([seed, []]);
    }
  });
});

describe('packing', () => {
  test.each([
    [8, 0.15, 11],
    [10, 0.12, 12],
    [12, 0.15, 13],
  ])('%i parts at %f slack are packed without overlap', (parts, slack, seed) => {
    const p = puzzle({ parts, slack, extras: true }, seed);
    const problem = packProblem(p);
    const packing = new Packing(problem, p, true, seed);
    let found: Packed[] | undefined;
    for (let n = 0; !found && n < 400; n++) found = packing.work(400);
    expect(found).toBeDefined();
    expect(clashes(problem, found!)).toEqual([]);
  });
  test('the same seed packs the same', () => {
    const p = puzzle({ parts: 9, slack: 0.2, extras: true }, 4);
    const run = (seed: number) => {
      const k = new Packer(packProblem(p), seed);
      k.work(4000);
      return [k.solved, k.places()];
    };
    expect(run(3)).toEqual(run(3));
    expect(run(3)).not.toEqual(run(5));
  });
  test('with room asked between them, what fits to the hair is filled side by side, just as far apart', () => {
    // Twenty plates in four rows of five, 0.5 mm between, 0 to the walls: no room is left over.
    const wide = [30, 22, 17, 26, 13];
    const high = [20, 14, 26, 17];
    const sizes = high.flatMap((h) => wide.map((w) => [w, h] as const));
    const n = sizes.length;
    const gap = 0.5;
    const [W, H] = [
      wide.reduce((s, w) => s + w + gap, -gap),
      high.reduce((s, h) => s + h + gap, -gap),
    ];
    const p: PackProblem = {
      items: sizes.map(([w, h]) => ({
        variants: [
          { rects: Float64Array.of(0, 0, w, h, 0, 1), x0: 0, x1: W - w, y0: 0, y1: H - h },
        ],
      })),
      blocks: new Float64Array(0),
      rounds: new Float64Array(0),
      between: new Float64Array(n * n).fill(gap),
      around: new Float64Array(n),
    };
    const packing = new Packing(p, { w: W, h: H }, true, 3);
    let found: Packed[] | undefined;
    for (let k = 0; !found && k < 200; k++) found = packing.work(400);
    expect(found).toBeDefined();
    for (let i = 0; i < n; i++) {
      for (let j = 0; j < i; j++) {
        const [a, b, [aw, ah], [bw, bh]] = [found![i]!, found![j]!, sizes[i]!, sizes[j]!];
        expect(
          Math.max(
            a.x < b.x ? b.x - a.x - aw : a.x - b.x - bw,
            a.y < b.y ? b.y - a.y - ah : a.y - b.y - bh,
          ),
        ).toBeGreaterThan(gap - 1e-6);
      }
    }
  });
  test('room asked between two is kept', () => {
    const p = puzzle({ parts: 6, slack: 0.4, extras: false }, 2);
    const problem = packProblem(p);
    const n = problem.items.length;
    problem.between.fill(1.5);
    const k = new Packer(problem, 1);
    for (let i = 0; !k.work(500) && i < 40; i++);
    const at = k.places().map((q, i) => {
      const r = problem.items[i]!.variants[q.variant]!.rects;
      return { x: q.x, y: q.y, w: r[2]!, h: r[3]! };
    });
    expect(k.solved).toBe(true);
    for (let i = 0; i < n; i++) {
      for (let j = 0; j < i; j++) {
        expect(
          Math.max(
            at[i]!.x - at[j]!.x - at[j]!.w,
            at[j]!.x - at[i]!.x - at[i]!.w,
            at[i]!.y - at[j]!.y - at[j]!.h,
            at[j]!.y - at[i]!.y - at[i]!.h,
          ),
        ).toBeGreaterThan(1.5 - 1e-6);
      }
    }
  });
  test('more than there is room for is never packed, and ends when it is told to', () => {
    const p = puzzle({ parts: 6, slack: 0.2, extras: false }, 3);
    const problem = packProblem({ ...p, w: p.w * 0.85 });
    const packing = new Packing(problem, { w: p.w * 0.85, h: p.h }, true);
    expect(packing.work(3000)).toBeUndefined();
  });
  test('a filling keeps what it placed apart from every corner, whether or not it finishes', () => {
    const p = puzzle({ parts: 10, slack: 0.12, extras: true }, 8);
    const problem = packProblem(p);
    for (let k = 0; k < 8; k++) {
      const run = fill(
        problem,
        p,
        { x: (k & 1) > 0, y: (k & 2) > 0, swap: (k & 4) > 0 },
        40,
        seeded(k + 1),
      );
      let r = run.next();
      while (!r.done) r = run.next();
      const some = r.value.flatMap((q, i) => (q ? [{ q, i }] : []));
      expect(some.length).toBeGreaterThan(5);
      expect(
        clashes(
          { ...problem, items: some.map(({ i }) => problem.items[i]!) },
          some.map(({ q }) => q),
        ),
      ).toEqual([]);
    }
  });
  test('the plain way solves what is loose', () => {
    let tries = 0;
    expect(
      bottomLeft(puzzle({ parts: 6, slack: 0.35, extras: false }, 1), 1, () => ++tries > 400),
    ).toBe(true);
  });
});

test('a footprint in strips covers its area when it is right-angled', () => {
  const ell = strips(
    polygonPrism(
      [
        [0, 0],
        [20, 0],
        [20, 4],
        [6, 4],
        [6, 15],
        [0, 15],
      ],
      [],
      0,
      1,
    ),
  );
  let sum = 0;
  for (let k = 0; k < ell.length; k += 4) sum += ell[k + 2]! * ell[k + 3]!;
  expect(sum).toBeCloseTo(20 * 4 + 6 * 11, 6);
});

test('the arranger stands a whole puzzle from nothing without a hit', () => {
  const doc = mustRead(
    JSON.parse(JSON.stringify(puzzleProject(puzzle({ parts: 8, slack: 0.2, extras: true }, 5)))),
  );
  const a = new Arranger(doc, 2);
  for (let n = 0; !a.work(500) && n < 30; n++);
  expect(a.best.size).toBe(3);
});

test('the layouts offered are really different from each other, each without a hit', () => {
  const doc = mustRead(
    JSON.parse(JSON.stringify(puzzleProject(puzzle({ parts: 6, slack: 0.4, extras: false }, 5)))),
  );
  const a = new Arranger(doc, 2);
  for (let n = 0; n < 40; n++) a.work(300);
  const shown = a.varied();
  const list = shown.map((s) => s.layout);
  // Each aim is named once, at the layout that no other shown beats by what it is called.
  expect(shown.flatMap((s) => s.aims).sort()).toEqual([...AIMS].sort());
  const named = (aim: (typeof AIMS)[number]) =>
    shown.find((s) => s.aims.includes(aim))!.layout.figures;
  expect(named('thinnest').thickMm).toBe(Math.min(...list.map((l) => l.figures.thickMm)));
  expect(named('least cutting').cuts).toBe(Math.min(...list.map((l) => l.figures.cuts)));
  expect(list.length).toBe(3);
  for (let i = 0; i < 3; i++) {
    for (let j = 0; j < i; j++) {
      expect(partsElsewhere(list[i]!, list[j]!)).toBeGreaterThanOrEqual(2);
    }
  }
  for (const l of list) {
    expect(
      new Checker(l.changes.reduce(applied, doc)).findings().filter((f) => f.verdict === 'hit'),
    ).toEqual([]);
  }
});
