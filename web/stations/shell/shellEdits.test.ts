import { demos } from '@deft/core/catalogue';
import { shellSolids } from '@deft/core/shell';
import { emptyProject, length, readProject, type Project } from '@deft/core/model';
import { type Eight, eightOf, NEEDED, withEight } from './firstEight';
import { facePlace, NEW_THINGS, newThing, thingsOf, without, withThing } from './things';

const eight: Eight = {
  w: length(118),
  h: length(74),
  r: length(8),
  wall: length(2),
  front: length(12),
  back: length(16),
  inset: length(8),
  post: length(6),
};
const build = (): Project => withEight(emptyProject('a', 'A'), eight);

describe('the first eight values', () => {
  test('with one of the first six missing there is no shell yet; with all there is one, valid, with four posts', () => {
    for (const k of NEEDED) {
      const e = { ...eight };
      delete e[k];
      expect(withEight(emptyProject('a', 'A'), e).shell.bodies).toEqual([]);
    }
    expect(readProject(build())).toMatchObject({ ok: true });
    const shell = shellSolids(build().shell.bodies[0]!, []);
    expect(
      shell.features
        .filter((f) => f.piece === 'back')
        .map((f) => [f.x, f.y, f.z1 + 0])
        .sort(),
    ).toEqual(
      [
        [110, 66, 0],
        [110, 8, 0],
        [8, 66, 0],
        [8, 8, 0],
      ].sort(),
    );
  });
  test('both halves are of the material chosen; a correction leaves what a half is made of', () => {
    const of = (p: Project) => p.shell.bodies[0]!.pieces.map((q) => q.material);
    const milled = withEight(emptyProject('a', 'A'), eight, 0, { material: 'aluminium' });
    expect(of(milled)).toEqual(['aluminium', 'aluminium']);
    expect(of(withEight(milled, { ...eight, wall: length(1.5) }, 0, { material: 'abs' }))).toEqual([
      'aluminium',
      'aluminium',
    ]);
  });
  test('they are read back as they were typed', () =>
    expect(eightOf(build().shell.bodies[0]!)).toEqual(eight));
  test('no posts when their place is 0', () =>
    expect(
      withEight(emptyProject('a', 'A'), {
        ...eight,
        inset: length(0),
      }).shell.bodies[0]!.pieces.every((p) => p.features.length === 0),
    ).toBe(true));
  test('correcting one keeps everything else that was measured', () => {
    const demo = demos()[0]!;
    const next = withEight(demo, { ...eightOf(demo.shell.bodies[0]!), wall: length(2.4) });
    expect(next.shell.bodies[0]!.wall.mm).toBe(2.4);
    expect(
      thingsOf(next.shell.bodies[0]!)
        .map((t) => t.it.id)
        .sort(),
    ).toEqual(
      thingsOf(demo.shell.bodies[0]!)
        .map((t) => t.it.id)
        .sort(),
    );
    expect(
      next.shell.bodies[0]!.pieces[1]!.features.find((f) => f.id === 'corner-posts')!.height.length
        .mm,
    ).toBe(15.8);
  });
});

describe('posts, ribs, bays and openings', () => {
  test.each(NEW_THINGS)(
    'a new %s lands where it was pointed at, is valid, and goes again without a trace',
    (kind) => {
      const before = build();
      const made = newThing(before, kind, 'back', 40.3, 30.1, -6, 0);
      const after = withThing(before, made);
      expect(readProject(after)).toMatchObject({ ok: true });
      expect(thingsOf(after.shell.bodies[0]!).length).toBe(
        thingsOf(before.shell.bodies[0]!).length + 1,
      );
      const wall = made.is === 'opening' && made.it.on.kind === 'wall' ? made.it.on : undefined;
      const reading = wall ? wall.along : facePlace(made)!.x;
      expect([reading.length.mm, reading.length.how]).toEqual([40.5, 'estimate']);
      expect(without(after, made.it.id)).toEqual(before);
    },
  );
  test('ids stay different, and a thing moved to the other half is there once', () => {
    let p = build();
    for (let i = 0; i < 4; i++) {
      p = withThing(p, newThing(p, 'post', 'back', 20 + i * 10, 30, 0, 0));
    }
    const ids = thingsOf(p.shell.bodies[0]!).map((t) => t.it.id);
    expect(new Set(ids).size).toBe(ids.length);
    const post = thingsOf(p.shell.bodies[0]!).find((t) => t.it.id === 'post')!;
    const moved = withThing(p, { ...post, piece: 'front' });
    expect(
      thingsOf(moved.shell.bodies[0]!)
        .filter((t) => t.it.id === 'post')
        .map((t) => t.piece),
    ).toEqual(['front']);
  });
});
