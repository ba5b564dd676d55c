/** What of a part goes through a wall: a socket's own block, or a lever, each with the hole it gets there. */
import type { Solid } from '../geometry';
import type { Block } from '../model';
import { leverSlot } from './lever';
import { portKey, portOpening } from './port';
import type { PlacedItem, Scene } from './scene';

export interface Through {
  /** The wall with the hole in it. */
  wall: Solid;
  /** Key of the hole's cut. */
  key: string;
  name: string;
}

/** @returns  nothing when the block is no socket and no lever of this wall: it meets the wall as it is */
export function through(
  scene: Scene,
  at: PlacedItem,
  { block, solid }: { block?: Block; solid: Solid },
  wall: Solid,
): Through | undefined {
  if (wall.kind !== 'wall' || !block) return undefined;
  const isOf = (index: number): boolean => wall.id.endsWith(`/wall-${index}`);
  const mouth = at.mouths.find(
    (m) => m.outside && m.block === block.id && m.wall && isOf(m.wall.index),
  );
  if (mouth) {
    const hole = portOpening(scene, at, mouth);
    return {
      wall: (hole && scene.shell!.wallWith(wall.owner, hole.wall, [hole])[0]) ?? wall,
      key: portKey(at.item.id, mouth.id),
      name: `${mouth.name} of ${at.item.name}`,
    };
  }
  const slot = block.kind === 'cap' ? leverSlot(scene, at) : undefined;
  if (!slot || slot.block !== block.id || !isOf(slot.wall)) return undefined;
  return {
    wall: scene.shell!.wallWith(wall.owner, slot.wall, [slot])[0] ?? wall,
    key: slot.key,
    name: solid.name,
  };
}
