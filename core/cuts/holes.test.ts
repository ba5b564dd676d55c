/** Holes against closed forms: the web between two circles, the edge of a shell, a foot, a picture. */
import fc from 'fast-check';
import { wallRules } from '../shell';
import { demos } from '../catalogue';
import { sceneOf } from '../fit';
import { type Finding, type Input, length, type Piece, type Project, cutKey } from '../model';
import { cutting, holeFindings } from './index';

const [, done] = demos() as [Project, Project];
/** The finished loaner with its shoulder keys taken away: no planned hole but those asked for. */
const bare: Project = {
  ...done,
  controls: { ...done.controls, inputs: done.controls.inputs.filter((i) => 'opening' in i.at) },
};
const key = (id: string, x: number, y: number, hole = 8): Input => ({
  id,
  name: `Key ${id}`,
  functions: ['menu'],
  at: { piece: 'front', x, y },
  hole,
  routed: true,
});
const judged = (p: Project): Finding[] => {
  const scene = sceneOf(p);
  return holeFindings(scene, cutting(p, scene));
};
const withKeys = (...inputs: Input[]): Project => ({
  ...bare,
  controls: { ...bare.controls, inputs: [...bare.controls.inputs, ...inputs] },
});
const made = (p: Project, material: Piece['material']): Project => ({
  ...p,
  shell: {
    ...p.shell,
    bodies: p.shell.bodies.map((b) => ({
      ...b,
      pieces: b.pieces.map((q) => ({ ...q, material })),
    })),
  },
});
/** A cap of 8 mm gets 0.25 mm of play all round. */
const CUT_D = 8.5;

describe('a hole in a wall under a curved back', () => {
  /** The finished loaner with a back that rises from the left to half its depth at the right. */
  const curved = (right: number): Project => ({
    ...bare,
    shell: {
      ...bare.shell,
      bodies: bare.shell.bodies.map((b) => ({
        ...b,
        pieces: b.pieces.map((q) =>
          q.role === 'back'
            ? {
                ...q,
                zones: [],
                profile: {
                  along: 'x' as const,
                  points: [
                    { at: 0, depth: length(q.depth.mm - b.wall.mm) },
                    { at: 172, depth: length(right) },
                  ],
                },
              }
            : q,
        ),
      })),
    },
  });
  const inWall = (p: Project, along: number, v: number): Project => ({
    ...p,
    controls: {
      ...p.controls,
      inputs: [
        ...p.controls.inputs,
        { ...key('w', 0, 0, 4), at: { body: p.shell.bodies[0]!.id, wall: 0, along, v } },
      ],
    },
  });
  const through = (p: Project): Finding | undefined =>
    judged(p).find((f) => f.code === 'hole-at-edge' && f.about.includes('w'));

  test('is judged by how deep the wall is there, not by the deepest of it', () => {
    const p = curved(6);
    const { wall } = p.shell.bodies[0]!;
    const left = p.shell.bodies[0]!.pieces.find((q) => q.role === 'back')!.depth.mm;
    const right = 6 + wall.mm;
    for (const along of [30, 90, 140]) {
      const deep = left + ((right - left) * (along + 2.25)) / 172;
      // A hole of 4.5 mm whose lower edge leaves 0.4 mm of the back, and one that leaves 1.6.
      for (const [left_, verdict] of [
        [0.4, 'tight'],
        [-0.4, 'hit'],
      ] as const) {
        const f = through(inWall(p, along, -(deep - left_ - 2.25)));
        expect([along, f?.verdict]).toEqual([along, verdict]);
        expect(f!.measure!.gap).toBeCloseTo(left_, 1);
      }
      expect(through(inWall(p, along, -(deep - 3 - 2.25)))).toBeUndefined();
    }
  });
  test('is marked from the back as a calliper reads it there', () => {
    const p = inWall(curved(6), 60, -4);
    const c = cutting(p).openings.find((o) => o.key.includes('w'))!;
    const back = p.shell.bodies[0]!.pieces.find((q) => q.role === 'back')!;
    const deep = back.depth.mm + ((6 + 2.2 - back.depth.mm) * 60) / 172;
    expect(c.from[1]).toEqual({ edge: 'back face', mm: expect.closeTo(deep - 4, 6) as number });
  });
});

