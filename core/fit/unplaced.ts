/** What has no place yet: in the kit, neither laid out, nor outside the shell, nor left out for now. */
import type { Finding, Part, WayOut } from '../model';
import { partOf } from '../kit';
import type { Scene } from './scene';
import type { SceneCheck } from './sceneCheck';

/** Screws, stand-offs, inserts and the like: small stock that goes where it is needed. A board is none. */
const smallStock = (part: Part): boolean =>
  part.family === 'hardware' &&
  !part.pads.length &&
  !part.connectors.length &&
  !part.ports?.length &&
  !part.blocks.some((b) => b.presses || b.kind === 'board');

/** Whether an item of this part must have a place or a word about it. */
export const wantsPlace = (part: Part): boolean => !part.lead && !smallStock(part);

function findings(scene: Scene): Finding[] {
  const { project } = scene;
  // Before the first part has a place there is no layout that could lack one.
  if (!project.layout.placements.length) return [];
  const placed = new Set(project.layout.placements.map((q) => q.item));
  return project.kit.items
    .filter((i) => !i.where && !placed.has(i.id) && wantsPlace(partOf(project, i)))
    .map((i): Finding => ({
      id: `place:${i.id}`,
      station: 'fit',
      check: 'place',
      code: 'unplaced',
      verdict: 'hit',
      title: 'No place yet',
      what: `${i.name} is in the kit but not laid out.`,
      why: ['What has no place has no room. Lay it out, or say that it stays outside.'],
      about: [i.id],
      refs: [{ is: 'item', id: i.id }],
    }));
}

function ways(scene: Scene, f: Finding): WayOut[] {
  const item = scene.project.kit.items.find((i) => f.about.includes(i.id));
  if (!item || f.code !== 'unplaced') return [];
  return [
    {
      id: `outside-${item.id}`,
      text: `${item.name} stays outside the shell`,
      cost: 'on a lead or in the hand',
      changes: [{ do: 'where', item: item.id, where: 'outside' }],
      effort: 6,
    },
    {
      id: `leave-out-${item.id}`,
      text: `Leave ${item.name} out for now`,
      cost: 'nothing is judged of it',
      changes: [{ do: 'where', item: item.id, where: 'left out' }],
      effort: 8,
    },
  ];
}

export const unplaced: SceneCheck = {
  check: 'place',
  findings,
  ways: (scene, f) => ways(scene, f),
};
