/** Magnets against what feels them: a speaker or a closing magnet beside a hall or reed switch, or a stick that reads by one. */
import { gapOf } from '../geometry';
import { type Finding, mm1, type Part } from '../model';
import { measured } from './contact';
import { PLACE_U, type PlacedItem, type Scene } from './scene';

/** How far a magnet of this size is felt, mm: typical, try it with yours. */
const FELT_MM = 15;
const SENSES = new Set(['hall', 'reed', 'analog']);

const isMagnet = (q: Part): boolean => q.speaker !== undefined || (q.family === 'hardware' && q.words.some((w) => w.toLowerCase() === 'magnet'));
const feels = (q: Part): boolean => q.family === 'switch' && q.words.some((w) => SENSES.has(w.toLowerCase()));
/** The magnet that is meant to work a hall or reed switch. */
const partner = (magnet: PlacedItem, sensor: PlacedItem): boolean => magnet.part.speaker === undefined && sensor.part.words.some((w) => ['hall', 'reed'].includes(w.toLowerCase()));

export function magnetFindings(scene: Scene): Finding[] {
  const all = [...scene.items.values()], out: Finding[] = [];
  for (const sensor of all.filter((at) => feels(at.part))) for (const magnet of all.filter((at) => isMagnet(at.part) && !partner(at, sensor))) {
    const gap = Math.min(...sensor.solids.flatMap((s) => magnet.solids.map((m) => gapOf(s.prisms, m.prisms, 60).gap)));
    if (gap > 2 * FELT_MM) continue;
    const { measure, verdict } = measured(gap, FELT_MM, `A magnet is felt up to about ${FELT_MM} mm; typical, try yours.`, [sensor, magnet].map((at) => ({ key: `layout.placements.${at.index}`, label: `placing ${at.item.name}`, u: PLACE_U[at.placement.held], k: 1 })));
    const s = sensor.solids[0]!;
    out.push({ id: `magnet:${sensor.item.id}~${magnet.item.id}`, station: 'fit', check: 'magnet', verdict: verdict === 'hit' ? 'tight' : verdict, measure, title: gap < FELT_MM ? `${mm1(Math.max(0, gap))} mm from a magnet` : `${mm1(gap)} mm from the magnet`, what: `${sensor.item.name} and ${magnet.item.name}`, why: [`${magnet.item.name} may be felt by ${sensor.item.name} within ${FELT_MM} mm: a switch that never releases, or a stick that drifts.`], about: [sensor.item.id, magnet.item.id], at: { x: (s.x0 + s.x1) / 2, y: (s.y0 + s.y1) / 2, z: s.z1 } });
  }
  return out;
}

/** Away from a magnet, in steps, in each direction. */
export const awayFrom = (at: PlacedItem): Array<{ text: string; dx: number; dy: number }> => [10, 20, 35, 50].flatMap((mm) => ([[mm, 0, 'right'], [-mm, 0, 'left'], [0, mm, 'up'], [0, -mm, 'down']] as const).map(([dx, dy, word]) => ({ text: `Move ${at.item.name} ${mm} mm ${word}`, dx, dy })));
