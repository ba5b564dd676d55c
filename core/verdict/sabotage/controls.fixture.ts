/** Spoilings of the inputs: keys without switches, two on one, lines that are taken, levers that look inward. */
import { libraryPart } from '../../catalogue';
import { buttonMap, inputPlace, linesOf } from '../../controls';
import { sceneOf } from '../../fit';
import { isLatchKey } from '../../kit';
import {
  applied,
  isHost,
  type Input,
  length,
  type Opening,
  type Placement,
  type Project,
  type Reading,
} from '../../model';
import { type Kind, partOfItem, withPart, withPlacement } from './kind.fixture';

const withInput = (p: Project, id: string, more: Partial<Input>): Project => ({
  ...p,
  controls: {
    ...p.controls,
    inputs: p.controls.inputs.map((i) => (i.id === id ? { ...i, ...more } : i)),
  },
});
const own = (p: Project): Input[] => (p.controls.route === 'wireless' ? [] : p.controls.inputs);

const slide = (p: Project, more: Partial<Placement>): Project => {
  const next = applied(p, { do: 'add', part: libraryPart('slide-switch') });
  const back = p.shell.bodies[0]!.pieces.find((q) => q.role === 'back')!;
  return applied(next, {
    do: 'stand',
    placement: {
      item: 'slide-switch',
      on: { piece: back.id },
      x: 60,
      y: 40,
      turn: 0,
      up: 'in',
      stand: 'flat',
      lift: 0,
      held: 'hand',
      ...more,
    },
  });
};

function apartInPlan(p: Project, a: string, b: string): boolean {
  const places = buttonMap(p).inputs.filter((m) => m.input.id === a || m.input.id === b);
  const [x, y] = places.map((m) => m.place);
  const isSideways = !['up', 'down'].includes(places[0]!.input.functions[0]);
  return !x || !y || Math.abs(isSideways ? x.x - y.x : x.y - y.y) > 3;
}

