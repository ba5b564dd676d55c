/** How cuts are made: never past the line, all that is left goes to the file, and an order that holds. */
import { demos } from '../catalogue';
import { seeded } from '../geometry';
import type { Project } from '../model';
import type { CutItem } from './cutItem';
import { cutting, type Cutting, START_SMALL_MM } from './list';
import {
  CORNER_MM,
  type CutWork,
  cutWork,
  FILE_PASS_MM,
  passWords,
  PILOT_MM,
  STAGES,
} from './work';

const p = demos()[0]!;
const withTools = (tools: Project['brief']['tools']): Project => ({
  ...p,
  brief: { ...p.brief, tools },
});

const hole = (w: number, h: number, more: Partial<CutItem> = {}): CutItem => ({
  key: `hole-${w}-${h}`,
  through: { item: 'a', connector: 'hole' },
  here: { piece: 'front', x: 40, y: 30 },
  kind: 'port',
  name: 'a hole',
  face: { kind: 'face', piece: 'front', role: 'front' },
  pieces: ['front'],
  round: false,
  u: 40,
  v: 30,
  w,
  h,
  start: { w: Math.max(1, w - 2 * START_SMALL_MM), h: Math.max(1, h - 2 * START_SMALL_MM) },
  toleranceMm: 0.4,
  from: [
    { edge: 'left', mm: 40 },
    { edge: 'bottom', mm: 30 },
  ],
  state: 'follows from the layout',
  why: [],
  ...more,
});
const of = (c: CutItem, tools: Project['brief']['tools'] = []): CutWork =>
  cutWork(withTools(tools), {
    openings: [c],
    trims: [],
    pockets: [],
    patterns: [],
    blanks: [],
  })[0]!;

const post = (off: number): Cutting['trims'][number] => ({
  key: `post-${off}`,
  name: `post-${off}`,
  piece: 'back',
  feature: `post-${off}`,
  copy: 0,
  full: 10,
  to: 10 - off,
  x: 1,
  y: 1,
  d: '⌀6',
  from: [
    { edge: 'left', mm: 1 },
    { edge: 'bottom', mm: 1 },
  ],
  state: 'decided',
  why: [],
});

describe('by hand', () => {
  test.each<[string, CutItem, string[]]>([
    [
      'a 7.5 mm key',
      hole(7.5, 7.5, { round: true }),
      [
        'Drill ⌀2 first',
        'Drill ⌀6.5',
        'Round file, 0.5 mm a side: 3 times 0.2 mm, and try after each',
      ],
    ],
    [
      'a 3 mm lamp',
      hole(3, 3, { round: true }),
      ['Drill ⌀2', 'Round file, 0.5 mm a side: 3 times 0.2 mm, and try after each'],
    ],
    [
      'a 16 mm key',
      hole(16, 16, { round: true }),
      [
        'Drill ⌀2 first',
        'Step drill to ⌀14: stop on the bevel after that step',
        'Round file, 1 mm a side: 5 times 0.2 mm, and try after each',
      ],
    ],
    [
      'a socket 9.2 × 3.4',
      hole(9.2, 3.4),
      [
        'Drill a row of 3 holes ⌀2 inside the start line, 3.1 mm apart',
        'Break out what is loose; keep it: it has the right colour',
        'Flat file, 0.7 mm a side: 4 times 0.2 mm, and try after each',
      ],
    ],
    [
      'a window 58 × 44',
      hole(58, 44),
      [
        'Drill ⌀2 at 4 places first',
        'Drill 4 holes ⌀3 inside the start line',
        'Score with a knife, then fine saw, 176 mm along the start line',
        'Break out what is loose; keep it: it has the right colour',
        'Flat file, 0.5 mm a side: 3 times 0.2 mm, and try after each',
      ],
    ],
  ])('%s', (_, c, words) => {
    expect(of(c).passes.map(passWords)).toEqual([
      ...words,
      'Deburr and wash before a board comes in',
    ]);
  });

  test('with a rotary tool the saw is that, and quicker', () => {
    const [hand, powered] = [of(hole(58, 44)), of(hole(58, 44), ['rotary tool'])];
    expect(powered.passes.some((q) => q.do === 'saw' && q.tool === 'rotary tool')).toBe(true);
    expect(powered.minutes.value).toBeLessThan(hand.minutes.value);
    // 2 marking, 4 + 4 holes, 17.6 cm, break out, 3 passes on 4 edges, deburr.
    expect(hand.minutes.value).toBeCloseTo(2 + 2 + 2 + 17.6 * 1.2 + 1 + 6 + 1, 9);
  });

  test.each<[string, CutWork, number]>([
    // 2 for marking and 1 for the burr in each.
    [
      '⌀7.5: two bits at half a minute, three file passes',
      of(hole(7.5, 7.5, { round: true })),
      5.5,
    ],
    ['⌀16: a pilot, 1.5 for the steps, five passes', of(hole(16, 16, { round: true })), 7.5],
    ['a row of three, broken out, four passes on four edges', of(hole(9.2, 3.4)), 13.5],
    [
      'a post 8 mm lower with cutter and file: 2 and half a minute a mm',
      cutWork(withTools([]), {
        openings: [],
        trims: [post(8)],
        pockets: [],
        patterns: [],
        blanks: [],
      })[0]!,
      9,
    ],
    [
      'with a rotary tool: 2 and a fifth of a minute a mm',
      cutWork(withTools(['rotary tool']), {
        openings: [],
        trims: [post(8)],
        pockets: [],
        patterns: [],
        blanks: [],
      })[0]!,
      6.6,
    ],
  ])('minutes of %s', (_, work, minutes) => {
    expect(work.minutes.value).toBeCloseTo(minutes, 9);
    expect(work.minutes.working[0]).toMatch(/^\d+ min: marking 2, .*\(typical\)$/);
  });

  test('a socket in both halves is a notch: cut from the rim, and last', () => {
    const c = hole(12, 8, {
      face: { kind: 'wall', wall: 0, name: 'bottom wall', length: 120 },
      v: 1,
      pieces: ['front', 'back'],
    });
    const work = of(c);
    expect(work.stage).toBe('open to the rim');
    // 7 mm of start height: 4.5 above the line, 2.5 below; both sides of each.
    expect(work.passes[0]).toEqual({ do: 'saw', along: 14, tool: 'fine saw' });
    expect(work.passes[1]).toEqual({ do: 'score', along: 22 });
  });

  test('little wall beside a cut is said, with how little', () => {
    const near = hole(6, 6, {
      round: true,
      from: [
        { edge: 'left', mm: 5 },
        { edge: 'bottom', mm: 30 },
      ],
    });
    expect(of(near).thinTo).toEqual({ edge: 'left', mm: 2 });
    expect(of(hole(6, 6, { round: true })).thinTo).toBeUndefined();
  });
});

