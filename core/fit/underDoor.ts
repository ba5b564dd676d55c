/** A card that is reached under a kept door: the slot has to lie under that door. */
import { kitOf, reachable } from '../chains';
import { planGap, roundPrism } from '../geometry';
import { type Finding, type Kept, mm1, type Zone } from '../model';
import { handled } from './handle';
import type { Mouth, PlacedItem, Scene } from './scene';
import type { SceneCheck } from './sceneCheck';

/** A door and the bay under it are one when their sides differ by no more, mm. */
const SAME_MM = 4;
/** Fingers take a card from under a door's edge when it starts no further beside it, mm: typical. */
const BESIDE_MM = 2;

interface Under {
  at: PlacedItem;
  slot: Mouth;
  door: Kept;
}

/** The slot that only the door gives access to; nothing when the card is reached another way. */
function slotUnderDoor(scene: Scene): Under | undefined {
  const k = kitOf(scene.project);
  const door = scene.project.donor?.kept.find((q) => q.kind === 'door');
  if (!k.computer || !door || scene.project.brief.card === 'open the case') return undefined;
  const port = k.computer.ports.find((q) => q.carries === 'card' && q.role === 'takes');
  const extended = k.all.some(
    (x) => x !== k.computer && x.ports.some((q) => q.carries === 'card' && q.role === 'takes'),
  );
  if (!port || extended || reachable({ of: k.computer, port })) return undefined;
  const at = scene.items.get(k.computer.item.id);
  const slot = at?.mouths.find((m) => m.type === 'card');
  return at && slot && { at, slot, door };
}

/** Zones of the slot's half as large as the door. */
function baysOf(scene: Scene, { at, door }: Under): Zone[] {
  const sides = [door.w.mm, door.h.mm].sort((a, b) => a - b);
  const piece = scene.shell!.body.pieces.find((q) => q.id === at.piece);
  return (piece?.zones ?? []).filter(({ shape }) => {
    if (shape.kind !== 'rect') return false;
    const own = [shape.w.mm, shape.h.mm].sort((a, b) => a - b);
    return own.every((mm, i) => Math.abs(mm - sides[i]!) <= SAME_MM);
  });
}

/** How far a slot's mouth lies beside the floor of a bay, mm. */
function beside(scene: Scene, { at, slot }: Under, bay: Zone): number {
  const point = roundPrism(slot.x, slot.y, 0.05, 0, 1);
  const floors = (scene.shell!.floors.get(at.piece) ?? []).filter((f) => f.name.includes(bay.name));
  return Math.min(...floors.flatMap((f) => f.prisms.map((q) => planGap(point, q))));
}

export const underDoor: SceneCheck = {
  check: 'reach',
  findings(scene): Finding[] {
    const under = scene.shell && slotUnderDoor(scene);
    if (!under) return [];
    const { at, slot, door } = under;
    const bays = baysOf(scene, under);
    const off = Math.min(Infinity, ...bays.map((bay) => beside(scene, under, bay)));
    if (off <= BESIDE_MM) return [];
    const unknown = !bays.length;
    return [
      {
        id: `reach:door:${at.item.id}`,
        station: 'fit',
        check: 'reach',
        code: unknown ? 'door-unplaced' : 'not-under-door',
        verdict: unknown ? 'tight' : 'hit',
        title: unknown ? 'Where the door lies is not known' : `${mm1(off)} mm beside the door`,
        what: `${slot.name} of ${at.item.name} and ${door.name}`,
        why: [
          unknown
            ? `The card is to be reached under ${door.name}: measure the bay under it in Shell, ${mm1(door.w.mm)} × ${mm1(door.h.mm)} mm.`
            : `The card is to be reached under ${door.name}, and its slot does not lie there. Move ${at.item.name}, add an extender, or say that the case is opened for the card.`,
        ],
        about: [at.item.id, door.id],
        refs: [{ is: 'socket', item: at.item.id, connector: slot.id }],
        at: { x: slot.x, y: slot.y, z: slot.z },
      },
    ];
  },
  ways(scene, finding, items) {
    if (finding.code !== 'not-under-door') return [];
    const opened = {
      id: 'open-for-card',
      text: 'Open the case for the card',
      cost: 'screws out for every change of the card',
      changes: [{ do: 'brief' as const, set: { card: 'open the case' as const } }],
      effort: 4,
    };
    const turned = items.map((at) => ({
      id: `turn-${at.item.id}`,
      text: `Turn ${at.item.name} around`,
      cost: 'its other sockets turn with it',
      changes: [
        {
          do: 'place' as const,
          placement: handled(scene, at.placement, { turn: (at.placement.turn + 180) % 360 }),
        },
      ],
      effort: 2,
    }));
    return [...turned, opened];
  },
};
