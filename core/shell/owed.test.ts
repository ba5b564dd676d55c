/** Screws, hinges and kept electronics: hand-worked cases. */
import {
  appliedAll,
  type Body,
  emptyProject,
  type Feature,
  type Hinge,
  hingesOf,
  type Kept,
  length,
  type Project,
  type Shell,
} from '../model';
import { hingeAt } from '../model/joint.fixture';
import {
  convexGap,
  depthsOf,
  donorFindings,
  hingeFindings,
  openingLedger,
  rolled,
  screwFindings,
  section,
  shellWays,
  spineOf,
} from './index';

const from = (edge: 'left' | 'bottom') => ({
  from: { edge, face: 'outer' as const },
  to: 'centre' as const,
  length: length(10),
});
const post = (into: number, deep: number, d = 2): Feature => ({
  id: 'post',
  name: 'post',
  kind: 'post',
  at: { x: from('left'), y: from('bottom') },
  shape: { kind: 'circle', d: length(6) },
  height: { from: 'floor', length: length(12) },
  purpose: 'closing screw',
  mayCut: 'trim',
  bore: { d: length(1.6), deep: length(deep) },
  screw: { d: length(d, 'exact'), into: length(into) },
});
const body = (features: Feature[] = [], id = 'one'): Body => ({
  id,
  name: id,
  spine: 'left',
  wall: length(2),
  outline: { kind: 'rect', w: length(90), h: length(60), r: length(4) },
  pieces: [
    {
      id: `${id}-front`,
      role: 'front',
      material: 'abs',
      depth: length(8),
      zones: [],
      features: [],
      openings: [],
    },
    {
      id: `${id}-back`,
      role: 'back',
      material: 'abs',
      depth: length(12),
      zones: [],
      features,
      openings: [],
    },
  ],
});

describe('a closing screw', () => {
  const say = (f: Feature) => {
    const [x] = screwFindings(body([f]));
    return [x!.verdict, x!.title];
  };
  test('6 mm in an 8 mm bore with an M2 holds; in a 5 mm bore it is 1 mm too long; 3 mm of it is too little', () => {
    expect(say(post(6, 8))).toEqual(['clear', '6.0 mm of thread holds']);
    expect(say(post(6, 5))).toEqual(['hit', '1.0 mm too long']);
    expect(say(post(3, 8))).toEqual(['tight', '1.0 mm too little thread']);
    expect(say(post(7.96, 8))).toEqual(['tight', '0.04 mm before it bottoms']);
  });
  test('metal holds with less', () => {
    const b = body([post(3.2, 8)]);
    b.pieces[1]!.material = 'aluminium';
    expect(screwFindings(b)[0]!.verdict).toBe('clear');
  });
  test('an unknown bore says nothing', () => {
    const f = post(6, 8);
    delete f.bore;
    expect(screwFindings(body([f]))).toEqual([]);
  });
});

const shell = (up: number, more: Partial<Hinge> = {}): Shell => {
  const bodies = [body([], 'one'), body([], 'two')];
  return { bodies, joints: [hingeAt(up, { bodies }, { openDeg: 160, out: length(1), ...more })] };
};
const hinged = (up: number) => hingesOf(shell(up))[0]!;

describe('a hinge', () => {
  test('shut face to face, two fronts 8 mm deep need the axis 8 mm up; at 7 they overlap by 2', () => {
    const gap = (up: number) => {
      const s = section(hinged(up), 0);
      return convexGap(s.first, s.second);
    };
    expect([gap(8), gap(9), gap(7)]).toEqual([
      expect.closeTo(0, 9),
      expect.closeTo(2, 9),
      expect.closeTo(-2, 9),
    ]);
    expect(hingeFindings(shell(7)).find((f) => f.id === 'hinge:closed')!.title).toBe(
      '2.0 mm overlap',
    );
  });
  test('flat open they lie twice the axis distance apart; the gap is the same from either side', () => {
    const s = section(hinged(3), 180);
    expect(convexGap(s.first, s.second)).toBeCloseTo(2, 9);
    for (const deg of [20, 77, 130]) {
      const q = section(hinged(5), deg);
      expect(convexGap(q.first, q.second)).toBeCloseTo(convexGap(q.second, q.first), 9);
    }
  });
  test('1.5 turns, opening by 160°: 1.94 turns of 3 layers less two of 0.12 mm in a 6 mm barrel', () => {
    const r = rolled(hinged(9).joint).value;
    expect(r.turnsOpen).toBeCloseTo(1.5 + 160 / 360, 9);
    expect(r.lengthMm).toBeCloseTo((1.5 + 160 / 360) * 2 * Math.PI * (3 - 0.12), 6);
    expect([r.radiusMm, r.leastMm]).toEqual([expect.closeTo(3 - 0.24, 9), expect.closeTo(2.4, 9)]);
    expect(
      hingeFindings(shell(9, { barrel: length(2.4) })).find((f) => f.code === 'hinge-ribbon')!
        .verdict,
    ).toBe('hit');
  });
  test('a magnet must pull in when shut and let go when open', () => {
    const f = hingeFindings(
      shell(9, {
        magnet: { closedMm: length(4), openMm: length(30), pullIn: length(3), letGo: length(12) },
      }),
    );
    expect(f.filter((x) => x.code === 'hinge-magnet').map((x) => x.verdict)).toEqual([
      'hit',
      'clear',
    ]);
  });
  test('one body has no hinge', () =>
    expect(hingeFindings({ ...shell(3), bodies: [body()] })).toEqual([]));
});

