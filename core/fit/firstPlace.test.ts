/** Where a part goes first: a screen with its picture behind the window, whatever its board is like. */
import { demos, STARTER_PARTS } from '../catalogue';
import { type Project, withAdded } from '../model';
import { firstPlace, pointOf, sceneOf } from './index';

const wisp = demos().find((p) => p.id === 'wisp')!;
const empty: Project = { ...wisp, kit: { parts: [], items: [] }, layout: { placements: [] } };
const screens = STARTER_PARTS.filter((q) => q.screen);

test.each(screens.map((q) => [q.name, q] as const))(
  '%s: its picture lies in the middle of the window',
  (_, part) => {
    const p = withAdded(empty, part);
    const item = p.kit.items[0]!.id;
    const placement = firstPlace(p, item)!;
    const scene = sceneOf({ ...p, layout: { placements: [placement] } });
    const window = scene.shell!.openings.face.find((o) => o.use === 'window')!;
    const { active } = part.screen!;
    const [x, y] = pointOf(scene.items.get(item)!, [
      active.x + active.w / 2,
      active.y + active.h / 2,
      0,
    ]);
    // Placed to a tenth.
    expect(Math.abs(x - window.x)).toBeLessThan(0.051);
    expect(Math.abs(y - window.y)).toBeLessThan(0.051);
  },
);

test('put somewhere by hand it lies with the middle of its board there', () => {
  const p = withAdded(empty, screens[0]!);
  const item = p.kit.items[0]!.id;
  const placement = firstPlace(p, item, { piece: 'front', x: 90, y: 50 })!;
  const own = sceneOf({ ...p, layout: { placements: [placement] } }).items.get(item)!.blocks;
  const xs = own.flatMap((b) => [b.solid.x0, b.solid.x1]);
  expect((Math.min(...xs) + Math.max(...xs)) / 2).toBeCloseTo(90, 0);
});
