/** A window that is there and too small for its picture: said, cut larger, and judged as it was cut. */
import fc from 'fast-check';
import { demos, STARTER_PARTS } from '../catalogue';
import { Checker, sceneOf, windowFor, windowSeen } from '../fit';
import { applied, appliedAll, length, type OpeningCut, type Project } from '../model';
import { check, waysOut } from '../verdict';
import { cutting } from './list';

const tarn = demos().find((p) => p.id === 'tarn')!;
const bought: Project = { ...tarn, cuts: [] };
const cut = tarn.cuts[0] as OpeningCut;
const withCut = (more: Partial<OpeningCut>): Project => ({
  ...tarn,
  cuts: [{ ...cut, ...more }],
});
const at = tarn.layout.placements.find((q) => q.item === 'screen')!;
const shifted = (p: Project, dx: number, dy: number): Project =>
  applied(p, { do: 'place', placement: { ...at, x: at.x + dx, y: at.y + dy } });
const hidden = (p: Project) =>
  new Checker(p).findings().find((f) => f.code === 'window' && f.about[0] === 'screen');
const windowCut = (p: Project) => cutting(p).openings.find((c) => c.key === 'screen/window');

test('as it was bought the picture is hidden; cutting it larger is offered and clears it', () => {
  expect(hidden(bought)).toMatchObject({ verdict: 'hit', title: '6.0 mm of picture hidden' });
  expect(windowCut(bought)).toBeUndefined();
  const f = check(bought).findings.find((x) => x.id === hidden(bought)!.id)!;
  const way = waysOut(bought, f, STARTER_PARTS).ways.find((w) => w.id.startsWith('larger-window'));
  expect(way!.text).toBe('Cut the window larger, to 71.6 × 53.9 mm');
  expect(appliedAll(bought, way!.changes).cuts).toEqual(tarn.cuts);
  expect(check(tarn).closes).toBe(true);
});

test('the cut holds the picture with 0.3 mm all round, and all of the window that was there', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -20, max: 20, noNaN: true }),
      fc.double({ min: -8, max: 12, noNaN: true }),
      (dx, dy) => {
        const p = shifted(tarn, dx, dy);
        const c = windowCut(p)!;
        // The picture is 71 × 53.3, its left lower corner 2.95 and 5 mm from that of the panel.
        const picture = [at.x + dx + 2.95, at.y + dy + 5, at.x + dx + 73.95, at.y + dy + 58.3];
        const there = [80 - 29.5, 50 - 22.5, 80 + 29.5, 50 + 22.5];
        expect(c.u - c.w / 2).toBeCloseTo(Math.min(picture[0]! - 0.3, there[0]!), 6);
        expect(c.v - c.h / 2).toBeCloseTo(Math.min(picture[1]! - 0.3, there[1]!), 6);
        expect(c.u + c.w / 2).toBeCloseTo(Math.max(picture[2]! + 0.3, there[2]!), 6);
        expect(c.v + c.h / 2).toBeCloseTo(Math.max(picture[3]! + 0.3, there[3]!), 6);
        expect(hidden(p)!.verdict).not.toBe('hit');
      },
    ),
    { numRuns: 30 },
  );
});

test('measured, it is what was made, where it was made', () => {
  const measured = (w: number, h: number) => ({ w: length(w), h: length(h) });
  const done = (w: number, h: number, more: Partial<OpeningCut> = {}): Project =>
    withCut({ state: 'measured', measured: measured(w, h), ...more });
  expect(hidden(done(71.6, 53.9))!.verdict).toBe('clear');
  expect(hidden(done(70, 53.9))).toMatchObject({
    verdict: 'hit',
    title: '0.5 mm of picture hidden',
  });
  const here = windowCut(tarn)!.here;
  if (!('piece' in here)) throw new Error('A window lies in a face.');
  const beside = done(71.6, 53.9, { at: { ...here, x: here.x + 1 } });
  expect(hidden(beside)).toMatchObject({ verdict: 'hit', title: '0.7 mm of picture hidden' });
  // What was cut stays where it is when the screen moves behind it.
  const moved = shifted(done(71.6, 53.9, { at: here }), 2, 0);
  expect(hidden(moved)).toMatchObject({ verdict: 'hit', title: '1.7 mm of picture hidden' });
});

test('a smaller picture wants no larger window: nothing is cut, and what was decided is forgotten', () => {
  const scene = sceneOf(tarn);
  const screen = scene.items.get('screen')!;
  expect(windowFor(scene, screen)).toMatchObject({ x0: 50.5, x1: 109.5 });
  expect(windowSeen(scene, screen)!.x1 - windowSeen(scene, screen)!.x0).toBeCloseTo(71.6, 6);
  const small = {
    ...screen.part,
    screen: { ...screen.part.screen!, active: { x: 12, y: 12, w: 50, h: 38 } },
  };
  const p: Project = {
    ...tarn,
    kit: { ...tarn.kit, parts: tarn.kit.parts.map((q) => (q.id === small.id ? small : q)) },
  };
  expect(windowCut(p)).toBeUndefined();
});

test('the bezel of a window cut larger covers the new edge', () => {
  const over = withCut({
    state: 'measured',
    measured: { w: length(73), h: length(55.4) },
  });
  const f = check(over).findings.find((x) => x.code === 'over-cut')!;
  expect(f.title).toBe('Cut 1.5 mm too large');
  expect(waysOut(over, f, STARTER_PARTS).ways.some((w) => w.text.includes('ezel'))).toBe(true);
});
