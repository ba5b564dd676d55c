/** A new build: nothing measured yet and nothing wished for; figures at their usual value. */
import { FORMAT, type Project } from './project';

export function emptyProject(
  id: string,
  name: string,
  way: Project['way'] = 'gut and fit',
): Project {
  return {
    format: FORMAT,
    id,
    name,
    way,
    brief: { families: [] },
    shell: { bodies: [] },
    kit: { parts: [], items: [] },
    layout: { placements: [] },
    wiring: { nets: [] },
    cuts: [],
    controls: { route: 'gpio', inputs: [] },
    power: { gameShare: 0.8, wireAwg: 24, wireMm: 120, plugs: 1, switchOhm: 0.05, health: 1 },
    sound: {},
    build: { done: [] },
  };
}
