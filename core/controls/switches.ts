/** Which blocks of what is laid out are switches that a key may press. */
import type { PlacedItem } from '../fit';

type PlacedBlock = PlacedItem['blocks'][number];

const KINDS: ReadonlySet<string> = new Set(['body', 'cap', 'foam']);

/** Bodies, stems and domes of a switch or a plate; of a carrier board with keys what its maker calls one. */
export function switchBlocks({ part, blocks }: PlacedItem): PlacedBlock[] {
  if (part.carrier?.keys.length) {
    const keys = new Set(part.carrier.keys.map((k) => k.block));
    return blocks.filter(({ block }) => keys.has(block.id));
  }
  return part.family === 'switch' ? blocks.filter(({ block }) => KINDS.has(block.kind)) : [];
}
