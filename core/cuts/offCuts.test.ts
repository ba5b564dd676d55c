/** What comes out of a shell, and which holes it closes. */
import { demos } from '../catalogue';
import { buildSteps } from '../build';
import { sceneOf } from '../fit';
import { check } from '../verdict';
import type { Opening, Project } from '../model';
import { closedWith, type CutItem, cutting, offCuts, type OffCut, offCutWords } from './index';

const [half, done] = demos() as [Project, Project];
const offCut = (w: number, h: number, more: Partial<OffCut> = {}): OffCut => ({
  key: 'screen/window',
  from: 'window of the screen',
  piece: 'front',
  role: 'front',
  material: 'abs',
  round: false,
  w,
  h,
  thick: 2.2,
  isCurved: false,
  isThere: false,
  ...more,
});
const blank = (id: string, w: number, h: number, piece = 'front') => ({
  id,
  name: id,
  piece,
  w,
  h,
  round: false,
  why: '',
});

describe('what comes out', () => {
  const [first] = cutting(half).openings as [CutItem];
  const window: CutItem = {
    ...first,
    key: 'screen/window',
    name: 'window of the screen',
    kind: 'window',
    face: { kind: 'face', piece: 'front', role: 'front' },
    pieces: ['front'],
    round: false,
    w: 58,
    h: 44,
    start: { w: 57, h: 43 },
    state: 'decided',
  };
  const of = (...openings: CutItem[]) => offCuts(half, { openings });
  test('a sawn window gives its inside less the saw on both sides, in the thickness of the wall', () => {
    expect(of(window)).toEqual([
      expect.objectContaining({ w: 55, h: 41, thick: 2.2, material: 'abs', isThere: false }),
    ]);
    expect(offCutWords(of(window)[0]!)).toBe(
      '55 × 41 mm, 2.2 thick, abs, from the window of the screen',
    );
    expect(of({ ...window, state: 'done' })[0]!.isThere).toBe(true);
  });
  test('what is drilled, rowed or smaller than a fingertip gives nothing', () => {
    expect(of({ ...window, round: true, start: { w: 20, h: 20 } })).toEqual([]);
    expect(of({ ...window, start: { w: 57, h: 6.5 } })).toEqual([]);
    expect(of({ ...window, start: { w: 57, h: 7.9 } })).toEqual([]);
    expect(of({ ...window, start: { w: 57, h: 8 } })[0]).toMatchObject({ h: 6 });
  });
  test('round an old hole nothing whole comes out', () => {
    const [old] = half.shell.bodies[0]!.pieces.flatMap((q) =>
      q.role === 'front' ? q.openings.filter((o) => o.on.kind === 'face') : [],
    );
    expect(old).toBeDefined();
    const { face } = sceneOf(half).shell!.openings;
    const there = face.find((o) => o.id === old!.id)!;
    expect(of({ ...window, u: there.x, v: there.y })).toEqual([]);
  });
  test('a sawn disc is round; a notch in both halves gives a piece of each', () => {
    expect(of({ ...window, round: true, start: { w: 34, h: 34 } })[0]).toMatchObject({
      round: true,
      w: 32,
    });
    const notch: CutItem = {
      ...window,
      face: { kind: 'wall', wall: 0, name: 'bottom wall', length: 172 },
      pieces: ['front', 'back'],
      v: 2,
      start: { w: 20, h: 18 },
    };
    // 2 mm above the seam: 11 of it in the front, 7 in the back.
    expect(of(notch).map((o) => [o.piece, o.w, o.h])).toEqual([
      ['front', 18, 11],
      ['back', 18, 7],
    ]);
  });
});

describe('what closes a hole', () => {
  test('a patch where a rim of 3 mm is left to glue on, else a plug, else nothing', () => {
    const with_ = (...args: Parameters<typeof closedWith>) => closedWith(...args).closed;
    const [one] = with_([offCut(30, 20)], [blank('slot', 24, 14)]);
    expect(one).toMatchObject({ blank: 'slot', as: 'patch' });
    expect(with_([offCut(29.9, 20)], [blank('slot', 24, 14)])[0]).toMatchObject({
      as: 'plug',
    });
    expect(with_([offCut(23.9, 20)], [blank('slot', 24, 14)])).toEqual([]);
    // Turned by a quarter it does as well; a disc takes what its diagonal allows.
    expect(with_([offCut(20, 30)], [blank('slot', 24, 14)])).toHaveLength(1);
    expect(with_([offCut(13.5, 13.5, { round: true })], [blank('s', 12, 5)])[0]).toMatchObject({
      as: 'plug',
    });
  });
  test('the largest hole takes the smallest that does, of its own piece first', () => {
    const [large, small] = [offCut(60, 40), offCut(30, 20, { key: 'b' })];
    const { closed } = closedWith([large, small], [blank('a', 20, 10), blank('b', 22, 12)]);
    expect(closed.map((t) => [t.blank, t.offCut.w])).toEqual([
      ['b', 30],
      ['a', 60],
    ]);
    const other = offCut(30, 20, { piece: 'back', key: 'c' });
    expect(closedWith([large, other], [blank('a', 20, 10)]).closed[0]!.offCut).toBe(large);
  });
  test('what is left of one serves again: the larger strip beside what was sawn out of its corner', () => {
    // 20 × 10 with its rim is 26 × 16: 33 × 40 is left beside it, 60 × 23 above.
    const { closed, left } = closedWith([offCut(60, 40)], [blank('a', 20, 10)]);
    expect(closed).toHaveLength(1);
    expect(left.map((o) => [o.w, o.h])).toEqual([[60, 23]]);
    // Three holes out of one window; the fourth finds nothing that covers it.
    const many = ['a', 'b', 'c', 'd'].map((id) => blank(id, 20, 10));
    expect(closedWith([offCut(55, 40)], many).closed.map((c) => c.blank)).toEqual(['a', 'b', 'c']);
    expect(closedWith([offCut(30, 30, { round: true })], [blank('a', 8, 8)]).left).toEqual([]);
  });
});

test('a hole that an off-cut closes is closed after that is cut out', () => {
  const door: Opening = {
    ...done.shell.bodies[0]!.pieces[0]!.openings.find((o) => o.on.kind === 'face')!,
    id: 'old-hole',
    name: 'old hole',
    shape: { kind: 'circle', d: { mm: 5, u: 0, how: 'exact' } },
    reuse: { as: 'blanked' },
  };
  const p: Project = {
    ...done,
    shell: {
      ...done.shell,
      bodies: done.shell.bodies.map((b) => ({
        ...b,
        pieces: b.pieces.map((q, i) => ({
          ...q,
          // No window is there: it is sawn, and gives a piece of the front.
          openings: i ? q.openings : [...q.openings.filter((o) => o.use !== 'window'), door],
        })),
      })),
    },
  };
  const c = check(p);
  const [only] = closedWith(offCuts(p, c.cuts), c.cuts.blanks).closed;
  expect(only).toMatchObject({ blank: 'old-hole', as: 'patch' });
  const steps = buildSteps(p);
  const at = (test: (id: string) => boolean): number => steps.findIndex((s) => test(s.title));
  const closing = at((t) => t === 'Close the old hole');
  const opening = at((t) => t.startsWith('Open the window of Pane 2.8'));
  expect(opening).toBeGreaterThanOrEqual(0);
  expect(closing).toBeGreaterThan(opening);
  expect(steps[closing]!.detail).toContain('from the window of Pane 2.8');
});
