/** Room for a wire: what stands in its way cut down or moved, or an end fixed elsewhere. */
import { handled, type PlacedItem, type Scene, stepsAway, trimmed } from '../../fit';
import type { Finding, WayOut } from '../../model';

/** What stands within so far of the narrowest place counts as being there, mm. */
const NEAR_MM = 2;

/** The narrowest place of a way made wider: what stands there cut down, or the part there moved. */
export function cleared(scene: Scene, at: { x: number; y: number }): WayOut[] {
  const over = (s: { x0: number; x1: number; y0: number; y1: number }) =>
    at.x > s.x0 - NEAR_MM &&
    at.x < s.x1 + NEAR_MM &&
    at.y > s.y0 - NEAR_MM &&
    at.y < s.y1 + NEAR_MM;
  const shell = scene.shell!;
  return [
    ...shell.features
      .filter((q) => q.height > 0 && over(q.solid))
      .flatMap((q) =>
        trimmed(
          shell,
          q,
          [1, 2, 3, 4, 6].map((off) => Math.floor((q.height - off) * 2) / 2),
        ),
      ),
    ...[...scene.items.values()]
      .filter((q) => !q.part.screen && q.blocks.some((b) => over(b.solid)))
      .flatMap((q) => stepsAway(q, [3, 6, 10])),
  ];
}

/** An end in the other half, or some steps away. */
export function endsElsewhere(scene: Scene, f: Finding, mayStepAway: boolean): WayOut[] {
  return placedOf(scene, f)
    .filter(mayBeRefixed)
    .flatMap((at) => [
      ...inOtherHalf(scene, at),
      ...(mayStepAway ? stepsAway(at, [10, 20, 40]) : []),
    ]);
}

/** Parts that a finding is about, where they stand. */
export const placedOf = (scene: Scene, { about }: Finding): PlacedItem[] =>
  about.flatMap((id) => scene.items.get(id) ?? []);

/** A screen, a switch and a speaker are bound to their holes; what rides goes where its board goes. */
const mayBeRefixed = ({ part, placement }: PlacedItem): boolean =>
  'piece' in placement.on && !part.screen && part.family !== 'switch' && !part.speaker;

function inOtherHalf(scene: Scene, at: PlacedItem): WayOut[] {
  const shell = scene.shell!;
  const other = shell.body.pieces.find(
    (q) => shell.sign(q.id) !== shell.sign(at.piece) && q.role !== 'door',
  );
  if (!other) return [];
  const placement = handled(scene, at.placement, { on: { piece: other.id } });
  return [
    {
      id: `half-${at.item.id}`,
      text: `Fix ${at.item.name} in the ${other.role} half`,
      cost: 'its other wires may cross then',
      changes: [{ do: 'place', placement }],
      effort: 4.5,
    },
  ];
}