describe('a hole in a face', () => {
  test('the clean builds have every hole where it can be cut', () => {
    for (const p of demos().slice(1)) expect([p.id, judged(p)]).toEqual([p.id, []]);
  });
  test('the web between two round holes is the distance of their middles less both radii', () => {
    fc.assert(
      fc.property(fc.integer({ min: 60, max: 140 }), (tenths) => {
        const apart = tenths / 10;
        const [f] = judged(withKeys(key('a', 60, 15), key('b', 60 + apart, 15))).filter(
          (x) => x.code === 'web' && x.about.includes('a') && x.about.includes('b'),
        );
        const web = apart - CUT_D;
        if (f) expect(f.measure!.gap).toBeCloseTo(web, 2);
        let expected: string | undefined;
        if (web < 0) expected = 'hit';
        else if (web < wallRules({ material: 'abs' }).web) expected = 'tight';
        else expected = f?.verdict;
        expect([apart, f?.verdict]).toEqual([apart, expected]);
      }),
      { numRuns: 40 },
    );
  });
  test('what is enough web depends on what the shell is made of', () => {
    const two = withKeys(key('a', 34, 15), key('b', 34 + CUT_D + 2.2, 15));
    const web = (p: Project) => judged(p).find((f) => f.code === 'web')?.measure?.required;
    expect(web(made(two, 'wood'))).toBe(3);
    expect(web(two)).toBeUndefined();
  });
  test('0.2 mm inside the side wall it is a hit, 1 mm away it is none', () => {
    // Wall 2.2 mm: the hole's edge meets its inner face when its middle is 2.2 + 4.25 from the edge.
    const at = (mm: number) =>
      judged(withKeys(key('a', 2.2 + CUT_D / 2 + mm, 28))).find((f) => f.code === 'hole-in-wall');
    expect(at(-0.2)).toMatchObject({ verdict: 'hit', title: '0.2 mm into the side wall' });
    expect(at(1)).toBeUndefined();
  });
  test('outside the outline there is nothing to cut', () => {
    for (const [x, y] of [
      [-5, 40],
      [180, 40],
      [80, 95],
    ] as const) {
      const found = judged(withKeys(key('a', x, y)));
      expect(found.map((f) => [f.code, f.verdict])).toEqual([['hole-outside', 'hit']]);
    }
  });
  test('over a boss it cuts its foot off, and over the picture it is named with the screen', () => {
    const boss = judged(withKeys(key('a', 9, 9))).find((f) => f.code === 'hole-in-post')!;
    expect([boss.verdict, boss.about]).toEqual(['hit', expect.arrayContaining(['a'])]);
    const picture = judged(withKeys(key('a', 86, 50))).find((f) => f.code === 'hole-in-picture')!;
    expect([picture.verdict, picture.about]).toEqual(['hit', ['a', 'screen']]);
  });
  test('a larger hole that takes an old one in is how holes are enlarged', () => {
    const old = sceneOf(bare).shell!.openings.face.find((o) => o.id === 'keys' && o.copy === 3)!;
    const found = judged(withKeys(key('a', old.x, old.y, 12)));
    expect(found.filter((f) => f.code === 'web' && f.about.includes('keys'))).toEqual([
      // The neighbour in the row is still cut into.
      expect.objectContaining({ verdict: 'tight' }),
    ]);
  });
  test('as cut and measured counts, not as planned', () => {
    const p = withKeys(key('a', 34, 15), key('b', 45, 15));
    expect(judged(p).filter((f) => f.code === 'web')).toEqual([]);
    const mm = { mm: 13, u: 0.03, how: 'calliper' as const };
    const cut = {
      kind: 'opening' as const,
      id: 'made',
      for: { input: 'a' },
      state: 'measured' as const,
      measured: { w: mm, h: mm },
    };
    const [f] = judged({ ...p, cuts: [...p.cuts, cut] }).filter((x) => x.code === 'web');
    // 11 − 13/2 − 8.5/2 = 0.25 mm.
    expect(f!.measure!.gap).toBeCloseTo(0.25, 2);
  });
});

describe('a hole measured larger than was asked', () => {
  const plan = cutting(done).openings.find((o) => o.kind === 'port')!;
  const measured = (w: number, h: number, notch = false): Project => ({
    ...done,
    cuts: [
      ...done.cuts.filter((c) => c.kind !== 'opening' || cutKey(c.for) !== plan.key),
      {
        kind: 'opening',
        id: 'as-cut',
        for: plan.through,
        state: 'measured',
        ...(notch ? { notch } : {}),
        measured: { w: length(w), h: length(h) },
      },
    ],
  });
  const over = (p: Project): string[] => {
    const scene = sceneOf(p);
    return holeFindings(scene, cutting(p, scene))
      .filter((f) => f.code === 'over-cut')
      .map((f) => `${f.verdict} ${f.title}`);
  };
  // Twice what a file is off, 0.4 mm.
  test.each([
    [0, []],
    [0.78, []],
    [0.9, ['tight Cut 0.9 mm too large']],
    [-0.5, []],
  ])('by %s mm', (by, said) => {
    expect(over(measured(plan.w + by, plan.h))).toEqual(said);
    expect(over(measured(plan.w, plan.h + by))).toEqual(said);
  });
  test('a notch is asked for down to the parting line: so deep it is not too large', () => {
    const p = measured(plan.w, plan.h, true);
    const asked = cutting(p).openings.find((o) => o.key === plan.key)!.asked!;
    expect(asked.h).toBeGreaterThan(plan.h);
    expect(over(measured(asked.w, asked.h, true))).toEqual([]);
    expect(over(measured(asked.w, asked.h + 1, true))).toEqual(['tight Cut 1.0 mm too large']);
  });
});
