/** A plate of switches under holes that were read one by one: row, column and whichever way its own numbers run. */
import { demos, libraryPart } from '../catalogue';
import { backings } from '../controls';
import { sceneOf } from '../fit';
import { applied, type Project, withAdded } from '../model';
import { roundHole } from '../model/hole.fixture';
import { Arranger } from './index';

const wisp = demos().find((p) => p.id === 'wisp')!;

/** The printed shell with a hole and an input at each place, and nothing in it but this part. */
function pierced(at: ReadonlyArray<readonly [number, number]>, part: string): Project {
  const [body] = wisp.shell.bodies;
  const openings = at.map(([x, y], i) => roundHole(`hole-${i}`, x, y));
  const pieces = body!.pieces.map((q) => (q.role === 'front' ? { ...q, openings } : q));
  const bare: Project = {
    ...wisp,
    shell: { ...wisp.shell, bodies: [{ ...body!, pieces }] },
    kit: { parts: [], items: [] },
    layout: { placements: [] },
    controls: {
      route: 'gpio',
      inputs: at.map((_, i) => ({
        id: `k${i}`,
        name: `Key ${i}`,
        functions: [(['south', 'east', 'west', 'north'] as const)[i % 4]!],
        at: { opening: `hole-${i}` },
        routed: true,
      })),
    },
  };
  return withAdded(bare, libraryPart(part));
}
/** Which keys have a switch behind them once the part was put where it fits. */
function backed(p: Project): string[] {
  const a = new Arranger(p);
  expect(a.work(300)).toBe(true);
  const laid = [...a.best.values()][0]!.changes.reduce(applied, p);
  return backings(sceneOf(laid))
    .filter((b) => b.on)
    .map((b) => b.input.id);
}

const FOUR = [0, 11, 22, 33];
test.each([
  ['a row', FOUR.map((d) => [60 + d, 60] as const)],
  ['a row counted from the right', FOUR.map((d) => [93 - d, 60] as const)],
  ['a column', FOUR.map((d) => [40, 30 + d] as const)],
])('%s of four holes: each has its switch of the plate of four', (_, at) => {
  expect(backed(pierced(at, 'plate-4'))).toEqual(['k0', 'k1', 'k2', 'k3']);
});

test('of six holes the four that lie as the switches do are taken; those that lie otherwise never', () => {
  const row = FOUR.map((d) => [100 + d, 70] as const);
  expect(backed(pierced([[30, 30], [52, 41], ...row], 'plate-4'))).toEqual([
    'k2',
    'k3',
    'k4',
    'k5',
  ]);
  const a = new Arranger(
    pierced(
      FOUR.map((d) => [40 + 1.5 * d, 50] as const),
      'plate-4',
    ),
  );
  a.work(300);
  expect(a.best.size).toBe(0);
});
