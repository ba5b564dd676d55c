/** Keys cut into any face or wall: where they go, what is drawn of them, and the switch behind. */
import fc from 'fast-check';
import { demos, STARTER_PARTS } from '../catalogue';
import { backings, inputPlace, outwardAt, tactileUnder } from '../controls';
import { sceneOf } from '../fit';
import { appliedAll, type Input, type InputPlace, type Project } from '../model';
import { check } from '../verdict';
import { cutting, freePlace, holeFindings, type Sheet, surfacesOf, templates } from './index';

const [, done] = demos() as [Project, Project];
const drover = demos().find((p) => p.id === 'drover')!;
const heron = demos().find((p) => p.id === 'heron')!;
const key = (at: InputPlace, hole = 8): Input => ({
  id: 'new',
  name: 'New key',
  functions: ['menu'],
  at,
  hole,
  routed: true,
});
const withKey = (p: Project, input: Input): Project => ({
  ...p,
  controls: { ...p.controls, inputs: [...p.controls.inputs, input] },
});

describe('where a new key goes', () => {
  const scene = sceneOf(done);

  test('every face and wall of a body is offered; a plate has no walls', () => {
    expect(surfacesOf(scene).map((s) => s.name)).toEqual([
      'the front',
      'the back',
      'the bottom wall',
      'the right wall',
      'the top wall',
      'the left wall',
    ]);
    expect(surfacesOf(sceneOf(drover)).map((s) => s.name)).toEqual(['the plate']);
  });

  test.each(surfacesOf(scene))('in $name nothing is in its way', ({ on }) => {
    const at = freePlace(scene, on, 8);
    const project = withKey(done, key(at));
    const found = holeFindings({ ...scene, project }, cutting(project));
    expect(found.filter((f) => f.about.includes('new'))).toEqual([]);
  });

  test('the next one is beside it, never on it', () => {
    const places: InputPlace[] = [];
    let p = done;
    for (let n = 0; n < 4; n++) {
      const at = freePlace(sceneOf(p), { piece: 'front' }, 8);
      places.push(at);
      p = withKey(p, { ...key(at), id: `new-${n}` });
    }
    expect(new Set(places.map((at) => JSON.stringify(at))).size).toBe(4);
  });

  test('where there is no room it is the middle, and the verdict says so', () => {
    const at = freePlace(scene, { wall: 1 }, 60);
    expect(at).toEqual({ body: 'shell', wall: 1, along: 45, v: -9 });
  });
});

