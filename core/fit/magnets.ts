/** Magnets against what feels them: a speaker or a closing magnet beside a hall or reed switch, or a stick that reads by one. */
import { gapOf } from '../geometry';
import { partOf } from '../kit';
import { type Finding, mm1, type Part } from '../model';
import { judgedGap } from './contact';
import type { SceneCheck } from './sceneCheck';
import { type PlacedItem, placing, type Scene } from './scene';
import { stepsAway } from './away';

/** How far a magnet of this size is felt, mm: typical, try it with yours. */
const FELT_MM = 15;
const SENSES = new Set(['hall', 'reed', 'analog']);

const isMagnet = (q: Part): boolean =>
  q.speaker !== undefined ||
  (q.family === 'hardware' && q.words.some((w) => w.toLowerCase() === 'magnet'));
const feels = (q: Part): boolean =>
  q.family === 'switch' && q.words.some((w) => SENSES.has(w.toLowerCase()));
/** The magnet that is meant to work a hall or reed switch. */
const partner = (magnet: PlacedItem, sensor: PlacedItem): boolean =>
  magnet.part.speaker === undefined && worked(sensor);
const worked = (sensor: PlacedItem): boolean =>
  sensor.part.words.some((w) => ['hall', 'reed'].includes(w.toLowerCase()));

/** A reed or hall switch that nothing in the build works. */
function unworked({ project, items }: Scene): Finding[] {
  const placed = new Set(project.layout.placements.map((q) => q.item));
  const hasMagnet = project.kit.items.some((i) => {
    const part = partOf(project, i);
    return placed.has(i.id) && isMagnet(part) && part.speaker === undefined;
  });
  if (hasMagnet) return [];
  return [...items.values()]
    .filter((at) => feels(at.part) && worked(at))
    .map(({ item }): Finding => ({
      id: `magnet:none-${item.id}`,
      station: 'fit',
      check: 'magnet',
      code: 'magnet-missing',
      verdict: 'tight',
      title: 'No magnet works it',
      what: `${item.name} switches when a magnet comes near, and none is laid out.`,
      why: ['Lay one out where it comes within reach: in the lid, the door or the dock.'],
      about: [item.id],
      refs: [{ is: 'item', id: item.id }],
    }));
}

function findings(scene: Scene): Finding[] {
  const all = [...scene.items.values()];
  const out: Finding[] = unworked(scene);
  for (const sensor of all.filter((at) => feels(at.part))) {
    for (const magnet of all.filter((at) => isMagnet(at.part) && !partner(at, sensor))) {
      const gap = Math.min(
        ...sensor.solids.flatMap((s) =>
          magnet.solids.map((m) => gapOf(s.prisms, m.prisms, 60).gap),
        ),
      );
      if (gap > 2 * FELT_MM) continue;
      const { measure, verdict } = judgedGap(
        gap,
        FELT_MM,
        `A magnet is felt up to about ${FELT_MM} mm; typical, try yours.`,
        [sensor, magnet].map((at) => placing(at)),
      );
      const s = sensor.solids[0]!;
      out.push({
        id: `magnet:${sensor.item.id}~${magnet.item.id}`,
        station: 'fit',
        check: 'magnet',
        code: 'magnet',
        verdict: verdict === 'hit' ? 'tight' : verdict,
        measure,
        title:
          gap < FELT_MM
            ? `${mm1(Math.max(0, gap))} mm from a magnet`
            : `${mm1(gap)} mm from the magnet`,
        what: `${sensor.item.name} and ${magnet.item.name}`,
        why: [
          `${magnet.item.name} may be felt by ${sensor.item.name} within ${FELT_MM} mm: a switch that never releases, or a stick that drifts.`,
        ],
        about: [sensor.item.id, magnet.item.id],
        at: { x: (s.x0 + s.x1) / 2, y: (s.y0 + s.y1) / 2, z: s.z1 },
      });
    }
  }
  return out;
}

export const magnets: SceneCheck = {
  check: 'magnet',
  findings,
  ways: (_, __, items) =>
    items.filter((at) => !at.part.speaker).flatMap((at) => stepsAway(at, [10, 20, 35, 50])),
};
