/** Floors made thinner from inside: where the part comes to lie, what wall is left, and what is said of it. */
import Module from 'manifold-3d';
import { wallRules } from '../shell';
import { buildSteps } from '../build';
import { sceneOf, wallBelow } from '../fit';
import { calliperTable } from '../formats';
import { pieceMesh } from '../formats/solid';
import { volume } from '../geometry';
import { applied, type Cut, drained, length, mustRead, type Project } from '../model';
import { check, seekWays } from '../verdict';
import { demos, STARTER_PARTS } from '../catalogue';
import { cutting, cutWork, templates, wholeCutting } from '.';

type Pocket = Extract<Cut, { kind: 'pocket' }>;
const wasm = await Module();
wasm.setup();

const [loaner, finished] = demos() as [Project, Project];
const WALL = finished.shell.bodies[0]!.wall.mm;
const cell = (p: Project) => {
  const prisms = sceneOf(p)
    .items.get('cell')!
    .solids.flatMap((s) => s.prisms);
  return {
    x0: Math.min(...prisms.map((q) => q.x0)),
    x1: Math.max(...prisms.map((q) => q.x1)),
    y0: Math.min(...prisms.map((q) => q.y0)),
    y1: Math.max(...prisms.map((q) => q.y1)),
    z0: Math.min(...prisms.map((q) => q.z0)),
  };
};
const at = cell(finished);
const pocket = (more: Partial<Pocket> = {}): Pocket => ({
  kind: 'pocket',
  id: 'bed',
  piece: 'back',
  x: (at.x0 + at.x1) / 2,
  y: (at.y0 + at.y1) / 2,
  w: at.x1 - at.x0 + 0.8,
  h: at.y1 - at.y0 + 0.8,
  deep: 0.6,
  state: 'decided',
  ...more,
});
const cut = (more: Partial<Pocket> = {}): Project =>
  applied(finished, { do: 'pocket', cut: pocket(more) });
const found = (p: Project) => check(p).findings.filter((f) => f.check === 'pocket');
const said = (p: Project) => found(p).map((f) => `${f.verdict}: ${f.title}`);

describe('a part over a pocket', () => {
  test('sinks by its depth; by the depth that was measured once it is', () => {
    expect(cell(cut()).z0).toBeCloseTo(at.z0 - 0.6, 9);
    const measured = cut({ state: 'measured', measured: length(0.75, 'calliper') });
    expect(cell(measured).z0).toBeCloseTo(at.z0 - 0.75, 9);
    expect(mustRead(JSON.parse(JSON.stringify(measured))).cuts).toEqual(measured.cuts);
  });
  test('stays on the floor beside it when it reaches beyond the edge', () => {
    const p = cut({ w: at.x1 - at.x0 - 1 });
    expect(cell(p).z0).toBeCloseTo(at.z0, 9);
    expect(said(p)).toContain('tight: Slab 2500 reaches 0.5 mm beyond it');
  });
  test('where two pockets overlap the deeper one is the floor', () => {
    const p = applied(cut(), { do: 'pocket', cut: pocket({ id: 'second', deep: 0.9 }) });
    expect(cell(p).z0).toBeCloseTo(at.z0 - 0.9, 9);
  });
});

test('the solid of the half loses exactly what is milled, and its outside stays', () => {
  const mesh = (p: Project) => pieceMesh(wasm, p.shell.bodies[0]!, 'back', p.cuts);
  const [before, after] = [mesh(finished), mesh(cut())];
  const q = pocket();
  expect(volume(before) - volume(after)).toBeCloseTo(q.w * q.h * q.deep, 1);
  const lowest = (m: typeof before) =>
    m.positions.reduce((z, v, i) => (i % 3 === 2 ? Math.min(z, v) : z), 0);
  expect(lowest(after)).toBe(lowest(before));
});

