/** One more of what a stage may have: it stands in the build, and the round asks about it first. */
import { demos } from '@deft/core/catalogue';
import { roundOf, type Stage } from '@deft/core/shell';
import { type Body, type Project, readProject } from '@deft/core/model';
import { holesWithoutCap, MORE, type Role, withOneMore } from './more';

const [half] = demos();
const bodyOf = (p: Project): Body => p.shell.bodies[0]!;
const without = (p: Project, change: (b: Body) => Body): Project => ({
  ...p,
  shell: { ...p.shell, bodies: [change(bodyOf(p))] },
});
/** A body that wants everything: no lip and no caps yet. */
const bare = without(half!, (b) => {
  const next = { ...b };
  delete next.lip;
  delete next.caps;
  return next;
});

describe('one more in the measuring round', () => {
  const wishes = Object.entries(MORE) as Array<[Stage, NonNullable<(typeof MORE)[Stage]>]>;
  test.each(
    wishes.flatMap(([stage, more]) =>
      (['front', 'back'] as const).map((on): [Stage, Role, typeof more] => [stage, on, more]),
    ),
  )('%s on the %s is read by the document and asked about first', (stage, on, { kind }) => {
    const added = withOneMore(bare, bodyOf(bare), kind, on)!;
    expect(readProject(added.build).ok).toBe(true);
    const asked = roundOf(bodyOf(added.build), {});
    const was = new Set(roundOf(bodyOf(bare), {}).map((s) => s.id));
    const fresh = asked.filter((s) => !was.has(s.id));
    expect(fresh[0]?.id).toBe(added.step);
    expect([...new Set(fresh.map((s) => s.stage))]).toEqual([stage]);
    // An estimate is not a reading: each of it is still to be read.
    expect(fresh.filter((s) => s.done)).toEqual([]);
  });
  test('a key support is a post that is never cut', () => {
    const added = withOneMore(half!, bodyOf(half!), 'support', 'front')!;
    const post = bodyOf(added.build).pieces[0]!.features.at(-1)!;
    expect(post).toMatchObject({ kind: 'post', purpose: 'button support', mayCut: 'never' });
    expect(post.name).toMatch(/^key support/);
  });
  test('a cap goes into a hole that has none; with every hole capped there is no more', () => {
    let p = bare;
    const holes = holesWithoutCap(bodyOf(p)).length;
    expect(holes).toBeGreaterThan(2);
    for (let n = 0; n < holes; n++) p = withOneMore(p, bodyOf(p), 'cap', 'front')!.build;
    expect(new Set(bodyOf(p).caps!.map((c) => c.opening)).size).toBe(holes);
    expect(withOneMore(p, bodyOf(p), 'cap', 'front')).toBeUndefined();
  });
});
