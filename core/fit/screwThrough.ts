/**
 * What lies in the way of a screw that goes through the floor: the screw and its sleeve stand between
 * board and floor, and a cell there is pierced.
 */
import { gapOf, type Prism, roundPrism } from '../geometry';
import { type Finding, mm1, type WayOut } from '../model';
import { stepsAway } from './away';
import { onBracket } from './bracket';
import { judgedGap, sourcesOf } from './contact';
import type { SceneCheck } from './sceneCheck';
import { isMadeFor, type PlacedItem, type Scene } from './scene';
import { screwHoles, type ScrewHole } from './screwed';

/** A sleeve is so much wider than the hole it stands under, all round: typical. */
const SLEEVE_MM = 0.8;
/** Nearer than this it is worth a line, mm. */
const NEAR_MM = 0.5;

/** The room that a screw with its sleeve takes, from the board to the floor. */
function sleeveOf({ shell }: Scene, { at, x, y, d }: ScrewHole): Prism | undefined {
  const board = at.blocks.find(({ block }) => block.kind === 'board')?.solid;
  if (!board) return undefined;
  const floor = shell!.floorAt(at.piece, x, y);
  const isFront = shell!.sign(at.piece) > 0;
  const [low, high] = isFront ? [board.z1, floor] : [floor, board.z0];
  return high > low ? roundPrism(x, y, d / 2 + SLEEVE_MM, low, high) : undefined;
}

function findings(scene: Scene): Finding[] {
  return screwHoles(scene).flatMap((hole) => {
    const sleeve = sleeveOf(scene, hole);
    if (!sleeve) return [];
    return [...scene.items.values()].flatMap((other) =>
      other === hole.at || isMadeFor(other, hole.at) ? [] : (metBy(hole, sleeve, other) ?? []),
    );
  });
}

function metBy(hole: ScrewHole, sleeve: Prism, other: PlacedItem): Finding | undefined {
  const met = other.blocks
    .map((b) => ({ b, gap: gapOf([sleeve], b.solid.prisms, NEAR_MM) }))
    .sort((p, q) => p.gap.gap - q.gap.gap)[0];
  if (!met || met.gap.gap >= NEAR_MM) return undefined;
  const { verdict, measure } = judgedGap(
    met.gap.gap,
    0,
    'the screw and its sleeve go past it',
    sourcesOf(hole.at.blocks[0]!.solid, met.b.solid, met.gap),
  );
  if (verdict === 'clear') return undefined;
  const { at, nr, x, y } = hole;
  const isCell = other.part.cell !== undefined;
  return {
    id: `screw-through:${at.item.id}-${nr}~${other.item.id}`,
    station: 'fit',
    check: 'place',
    code: 'screw-through',
    verdict,
    measure,
    title:
      verdict === 'hit' ? `A screw goes ${mm1(-met.gap.gap)} mm into it` : 'A screw touches it',
    what: `Screw ${nr} of ${at.item.name} and ${met.b.solid.name}`,
    why: [
      `No post carries the board there: its screw stands between board and floor, ${mm1(hole.d)} mm with a sleeve of ${SLEEVE_MM} mm round it (typical).`,
      ...(isCell ? ['A cell that is pierced burns: never a screw towards one.'] : []),
    ],
    about: [at.item.id, other.item.id],
    refs: [
      { is: 'item', id: at.item.id },
      { is: 'block', item: other.item.id, block: met.b.block.id },
    ],
    at: { x, y, z: met.b.solid.z0 },
  };
}

function ways(scene: Scene, f: Finding, items: readonly PlacedItem[]): WayOut[] {
  if (f.code !== 'screw-through') return [];
  const [at] = f.about.flatMap((id) => scene.items.get(id) ?? []);
  if (!at) return [];
  return [onBracket(at), ...items.flatMap((item) => stepsAway(item, [2, 4, 6]))];
}

export const screwsThrough: SceneCheck = { check: 'place', findings, ways };