describe('what is said of a pocket', () => {
  const least = wallRules({ material: 'abs' }).skin;
  test('wall left decides: enough, thin, gone', () => {
    expect(said(cut())).toEqual([`clear: ${(WALL - 0.6).toFixed(1)} mm of wall left`]);
    expect(said(cut({ deep: WALL - least - 0.4 }))[0]).toMatch(/^clear/);
    expect(said(cut({ deep: WALL - least + 0.2 }))[0]).toMatch(/^tight: 0\.6 mm of wall left/);
    expect(said(cut({ deep: WALL - 0.05 }))[0]).toMatch(/^hit/);
    expect(said(cut({ deep: WALL + 0.3 }))[0]).toBe('hit: 0.3 mm through the wall');
  });
  test('posts on it, the walls beside it, no floor under it, nothing over it', () => {
    const post = sceneOf(finished).shell!.features.find((f) => f.piece === 'back' && f.height > 0)!;
    const small = { w: 6, h: 6 };
    expect(said(cut({ ...small, x: post.x, y: post.y }))).toContain(
      `hit: Takes the foot of ${post.name}`,
    );
    expect(said(cut({ ...small, x: 2, y: 30 }))).toContain('hit: 3.2 mm into the back left wall');
    expect(said(cut({ ...small, x: -40, y: 30 }))).toContain('hit: No floor there');
    const [bare] = [20, 50, 80, 110, 140]
      .flatMap((x) => [15, 45, 75].map((y) => cut({ ...small, x, y, piece: 'front', deep: 0.3 })))
      .filter((p) => cutting(p).pockets[0]!.name === 'pocket in the front floor') as [Project];
    expect(said(bare).filter((t) => /Nothing lies in it/.test(t))).toHaveLength(1);
    expect(
      said({ ...bare, cuts: bare.cuts.map((c) => ({ ...c, state: 'done' })) }).join(),
    ).not.toMatch(/Nothing lies/);
  });
  test('a wall that leans is met at its foot, where it is thicker', () => {
    const at = (draftDeg: number) => {
      const body = finished.shell.bodies[0]!;
      const pieces = body.pieces.map((q) => ({ ...q, draftDeg }));
      const leaning = { ...finished, shell: { ...finished.shell, bodies: [{ ...body, pieces }] } };
      const q = pocket({ x: 2.4 + 4, y: 30, w: 8, h: 6, piece: 'front' });
      return said(applied(leaning, { do: 'pocket', cut: q }));
    };
    expect(at(0).join()).not.toMatch(/into the/);
    expect(at(3)).toContain('hit: 0.5 mm into the front left wall');
  });
  test('a bed over the edge of a bay takes the step with it', () => {
    const bay = sceneOf(finished)
      .shell!.floors.get('back')!
      .find((f) => f.name === 'C-cell bay')!;
    const { x0, y0, y1 } = bay.prisms[0]!;
    const q = { x: x0, y: (y0 + y1) / 2, w: 6, h: 6 };
    expect(said(cut(q))).toContain('tight: Over a step of 6.2 mm');
    expect(said(cut()).join()).not.toMatch(/step/);
  });
  test('too deep a one may be made shallower, until it is clear, or left', () => {
    const p = cut({ deep: WALL - least + 0.2 });
    const [f] = found(p);
    const { ways } = drained(seekWays(p, f!, STARTER_PARTS));
    expect(ways.map((w) => w.text)).toEqual([
      'Make the pocket 1.1 mm deep',
      'Leave that floor as it is',
    ]);
    expect(found(applied(p, ways[0]!.changes[0]!))[0]!.verdict).toBe('clear');
  });
  test('a piece that is not there is refused in a sentence', () => {
    expect(() => mustRead(cut({ piece: 'lid' }))).toThrow(
      'There is no piece "lid" to cut a pocket in.',
    );
  });
});

test('a cell that is too high is offered to be sunk, and then clears what it met', () => {
  const hit = check(loaner).findings.find(
    (f) => f.check === 'touch' && f.about.includes('cell') && f.verdict === 'hit',
  )!;
  const { ways } = drained(seekWays(loaner, hit, STARTER_PARTS, check(loaner), 20));
  const sink = ways.find((w) => w.text.startsWith('Thin the back floor under Slab 3000'));
  expect(sink?.text).toMatch(/by \d\.\d mm$/);
  const after = check(sink!.changes.reduce(applied, loaner));
  expect(after.findings.find((f) => f.id === hit.id)?.verdict ?? 'clear').toBe('clear');
  expect(after.cuts.pockets[0]!.left).toBeGreaterThanOrEqual(wallRules({ material: 'abs' }).skin);
});

