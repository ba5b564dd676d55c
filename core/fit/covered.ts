/** What stands on an outer face over a hole that is needed there. */
import type { Finding, Opening } from '../model';
import { KEY_MM } from './keys';
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
  const { openings } = scene.shell!;
  const there = openings.face
    .filter((o) => USED.has(o.use))
    .map((o): Hole => ({ ...o, key: `${o.id}${o.copy}` }));
  const planned = scene.project.controls.inputs.flatMap((i): Hole[] => {
    if (!('piece' in i.at)) return [];
    const wide = i.hole ?? KEY_MM;
    return [{ ...i.at, key: i.id, id: i.id, name: `hole of ${i.name}`, w: wide, h: wide }];
  });
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
