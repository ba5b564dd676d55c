/** A frame round a pouch cell, that leaves it room to swell. */
import type { PlacedItem } from '../../fit';
import { type Design, type Ground, type Kind, mm, planOf } from '../design';
import { grown, prism, type Pt } from '../shapes';
import { placeAs } from '../site';

export const cellFrames: Kind = (g) =>
  [...g.scene.items.values()].flatMap((at) => frameOf(g, at) ?? []);

/** Room round a pouch, mm: it is soft, and its edges are folded. */
export const CELL_ROOM_MM = 0.5;
/** Of its height a frame holds so much; the rest stays free to swell. */
export const FRAME_SHARE = 0.6;
/** Wide enough for two leads and their sleeves, mm. */
export const LEAD_SLOT_MM = 8;

/** A frame round a pouch, open above and below, with a slot for its leads. */
function frameOf({ rules }: Ground, at: PlacedItem): Design | undefined {
  const cell = at.blocks.find((b) => b.block.kind === 'cell')?.block;
  const flat = at.placement.stand === 'flat' && at.placement.up === 'in';
  if (at.part.cell?.kind !== 'pouch' || !cell || cell.axis !== 'z' || !flat) return undefined;
  if ('item' in at.placement.on) return undefined;
  const inner = grown(planOf(cell), CELL_ROOM_MM);
  const outer = grown(inner, rules.wallMm);
  const height = FRAME_SHARE * cell.height.mm;
  const long = inner.x1 - inner.x0 >= inner.y1 - inner.y0;
  // Its leads leave at a short end.
  const mid = long ? (inner.y0 + inner.y1) / 2 : (inner.x0 + inner.x1) / 2;
  const [a, b] = [mid - LEAD_SLOT_MM / 2, mid + LEAD_SLOT_MM / 2];
  const ring: Pt[] = [
    [outer.x1, b],
    [outer.x1, outer.y1],
    [outer.x0, outer.y1],
    [outer.x0, outer.y0],
    [outer.x1, outer.y0],
    [outer.x1, a],
    [inner.x1, a],
    [inner.x1, inner.y0],
    [inner.x0, inner.y0],
    [inner.x0, inner.y1],
    [inner.x1, inner.y1],
    [inner.x1, b],
  ];
  const upright: Pt[] = [
    [a, outer.y1],
    [outer.x0, outer.y1],
    [outer.x0, outer.y0],
    [outer.x1, outer.y0],
    [outer.x1, outer.y1],
    [b, outer.y1],
    [b, inner.y1],
    [inner.x1, inner.y1],
    [inner.x1, inner.y0],
    [inner.x0, inner.y0],
    [inner.x0, inner.y1],
    [a, inner.y1],
  ];
  const base = cell.base;
  return {
    kind: 'cell frame',
    for: at.item.id,
    holds: [at.item.id],
    level: true,
    name: `Frame for ${at.item.name}`,
    blocks: [prism('frame', 'frame', long ? ring : upright, base, height)],
    place: placeAs(at.placement),
    why: [
      `inside ${mm(inner.x1 - inner.x0)} × ${mm(inner.y1 - inner.y0)}: the cell + 2 × ${mm(CELL_ROOM_MM)}`,
      `${mm(height)} high: the upper ${Math.round((1 - FRAME_SHARE) * 100)} % of the cell stays free to swell`,
      `a slot of ${mm(LEAD_SLOT_MM)} for its leads at a short end`,
    ],
  };
}
