/** How a part lies against its maker's place, told by a rotation of the test's own; and set where it belongs. */
import fc from 'fast-check';
import { demos } from '../../catalogue';
import { applied, type Carrier, type Placement, type Project } from '../../model';
import { sceneOf } from '../scene';
import { carrierBoards } from './findings';
import { carrierFaults, liesAt } from './faults';
import { joinAsLaid, lyingOnBoard } from './taken';

const minnow = demos().find((p) => p.id === 'minnow')!;
const m1 = minnow.kit.parts.find((q) => q.id === 'm1')!;
const joinOf = (part: string) => m1.carrier!.joins.find((j) => j.part === part)!;
const moved = (item: string, more: Partial<Placement>): Project =>
  applied(minnow, {
    do: 'place',
    placement: { ...minnow.layout.placements.find((q) => q.item === item)!, ...more },
  });
const withCarrier = (change: (c: Carrier) => Carrier): Project => ({
  ...minnow,
  kit: {
    ...minnow.kit,
    parts: minnow.kit.parts.map((q) => (q.carrier ? { ...q, carrier: change(q.carrier) } : q)),
  },
});
const lies = (p: Project, item: string, part: string) => {
  const { items } = sceneOf(p);
  return liesAt(items.get('m1')!, items.get(item)!, joinOf(part));
};
const kinds = (p: Project): string[] =>
  carrierBoards
    .findings(sceneOf(p))
    .filter((f) => f.verdict !== 'clear')
    .map((f) => f.code);

describe('where a part lies on its board', () => {
  test('a shift is told as it is, in the frame of the board', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        (dx, dy) => {
          const at = minnow.layout.placements.find((q) => q.item === 'panel')!;
          const is = lies(moved('panel', { x: at.x + dx, y: at.y + dy }), 'panel', 'm1-panel');
          expect(is.dx).toBeCloseTo(dx, 6);
          expect(is.dy).toBeCloseTo(dy, 6);
          expect(is.besideMm).toBeCloseTo(Math.hypot(dx, dy), 6);
          expect(is.isOver).toBe(false);
        },
      ),
      { numRuns: 40 },
    );
  });
  test('a turn about its corner is told by its angle and by the corner that it carries furthest', () => {
    const [w, h] = [46, 36];
    fc.assert(
      fc.property(fc.integer({ min: -180, max: 180 }), (deg) => {
        const is = lies(moved('panel', { turn: deg }), 'panel', 'm1-panel');
        expect(is.turnDeg).toBeCloseTo(Math.abs(deg), 6);
        // A corner at r from the datum is carried along a chord of 2·r·sin(φ/2).
        const chord = 2 * Math.hypot(w, h) * Math.sin((Math.abs(deg) * Math.PI) / 360);
        expect(is.besideMm).toBeCloseTo(chord, 6);
      }),
      { numRuns: 60 },
    );
  });
  test('turned over is told whichever way it is turned', () => {
    for (const turn of [0, 90, 180, 270]) {
      expect(lies(moved('frame', { up: 'in', turn }), 'frame', 'm1-frame').isOver).toBe(true);
    }
  });
  test('each of two alike goes with the place that is nearer to it', () => {
    const left = minnow.layout.placements.find((q) => q.item === 'side-l')!;
    const right = minnow.layout.placements.find((q) => q.item === 'side-r')!;
    const swapped: Project = {
      ...minnow,
      layout: {
        placements: minnow.layout.placements.map((q) => {
          if (q.item === 'side-l') return { ...q, x: right.x };
          return q.item === 'side-r' ? { ...q, x: left.x } : q;
        }),
      },
    };
    expect(kinds(swapped)).toEqual([]);
  });
});

