/** A part set on another stays where it lies, whichever way either is turned; never on itself. */
import fc from 'fast-check';
import { demos } from '../catalogue';
import { applied, type Project } from '../model';
import { lyingOver, mayRideOn, sceneOf, setOn } from './index';

const builds = demos().filter((p) => p.layout.placements.length > 1 && p.shell.bodies.length === 1);
const middle = (p: Project, item: string): number[] => {
  const own = sceneOf(p)
    .items.get(item)!
    .blocks.map((b) => b.solid);
  return [
    Math.min(...own.map((s) => s.x0)) + Math.max(...own.map((s) => s.x1)),
    Math.min(...own.map((s) => s.y0)) + Math.max(...own.map((s) => s.y1)),
  ].map((v) => v / 2);
};

test('in plan nothing moves by more than a tenth, there and back', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...builds),
      fc.nat(),
      fc.nat(),
      fc.constantFrom(0, 90, 180, 270, 30),
      fc.boolean(),
      (p, i, j, turn, isOver) => {
        const stood = p.layout.placements.filter((q) => 'piece' in q.on && !('side' in q.on));
        const placement = stood[i % stood.length]!;
        const turned = applied(p, {
          do: 'place',
          placement: { ...placement, turn, up: isOver ? 'in' : 'out' },
        });
        const scene = sceneOf(turned);
        const may = mayRideOn(scene, placement.item);
        if (!may.length) return;
        const onto = may[j % may.length]!.item.id;
        const set = applied(turned, {
          do: 'place',
          placement: setOn(scene, placement.item, onto)!,
        });
        const there = sceneOf(set).items.get(placement.item)!;
        expect(there.placement.on).toEqual({ item: onto });
        const was = scene.items.get(placement.item)!.pose;
        expect([there.pose.over, ((there.pose.turn % 360) + 360) % 360]).toEqual([
          was.over,
          ((was.turn % 360) + 360) % 360,
        ]);
        middle(set, placement.item).forEach((v, k) =>
          expect(Math.abs(v - middle(turned, placement.item)[k]!)).toBeLessThan(0.08),
        );
        const back = applied(set, {
          do: 'place',
          placement: setOn(sceneOf(set), placement.item, undefined)!,
        });
        middle(back, placement.item).forEach((v, k) =>
          expect(Math.abs(v - middle(turned, placement.item)[k]!)).toBeLessThan(0.16),
        );
        expect(back.layout.placements.find((q) => q.item === placement.item)!.turn).toBe(turn);
      },
    ),
    { numRuns: 50 },
  );
});

test('not on itself, not on what rides on it, not in the other half', () => {
  const p = demos()[1]!;
  const scene = sceneOf(p);
  const inBack = [...scene.items.values()].filter((o) => o.piece === 'back');
  const inFront = [...scene.items.values()].find((o) => o.piece === 'front')!;
  const [a, b] = inBack.map((o) => o.item.id) as [string, string];
  expect(setOn(scene, a, a)).toBeUndefined();
  expect(setOn(scene, a, inFront.item.id)).toBeUndefined();
  const set = applied(p, { do: 'place', placement: setOn(scene, a, b)! });
  expect(setOn(sceneOf(set), b, a)).toBeUndefined();
  expect(mayRideOn(sceneOf(set), b).map((o) => o.item.id)).not.toContain(a);
});

test('what its middle lies over is told; over bare floor nothing is', () => {
  const p = demos()[1]!;
  const scene = sceneOf(p);
  const teasel = scene.items.get('teasel')!;
  const [x, y] = middle(p, 'teasel') as [number, number];
  const [ax, ay] = middle(p, 'amp') as [number, number];
  const amp = p.layout.placements.find((q) => q.item === 'amp')!;
  const over = applied(p, {
    do: 'place',
    placement: { ...amp, on: { piece: teasel.piece }, x: amp.x + x - ax, y: amp.y + y - ay },
  });
  expect(lyingOver(sceneOf(over), 'amp')?.item.id).toBe('teasel');
  expect(lyingOver(scene, 'amp')).toBeUndefined();
});

test('what lies on the outer face of a plate rides there, and is set back there', () => {
  const drover = demos().find((p) => p.id === 'drover')!;
  const outside = drover.layout.placements.filter((q) => 'side' in q.on).map((q) => q.item);
  const inside = drover.layout.placements
    .filter((q) => 'piece' in q.on && !('side' in q.on))
    .map((q) => q.item);
  const [a] = outside;
  const scene = sceneOf(drover);
  const may = mayRideOn(scene, a!).map((o) => o.item.id);
  expect(may).toEqual(outside.filter((id) => id !== a));
  expect(setOn(scene, a!, inside[0])).toBeUndefined();
  expect(setOn(scene, a!, undefined)!.on).toEqual({ piece: 'plate', side: 'outside' });
});
