/** Putting it together: swept volumes against a walk in small steps, rings of parts, and the order things go in. */
import { demos, STARTER_PARTS } from '../catalogue';
import { atHeights, gapOf, seeded } from '../geometry';
import {
  applied,
  type Block,
  length,
  type Part,
  type Placement,
  type Project,
  withAdded,
} from '../model';
import { check } from '../verdict';
import { assembly, closingFindings, insertionOrder, sceneOf } from './index';
import { through } from './through';

const [, done, , wisp] = demos() as [Project, Project, Project, Project];
const place = (p: Project, item: string, more: Partial<Placement>): Project =>
  applied(p, {
    do: 'place',
    placement: { ...p.layout.placements.find((x) => x.item === item)!, ...more },
  });

test('a part that cannot come in or shut is one that hits something on a walk in 0.2 mm steps', () => {
  const random = seeded(7);
  let barred = 0;
  let free = 0;
  for (let n = 0; n < 60; n++) {
    const front = random() < 0.6;
    const p = place(done, 'charger', {
      on: { piece: front ? 'front' : 'back' },
      x: 30 + random() * 110,
      y: 2.4 + random() * 1.2,
      lift: random() * 16,
    });
    const scene = sceneOf(p);
    const at = scene.items.get('charger')!;
    const put = assembly(scene);
    const other = front ? 'back' : 'front';
    const walls = scene.shell!.all.filter(
      (s) => s.owner === other && (s.kind === 'wall' || s.kind === 'feature'),
    );
    const toward = front ? 1 : -1;
    const meets = (dz: number) =>
      at.blocks.some((b) =>
        walls.some((w) => {
          const wall = through(scene, at, b, w)?.wall ?? w;
          return (
            gapOf(
              b.solid.prisms.map((q) => atHeights(q, q.z0 + dz, q.z1 + dz)),
              wall.prisms,
              0,
            ).gap < -0.06
          );
        }),
      );
    if (meets(0)) continue;
    let walked = false;
    for (let k = 1; k <= 300 && !walked; k++) walked = meets(0.2 * k * toward);
    const said = put.bars.some(
      (b) => b.at.item.id === 'charger' && b.when === 'shut' && b.by.kind !== 'block',
    );
    expect([n, said]).toEqual([n, walked]);
    if (walked) barred++;
    else free++;
  }
  expect(Math.min(barred, free)).toBeGreaterThan(8);
});

test('a socket of one half in a closed hole of the other cannot shut; a notch opens the way and the cut list has it', () => {
  const p = place(done, 'charger', { on: { piece: 'front' }, x: 140, lift: 14 });
  const [f] = closingFindings(sceneOf(p));
  expect([f!.title, f!.what]).toEqual([
    'Cannot close: 1.6 mm in the way',
    'USB-C charging of Step 5/3A and back bottom wall',
  ]);
  const notched = applied(p, { do: 'notch', for: { item: 'charger', connector: 'usb' } });
  expect(closingFindings(sceneOf(notched))).toEqual([]);
  const cut = check(notched).cuts.openings.find((o) => o.key === 'charger/usb')!;
  expect(cut.h).toBeGreaterThan(check(p).cuts.openings.find((o) => o.key === 'charger/usb')!.h + 2);
});

test('a socket in its own half goes in drawn back when there is room behind it, and cannot when there is none', () => {
  expect(assembly(sceneOf(done)).drawn.get('charger')).toBeCloseTo(2.2 - 0.6 + 0.2, 6);
  const rib = {
    ...done.shell.bodies[0]!.pieces[1]!.features[4]!,
    id: 'stop',
    name: 'stop rib',
    repeat: undefined,
  };
  delete rib.repeat;
  const back = done.shell.bodies[0]!.pieces[1]!;
  const at = sceneOf(done).items.get('charger')!.blocks[0]!.solid;
  rib.at = {
    x: {
      ...rib.at.x,
      from: { edge: 'left', face: 'outer' },
      to: 'centre',
      length: length((at.x0 + at.x1) / 2),
    },
    y: {
      ...rib.at.y,
      from: { edge: 'bottom', face: 'outer' },
      to: 'near',
      length: length(at.y1 + 0.6),
    },
  };
  rib.height = { from: 'floor', length: length(20) };
  const ribbed: Project = {
    ...done,
    shell: {
      bodies: [
        {
          ...done.shell.bodies[0]!,
          pieces: [
            done.shell.bodies[0]!.pieces[0]!,
            { ...back, features: [...back.features, rib] },
          ],
        },
      ],
    },
  };
  expect(closingFindings(sceneOf(ribbed)).map((f) => f.title)).toEqual([
    'Cannot go in: 1.6 mm in the way',
  ]);
});

describe('what lies under what', () => {
  const block = (id: string, x: number, base: number): Block => ({
    id,
    name: id,
    kind: 'body',
    plan: { kind: 'rect', x, y: 0, w: length(10), h: length(10) },
    axis: 'z',
    base,
    height: length(2),
  });
  const part = (id: string, blocks: Block[]): Part => ({
    ...STARTER_PARTS.find((q) => q.id === 'slab-300')!,
    id,
    name: id,
    blocks,
    connectors: [],
    pads: [],
  });
  const build = (a: Block[], b: Block[]): Project => {
    const p = withAdded(
      withAdded(
        { ...wisp, kit: { parts: [], items: [] }, layout: { placements: [] } },
        part('one', a),
      ),
      part('two', b),
    );
    return {
      ...p,
      layout: {
        placements: ['one', 'two'].map((item) => ({
          item,
          on: { piece: 'back' },
          x: 40,
          y: 40,
          turn: 0,
          up: 'in',
          stand: 'flat',
          lift: 0,
          held: 'jig',
        })),
      },
    };
  };
  test('the lower one goes in first, whichever stands first in the list', () => {
    const scene = sceneOf(build([block('foot', 30, 0), block('roof', 0, 6)], [block('low', 0, 0)]));
    expect(assembly(scene).before).toEqual([['two', 'one']]);
    expect(insertionOrder(scene)).toEqual(['two', 'one']);
    expect(closingFindings(scene)).toEqual([]);
  });
  test('two that each lie under the other are named', () => {
    const scene = sceneOf(
      build([block('foot', 0, 0), block('roof', 12, 6)], [block('low', 12, 0), block('top', 0, 6)]),
    );
    const [f] = closingFindings(scene);
    expect([f!.title, f!.what]).toEqual(['Neither can go in first', 'one and two']);
    expect(assembly(scene).knots).toEqual([['one', 'two']]);
  });
});

test('where a maker wants each of two in before the other, they go in as they lie', () => {
  const minnow = demos().find((p) => p.id === 'minnow')!;
  const both: Project = {
    ...minnow,
    kit: {
      ...minnow.kit,
      parts: minnow.kit.parts.map((q) =>
        q.carrier
          ? {
              ...q,
              carrier: {
                ...q.carrier,
                order: q.carrier.order!.flatMap((o) => [o, { ...o, first: o.then, then: o.first }]),
              },
            }
          : q,
      ),
    },
  };
  const scene = sceneOf(both);
  const { knots, lies } = assembly(scene);
  expect(knots).toHaveLength(1);
  const order = insertionOrder(scene);
  expect([...order].sort()).toEqual([...scene.items.keys()].sort());
  const told = lies.filter(([a, b]) => knots[0]!.includes(a) && knots[0]!.includes(b));
  expect(told.length).toBeGreaterThan(0);
  for (const [first, second] of told) {
    expect([first, second, order.indexOf(first) < order.indexOf(second)]).toEqual([
      first,
      second,
      true,
    ]);
  }
});
