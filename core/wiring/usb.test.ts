/** The data pair of a board on USB that is soldered: two wires, from port to port. */
import { demos, libraryPart } from '../catalogue';
import { buttonMap } from '../controls';
import { sceneOf } from '../fit';
import { appliedAll, type Change, type Project } from '../model';
import { netsOf } from './nets';

const [, done] = demos() as [Project, Project];
const stood = (item: string, x: number, y: number): Change[] => [
  { do: 'add', part: libraryPart(item) },
  {
    do: 'stand',
    placement: {
      item,
      on: { piece: 'back' },
      x,
      y,
      turn: 0,
      up: 'in',
      stand: 'flat',
      lift: 0,
      held: 'jig',
    },
  },
];
const pairsOf = (p: Project) => {
  const scene = sceneOf(p);
  return netsOf(p, scene, buttonMap(p, scene))
    .filter((n) => n.says.startsWith('USB data'))
    .map((n) => [n.a.item, n.b.item, n.b.pad]);
};
const read = appliedAll(done, [...stood('knit-mini', 20, 20), { do: 'link', route: 'usb' }]);

test('a controller board hangs on the computer by its two data pads', () => {
  expect(pairsOf(read)).toEqual([
    ['teasel', 'knit-mini', 'D+'],
    ['teasel', 'knit-mini', 'D-'],
  ]);
});

test('they begin where the socket of the port is on the board', () => {
  const scene = sceneOf(read);
  const net = netsOf(read, scene, buttonMap(read, scene)).find((n) => n.says.startsWith('USB'))!;
  const at = scene.items.get('teasel')!;
  const port = at.part.ports!.find((q) => q.carries === 'usb')!;
  const socket = at.blocks.find(({ block }) => block.id === port.block)!.solid;
  expect(net.a.at[0]).toBeCloseTo((socket.x0 + socket.x1) / 2, 6);
  expect(net.a.at[1]).toBeCloseTo((socket.y0 + socket.y1) / 2, 6);
});

test('what plugs in by itself, or by a lead, or is not on USB wants no such wires', () => {
  expect(pairsOf(done)).toEqual([]);
  expect(pairsOf(appliedAll(done, stood('receiver', 20, 20)))).toEqual([]);
});

test('with its plug taken off it is soldered as well', () => {
  const p = appliedAll(done, stood('receiver', 20, 20));
  const items = p.kit.items.map((i) => (i.id === 'receiver' ? { ...i, struck: ['plug'] } : i));
  expect(pairsOf({ ...p, kit: { ...p.kit, items } })).toHaveLength(2);
});
