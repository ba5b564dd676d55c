/** The stages of tracing a picture: what a point means in each, and what goes back. */
import { demos } from '@deft/core/catalogue';
import { readProject, type Underlay } from '@deft/core/model';
import { withOutline, withTraces } from './taken';
import {
  type Act,
  hintOf,
  scaleAsked,
  type Stage,
  stageOf,
  type Traced,
  type Tracing,
  tracing,
  UNMARKED,
} from './tracing';

const done = (acts: readonly Act[], from: Tracing = UNMARKED): Tracing =>
  acts.reduce(tracing, from);
const points = (stage: Stage, ...at: Array<[number, number]>): Act[] =>
  at.map((p) => ({ do: 'point', stage, at: p }));
const photo: Act = { do: 'how', how: { ...UNMARKED.how, kind: 'photo' } };

describe('tracing a picture', () => {
  test('two points of a scan are a known distance, and ask for nothing until it has millimetres', () => {
    const marked = done(points('marks', [10, 10], [310, 10]));
    expect(marked.how.marks).toEqual([{ x0: 10, y0: 10, x1: 310, y1: 10, mm: 0 }]);
    expect(marked.now).toEqual([]);
    expect(scaleAsked(marked.how)).toBeUndefined();
    const [mark] = marked.how.marks;
    const typed = done(
      [{ do: 'how', how: { ...marked.how, marks: [{ ...mark!, mm: 30 }] } }],
      marked,
    );
    expect(scaleAsked(typed.how)).toEqual({ kind: 'scan', marks: [{ ...mark, mm: 30 }] });
  });
  test('a photo wants four corners, takes no fifth, and asks with all of them', () => {
    const corners: Array<[number, number]> = [
      [0, 0],
      [100, 0],
      [100, 70],
      [0, 70],
    ];
    const three = done([photo, ...points('marks', ...corners.slice(0, 3))]);
    expect(scaleAsked(three.how)).toBeUndefined();
    expect(hintOf(three, 'marks')).toBe('Mark corner 4 of the known rectangle, once around.');
    const four = done(points('marks', corners[3]!, [5, 5]), three);
    expect(scaleAsked(four.how)).toMatchObject({ kind: 'photo', corners, wide: 148, high: 105 });
  });
  test('three places say how it lies; a fourth begins again', () => {
    const three = done(points('lies', [0, 90], [80, 90], [0, 40]));
    expect(three.lies).toHaveLength(3);
    expect(done(points('lies', [1, 1]), three).lies).toEqual([[1, 1]]);
  });
  test('nothing is marked before there is a picture, nor while its edges are followed', () => {
    expect(done([...points('choose', [1, 1]), ...points('wait', [1, 1])])).toEqual(UNMARKED);
  });
  test('what goes back is the last point, then what the stage is about', () => {
    const back = (stage: Stage): Act => ({ do: 'back', stage });
    const traced = done([...points('lies', [0, 9], [8, 9], [0, 4]), ...points('trace', [3, 3])]);
    const none = done([back('trace')], traced);
    expect([none.now, none.lies.length]).toEqual([[], 3]);
    expect(done([back('trace')], none)).toEqual(none);
    expect(done([back('lies')], none).lies).toHaveLength(2);
    const corners = done([photo, ...points('marks', [0, 0], [1, 0]), back('marks')]);
    expect(corners.how.corners).toEqual([[0, 0]]);
    const marks = done([...points('marks', [0, 0], [1, 0]), back('marks')]);
    expect(marks.how.marks).toEqual([]);
  });
  test('another picture keeps the setting and forgets what was marked on the last', () => {
    const old = done([
      photo,
      ...points('marks', [0, 0], [9, 0], [9, 9], [0, 9]),
      ...points('lies', [0, 9]),
      { do: 'begin' },
    ]);
    expect([old.how.kind, old.how.corners, old.lies]).toEqual(['photo', [], []]);
  });
  test('each stage follows from what is known', () => {
    const none = { picture: false, asked: false, view: false, lying: false, bad: false };
    const known = (more: Partial<typeof none>) => stageOf({ ...none, picture: true, ...more });
    expect(stageOf(none)).toBe('choose');
    expect(known({})).toBe('marks');
    expect(known({ asked: true })).toBe('wait');
    // Marks that make no view are marked again, not waited for.
    expect(known({ asked: true, bad: true })).toBe('marks');
    expect(known({ asked: true, view: true })).toBe('lies');
    expect(known({ asked: true, view: true, lying: true })).toBe('trace');
  });
});

describe('what was traced, taken over', () => {
  const [half] = demos();
  const { features, openings } = half!.shell.bodies[0]!.pieces[1]!;
  const words = { words: '', off: 0, ring: [] };
  const trace = (offer: Traced['offer']): Traced => ({
    id: offer!.id,
    kind: 'post',
    px: [],
    below: 0,
    offer,
  });
  const underlay: Underlay = {
    id: 'picture-1',
    piece: 'back',
    asset: 'a'.repeat(64),
    w: 100,
    h: 80,
    how: { kind: 'scan', marks: [{ x0: 0, y0: 0, x1: 90, y1: 0, mm: 30 }] },
    lies: [
      [0, 79],
      [90, 79],
      [0, 10],
    ],
    fade: 0.5,
  };
  test('stands in its half under the name it was given, with its picture once', () => {
    const traces = [
      trace({
        ...words,
        is: 'feature',
        id: 'p',
        name: 'my post',
        it: { ...features[0]!, id: 'p' },
      }),
      trace({ ...words, is: 'opening', id: 'o', name: 'slot', it: { ...openings[0]!, id: 'o' } }),
    ];
    const once = withTraces(half!, 'back', traces, underlay);
    const [body] = once.shell.bodies;
    const [front, back] = body!.pieces;
    expect(front).toBe(half!.shell.bodies[0]!.pieces[0]);
    expect(back!.features.at(-1)).toMatchObject({ id: 'p', name: 'my post' });
    expect(back!.openings.at(-1)).toMatchObject({ id: 'o', name: 'slot' });
    expect(readProject(once).ok).toBe(true);
    const again = withTraces(once, 'back', [], { ...underlay, fade: 0.2 });
    expect(again.shell.bodies[0]!.underlays).toEqual([{ ...underlay, fade: 0.2 }]);
    // A picture without its view takes nothing away.
    expect(withTraces(again, 'back', [], undefined).shell.bodies[0]!.underlays).toHaveLength(1);
  });
  test('the outline makes a shell of two halves where there is none, and keeps one that is there', () => {
    const { outline } = half!.shell.bodies[0]!;
    const made = withOutline(undefined, outline);
    expect(made.pieces.map((q) => q.role)).toEqual(['front', 'back']);
    expect(made.outline).toBe(outline);
    const kept = half!.shell.bodies[0]!;
    expect(withOutline(kept, outline).pieces).toBe(kept.pieces);
  });
});