test('500 random holes: no bit passes the start line, and the file takes exactly what is left', () => {
  const random = seeded(17);
  for (let k = 0; k < 500; k++) {
    const round = random() < 0.4;
    const w = Math.round((2.2 + random() * 58) * 10) / 10;
    const h = round ? w : Math.round((2.2 + random() * 45) * 10) / 10;
    const c = hole(w, h, { round });
    const work = of(c);
    const short = Math.min(c.start.w, c.start.h);
    for (const q of work.passes) {
      if (q.do === 'pilot') expect(q.bit).toBe(PILOT_MM);
      if (q.do === 'drill') expect(q.bit).toBeLessThanOrEqual(Math.max(1, short) + 1e-9);
      if (q.do === 'step drill') expect(q.to).toBeLessThanOrEqual(c.start.w + 1e-9);
      if (q.do === 'saw' && !round) {
        expect(q.along).toBeCloseTo(2 * (c.start.w + c.start.h) - 8 * CORNER_MM, 9);
      }
      if (q.do === 'file') {
        expect(q.passes * FILE_PASS_MM).toBeGreaterThanOrEqual(q.by - 1e-9);
        expect((q.passes - 1) * FILE_PASS_MM).toBeLessThan(q.by);
      }
    }
    // What was made before the file, and what it takes at both sides, are the size asked for.
    const made = work.passes.flatMap((q) => {
      if (q.do === 'step drill') return [q.to];
      if (q.do === 'saw') return [round ? c.start.w : c.start.h];
      return q.do === 'drill' ? [q.bit] : [];
    });
    const file = work.passes.find((q) => q.do === 'file');
    const across = round || work.stage === 'sawn' ? (made.at(-1) ?? 0) : made[0]!;
    if (file && (round || work.stage === 'sawn')) {
      expect([k, across + 2 * file.by]).toEqual([k, expect.closeTo(round ? w : h, 6)]);
    }
    // A row reaches from one end of the start line to the other, with wall between its holes.
    const row = work.passes.find((q) => q.do === 'row');
    if (row) {
      const long = Math.max(c.start.w, c.start.h);
      expect(row.bit + (row.holes - 1) * row.pitch).toBeCloseTo(long, 9);
      expect(row.pitch - row.bit).toBeGreaterThanOrEqual(0.5 - 1e-9);
      expect(row.bit).toBeLessThanOrEqual(Math.max(1, short) + 1e-9);
    }
  }
});

describe('the order', () => {
  const rim = hole(12, 8, {
    key: 'rim',
    face: { kind: 'wall', wall: 0, name: 'bottom wall', length: 120 },
    v: 0,
  });
  const cuts: Cutting = {
    openings: [
      rim,
      hole(58, 44, { key: 'window' }),
      hole(9, 9, { key: 'large', round: true }),
      hole(4, 4, { key: 'small', round: true }),
      hole(5, 5, { key: 'done', round: true, state: 'measured' }),
    ],
    trims: [post(8), post(2)],
    pockets: [],
    patterns: [],
    blanks: [],
  };

  test('inside first, drilled before sawn, small before large, the rim last; what is done is left out', () => {
    expect(cutWork(p, cuts).map((w) => w.key)).toEqual([
      'post-2',
      'post-8',
      'small',
      'large',
      'window',
      'rim',
    ]);
  });

  test('it does not hang on the order they are listed in', () => {
    const turned = {
      ...cuts,
      openings: [...cuts.openings].reverse(),
      trims: [...cuts.trims].reverse(),
    };
    expect(cutWork(p, turned)).toEqual(cutWork(p, cuts));
  });

  test('every example: stages never go back', () => {
    for (const q of demos()) {
      const stages = cutWork(q, cutting(q)).map((w) => STAGES.indexOf(w.stage));
      expect(stages).toEqual([...stages].sort((a, b) => a - b));
    }
  });
});
