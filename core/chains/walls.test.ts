/** Outside the shell and wired to the inside: no way through the wall. By a plug or by radio there is one. */
import { demos, libraryPart } from '../catalogue';
import { applied, appliedAll, type Project } from '../model';
import { throughWalls } from './walls';

const [, loaner, warbler] = demos() as [Project, Project, Project];
const outside = (p: Project, item: string) => applied(p, { do: 'where', item, where: 'outside' });
const about = (p: Project) => throughWalls(p).map((f) => f.about[0]);

test.each(['teasel', 'screen', 'cell', 'charger', 'amp', 'speaker'])(
  'the only %s of a build stays inside',
  (item) => {
    expect(about(outside(loaner, item))).toContain(item);
  },
);
test('examples as they are, a television, a bank on a lead and a spare amplifier beside one inside are harmless', () => {
  for (const p of demos()) expect(about(p)).toEqual([]);
  const spare = applied(loaner, { do: 'add', part: libraryPart('chirp-i2s') });
  const id = spare.kit.items[spare.kit.items.length - 1]!.id;
  expect(about(outside(spare, id))).toEqual([]);
  const banked = appliedAll(warbler, [{ do: 'add', part: libraryPart('bank-4000') }]);
  expect(about(outside(banked, banked.kit.items[banked.kit.items.length - 1]!.id))).toEqual([]);
});
test('a second cell is no spare: the pack counts it, wherever it lies', () => {
  const linnet = demos().find((p) => p.id === 'linnet')!;
  for (const cell of ['cell-1', 'cell-2']) expect(about(outside(linnet, cell))).toEqual([cell]);
});
test('an open plate has no wall that wires could not pass', () => {
  expect(
    about(
      outside(
        demos().find((p) => p.id === 'drover')!,
        'teasel',
      ),
    ),
  ).toEqual([]);
  // A box has walls, whatever its build calls itself.
  expect(about({ ...outside(loaner, 'teasel'), way: 'open plate' })).toEqual(['teasel']);
});
