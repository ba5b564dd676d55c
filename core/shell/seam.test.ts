/** The screws that are left against hand-measured seams of a rectangle. */
import { demos } from '../catalogue';
import { appliedAll, type Cut, HOLDS_SHUT, length, type Project } from '../model';
import { SEAM_GAPES_MM, SEAM_MM, seamFindings, shellSolids, shellWays } from './index';

const [, done, warbler] = demos() as [Project, Project, Project];
const trim = (feature: string, copy: number, to = 0): Cut => ({
  kind: 'trim',
  id: `trim-${feature}-${copy}`,
  feature,
  copy,
  to,
  state: 'decided',
});
const seam = (p: Project, cuts: readonly Cut[]) =>
  seamFindings(shellSolids(p.shell.bodies[0]!, cuts), true)[0];

describe('closing screws', () => {
  test('six of six close the loaner without a word', () => expect(seam(done, [])).toBeUndefined());
  test('one corner less leaves a long seam, said with its length: tight, not a hit', () => {
    const f = seam(done, [trim('corner-bosses', 0)])!;
    expect([f.verdict, f.code]).toEqual(['tight', 'long-seam']);
    const mm = Number(/^([\d.]+) mm/.exec(f.title)![1]);
    // From the middle boss along the edge and up the side: no more than 86 + 90.
    expect(mm).toBeGreaterThan(SEAM_MM);
    expect(mm).toBeLessThan(86 + 90);
  });
  test('both corners of one side gape', () => {
    const left = shellSolids(done.shell.bodies[0]!, []).features.filter(
      (f) => f.feature.purpose === 'closing screw' && f.piece === 'front' && f.x < 20,
    );
    const f = seam(
      done,
      left.map((f) => trim(f.feature.id, f.copy)),
    )!;
    expect(Number(/^([\d.]+) mm/.exec(f.title)![1])).toBeGreaterThan(SEAM_GAPES_MM);
    expect(f.verdict).toBe('hit');
  });
  test('a stub of 4 mm still holds its screw, one of 2 mm does not', () => {
    expect(seam(done, [trim('corner-bosses', 0, 4)])).toBeUndefined();
    expect(seam(done, [trim('corner-bosses', 0, 2)])).toBeDefined();
  });
  test('with fewer than three screws it does not close, however short the seam', () => {
    const all = shellSolids(warbler.shell.bodies[0]!, []).features.filter(
      (f) => f.feature.purpose === 'closing screw',
    );
    const gone = all.slice(2).map((f) => trim(f.feature.id, f.copy));
    expect(all.length).toBe(4);
    expect(seam(warbler, gone)).toMatchObject({ verdict: 'hit', code: 'few-screws' });
  });
  test('halves without closing posts: asked what holds them, until it is said or nothing lies in them', () => {
    const body = done.shell.bodies[0]!;
    const bare = {
      ...body,
      pieces: body.pieces.map((q) => ({
        ...q,
        features: q.features.filter((f) => f.purpose !== 'closing screw'),
      })),
    };
    const said = (b: typeof bare, isShutIn = true) =>
      seamFindings(shellSolids(b, []), isShutIn).map((f) => [f.code, f.undecided]);
    expect(said(bare)).toEqual([['unheld', true]]);
    expect(said(bare, false)).toEqual([]);
    for (const by of HOLDS_SHUT) expect(said({ ...bare, closedBy: by })).toEqual([]);
    expect(said({ ...bare, pieces: bare.pieces.slice(0, 1) })).toEqual([]);
    const p = { ...done, shell: { bodies: [bare] } };
    const [f] = seamFindings(shellSolids(bare, []), true);
    for (const way of shellWays(p, f!)) {
      expect(seam(appliedAll(p, way.changes), [])).toBeUndefined();
    }
  });
  test('posts that end at the seam, and of which nobody said what they are for, may be its closing screws', () => {
    const body = done.shell.bodies[0]!;
    const unread = (b: typeof body, lower = 0): typeof body => ({
      ...b,
      pieces: b.pieces.map((q) => ({
        ...q,
        features: q.features.map((f) =>
          f.purpose === 'closing screw'
            ? {
                ...f,
                purpose: 'unknown' as const,
                height: { from: 'rim' as const, length: length(lower) },
              }
            : f,
        ),
      })),
    });
    const ways = (b: typeof body) => {
      const [f] = seamFindings(shellSolids(b, []), true);
      const p = { ...done, shell: { bodies: [b] } };
      return shellWays(p, f!).map((w) => ({ ...w, then: appliedAll(p, w.changes) }));
    };
    const [first] = ways(unread(body));
    expect(first).toMatchObject({ id: 'held-posts' });
    const meant = body.pieces.flatMap((q) =>
      q.features.filter((f) => f.purpose === 'closing screw').map((f) => f.id),
    );
    const now = first!.then.shell.bodies[0]!.pieces.flatMap((q) =>
      q.features.filter((f) => f.purpose === 'closing screw').map((f) => f.id),
    );
    expect(now).toEqual(meant);
    expect(seam(first!.then, [])).toBeUndefined();
    // 5 mm below the rim is near it, 6 mm is not.
    expect(ways(unread(body, 5))[0]!.id).toBe('held-posts');
    expect(ways(unread(body, 6))[0]!.id).not.toBe('held-posts');
  });
  test('a boss without the post it screws into holds nothing', () => {
    const body = done.shell.bodies[0]!;
    const pieces = body.pieces.map((q) =>
      q.role === 'back'
        ? {
            ...q,
            features: q.features
              .filter((f) => f.purpose !== 'closing screw')
              .concat(q.features.filter((f) => f.purpose === 'closing screw').slice(0, 1)),
          }
        : q,
    );
    const [f] = seamFindings(shellSolids({ ...body, pieces }, []), true);
    expect(f).toMatchObject({ check: 'seam' });
  });
});
