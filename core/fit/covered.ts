/** What stands on an outer face over a hole that is needed there. */
import type { Finding, Opening } from '../model';
import type { SceneCheck } from './sceneCheck';
import type { PlacedItem, Scene } from './scene';

/** Holes that are used from outside; a slot for wires may be covered by what they lead to. */
const USED: ReadonlySet<Opening['use']> = new Set<Opening['use']>([
  'window',
  'button',
  'wheel',
  'speaker',
  'switch',
  'lamp',
  'vent',
]);
/** An edge that laps over a hole by less is its own tolerance, mm. */
const LAP_MM = 0.5;

const coveredBy = (scene: Scene, at: PlacedItem) =>
  scene.shell!.openings.face.filter(
    (o) =>
      o.piece === at.piece &&
      USED.has(o.use) &&
      at.blocks.some(
        ({ solid: s }) =>
          s.x0 < o.x + o.w / 2 - LAP_MM &&
          s.x1 > o.x - o.w / 2 + LAP_MM &&
          s.y0 < o.y + o.h / 2 - LAP_MM &&
          s.y1 > o.y - o.h / 2 + LAP_MM,
      ),
  );

function findings(scene: Scene): Finding[] {
  if (!scene.shell) return [];
  return [...scene.items.values()]
    .filter((at) => at.isOutside)
    .flatMap((at) =>
      coveredBy(scene, at).map((o): Finding => ({
        id: `covers:${at.item.id}-${o.id}${o.copy}`,
        station: 'fit',
        check: 'outside',
        code: 'covers-hole',
        verdict: 'hit',
        title: `Covers the ${o.name}`,
        what: `${at.item.name} stands on the outer face over ${o.name}.`,
        why: ['Move it beside the hole, or say in Shell that the hole is blanked.'],
        about: [at.item.id, o.id],
        at: { x: o.x, y: o.y, z: at.solids[0]!.z0 },
      })),
    );
}

export const covered: SceneCheck = { check: 'outside', findings, ways: () => [] };
