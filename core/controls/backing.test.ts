/** Which switch stands behind which key: distances by hand, and what must be said when none does. */
import { demos, STARTER_PARTS } from '../catalogue';
import { sceneOf } from '../fit';
import { appliedAll, type Placement, type Project } from '../model';
import { backingFindings, backings, backingWays } from './index';

const [, done, warbler, wisp] = demos() as [Project, Project, Project, Project];
const moved = (item: string, more: Partial<Placement>): Project => ({
  ...done,
  layout: {
    placements: done.layout.placements.map((q) => (q.item === item ? { ...q, ...more } : q)),
  },
});
const placeOf = (item: string) => done.layout.placements.find((q) => q.item === item)!;
const findings = (p: Project) => backingFindings(sceneOf(p));

describe('keys and switches', () => {
  test('every key of the clean builds has a switch of its own', () => {
    for (const p of [done, wisp]) {
      const all = backings(sceneOf(p));
      expect([p.id, all.length]).toEqual([p.id, p.controls.inputs.length]);
      const used = all.map((b) => `${b.on!.item} ${b.on!.label}`);
      expect(new Set(used).size).toBe(used.length);
    }
  });
  test('a wireless pad and a kept board bring their own switches', () => {
    expect(backings(sceneOf(warbler))).toEqual([]);
    const kept = { ...done, controls: { ...done.controls, route: 'original board' as const } };
    expect(backings(sceneOf(kept))).toEqual([]);
  });
  test('how far a switch lies beside its key is measured across the face: 3.8 mm is met, 4.2 is not', () => {
    const { x } = placeOf('tactile-5');
    const off = (mm: number) =>
      backings(sceneOf(moved('tactile-5', { x: x + mm }))).find(
        (b) => b.input.id === 'shoulder-r',
      )!;
    expect(off(3.8).on!.off).toBeCloseTo(3.8, 6);
    expect(off(4.2)).toMatchObject({ near: { fault: 'beside', mm: expect.closeTo(4.2, 6) } });
  });
  test('turned over it faces away; in the other half it is out of reach', () => {
    const [over] = findings(moved('tactile-5', { up: 'in' }));
    expect([over!.code, over!.about]).toEqual(['switch-faces-away', ['shoulder-r', 'tactile-5']]);
    const [far] = findings(moved('tactile-5', { on: { piece: 'back' }, up: 'in', lift: 0 }));
    expect([far!.code, far!.verdict]).toEqual(['switch-out-of-reach', 'hit']);
  });
  test('two keys over one switch: one of them has none', () => {
    const keys = done.controls.inputs;
    const twice: Project = {
      ...done,
      controls: {
        ...done.controls,
        inputs: keys.map((i) =>
          i.id === 'key-2' ? { ...i, at: keys.find((k) => k.id === 'key-1')!.at } : i,
        ),
      },
    };
    const found = findings(twice);
    expect(found.map((f) => f.code)).toEqual(['switch-taken']);
    expect(['key-1', 'key-2']).toContain(found[0]!.about[0]);
  });
  test('one click puts a tactile switch under a key that has none, and then it has one', () => {
    const gone: Project = {
      ...done,
      layout: { placements: done.layout.placements.filter((q) => q.item !== 'tactile-5') },
    };
    const scene = sceneOf(gone);
    const [f] = backingFindings(scene);
    expect(f).toMatchObject({ code: 'no-switch', about: ['shoulder-r'] });
    const [way] = backingWays(scene, f!, STARTER_PARTS);
    expect(way!.text).toBe('Put a Tactile 6x6 5 mm behind Right shoulder key');
    expect(findings(appliedAll(gone, way!.changes))).toEqual([]);
  });
});
