/** Keys whose places contradict their roles, at every pair a pad has. */
import { demos } from '../catalogue';
import { sceneOf } from '../fit';
import { appliedAll, type Functions, type InputRole, type Project } from '../model';
import { orderFindings, orderWays } from './order';

const [, loaner] = demos() as [Project, Project];
const swap = (p: Project, a: InputRole, b: InputRole): Project => ({
  ...p,
  controls: {
    ...p.controls,
    inputs: p.controls.inputs.map((i) => {
      if (i.functions[0] === a) return { ...i, functions: [b] as Functions };
      return i.functions[0] === b ? { ...i, functions: [a] as Functions } : i;
    }),
  },
});
const found = (p: Project) => orderFindings(sceneOf(p));

describe('two buttons swapped', () => {
  test('no example has any', () => {
    for (const p of demos()) expect(found(p)).toEqual([]);
  });
  test.each([
    ['left', 'right'],
    ['up', 'down'],
    ['west', 'east'],
    ['l1', 'r1'],
  ] as const)('%s and %s', (a, b) => {
    const p = swap(loaner, a, b);
    const [f, ...rest] = found(p);
    expect([f?.code, f?.verdict, rest]).toEqual(['swapped', 'hit', []]);
    const [way] = orderWays(sceneOf(p), f!);
    expect(found(appliedAll(p, way!.changes))).toEqual([]);
  });
  test('a pad held in the hand has no order in the shell', () => {
    const p = swap(loaner, 'left', 'right');
    expect(found({ ...p, controls: { ...p.controls, route: 'wireless' } })).toEqual([]);
  });
});
