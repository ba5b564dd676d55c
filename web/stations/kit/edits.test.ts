/** A part measured for itself: of a kit all alike follow, and its maker's rules speak of the copy. */
import { demos, STARTER_PARTS } from '@deft/core/catalogue';
import { joinsOf, makersOrder } from '@deft/core/kit';
import type { Project } from '@deft/core/model';
import { withOwnCopy } from './edits';

const measured = demos().find((p) => p.id === 'minnow')!;
/** The same kit as the library has it. */
const bought: Project = {
  ...measured,
  kit: {
    ...measured.kit,
    parts: measured.kit.parts.map((q) => STARTER_PARTS.find((x) => x.id === q.id)!),
  },
};

test.each(['side-l', 'thimble', 'm1', 'panel'])('%s', (item) => {
  const own = withOwnCopy(bought, item, STARTER_PARTS);
  const before = bought.kit.items.find((i) => i.id === item)!.part;
  const after = own.kit.items.find((i) => i.id === item)!.part;
  expect(after).toBe(`${before}-mine`);
  // Nothing of the old kind is left, and as much stands on the board in the same order.
  expect(own.kit.items.some((i) => i.part === before)).toBe(false);
  expect(own.kit.parts.some((q) => q.id === before)).toBe(false);
  expect(joinsOf(own).map((j) => j.item.id)).toEqual(joinsOf(bought).map((j) => j.item.id));
  expect(makersOrder(own)).toEqual(makersOrder(bought));
});

test('outside a kit one is measured alone', () => {
  const speakers: Project = {
    ...bought,
    kit: {
      ...bought.kit,
      items: bought.kit.items.flatMap((i) =>
        i.id === 'speaker' ? [i, { ...i, id: 'speaker-2' }] : [i],
      ),
    },
  };
  const own = withOwnCopy(speakers, 'speaker', STARTER_PARTS);
  expect(own.kit.items.filter((i) => i.part === 'speaker-20').map((i) => i.id)).toEqual([
    'speaker-2',
  ]);
});
