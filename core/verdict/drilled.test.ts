/** What patterns of holes mend on the whole build: a speaker shut in, a grille too small, a chip too warm. */
import { demos, STARTER_PARTS } from '../catalogue';
import { sceneOf } from '../fit';
import { heatFigures, ventsWanted } from '../heat';
import { appliedAll, type Finding, type PatternCut, type Project } from '../model';
import { patternMm2 } from '../shell';
import { check, waysOut } from './index';

const [, done] = demos() as [Project, Project];
const found = (p: Project, code: string): Finding | undefined =>
  check(p).findings.find((f) => f.code === code && f.verdict !== 'clear');
const patternsOf = (p: Project): PatternCut[] =>
  p.cuts.filter((c): c is PatternCut => c.kind === 'pattern');
const ways = (p: Project, f: Finding, id: RegExp) =>
  waysOut(p, f, STARTER_PARTS, undefined, 30).ways.filter((w) => id.test(w.id));

/** The finished loaner in a shell that nobody opened for sound. */
const mute: Project = {
  ...done,
  shell: {
    ...done.shell,
    bodies: done.shell.bodies.map((b) => ({
      ...b,
      pieces: b.pieces.map((q) => ({
        ...q,
        openings: q.openings.filter((o) => o.use !== 'speaker'),
      })),
    })),
  },
};

describe('a speaker that plays into a closed face', () => {
  const f = found(mute, 'no-grille')!;
  const [way] = ways(mute, f, /^drill-grille/);
  const drilled = appliedAll(mute, way!.changes);

  test('gets holes drilled before its cone, a fifth of it open at the least', () => {
    const [cut] = patternsOf(drilled);
    const body = drilled.shell.bodies[0]!;
    const speaker = [...sceneOf(drilled).items.values()].find((at) => at.part.speaker)!;
    const { x0, x1, y0, y1 } = speaker.blocks[0]!.solid;
    const cone = (Math.PI / 4) * (0.8 * Math.min(x1 - x0, y1 - y0)) ** 2;
    expect(patternMm2(cut!, body).open).toBeGreaterThan(0.2 * cone);
    expect(cut!.at).toMatchObject({
      x: expect.closeTo((x0 + x1) / 2, 1) as number,
      y: expect.closeTo((y0 + y1) / 2, 1) as number,
    });
    expect(found(drilled, 'no-grille')).toBeUndefined();
    expect(found(drilled, 'closed-grille')).toBeUndefined();
    expect(check(drilled).closes).toBe(true);
  });
  test('with too few of them it says so, and drilling anew mends that', () => {
    const few = {
      ...drilled,
      cuts: drilled.cuts.map((c) =>
        c.kind === 'pattern' ? { ...c, holes: c.holes.slice(0, 3) } : c,
      ),
    };
    expect(found(few, 'closed-grille')).toBeDefined();
  });
  test('moved beside its holes it plays against the wall', () => {
    const speaker = patternsOf(drilled)[0]!.for as { item: string };
    const aside = {
      ...drilled,
      layout: {
        placements: drilled.layout.placements.map((q) =>
          q.item === speaker.item ? { ...q, x: q.x - 15 } : q,
        ),
      },
    };
    expect(found(aside, 'grille')).toMatchObject({ verdict: 'hit' });
  });
});

describe('a pattern in the way of something', () => {
  const { features } = sceneOf(done).shell!;
  const post = features.find((f) => f.height > 0)!;
  const spoilt: Project = {
    ...done,
    cuts: [
      ...done.cuts,
      {
        kind: 'pattern',
        id: 'air',
        for: { is: 'air' },
        at: { piece: post.piece, x: post.x, y: post.y },
        region: { kind: 'round', d: 24 },
        hole: { kind: 'round', d: 2.5 },
        lay: 'rows',
        web: 0.5,
        holes: [
          [0, 0],
          [3, 0],
        ],
        state: 'decided',
      },
    ],
  };
  test('is laid anew clear of it, with the web its wall wants', () => {
    for (const code of ['pattern-post', 'pattern-web']) {
      const f = found(spoilt, code)!;
      const [way] = ways(spoilt, f, /^(relay|smaller)/);
      const mended = appliedAll(spoilt, way!.changes);
      expect([code, check(mended).findings.filter((x) => x.check === 'pattern')]).toEqual([
        code,
        [],
      ]);
    }
  });
  test('in a wall that is not there it can be taken out, even when it is said to be drilled', () => {
    const [cut] = patternsOf(spoilt);
    const at = { body: done.shell.bodies[0]!.id, wall: 99, along: 10, v: 4 };
    const lost: Project = { ...done, cuts: [...done.cuts, { ...cut!, at, state: 'done' }] };
    const f = found(lost, 'pattern-nowhere')!;
    const [way] = ways(lost, f, /^unpattern/);
    expect(check(appliedAll(lost, way!.changes)).closes).toBe(true);
  });
  test('beside one that is drilled the planned one is laid anew', () => {
    const [cut] = patternsOf(spoilt);
    const free = {
      ...cut!,
      web: 2,
      at: { piece: 'back', x: 60, y: 20 },
      holes: [[0, 0]] as [[0, 0]],
    };
    const two: Project = {
      ...done,
      cuts: [
        ...done.cuts,
        { ...free, id: 'first', state: 'done' },
        { ...free, id: 'second', holes: [[1, 0]] },
      ],
    };
    const f = check(two).findings.find(
      (x) => x.code === 'pattern-hole' && x.about[0] === 'second',
    )!;
    const [way] = ways(two, f, /^relay/);
    expect(check(appliedAll(two, way!.changes)).findings.some((x) => x.check === 'pattern')).toBe(
      false,
    );
  });
  test('once it is drilled nothing lays it anew', () => {
    const made: Project = {
      ...spoilt,
      cuts: spoilt.cuts.map((c) => (c.kind === 'pattern' ? { ...c, state: 'done' } : c)),
    };
    expect(ways(made, found(made, 'pattern-post')!, /^(relay|smaller|unpattern)/)).toEqual([]);
  });
});

describe('a chip that is too warm', () => {
  const hot: Project = {
    ...done,
    kit: {
      ...done.kit,
      parts: done.kit.parts.map((q) =>
        q.computer ? { ...q, draws: { ...q.draws!, game: 3.1, peak: 3.8 } } : q,
      ),
    },
  };
  const chip = (p: Project): number =>
    heatFigures(p)!.facts.find((x) => x.place === 'chip')!.celsius;
  const f = found(hot, 'warm-chip')!;
  test('the air it wants is the least in steps, and the holes give it', () => {
    const wanted = ventsWanted(hot, f)!;
    const [way] = ways(hot, f, /^air-/);
    expect(way).toBeDefined();
    const aired = appliedAll(hot, way!.changes);
    const body = aired.shell.bodies[0]!;
    const acting = patternsOf(aired).reduce((sum, c) => sum + patternMm2(c, body).acting, 0);
    expect(acting).toBeGreaterThanOrEqual(wanted.mm2 - 1e-6);
    const { mostC } = heatFigures(hot)!.facts.find((x) => x.place === 'chip')!;
    expect(chip(hot)).toBeGreaterThan(mostC);
    expect(chip(aired)).toBeLessThanOrEqual(mostC);
    // A step less would not do.
    const less: Project = {
      ...aired,
      cuts: aired.cuts.map((c) =>
        c.kind === 'pattern'
          ? {
              ...c,
              holes: c.holes.slice(0, Math.floor((c.holes.length * (wanted.mm2 - 26)) / acting)),
            }
          : c,
      ),
    };
    expect(chip(less)).toBeGreaterThan(mostC);
  });
});