describe('what is kept of the donor', () => {
  const kept = (more: Partial<Kept> = {}): Kept => ({
    id: 'sound',
    name: 'sound board',
    kind: 'sound board',
    w: length(30),
    h: length(20),
    d: length(8),
    proved: 'before and after',
    tests: ['tone from both channels'],
    senses: [],
    ...more,
  });
  const said = (k: Kept, more: Partial<NonNullable<Project['donor']>> = {}) =>
    donorFindings({
      ...emptyProject('a', 'A'),
      donor: { worked: 'no', faults: [], kept: [k], ...more },
    }).map((f) => [f.verdict, f.title]);
  test('an unanswered sense line is a hit, an answered one is not', () => {
    expect(
      said(
        kept({
          senses: [
            { line: 'jack detect', answer: 'open' },
            { line: 'lid switch', answer: 'tied' },
          ],
        }),
      ),
    ).toEqual([['hit', 'jack detect not answered']]);
  });
  test('a board that was not proved may not move; one proved before is proved again', () => {
    expect(said(kept({ proved: 'no' }))).toEqual([['hit', 'Not proved']]);
    expect(said(kept({ proved: 'before' }))).toEqual([['tight', 'Prove it again']]);
    expect(said(kept({ kind: 'door', proved: 'no' }))).toEqual([]);
  });
  test('a lift with high risk is said; so is a repair without an end, and one past its end', () => {
    expect(said(kept({ lifted: { heat: 'high', pads: 'some' } }))).toEqual([
      ['tight', 'A risky lift'],
    ]);
    expect(said(kept(), { repair: { choice: 'repair' } })).toEqual([['tight', 'No stop rule']]);
    expect(said(kept(), { repair: { choice: 'repair', stopHours: 6, spentHours: 6 } })).toEqual([
      ['tight', 'Stop here'],
    ]);
    expect(said(kept(), { repair: { choice: 'repair', stopHours: 6, spentHours: 2 } })).toEqual([]);
  });
  test('the ledger lists every opening, decided or not', () => {
    const b = body();
    b.pieces[0]!.openings.push(
      {
        id: 'jack',
        name: 'jack',
        use: 'port',
        on: { kind: 'wall', wall: 1, along: from('bottom'), v: length(-3) },
        shape: { kind: 'circle', d: length(6) },
        reuse: { as: 're-tasked', now: 'headphones' },
      },
      {
        id: 'lamp',
        name: 'lamp',
        use: 'lamp',
        on: { kind: 'face', at: { x: from('left'), y: from('bottom') } },
        shape: { kind: 'circle', d: length(3) },
      },
    );
    expect(
      openingLedger({ ...emptyProject('a', 'A'), shell: { bodies: [b] } }).map((l) => [
        l.opening.id,
        l.decided,
      ]),
    ).toEqual([
      ['jack', true],
      ['lamp', false],
    ]);
  });
});

describe('what mends them', () => {
  const build = (features: Feature[]): Project => ({
    ...emptyProject('a', 'A'),
    shell: { bodies: [body(features)] },
  });
  const screw = (p: Project) => screwFindings(p.shell.bodies[0]!)[0]!;
  test('a screw too long is taken shorter by what is sold, or its bore is drilled; one of them clears it by the count', () => {
    for (const [into, deep] of [
      [9, 8],
      [8, 8],
      [7.5, 8],
      [12, 9],
    ] as const) {
      const p = build([post(into, deep)]);
      const ways = shellWays(p, screw(p));
      for (const w of ways) {
        const change = w.changes[0]!;
        if (change.do === 'screw') {
          expect(w.text).toContain(
            `${Math.abs(change.screw.into.mm - into)} mm ${change.screw.into.mm > into ? 'longer' : 'shorter'}`,
          );
        }
      }
      expect(ways.some((w) => screw(appliedAll(p, w.changes)).verdict === 'clear')).toBe(true);
    }
  });
  test('bodies that meet get their axis set further off: just until they pass, and the first that does', () => {
    const p: Project = {
      ...emptyProject('a', 'A'),
      shell: shell(7, { barrel: length(2.4) }),
    };
    for (const f of hingeFindings(p.shell).filter((x) => x.verdict === 'hit')) {
      const ways = shellWays(p, f);
      expect([f.id, ways.length > 0]).toEqual([f.id, true]);
      for (const w of ways.filter((x) => !x.id.endsWith('turns'))) {
        expect([
          w.text,
          hingeFindings(appliedAll(p, w.changes).shell).find((x) => x.id === f.id)?.verdict,
        ]).toEqual([w.text, 'clear']);
      }
    }
    expect(shellWays(p, { ...hingeFindings(p.shell)[0]!, check: 'touch' })).toEqual([]);
  });
});

test('depths by hand: the deeper of half and bay with its wall, caps beside it; a spine is its own edge', () => {
  const b = body();
  const bay = {
    id: 'bay',
    name: 'bay',
    at: { x: from('left'), y: from('bottom') },
    shape: { kind: 'circle' as const, d: length(20) },
    depth: length(14),
  };
  expect(depthsOf(b)).toEqual({ front: 8, back: 12, proud: 0 });
  expect(depthsOf({ ...b, pieces: [b.pieces[0]!, { ...b.pieces[1]!, zones: [bay] }] })).toEqual({
    front: 8,
    back: 16,
    proud: 0,
  });
  for (const edge of ['left', 'right', 'bottom', 'top'] as const) {
    const s = spineOf({ ...b, spine: edge });
    for (const t of [5, 33]) {
      const at = s.at(t);
      expect([s.away(at), s.along(at)]).toEqual([0, t]);
    }
    let at: number[];
    if (edge === 'left') at = [7, 9];
    else if (edge === 'right') at = [83, 9];
    else if (edge === 'bottom') at = [9, 7];
    else at = [9, 53];
    expect(s.away(at)).toBe(7);
  }
});
