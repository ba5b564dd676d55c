/** Keys told from the holes of a shell: the made-up builds have theirs already, and say what is right. */
import { demos } from '../catalogue';
import { cutting, holeFindings } from '../cuts';
import { sceneOf } from '../fit';
import { type Input, type InputRole, length, type Project } from '../model';
import { roundHole } from '../model/hole.fixture';
import { keysForHoles, keysInOwnHoles } from './index';

const demo = (id: string): Project => demos().find((p) => p.id === id)!;
const bare = (p: Project): Project => ({ ...p, controls: { ...p.controls, inputs: [] } });
const forHoles = (p: Project): Input[] => keysForHoles(p, sceneOf(p));
const holeOf = ({ at }: Input): string => {
  if (!('opening' in at)) return 'none';
  const [dx, dy] = [at.dx ?? 0, at.dy ?? 0].map(Math.sign);
  return `${at.opening} ${at.copy ?? 0} ${dx} ${dy}`;
};
const rolesBy = (inputs: readonly Input[]): Map<string, InputRole> =>
  new Map(inputs.map((i) => [holeOf(i), i.functions[0]]));

/** A face with one round hole at each of these places, 8 mm across. */
function pierced(
  at: ReadonlyArray<readonly [number, number]>,
  families: Project['brief']['families'],
) {
  const p = bare(demo('wisp'));
  const openings = at.map(([x, y], i) => roundHole(`hole-${i}`, x, y));
  const [body] = p.shell.bodies;
  const pieces = body!.pieces.map((q) => (q.role === 'front' ? { ...q, openings } : q));
  return {
    ...p,
    brief: { ...p.brief, families },
    shell: { ...p.shell, bodies: [{ ...body!, pieces }] },
  };
}

describe('keys for the holes there are', () => {
  test.each(['dabchick-2', 'heron', 'linnet', 'wisp'])(
    '%s: the cross and the small keys are what its builder made of them',
    (id) => {
      const p = demo(id);
      const mine = rolesBy(forHoles(bare(p)));
      const theirs = [...rolesBy(p.controls.inputs)].filter(
        ([hole]) => hole.startsWith('cross') || hole.startsWith('small'),
      );
      expect(theirs.length).toBeGreaterThanOrEqual(4);
      for (const [hole, role] of theirs) expect([hole, mine.get(hole)]).toEqual([hole, role]);
    },
  );

  test('four holes of a diamond are told by their sides, wherever on the right it lies', () => {
    for (const [x, y] of [
      [140, 60],
      [150, 35],
      [158, 80],
    ] as const) {
      const keys = forHoles(
        pierced(
          [
            [x, y - 9],
            [x + 9, y],
            [x - 9, y],
            [x, y + 9],
          ],
          ['16-bit home'],
        ),
      );
      expect(
        [...rolesBy(keys)].map(([hole, role]) => `${hole.slice(5, 6)} ${role}`).sort(),
      ).toEqual(['0 south', '1 east', '2 west', '3 north']);
    }
  });

  test('four holes on the left are a cross pad; what the games ask for comes first', () => {
    const keys = forHoles(
      pierced(
        [
          [25, 70],
          [25, 50],
          [15, 60],
          [35, 60],
          [150, 55],
          [162, 62],
          [75, 15],
          [100, 15],
        ],
        ['8-bit handheld'],
      ),
    );
    expect(keys.map((i) => `${holeOf(i).slice(5, 6)} ${i.functions[0]}`)).toEqual([
      '0 up',
      '1 down',
      '2 left',
      '3 right',
      '4 south',
      '5 east',
      '6 select',
      '7 start',
    ]);
  });

  test('a hole that has its key, and a role that has its hole, are left alone', () => {
    const p = demo('dabchick-2');
    expect(forHoles(p)).toEqual([]);
    const without = {
      ...p,
      controls: { ...p.controls, inputs: p.controls.inputs.filter((i) => i.id !== 'start') },
    };
    const gone = p.controls.inputs.find((i) => i.functions[0] === 'start')!;
    const less = {
      ...p,
      controls: { ...p.controls, inputs: p.controls.inputs.filter((i) => i !== gone) },
    };
    expect(forHoles(without)).toHaveLength(
      p.controls.inputs.length - without.controls.inputs.length,
    );
    expect(forHoles(less).map((i) => [i.functions[0], holeOf(i)])).toEqual([
      ['start', holeOf(gone)],
    ]);
  });

  test('more holes than there are roles: what is left stays free', () => {
    const many = Array.from({ length: 24 }, (_, i) => [
      12 + 13 * (i % 12),
      15 + 60 * (i > 11 ? 1 : 0),
    ]);
    const keys = forHoles(pierced(many as Array<[number, number]>, []));
    expect(new Set(keys.map((i) => i.functions[0])).size).toBe(keys.length);
    expect(new Set(keys.map(holeOf)).size).toBe(keys.length);
    expect(keys.length).toBeGreaterThanOrEqual(12);
    expect(keys.length).toBeLessThan(24);
  });
});

describe('keys in holes of their own', () => {
  test.each(demos().map((p) => p.id))('%s: nothing lies on anything', (id) => {
    const p = bare(demo(id));
    const keys = keysInOwnHoles(p, sceneOf(p));
    const so = { ...p, controls: { ...p.controls, inputs: keys } };
    const found = holeFindings(sceneOf(so), cutting(so));
    expect(found.filter((f) => keys.some((i) => f.about.includes(i.id)))).toEqual([]);
  });

  test('an empty front gets all that the games ask for, the cross at the left, the actions at the right', () => {
    const p = pierced([], ['16-bit home']);
    const thin = {
      ...p,
      shell: { ...p.shell, bodies: [{ ...p.shell.bodies[0]!, wall: length(2) }] },
    };
    const at = new Map(
      keysInOwnHoles(thin, sceneOf(thin)).map((i) => [
        i.functions[0],
        i.at as { x: number; y: number },
      ]),
    );
    expect([...at.keys()].sort()).toEqual(
      ['up', 'down', 'left', 'right', 'south', 'east', 'west', 'north', 'select', 'start'].sort(),
    );
    expect(at.get('right')!.x).toBeLessThan(at.get('select')!.x);
    expect(at.get('start')!.x).toBeLessThan(at.get('west')!.x);
    expect(at.get('north')!.y - at.get('south')!.y).toBe(22);
    expect(at.get('right')!.x - at.get('left')!.x).toBe(22);
  });
});