describe('a key in a wall', () => {
  // The middle of the right wall: 172 mm from the left, 45 from the bottom.
  const at: InputPlace = { body: 'shell', wall: 1, along: 45, v: -9 };
  const p = withKey(done, key(at));

  test('lies there and looks out of it', () => {
    const scene = sceneOf(p);
    expect(inputPlace(scene, key(at))).toEqual({ x: 172, y: 45, z: -9, body: 'shell' });
    expect(outwardAt(scene, key(at))).toEqual([1, -0, 0]);
  });

  test('is a round hole in the list, with play, from the nearer corner and the back face', () => {
    const cut = cutting(p).openings.find((c) => c.key === 'input/new')!;
    expect(cut).toMatchObject({
      kind: 'button',
      round: true,
      face: { kind: 'wall', wall: 1 },
      pieces: ['back'],
      w: 8.5,
      u: 45,
      v: -9,
    });
    const back = done.shell.bodies[0]!.pieces.find((q) => q.role === 'back')!.depth.mm;
    expect(cut.from).toEqual([
      { edge: 'bottom', mm: 45 },
      { edge: 'back face', mm: back - 9 },
    ]);
  });

  test('its switch stands on edge behind it, its stem a peg behind the wall, wired to its own line', () => {
    const way = tactileUnder(sceneOf(p), p.controls.inputs.at(-1)!, STARTER_PARTS)[0]!;
    const next = appliedAll(p, way.changes);
    const item = next.kit.items.at(-1)!.id;
    const scene = sceneOf(next);
    const stem = scene.items.get(item)!.blocks.find(({ block }) => block.kind === 'cap')!.solid;
    const wall = done.shell.bodies[0]!.wall.mm;
    expect(stem.x1).toBeCloseTo(172 - wall - 2.5, 1);
    expect((stem.y0 + stem.y1) / 2).toBeCloseTo(45, 1);
    expect((stem.z0 + stem.z1) / 2).toBeCloseTo(-9, 1);
    expect(backings(scene).find((b) => b.input.id === 'new')!.on).toMatchObject({ item });
    const verdict = check(next);
    expect(verdict.closes).toBe(true);
    const ends = verdict.wiring.wires.filter((w) => w.net.a.item === item || w.net.b.item === item);
    expect(ends.map((w) => w.net.what).sort()).toEqual(['ground', 'signal']);
  });

  test.each([
    ['3.8 mm higher', 3.8, true],
    ['4.2 mm higher', 4.2, false],
  ])('a switch %s than its hole is met: %#', (_, by, isMet) => {
    const way = tactileUnder(sceneOf(p), p.controls.inputs.at(-1)!, STARTER_PARTS)[0]!;
    const next = appliedAll(p, way.changes);
    const last = next.layout.placements.length - 1;
    const placements = next.layout.placements.map((q, i) =>
      i === last ? { ...q, lift: q.lift + by } : q,
    );
    const found = backings(sceneOf({ ...next, layout: { placements } }));
    expect(found.find((b) => b.input.id === 'new')!.on !== undefined).toBe(isMet);
  });
});

test('a key in a lid is in the list and on the sheets of the lid', () => {
  const [, lid] = heron.shell.bodies;
  const piece = lid!.pieces.find((q) => q.role === 'back')!.id;
  const p = withKey(heron, key({ piece, x: 20, y: 20 }));
  const sheet = templates(p).find((s) => s.cuts?.includes('input/new'));
  expect(sheet?.title).toMatch(new RegExp(`^${lid!.name}: Back`));
  expect(check(p).findings.find((f) => f.about.includes('new'))).toMatchObject({
    verdict: 'hit',
    inBody: { name: lid!.name },
  });
});

/** Figures of a sheet and how far the middle of each is from a circle's, in radii. */
function figuresIn(sheet: Sheet): number[] {
  const circles = sheet.marks.flatMap((m) => (m.kind === 'circle' && m.ink === 'cut' ? [m] : []));
  return sheet.marks.flatMap((m) =>
    m.kind === 'text' && /^\d+(\.\d)?$/.test(m.text)
      ? circles.map((c) => Math.hypot(m.x - c.x, m.y - m.mm / 2 - c.y) / c.r)
      : [],
  );
}

test('no figure of a template falls into a hole, wherever it is cut', () => {
  const bare: Project = { ...done, controls: { ...done.controls, inputs: [] } };
  const anywhere = fc.oneof(
    fc.record({
      piece: fc.constantFrom('front', 'back'),
      x: fc.integer({ min: 3, max: 169 }),
      y: fc.integer({ min: 3, max: 87 }),
    }),
    fc.record({
      body: fc.constant('shell'),
      wall: fc.integer({ min: 0, max: 3 }),
      along: fc.integer({ min: 3, max: 80 }),
      v: fc.integer({ min: -16, max: 8 }),
    }),
  );
  fc.assert(
    fc.property(anywhere, fc.integer({ min: 3, max: 14 }), (at, hole) => {
      const sheets = templates(withKey(bare, key(at, hole)));
      const mine = sheets.filter((s) => s.cuts?.includes('input/new'));
      expect(mine).not.toHaveLength(0);
      for (const far of mine.flatMap(figuresIn)) expect(far).toBeGreaterThan(1);
    }),
    { numRuns: 60 },
  );
});
