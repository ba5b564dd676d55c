/** Keys to what a family is played with: as many as any way to share them out does, tried one by one. */
import fc from 'fast-check';
import { COVERAGE } from '../catalogue';
import { GameFamily, type Input, INPUT_ROLES, type InputRole } from '../model';
import { assigned } from './assigned';

const key = (id: number, functions: Input['functions'], routed = true): Input => ({
  id: `k${id}`,
  name: `Key ${id}`,
  functions,
  at: { piece: 'front', x: id, y: 0 },
  routed,
});
const of = (family: GameFamily, ...inputs: Input[]) =>
  assigned({ controls: { route: 'gpio', inputs } }, family);

/** The most of these functions that keys can do at once, by every way to share them out. */
function most(open: readonly InputRole[], keys: readonly Input[]): number {
  const [role, ...rest] = open;
  if (!role) return 0;
  const without = most(rest, keys);
  const withOne = keys
    .filter((k) => k.functions.includes(role))
    .map(
      (k) =>
        1 +
        most(
          rest,
          keys.filter((x) => x !== k),
        ),
    );
  return Math.max(without, ...withOne);
}

const KEPT: readonly InputRole[] = ['volume-up', 'volume-down', 'power'];
const drawnKey = fc
  .uniqueArray(fc.constantFrom(...INPUT_ROLES), { minLength: 1, maxLength: 4 })
  .map((list) => list as unknown as Input['functions']);

describe('which key does what', () => {
  test('as few are missing as can be, and no key does two things', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...GameFamily.options),
        fc.uniqueArray(drawnKey, { maxLength: 7, selector: (f) => f[0] }),
        (family, list) => {
          const inputs = list.map((f, i) => key(i, f));
          const { keys, missing, spare } = of(family, ...inputs);
          const roles = COVERAGE[family].needs;
          const own = roles.filter((r) => inputs.some((i) => i.functions[0] === r));
          const free = inputs.filter(
            (i) => !roles.includes(i.functions[0]) && !KEPT.includes(i.functions[0]),
          );
          const open = roles.filter((r) => !own.includes(r));
          expect(keys.size).toBe(own.length + most(open, free));
          expect(missing).toEqual(roles.filter((r) => !keys.has(r)));
          expect(new Set(keys.values()).size).toBe(keys.size);
          for (const [role, input] of keys) expect(input.functions).toContain(role);
          expect(spare).toEqual(free.filter((i) => ![...keys.values()].includes(i)));
        },
      ),
      { numRuns: 400, seed: 17 },
    );
  });
  test('a key whose own function is wanted does nothing else; one without a wire does nothing', () => {
    const pad = (['up', 'down', 'left', 'right'] as const).map((r, i) => key(i, [r]));
    const both = of('8-bit handheld', ...pad, key(9, ['south', 'east']));
    expect(both.missing).toContain('east');
    expect(of('8-bit handheld', ...pad, key(9, ['menu', 'east'])).missing).not.toContain('east');
    expect(of('8-bit handheld', ...pad, key(9, ['menu', 'east'], false)).missing).toContain('east');
    expect(of('8-bit handheld', ...pad, key(9, ['power', 'east'])).missing).toContain('east');
  });
});