describe('wall below a floor', () => {
  const shell = sceneOf(finished).shell!;
  const [back] = finished.shell.bodies[0]!.pieces.filter((q) => q.id === 'back');
  test.each([
    ['plain floor', back!, back!.depth.mm - WALL, WALL],
    ['a bay that bulges out', back!, back!.depth.mm + 3, WALL],
    ['a floor raised by 2 mm', back!, back!.depth.mm - WALL - 2, WALL + 2],
    [
      'a curved half',
      { ...back!, profile: { along: 'x' as const, points: [] } },
      back!.depth.mm - 6,
      WALL,
    ],
  ])('%s', (_what, piece, depth, wall) => {
    expect(wallBelow(shell, piece, depth)).toBeCloseTo(wall, 9);
  });
});

test('what lies in a pocket of another name is offered that one deeper, with the wall it leaves', () => {
  const at = cell(loaner);
  const q = pocket({
    id: 'by-hand',
    x: (at.x0 + at.x1) / 2,
    y: (at.y0 + at.y1) / 2,
    w: at.x1 - at.x0 + 0.8,
    h: at.y1 - at.y0 + 0.8,
    deep: 0.3,
  });
  const p = applied(loaner, { do: 'pocket', cut: q });
  const hit = check(p).findings.find(
    (f) => f.check === 'touch' && f.about.includes('cell') && f.verdict !== 'clear',
  )!;
  const { ways } = drained(seekWays(p, hit, STARTER_PARTS, check(p), 20));
  const [sink] = ways.filter((w) => w.id === 'sink-cell');
  expect(sink?.text).toBe('Thin the back floor under Slab 3000 by 0.9 mm');
  expect(sink?.cost).toMatch(/^1\.3 of 2\.2 mm of wall left/);
  expect(sink?.changes[0]).toMatchObject({ cut: { id: 'by-hand', deep: 0.9 } });
});

describe('made at the bench', () => {
  const p = cut();
  test('after the posts, before any hole, on a stop, pass by pass', () => {
    const work = cutWork({ ...p, brief: { ...p.brief, tools: ['rotary tool'] } }, wholeCutting(p));
    const mine = work.find((w) => w.key === 'pocket:bed')!;
    expect(mine.passes[0]).toEqual({
      do: 'mill',
      deep: 0.6,
      by: 0.4,
      passes: 2,
      area: pocket().w * pocket().h,
      tool: 'rotary tool',
    });
    const rank = work.map((w) => w.stage);
    expect(rank.indexOf('pockets')).toBeLessThan(rank.indexOf('drilled'));
    const bare = cutWork({ ...p, brief: { ...p.brief, tools: [] } }, wholeCutting(p));
    expect(bare.find((w) => w.key === 'pocket:bed')!.passes[0]).toMatchObject({
      tool: 'chisel',
      passes: 4,
    });
  });
  test('marked on the inside, in the calliper list, and a step of its own before the test fit', () => {
    const [sheet] = templates(p, true).filter((s) => s.cuts?.includes('pocket:bed'));
    expect(sheet?.title).toBe('Back, inside');
    expect(sheet!.marks.some((m) => m.kind === 'text' && m.text.includes('0.6 deep'))).toBe(true);
    expect(templates(p).some((s) => s.cuts?.includes('pocket:bed'))).toBe(false);
    expect(calliperTable(p, cutting(p))).toMatch(/pocket under Slab 2500,"?back, inside/);
    const steps = buildSteps(p).map((s) => s.id);
    expect(steps.indexOf('mill:bed')).toBeGreaterThan(steps.indexOf('mark-pocket:bed'));
    expect(steps.indexOf('mill:bed')).toBeLessThan(steps.indexOf('fit:back'));
  });
});
