/** Faces pressed beside their window: hand-worked bends, a beam and a plate at their limits, and what the verdict says; a brace behind a port. */
import { demos } from '../catalogue';
import { appliedAll, length, type Project } from '../model';
import { check, waysOut } from '../verdict';
import { MODULUS, stripBend } from './face';

test('a narrow long strip is a beam, a wide short one a plate along its wall', () => {
  // 200 mm long, 5 mm wide, 2 mm thick, 2,200 N/mm²: I = 5·8/12; beam 192·E·I/L³ = 0.176 N/mm, plate 3·E·I'/b³.
  const plate = (3 * 2200 * (20 * 8)) / 12 / 5 ** 3;
  const beam = (192 * 2200 * (5 * 8)) / 12 / 200 ** 3;
  expect(stripBend(200, 5, 2, 2200)).toBeCloseTo(25 / (plate + beam), 9);
  expect(beam / plate).toBeLessThan(0.01);
  // The demo's: 62 mm along the window, 24.3 mm to the wall, 2.2 mm of the usual plastic.
  expect(stripBend(62, 24.3, 2.2, MODULUS.abs)).toBeCloseTo(0.4, 2);
});

test('half the thickness bends eight times as far, twice the modulus half as far, a longer side further', () => {
  const of = (long: number, wide: number, thick: number, e: number) =>
    stripBend(long, wide, thick, e);
  expect(of(60, 20, 1, 2000) / of(60, 20, 2, 2000)).toBeCloseTo(8, 9);
  expect(of(60, 20, 2, 2000) / of(60, 20, 2, 4000)).toBeCloseTo(2, 9);
  expect(of(80, 20, 2, 2000)).toBeGreaterThan(of(60, 20, 2, 2000));
});

const done = demos()[1]!;
type Place = Project['layout']['placements'][number];
const unheld = (q: Place): Place => {
  const free = { ...q };
  delete free.fixed;
  return free;
};
const screen = done.kit.items.find((i) => done.kit.parts.find((q) => q.id === i.part)!.screen)!.id;
const lifted = (by: number): Project => ({
  ...done,
  layout: {
    placements: done.layout.placements.map((q) => (q.item === screen ? { ...q, lift: by } : q)),
  },
});
const bends = (p: Project) => check(p).findings.filter((f) => f.code === 'face-bends');

test('a panel laid against the face is held by it; a little off it the face comes down on it; far off it does not', () => {
  expect(bends(lifted(0))).toEqual([]);
  const [finding] = bends(lifted(0.2));
  expect([finding!.verdict, finding!.title, finding!.what]).toEqual([
    'tight',
    'The face bends 0.4 mm and reaches the panel',
    'bottom of the window, over Pane 2.8',
  ]);
  // 0.40 mm of bend, known to 30 %: 0.65 mm is two of them away.
  expect(bends(lifted(0.7))).toEqual([]);
});

test('both ways out clear it', () => {
  const p = lifted(0.2);
  const [finding] = bends(p);
  const ways = waysOut(p, finding!, []).ways.filter((w) => /^(Lay|Set) Pane/.test(w.text));
  expect(ways.map((w) => w.text.split(' ')[0]).sort()).toContain('Lay');
  for (const way of ways) expect(bends(appliedAll(p, way.changes))).toEqual([]);
});

test('a thinner face of the same build comes down further', () => {
  const thin: Project = {
    ...lifted(0.7),
    shell: {
      ...done.shell,
      bodies: done.shell.bodies.map((b) => ({ ...b, wall: length(1.4) })),
    },
  };
  expect(bends(thin).length).toBe(1);
});

test('a brace printed behind a port is the stop it wanted', () => {
  const box = demos()[2]!;
  const stops = (p: Project) => check(p).findings.filter((f) => f.code === 'stop');
  const bare: Project = {
    ...box,
    layout: { placements: box.layout.placements.map(unheld) },
  };
  const mended = stops(bare).flatMap((finding) => {
    const way = waysOut(bare, finding, []).ways.find((w) => w.text.startsWith('Print "Brace'));
    return way ? [{ id: finding.id, left: stops(appliedAll(bare, way.changes)) }] : [];
  });
  expect(mended.length).toBeGreaterThan(0);
  for (const { id, left } of mended) expect(left.map((f) => f.id)).not.toContain(id);
});