describe('findings and ways', () => {
  test('the kit as its maker wants it is silent', () => {
    expect(kinds(minnow)).toEqual([]);
    expect(carrierFaults(sceneOf(minnow)).every((f) => f.is === 'beside')).toBe(true);
  });
  test('each fault has its own name', () => {
    const over = minnow.layout.placements.find((q) => q.item === 'panel')!;
    expect(kinds(moved('panel', { up: 'in' }))).toEqual(['carrier-over']);
    expect(kinds(moved('panel', { turn: 45 }))).toEqual(['carrier-turned']);
    expect(kinds(moved('panel', { x: over.x + 2.4 }))).toEqual(['carrier-beside']);
    expect(kinds(moved('panel', { lift: 3 }))).toEqual(['carrier-height']);
    const fewer = withCarrier((c) => ({ ...c, counts: [{ ...c.counts![0]!, count: 3 }] }));
    expect(kinds(fewer)).toEqual(['carrier-count']);
    const springs = withCarrier((c) => ({
      ...c,
      joins: c.joins.map((j) => (j.contacts ? { ...j, contacts: 26 } : j)),
    }));
    expect(kinds(springs)).toEqual(['carrier-contacts']);
  });
  test('of two places for one kind each that is empty is told for itself', () => {
    const none: Project = {
      ...minnow,
      kit: { ...minnow.kit, items: minnow.kit.items.filter((i) => i.part !== 'm1-side-key') },
      layout: {
        placements: minnow.layout.placements.filter((q) => !q.item.startsWith('side-')),
      },
    };
    const missing = carrierBoards
      .findings(sceneOf(none))
      .filter((f) => f.code === 'carrier-missing');
    expect(missing.map((f) => f.what)).toEqual([
      'M1 board is made for left side key, and the kit has none.',
      'M1 board is made for right side key, and the kit has none.',
    ]);
    expect(new Set(missing.map((f) => f.id)).size).toBe(2);
  });
  test('what is kept from its board is brought back by the way out, whichever of the two lies apart', () => {
    const outside = (item: string) => applied(minnow, { do: 'where', item, where: 'outside' });
    for (const [p, brings] of [
      [outside('thimble'), 'thimble'],
      [outside('m1'), 'm1'],
    ] as const) {
      const scene = sceneOf(p);
      const f = carrierBoards.findings(scene).find((x) => x.code === 'carrier-elsewhere')!;
      const [way] = carrierBoards.ways(scene, f, []);
      expect(way!.changes).toEqual([{ do: 'where', item: brings, where: undefined }]);
    }
    // The cell stays outside: nobody says that it belongs on the board.
    expect(kinds(outside('cell'))).toEqual([]);
  });
  test('set too high it is brought to its height, and a rider is shifted on what it rides on', () => {
    const p = moved('panel', { lift: 3 });
    const scene = sceneOf(p);
    const f = carrierBoards.findings(scene).find((x) => x.code === 'carrier-height')!;
    const [way] = carrierBoards.ways(scene, f, []);
    expect(kinds(applied(p, way!.changes[0]!))).toEqual([]);

    const riding = moved('frame', { on: { item: 'm1' }, up: 'in', x: 60, y: 2, turn: 90, lift: 0 });
    const there = sceneOf(riding);
    const turned = carrierBoards.findings(there).find((x) => x.code === 'carrier-turned')!;
    const [back] = carrierBoards.ways(there, turned, []);
    // It rides on the far side of the board: right in plan, and still at the wrong height.
    expect(kinds(applied(riding, back!.changes[0]!))).toEqual(['carrier-height']);
  });
  test('a part may lie beside its place by what its maker allows, and nearly so is not sure', () => {
    const { x } = minnow.layout.placements.find((q) => q.item === 'panel')!;
    const verdict = (mm: number) =>
      carrierBoards
        .findings(sceneOf(moved('panel', { x: x + mm })))
        .find((f) => f.about[0] === 'panel')!.verdict;
    expect(verdict(1)).toBe('clear');
    expect(verdict(1.45)).toBe('tight');
    expect(verdict(1.6)).toBe('hit');
  });
  test('a part set wrong any way is set right by the way out', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('panel', 'frame', 'thimble'),
        fc.constantFrom(0, 90, 180, 270),
        fc.boolean(),
        fc.double({ min: -8, max: 8, noNaN: true }),
        (item, turn, isOver, dx) => {
          const at = minnow.layout.placements.find((q) => q.item === item)!;
          const p = moved(item, { turn, up: isOver ? 'in' : 'out', x: at.x + dx });
          const scene = sceneOf(p);
          const open = carrierBoards
            .findings(scene)
            .find((f) => f.verdict !== 'clear' && f.about[0] === item);
          if (!open) return;
          const [way] = carrierBoards.ways(scene, open, [...scene.items.values()]);
          const mended = applied(p, way!.changes[0]!);
          const left = carrierFaults(sceneOf(mended)).filter(
            (f) => 'item' in f && f.item.id === item && f.is !== 'beside' && f.is !== 'height',
          );
          expect(left).toEqual([]);
          const is = carrierFaults(sceneOf(mended)).find(
            (f) => f.is === 'beside' && f.item.id === item,
          );
          expect(is && 'lies' in is ? is.lies.besideMm : NaN).toBeLessThan(0.02);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe("a maker's places read off the layout", () => {
  test('give back what the maker of the kit says', () => {
    const scene = sceneOf(minnow);
    for (const [item, part] of [
      ['thimble', 'thimble'],
      ['panel', 'm1-panel'],
      ['frame', 'm1-frame'],
    ] as const) {
      const { x, y, turn, over, z } = joinOf(part);
      const taken = joinAsLaid(scene, 'm1', item)!;
      expect([item, taken.x, taken.y, taken.turn, taken.over, taken.z]).toEqual([
        item,
        x,
        y,
        turn,
        over,
        z,
      ]);
    }
    expect(joinAsLaid(scene, 'm1', 'thimble')!.by).toBe('springs');
    expect(joinAsLaid(scene, 'm1', 'panel')!.by).toBe('plug');
    expect(lyingOnBoard(scene, 'm1').map((at) => at.item.id)).toEqual(
      expect.arrayContaining(['panel', 'frame', 'thimble']),
    );
  });
  test('however the kit is laid out, what was taken over lies right', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('panel', 'frame', 'thimble'),
        fc.constantFrom(0, 30, 90, 180, 270),
        fc.boolean(),
        fc.double({ min: -5, max: 5, noNaN: true }),
        (item, turn, isOver, dy) => {
          const at = minnow.layout.placements.find((q) => q.item === item)!;
          const scene = sceneOf(moved(item, { turn, up: isOver ? 'in' : 'out', y: at.y + dy }));
          const join = joinAsLaid(scene, 'm1', item)!;
          const is = liesAt(scene.items.get('m1')!, scene.items.get(item)!, join);
          expect(is.isOver).toBe(false);
          expect(is.besideMm).toBeLessThan(0.2);
          expect(Math.abs(is.dz)).toBeLessThan(0.06);
        },
      ),
      { numRuns: 60 },
    );
  });
});
