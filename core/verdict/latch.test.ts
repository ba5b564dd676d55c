/** A soft latch and the key that wakes it. */
import { demos, STARTER_PARTS } from '../catalogue';
import { newKeyWays } from '../cuts';
import { sceneOf } from '../fit';
import { appliedAll, type Project } from '../model';
import { pressPlan } from '../press';
import { check } from './index';
import { latched as withLatch } from './sabotage/faces.fixture';

const [, done] = demos() as [Project, Project];
const latched = withLatch(done);
const keyless = (p: Project) => check(p).findings.find((f) => f.code === 'power-key');

describe('a latch that no key wakes', () => {
  test('is still to be decided, and the build is not ready', () => {
    const verdict = check(latched);
    expect(keyless(latched)).toMatchObject({ undecided: true, about: ['latch'] });
    expect(verdict.closes).toBe(false);
    expect(verdict.findings.filter((f) => f.verdict !== 'clear')).toHaveLength(1);
  });

  test('is not asked for before anything is laid out', () => {
    expect(keyless({ ...latched, layout: { placements: [] } })).toBeUndefined();
  });

  test.each([
    ['a key of the shell', { by: 'part', item: 'tactile-5' }, false],
    ['the latch itself', { by: 'part', item: 'latch' }, true],
    ['the menu, which is off', { by: 'menu' }, true],
  ] as const)('who does it: %s', (_, power, isAsked) => {
    const p = { ...latched, controls: { ...latched.controls, duties: { power } } };
    expect(keyless(p) !== undefined).toBe(isAsked);
  });

  test('a latch that is pressed itself wants none, nor does one that is left out', () => {
    const parts = latched.kit.parts.map((q) =>
      q.id === 'latch'
        ? {
            ...q,
            blocks: q.blocks.map((b) => (b.id === 'plug' ? { ...b, kind: 'cap' as const } : b)),
          }
        : q,
    );
    expect(keyless({ ...latched, kit: { ...latched.kit, parts } })).toBeUndefined();
    const items = latched.kit.items.map((i) =>
      i.id === 'latch' ? { ...i, where: 'left out' as const } : i,
    );
    const { placements } = done.layout;
    expect(
      keyless({ ...latched, kit: { ...latched.kit, items }, layout: { placements } }),
    ).toBeUndefined();
  });
});

describe('the key of a latch', () => {
  const ways = newKeyWays(sceneOf(latched), 'power', STARTER_PARTS);
  const [way] = ways.filter((w) => w.text.endsWith('the right wall'));
  const p = appliedAll(latched, way!.changes);
  const verdict = check(p);

  test('is offered in every face and wall, and closes the build where there is room', () => {
    expect(ways.map((w) => w.text)).toEqual(
      ['front', 'back', 'bottom wall', 'right wall', 'top wall', 'left wall'].map(
        (name) => `Cut a hole for a power key in the ${name}`,
      ),
    );
    expect(verdict.closes).toBe(true);
  });

  test('is wired to the two pads of the latch and takes no line', () => {
    const key = p.kit.items.at(-1)!.id;
    const ends = verdict.wiring.wires
      .map((w) => w.net)
      .filter((n) => [n.a.item, n.b.item].includes(key))
      .map((n) => [n.a, n.b].find((e) => e.item === 'latch')?.pad);
    expect(ends.sort()).toEqual(['KEY', 'KEY-']);
    expect(verdict.map.inputs.find((m) => m.input.functions[0] === 'power')!.gpio).toBeUndefined();
    const before = check(latched).map.inputs.map((m) => m.gpio);
    expect(verdict.map.inputs.slice(0, -1).map((m) => m.gpio)).toEqual(before);
  });

  test('is not pressed in a press test: it would turn everything off', () => {
    const plan = pressPlan(p);
    expect(plan.cannot).toBeUndefined();
    expect([plan.keys, plan.order].map((list) => list.length)).toEqual([12, 12]);
    expect(plan.keys.map((k) => k.role)).not.toContain('power');
  });

  test('without a latch a power key is read on a line like every other', () => {
    const items = p.kit.items.filter((i) => i.id !== 'latch');
    const placements = p.layout.placements.filter((q) => q.item !== 'latch');
    const bare = { ...p, kit: { ...p.kit, items }, layout: { placements } };
    expect(check(bare).map.inputs.at(-1)!.gpio).toBeDefined();
    expect(pressPlan(bare).keys).toHaveLength(13);
  });
});
