/** A new build: nothing measured yet, every choice at the usual value. */
import { FORMAT, type Project } from './project';

export function emptyProject(id: string, name: string): Project {
  return {
    format: FORMAT,
    id,
    name,
    way: 'gut and fit',
    brief: { families: ['8-bit handheld', '16-bit home'] },
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
