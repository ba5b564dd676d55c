/** Parts set aside from what they nearly touch: never nearer to anything by the sum, never into anything. */
import fc from 'fast-check';
import { demos, libraryPart } from '../catalogue';
import { Checker } from '../fit';
import { type Placement, type Project, withAdded } from '../model';
import { giveRoom } from './room';

const wisp = demos().find((p) => p.id === 'wisp')!;
/** An amplifier board on the bare floor of the printed back: inside, from 2 mm to 174 and 102. */
const alone = (at: ReadonlyArray<readonly [number, number]>): Project => {
  const empty: Project = { ...wisp, kit: { parts: [], items: [] }, layout: { placements: [] } };
  const p = at.reduce((q) => withAdded(q, libraryPart('chirp-i2s')), empty);
  const placements = at.map(([x, y], i): Placement => ({
    item: p.kit.items[i]!.id,
    on: { piece: 'back' },
    x,
    y,
    turn: 0,
    up: 'in',
    stand: 'flat',
    lift: 3,
    held: 'jig',
  }));
  return { ...p, layout: { placements } };
};
const placed = (checker: Checker): Placement[] => checker.scene.project.layout.placements;
/** Room that is wanted to 1 mm beyond what is required, over the whole build. */
const lacking = (checker: Checker): number =>
  checker
    .contacts()
    .reduce((sum, c) => sum + Math.max(0, 1 - (c.measure.gap - c.measure.required)) ** 2, 0);

test('a board 0.2 mm from a wall comes to lie 1 mm from it, and no further', () => {
  const p = alone([[25, 2.2]]);
  const checker = new Checker(p);
  giveRoom(checker, [p.kit.items[0]!.id]);
  const [now] = placed(checker);
  expect(now!.x).toBe(25);
  expect(now!.y - 2).toBeGreaterThanOrEqual(1 - 1e-9);
  expect(now!.y - 2).toBeLessThan(1.5);
});

test('between two walls too near for that it lies in the middle; what may not be moved stays', () => {
  // Boards are 18 mm wide and want half a millimetre of one another: 19.7 mm between two of them.
  const p = alone([
    [60, 50],
    [79.1, 50],
    [97.7, 50],
  ]);
  const [, middle] = p.kit.items.map((i) => i.id);
  const checker = new Checker(p);
  const before = lacking(checker);
  giveRoom(checker, [middle!]);
  const [left, now, right] = placed(checker);
  expect([left!.x, right!.x]).toEqual([60, 97.7]);
  const gaps = [now!.x - left!.x - 18, right!.x - now!.x - 18];
  // It may as well leave the row.
  if (now!.y === 50) expect(Math.abs(gaps[0]! - gaps[1]!)).toBeLessThan(0.41);
  expect(lacking(checker)).toBeLessThan(before);
});

test('wherever two boards lie, they lie no worse after it', () => {
  const x = fc.double({ min: 2.2, max: 60, noNaN: true });
  fc.assert(
    fc.property(x, x, x, x, (x0, y0, x1, y1) => {
      const p = alone([
        [x0, y0],
        [x1, y1],
      ]);
      const checker = new Checker(p);
      if (checker.contacts().some((c) => c.verdict === 'hit')) return;
      const before = lacking(checker);
      giveRoom(
        checker,
        p.kit.items.map((i) => i.id),
      );
      expect(lacking(checker)).toBeLessThanOrEqual(before + 1e-9);
      expect(checker.contacts().filter((c) => c.verdict === 'hit')).toEqual([]);
      const fresh = new Checker(checker.scene.project);
      expect(lacking(fresh)).toBeCloseTo(lacking(checker), 9);
    }),
    { numRuns: 60 },
  );
});