export const CONTROLS_KINDS: readonly Kind[] = [
  {
    name: 'a switch that hangs behind its key with nothing to hold it',
    makes: 'tight',
    cases: (p) =>
      p.layout.placements
        .filter((q) => partOfItem(p, q.item).id.startsWith('tactile') && q.fixed)
        .map((q) => ({
          where: q.item,
          spoilt: {
            ...p,
            layout: {
              placements: p.layout.placements.map((x) => {
                const one = { ...x };
                if (x === q) delete one.fixed;
                return one;
              }),
            },
          },
          ids: [q.item],
        })),
  },
  {
    name: 'a switch behind its key that tape alone holds',
    makes: 'tight',
    cases: (p) =>
      p.layout.placements
        .filter((q) => partOfItem(p, q.item).id.startsWith('tactile') && q.fixed)
        .map((q) => ({
          where: q.item,
          spoilt: withPlacement(p, q.item, { fixed: 'tape' }),
          ids: [q.item],
        })),
  },
  {
    name: 'key plates sawn from 0.6 mm sheet',
    makes: 'tight',
    cases: (p) =>
      p.layout.placements.flatMap(({ item }) => {
        const part = partOfItem(p, item);
        const board = part.blocks.find((b) => b.kind === 'board');
        if (part.family !== 'switch' || !board) return [];
        return [
          {
            where: item,
            spoilt: withPart(p, part.id, (q) => ({
              ...q,
              blocks: q.blocks.map((b) => (b.id === board.id ? { ...b, height: length(0.6) } : b)),
            })),
            ids: [item],
          },
        ];
      }),
  },
  {
    name: 'a switch 0.2 mm further beside its key than a key meets',
    makes: 'hit',
    cases: (p) =>
      p.layout.placements
        .filter((q) => partOfItem(p, q.item).id.startsWith('tactile'))
        .map((q) => ({
          where: q.item,
          spoilt: withPlacement(p, q.item, { x: q.x + 4.2 }),
          ids: [q.item],
        })),
  },
  {
    name: 'a key and its switch 0.2 mm too near the side wall',
    makes: 'hit',
    cases: (p) => {
      const key = own(p).find((i) => 'piece' in i.at && i.hole !== undefined);
      if (!key || !('piece' in key.at)) return [];
      const { piece, x: middle } = key.at;
      const at = p.layout.placements.find((q) => q.x === middle);
      if (!at) return [];
      // Half its hole with a quarter of a millimetre of play, and the wall: 0.2 mm less.
      const x = p.shell.bodies[0]!.wall.mm + key.hole! / 2 + 0.25 - 0.2;
      const spoilt = withInput(withPlacement(p, at.item, { x, y: 26 }), key.id, {
        at: { piece, x, y: 26 },
      });
      return [{ where: key.id, spoilt, ids: [key.id] }];
    },
  },
  {
    name: 'an input nobody gave a way',
    makes: 'hit',
    cases: (p) =>
      own(p).map((i) => ({
        where: i.id,
        spoilt: withInput(p, i.id, { routed: false }),
        ids: [i.id],
      })),
  },
  {
    name: 'two buttons swapped',
    makes: 'hit',
    cases: (p) =>
      (
        [
          ['left', 'right'],
          ['up', 'down'],
          ['west', 'east'],
          ['l1', 'r1'],
        ] as const
      ).flatMap(([a, b]) => {
        const [first, second] = [a, b].map((r) => own(p).find((i) => i.functions[0] === r));
        // Keys of one column are neither left nor right of each other.
        const apart = first && second && apartInPlan(p, first.id, second.id);
        if (!first || !second || !apart) return [];
        const spoilt = withInput(withInput(p, first.id, { functions: [b] }), second.id, {
          functions: [a],
        });
        return [{ where: `${a} and ${b}`, spoilt, ids: [first.id] }];
      }),
  },
  {
    name: 'a power key 6 mm down a narrow hole',
    makes: 'hit',
    cases: (p) =>
      p.layout.placements
        .filter((q) => partOfItem(p, q.item).id.startsWith('tactile'))
        .flatMap((q) => {
          const key = own(p).find((i) => 'piece' in i.at && i.at.x === q.x);
          const down = withPlacement(p, q.item, { lift: q.lift + 5 });
          return key
            ? [
                {
                  where: key.id,
                  spoilt: withInput(down, key.id, { functions: ['power'], hole: 4.2 }),
                  ids: [key.id],
                },
              ]
            : [];
        }),
  },
  {
    name: 'two inputs with one role',
    makes: 'hit',
    cases: (p) =>
      own(p)
        .slice(1)
        .map((i) => ({
          where: i.id,
          spoilt: withInput(p, i.id, { functions: [own(p)[0]!.functions[0]] }),
          ids: [i.id],
        })),
  },
  {
    name: 'two inputs over one switch',
    makes: 'hit',
    cases: (p) =>
      own(p)
        .filter((i) => 'opening' in i.at)
        .slice(1)
        .map((i, n) => ({
          where: i.id,
          spoilt: withInput(p, i.id, {
            at: own(p).filter((q) => 'opening' in q.at)[n]!.at,
          }),
          ids: [i.id, own(p).filter((q) => 'opening' in q.at)[n]!.id],
        })),
  },
  {
    name: 'a key noted 30 mm beside its hole',
    makes: 'hit',
    cases: (p) =>
      own(p).flatMap((i) =>
        'opening' in i.at
          ? [{ where: i.id, spoilt: withInput(p, i.id, { at: { ...i.at, dx: 30 } }), ids: [i.id] }]
          : [],
      ),
  },
  {
    name: 'an input whose opening is gone',
    makes: 'hit',
    cases: (p) =>
      own(p)
        .filter((i) => 'opening' in i.at)
        .map((i) => ({
          where: i.id,
          spoilt: withInput(p, i.id, { at: { opening: 'nowhere' } }),
          ids: [i.id],
        })),
  },
  {
    name: 'an input on a line that is taken',
    makes: 'hit',
    cases: (p) => {
      const taken = p.controls.route === 'gpio' ? linesOf(p).taken[0] : undefined;
      if (!taken) return [];
      // The key of a latch goes to the latch, whatever line is noted for it.
      const onLines = own(p).filter((i) => !isLatchKey(p, i));
      return onLines.map((i) => ({
        where: i.id,
        spoilt: withInput(p, i.id, { gpio: taken.gpio }),
        ids: [i.id],
      }));
    },
  },
  {
    name: 'two inputs on one line',
    makes: 'hit',
    cases: (p) => {
      if (p.controls.route !== 'gpio' || own(p).length < 2) return [];
      const free = linesOf(p).free[0]!;
      const [a, b] = own(p) as [Input, Input];
      return [
        {
          where: `GPIO${free}`,
          spoilt: withInput(withInput(p, a.id, { gpio: free }), b.id, { gpio: free }),
          ids: [a.id, b.id],
        },
      ];
    },
  },
  {
    name: 'an input on a reserved line',
    makes: 'hit',
    cases: (p) =>
      p.controls.route === 'gpio' && own(p)[0]
        ? [
            {
              where: 'GPIO0',
              spoilt: withInput(p, own(p)[0]!.id, { gpio: 0 }),
              ids: [own(p)[0]!.id],
            },
          ]
        : [],
  },
  {
    name: 'more inputs than lines',
    makes: 'hit',
    cases: (p) => {
      if (p.controls.route !== 'gpio' || !own(p).length) return [];
      const more = Array.from({ length: 28 }, (_, i): Input => ({
        ...own(p)[0]!,
        id: `more-${i}`,
        name: `More ${i}`,
        functions: ['menu'],
      }));
      const spoilt = {
        ...p,
        controls: { ...p.controls, inputs: [...p.controls.inputs, ...more] },
      };
      return [{ where: '28 more', spoilt, says: /free lines/ }];
    },
  },
  {
    name: "a wheel in the thumb's way",
    makes: 'tight',
    cases: (p) => {
      const scene = sceneOf(p);
      const front = p.shell.bodies[0]!.pieces.find((q) => q.role === 'front');
      const width = Math.max(...(scene.shell?.walls ?? []).map((w) => w.x0));
      const high = Math.max(...(scene.shell?.walls ?? []).map((w) => w.y0));
      const key = own(p)
        .map((i) => inputPlace(scene, i))
        .find((at) => at && at.z > 0);
      if (!front || !key) return [];
      const hold = key.x < width / 2 ? 4 : width - 4;
      const along = (from: number, to: number): Reading['length'] => length((from + to) / 2);
      const wheel: Opening = {
        id: 'sabotaged-wheel',
        name: 'sabotaged wheel',
        use: 'wheel',
        on: {
          kind: 'face',
          at: {
            x: {
              from: { edge: 'left', face: 'outer' },
              to: 'centre',
              length: along(hold, key.x),
            },
            y: {
              from: { edge: 'bottom', face: 'outer' },
              to: 'centre',
              length: along(high * 0.4, key.y),
            },
          },
        },
        shape: { kind: 'rect', w: length(3), h: length(3) },
      };
      const pieces = p.shell.bodies[0]!.pieces.map((q) =>
        q === front ? { ...q, openings: [...q.openings, wheel] } : q,
      );
      const bodies = p.shell.bodies.map((b, i) => (i === 0 ? { ...b, pieces } : b));
      return [
        {
          where: 'half-way to a key',
          spoilt: { ...p, shell: { ...p.shell, bodies } },
          ids: ['sabotaged-wheel'],
        },
      ];
    },
  },
  {
    name: 'a key on a header line, where the board has no header',
    makes: 'hit',
    cases: (p) => {
      const hasLines = p.kit.items.some((i) => {
        const part = partOfItem(p, i.id);
        return isHost(part) && part.pads.some((q) => q.gpio !== undefined);
      });
      if (hasLines || p.controls.route === 'wireless') return [];
      return p.controls.inputs.map((input) => ({
        where: input.id,
        spoilt: applied(p, { do: 'input', input: { ...input, route: 'gpio' } }),
        ids: [input.id],
      }));
    },
  },
  {
    name: 'a slide switch whose lever looks inward',
    needsWalls: true,
    makes: 'hit',
    cases: (p) => [
      { where: 'in the middle', spoilt: slide(p, {}), ids: ['slide-switch'] },
      {
        where: 'back to the wall',
        spoilt: slide(p, { x: 50, y: 2.4 }),
        ids: ['slide-switch'],
      },
    ],
  },
];
