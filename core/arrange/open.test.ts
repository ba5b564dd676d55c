/** A plate laid out by the search: nothing is bound to a wall, a window or a grille, pictures look away from it. */
import { demos } from '../catalogue';
import { firstPlace } from '../fit';
import { appliedAll } from '../model';
import { check } from '../verdict';
import { Arranger, tooThick } from './index';

const drover = demos().find((p) => p.id === 'drover')!;
const bare = { ...drover, layout: { placements: [] } };

test('no part is too thick for the room behind a plate', () => expect(tooThick(bare)).toEqual([]));

test('everything finds a place without a hit, screen and speaker before it, the rest behind', () => {
  const a = new Arranger(bare, 1, []);
  for (let i = 0; i < 60 && !a.varied().length; i++) a.work(100);
  const [best] = a.varied();
  const next = appliedAll(bare, best!.layout.changes);
  expect(check(next).hits).toBe(0);
  const outer = next.layout.placements.filter((q) => 'side' in q.on).map((q) => q.item);
  expect(outer.sort()).toEqual(['screen', 'speaker']);
  expect(next.layout.placements).toHaveLength(5);
});

test('what is put in first looks out as well', () => {
  expect(firstPlace(bare, 'screen')).toMatchObject({
    on: { piece: 'plate', side: 'outside' },
    up: 'out',
  });
  expect(firstPlace(bare, 'teasel')!.on).toEqual({ piece: 'plate' });
});
