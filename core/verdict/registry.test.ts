/** The list of checks: each finding is made by the entry that says it makes it, and carries its rule. */
import { buildSteps } from '../build';
import { demos, STARTER_PARTS } from '../catalogue';
import { templates } from '../cuts';
import { applied, appliedAll, type Project, readProject, whatWords } from '../model';
import { shellsMass, shutSize } from '../shell';
import { check } from './check';
import { REGISTRY } from './registry';
import { waysOut } from './ways';
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
  expect(c.sentence).toMatch(/^Closes after 8 cuts/);
  // Without its hinge nobody knows how wires get into the lid, and that is said.
  const loose = check({ ...inLid, shell: { bodies: inLid.shell.bodies } });
  const between = loose.findings.find((f) => f.code === 'wires-between-bodies');
  expect(between?.about).toEqual(expect.arrayContaining(['screen', 'speaker']));
});

test('what is cut in a lid has its sheet, its steps and its test fit, and the lid is weighed', () => {
  const p = grafted();
  const inLid: Project = {
    ...p,
    layout: {
      placements: p.layout.placements.map((q) =>
        q.item === 'screen' ? { ...q, on: { piece: 'lid-front' }, x: 40, y: 5 } : q,
      ),
    },
  };
  const cut = templates(inLid).find((s) => s.id === 'lid-lid-front-outside');
  expect(cut?.title).toMatch(/^Lid: /);
  expect(cut?.marks.some((m) => m.kind === 'text' && m.text.includes('window'))).toBe(true);
  expect(templates(p).map((s) => s.id)).not.toContain('lid-lid-front-inside');
  const steps = buildSteps(inLid);
  expect(steps.map((s) => s.id)).toContain('open:screen/window');
  expect(steps.find((s) => s.id === 'fit:lid-front')?.title).toBe(
    'Test-fit the front half of Lid, parts loose',
  );
  const mass = (build: Project) => shellsMass(build.shell.bodies)!.value;
  const lid = mass({ ...p, shell: { bodies: p.shell.bodies.slice(1) } });
  const one = mass({ ...p, shell: { bodies: p.shell.bodies.slice(0, 1) } });
  expect(mass(p)).toBeCloseTo(one + lid, 6);
  const [a, b] = p.shell.bodies.map((x) => shutSize([x]).t);
  expect(shutSize(p.shell.bodies)).toEqual({ w: 172, h: expect.any(Number), t: a! + b! });
});

test('a piece that is said to be in two bodies is refused', () => {
  const p = grafted();
  const [first, lid] = p.shell.bodies;
  const twice = { ...lid!, pieces: lid!.pieces.map((q, i) => (i ? q : { ...q, id: 'front' })) };
  const read = readProject({ ...p, shell: { bodies: [first, twice] } });
  if (read.ok) throw new Error('read');
  expect(read.complaints.map((c) => c.sentence)).toContain('The piece "front" is in two bodies.');
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

test('ways out of a finding in a lid are sought in the lid, and hold for the whole build', () => {
  const p = grafted();
  // Half its width over the lid's right wall.
  const over: Project = {
    ...p,
    layout: {
      placements: p.layout.placements.map((q) => (q.item === 'speaker' ? { ...q, x: 165 } : q)),
    },
  };
  const now = check(over);
  const f = now.findings.find((x) => x.verdict === 'hit' && x.about.includes('speaker'))!;
  expect(f.inBody?.body).toBe('lid');
  const { ways } = waysOut(over, f, STARTER_PARTS, now);
  expect(ways.length).toBeGreaterThan(0);
  for (const w of ways) {
    const after = check(appliedAll(over, w.changes));
    expect(after.findings.find((x) => x.id === f.id && x.verdict === 'hit')).toBeUndefined();
  }
});

test('a finding of a lid says that it is of the lid, where it is read out', () => {
  const p = grafted();
  const over: Project = {
    ...p,
    layout: {
      placements: p.layout.placements.map((q) => (q.item === 'speaker' ? { ...q, x: 165 } : q)),
    },
  };
  const hits = check(over).findings.filter((f) => f.verdict === 'hit');
  expect(hits.filter((f) => f.inBody).map((f) => whatWords(f))).toEqual(
    expect.arrayContaining([expect.stringMatching(/Speaker 28.* \(in Lid\)$/)]),
  );
  for (const f of check(p).findings.filter((x) => !x.inBody)) expect(whatWords(f)).toBe(f.what);
});
