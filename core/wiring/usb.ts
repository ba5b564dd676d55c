/**
 * The data pair of what hangs on USB without a lead: two wires side by side, from port to port, as
 * the tree of ports hands them out.
 */
import type { Project } from '../model';
import { type DataNode, dataTree, isSoldered, kitOf } from '../chains';
import { everyItem, type PlacedItem, pointOf, type Scene } from '../fit';
import { blockBox } from '../geometry';
import { portsOf } from '../kit';
import { boardTop, type Draft, type End, join, padAt } from './ends';

const PAIR = [
  ['D+', 'plus'],
  ['D-', 'minus'],
] as const;

export function dataPairs(p: Project, scene: Scene): Draft[] {
  const kit = kitOf(p);
  const { root } = dataTree(kit);
  if (!root) return [];
  const led = new Set(
    scene.cables
      .filter((c) => c.part.lead?.carries === 'usb')
      .flatMap((c) => c.ends.map((e) => e.item)),
  );
  const soldered = new Set(
    kit
      .ends('usb', 'takes')
      .filter((e) => isSoldered(e.port.form) && !led.has(e.of.item.id))
      .map((e) => e.of.item.id),
  );
  return below(root).flatMap(({ above, node }) => {
    const [from, to] = [above, node].map((n) => everyItem(scene).get(n.item));
    return from && to && soldered.has(node.item) ? pair(from, to) : [];
  });
}

/** Everything in the tree with what it hangs on. */
const below = (above: DataNode): Array<{ above: DataNode; node: DataNode }> =>
  above.children.flatMap((node) => [{ above, node }, ...below(node)]);

function pair(from: PlacedItem, to: PlacedItem): Draft[] {
  const out: Draft[] = [];
  for (const [name, sign] of PAIR) {
    const says = `USB data ${sign} of ${to.item.name}`;
    join(out, atPort(from, says), padAt(to, name) ?? atPort(to, says), 'signal', says);
  }
  return out;
}

/** Every port has a pair of its own: its joints are where its socket is, or was, on the board. */
function atPort(at: PlacedItem, pad: string): End {
  const port = portsOf(at.part).find((q) => q.carries === 'usb');
  const block =
    at.part.blocks.find((b) => b.id === port?.block) ??
    at.part.blocks.find((b) => b.kind === 'board') ??
    at.part.blocks[0]!;
  const [[x0, y0], [x1, y1]] = blockBox(block);
  const middle = [(x0 + x1) / 2, (y0 + y1) / 2, boardTop(at)] as const;
  return { item: at.item.id, pad: pad.slice(0, 40), at: pointOf(at, middle), piece: at.piece };
}
