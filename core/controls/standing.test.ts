/** What a handheld stands on when it is put down. */
import { demos } from '../catalogue';
import { sceneOf } from '../fit';
import { applied, type Input, type Project } from '../model';
import { heldFindings } from './held';

const wisp = demos().find((p) => p.id === 'wisp')!;
const key = (id: string, x: number, y: number): Input => ({
  id,
  name: 'Trigger',
  functions: ['menu'],
  at: { piece: 'back', x, y },
  hole: 8,
  routed: true,
});
const withKeys = (...keys: Input[]): Project => ({
  ...wisp,
  controls: { ...wisp.controls, inputs: [...wisp.controls.inputs, ...keys] },
});
const stands = (p: Project) => heldFindings(sceneOf(p)).filter((f) => f.code === 'stands-on');

test('on its back nothing is said, whatever plugs hang lower', () => {
  expect(stands(wisp)).toEqual([]);
  const wide = wisp.kit.items.flatMap((i) => {
    const { connectors } = wisp.kit.parts.find((q) => q.id === i.part)!;
    return connectors.map((c) => ({ item: i.id, connector: c.id }));
  });
  const cuts = wide.map((to, i) => ({
    kind: 'opening' as const,
    id: `wide-${i}`,
    for: to,
    wide: true,
    state: 'decided' as const,
  }));
  expect(stands({ ...wisp, cuts })).toEqual([]);
});

test('two keys of one name are told apart, each as what the table presses', () => {
  const found = stands(withKeys(key('one', 40, 52), key('two', 136, 52)));
  expect(found.map((f) => [f.about, f.title])).toEqual([
    [['one'], 'The table presses it'],
    [['two'], 'The table presses it'],
  ]);
  expect(found[0]!.why[0]).toMatch(/^(Leans by|Lies flat on)/);
});

test('a part outside the back is told as a part', () => {
  const at = wisp.layout.placements.find((q) => q.item === 'cell')!;
  const on = { piece: 'back', side: 'outside' as const };
  const found = stands(applied(wisp, { do: 'place', placement: { ...at, on, up: 'out' } }));
  expect(found).toMatchObject([{ about: ['cell'], title: 'It does not lie on its back' }]);
});
