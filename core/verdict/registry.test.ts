/** The list of checks: each finding is made by the entry that says it makes it, and carries its rule. */
import { describe, expect, test } from '@jest/globals';
import { demos } from '../catalogue';
import { applied, type Project, readProject } from '../model';
import { check } from './check';
import { REGISTRY } from './registry';
import { grafted } from './sabotage/builds.fixture';

const judged = demos().map((project) => ({ project, others: [], ...check(project) }));

describe('the registry of checks', () => {
  test('no kind of finding has two makers, so none has another check’s ways out', () => {
    const kinds = REGISTRY.flatMap((c) => c.makes);
    expect(new Set(kinds).size).toBe(kinds.length);
  });
  test('each check makes only what it says, and names the rule that made it', () => {
    for (const on of judged) {
      for (const c of REGISTRY) {
        for (const f of c.find(on)) {
          expect([c.name, f.id, c.makes.includes(f.check)]).toEqual([c.name, f.id, true]);
          expect([f.id, f.code.length > 0]).toEqual([f.id, true]);
        }
      }
    }
  });
  test('two blocks of one name are told apart by what a touch refers to', () => {
    for (const { findings } of judged) {
      for (const f of findings.filter((x) => x.check === 'touch')) {
        expect([f.id, f.refs!.length > 0]).toEqual([f.id, true]);
      }
    }
  });
});

test('a screen in the lid of a graft wants its window there, and that cut is counted', () => {
  const p = grafted();
  const closed = check(p);
  const inLid: Project = {
    ...p,
    layout: {
      placements: p.layout.placements.map((q) =>
        q.item === 'screen' ? { ...q, on: { piece: 'lid-front' }, x: 40, y: 5 } : q,
      ),
    },
  };
  const c = check(inLid);
  const keys = (x: typeof c) => x.cuts.openings.map((o) => o.key);
  expect(keys(c).filter((k) => !keys(closed).includes(k))).toEqual(['screen/window']);
  expect(c.sentence).toBe('Closes after 4 cuts, 1 tight or open');
  // What leads into the lid is not laid, and that is said.
  const between = c.findings.find((f) => f.code === 'wires-between-bodies');
  expect(between?.about).toEqual(expect.arrayContaining(['screen', 'speaker']));
});

test('what was left out and is put in again counts again; both at once are refused', () => {
  const [, done] = demos() as [Project, Project];
  const at = done.layout.placements.find((q) => q.item === 'teasel')!;
  const out = applied(done, { do: 'where', item: 'teasel', where: 'left out' });
  expect(check(out).closes).toBe(false);
  const back = applied(out, { do: 'stand', placement: at });
  expect(back.kit.items.find((i) => i.id === 'teasel')!.where).toBeUndefined();
  expect(check(back).closes).toBe(true);
  const both = readProject({ ...out, layout: { placements: [...out.layout.placements, at] } });
  expect(both).toMatchObject({ ok: false });
  if (!both.ok) expect(both.complaints[0]!.sentence).toContain('left out and has a place');
});
