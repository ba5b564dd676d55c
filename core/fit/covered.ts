/** What stands on an outer face over a hole that is needed there. */
import { bodyFor, type Finding, type Opening } from '../model';
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
/** A key's hole where nothing is said, mm. */
const KEY_MM = 8;

interface Hole {
  /** Told apart from others of its opening. */
  key: string;
  id: string;
  name: string;
  piece: string;
  x: number;
  y: number;
  w: number;
  h: number;
}

/** Holes that are there and used, and those that keys of the layout will want. */
function usedHoles(scene: Scene): Hole[] {
  const { body, openings } = scene.shell!;
  const there = openings.face
    .filter((o) => USED.has(o.use))
    .map((o): Hole => ({ ...o, key: `${o.id}${o.copy}` }));
  // A key that has no hole yet is drawn on the face of the first body.
  const face =
    bodyFor(scene.project) === body
      ? body.pieces.find((q) => q.role === 'front' || q.role === 'plate')
      : undefined;
  const planned = scene.project.controls.inputs.flatMap((i): Hole[] =>
    'opening' in i.at || !face
      ? []
      : [
          {
            key: i.id,
            id: i.id,
            name: `hole of ${i.name}`,
            piece: face.id,
            x: i.at.x,
            y: i.at.y,
            w: i.hole ?? KEY_MM,
            h: i.hole ?? KEY_MM,
          },
        ],
  );
  return [...there, ...planned];
}

const coveredBy = (scene: Scene, at: PlacedItem): Hole[] =>
  usedHoles(scene).filter(
    (o) =>
      o.piece === at.piece &&
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
        id: `covers:${at.item.id}-${o.key}`,
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
