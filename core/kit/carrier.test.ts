/** Who stands on a carrier, how current gets there, and what its maker says when a kind gets another id. */
import { demos } from '../catalogue';
import { applied, type Project } from '../model';
import {
  areJoined,
  carriersOf,
  isOfKit,
  joinsBetween,
  joinsOf,
  kindRenamed,
  makersOrder,
} from './index';

const minnow = demos().find((p) => p.id === 'minnow')!;
const parts = (p: Project) => p.kit.parts.find((q) => q.carrier)!.carrier!;

test('as many of a kind stand on it as it has places for, in the order of the kit', () => {
  expect(joinsOf(minnow).map((j) => j.item.id)).toEqual([
    'thimble',
    'panel',
    'frame',
    'side-l',
    'side-r',
  ]);
  const [side] = minnow.kit.items.filter((i) => i.id === 'side-l');
  const three: Project = {
    ...minnow,
    kit: { ...minnow.kit, items: [...minnow.kit.items, { ...side!, id: 'third' }] },
  };
  expect(joinsOf(three).map((j) => j.item.id)).not.toContain('third');
  const out = applied(minnow, { do: 'where', item: 'panel', where: 'left out' });
  expect(joinsOf(out).map((j) => j.item.id)).not.toContain('panel');
});

test('two are joined through one board alone; current takes the contacts of both', () => {
  const joined = areJoined(minnow);
  expect([joined('m1', 'thimble'), joined('thimble', 'panel'), joined('cell', 'm1')]).toEqual([
    true,
    true,
    false,
  ]);
  const by = joinsBetween(minnow);
  expect(by('m1', 'thimble')).toEqual(['springs']);
  expect(by('thimble', 'panel')).toEqual(['springs', 'plug']);
  expect(by('m1', 'speaker')).toBeUndefined();
  // With a board of its own each, nothing joins them.
  const twice: Project = {
    ...minnow,
    kit: {
      ...minnow.kit,
      items: minnow.kit.items.flatMap((i) => (i.id === 'm1' ? [i, { ...i, id: 'm1-b' }] : [i])),
    },
  };
  expect(carriersOf(twice)).toHaveLength(2);
  expect(areJoined(twice)('m1-b', 'thimble')).toBe(false);
});

test('what goes in before what is said of each item of a kind', () => {
  expect(makersOrder(minnow).map((o) => [o.first, o.then])).toEqual([
    ['side-l', 'm1'],
    ['side-r', 'm1'],
    ['panel', 'm1'],
    ['m1', 'thimble'],
  ]);
});

test('a kind under another id is that wherever its maker speaks of it, the board itself as well', () => {
  for (const kind of ['thimble', 'm1-side-key', 'm1-frame', 'm1']) {
    expect([kind, isOfKit(minnow, kind)]).toEqual([kind, true]);
    const said = JSON.stringify(parts(minnow)).split(`"${kind}"`).length;
    const other = JSON.stringify(parts(kindRenamed(minnow, kind, 'another')));
    expect([kind, other.split(`"${kind}"`).length, other.split('"another"').length]).toEqual([
      kind,
      1,
      said,
    ]);
  }
  expect(isOfKit(minnow, 'speaker-20')).toBe(false);
});
