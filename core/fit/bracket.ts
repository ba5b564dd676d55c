/** A part held by a bracket instead: no hole in the floor, and no screw beside its post. */
import type { WayOut } from '../model';
import type { PlacedItem } from './scene';

export const onBracket = ({ item, placement }: PlacedItem): WayOut => ({
  id: `bracket-${item.id}`,
  text: `Hold ${item.name} by a bracket`,
  cost: 'an off-cut or a printed corner, screwed or solvent-welded to the half',
  changes: [{ do: 'place', placement: { ...placement, fixed: 'bracket' } }],
  effort: 2,
});
