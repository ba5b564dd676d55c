/** Keys of the shell nobody planned anything for are found before the case is closed. */
import { demos, STARTER_PARTS } from '../catalogue';
import { appliedAll, type Opening, type Project } from '../model';
import { check, waysOut } from '../verdict';

const loaner = demos()[1]!;
const without = (...roles: string[]): Project => ({
  ...loaner,
  controls: {
    ...loaner.controls,
    inputs: loaner.controls.inputs.filter((i) => !roles.includes(i.functions[0])),
  },
});
const found = (p: Project, code: string) => check(p).findings.filter((f) => f.code === code);
const holed = (p: Project, id: string, reuse: Opening['reuse']): Project => ({
  ...p,
  shell: {
    ...p.shell,
    bodies: p.shell.bodies.map((b) => ({
      ...b,
      pieces: b.pieces.map((q) => ({
        ...q,
        openings: q.openings.map((o) => (o.id === id && reuse ? { ...o, reuse } : o)),
      })),
    })),
  },
});

test('the finished loaner forgets nothing', () => {
  expect([found(loaner, 'hole-unmapped'), found(loaner, 'pair-broken')]).toEqual([[], []]);
});

test('a hole whose input is gone is named, at its own copy, and the build is not ready', () => {
  const start = loaner.controls.inputs.find((i) => i.functions[0] === 'start')!;
  const p = without('start');
  const [f, ...more] = found(p, 'hole-unmapped');
  expect(more).toEqual([]);
  expect('opening' in start.at && f?.about).toEqual(['opening' in start.at && start.at.opening]);
  expect(check(p).sentence).toBe('Not ready: 1 still to choose or measure');
});

test('said to be left or to serve something else, it is none', () => {
  const p = without('select', 'start');
  const [f] = found(p, 'hole-unmapped');
  for (const as of ['left', 're-tasked', 'blanked'] as const) {
    expect([as, found(holed(p, f!.about[0]!, { as }), 'hole-unmapped')]).toEqual([as, []]);
  }
  expect(found(holed(p, f!.about[0]!, { as: 'kept' }), 'hole-unmapped').length).toBe(2);
});

test('the role play lacks is offered first, and taking it makes the build close again', () => {
  const p = without('start');
  const [f] = found(p, 'hole-unmapped');
  const { ways } = waysOut(p, f!, STARTER_PARTS);
  expect(ways[0]?.text).toMatch(/ is start$/);
  expect(check(appliedAll(p, ways[0]!.changes)).closes).toBe(true);
});

test('left without right, a shoulder without the other: the missing one is named', () => {
  for (const [role, other] of [
    ['left', 'right'],
    ['up', 'down'],
    ['l1', 'r1'],
  ] as const) {
    expect([role, found(without(role), 'pair-broken').map((f) => f.title)]).toEqual([
      role,
      [`No ${role}`],
    ]);
    expect([role, found(without(role, other), 'pair-broken')]).toEqual([role, []]);
  }
});

test('a pad without its way back is not ready; one shoulder alone is only said', () => {
  const [pad] = found(without('left'), 'pair-broken');
  const [shoulder] = found(without('l1'), 'pair-broken');
  expect([pad?.undecided, shoulder?.undecided]).toEqual([true, undefined]);
  expect([check(without('left')).closes, check(without('l1')).closes]).toEqual([false, true]);
});

test('a shell played with a pad from outside, or with no key planned yet, forgets none', () => {
  const away: Project = { ...loaner, controls: { route: 'wireless', inputs: [] } };
  const none: Project = { ...loaner, controls: { ...loaner.controls, inputs: [] } };
  expect([found(away, 'hole-unmapped'), found(none, 'hole-unmapped')]).toEqual([[], []]);
});
