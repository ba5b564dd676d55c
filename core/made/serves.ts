/** Made parts as ways out of what is found: a plate over a hole, a brace behind a port, a plate behind a key. */
import type { Finding, MadeKind, Project, WayOut } from '../model';
import type { Scene } from '../fit';
import { type Made, madeFor, make } from './made';
import { PROCESSES } from './process';

interface Service {
  kind: MadeKind;
  text: (name: string) => string;
  cost: string;
  /** Whether this one is made for what was found. */
  serves: (m: Made, f: Finding) => boolean;
}

const holds = (m: Made, f: Finding): boolean =>
  m.holds.some((id) => f.about.includes(id)) || f.about.includes(m.for);

/** What mends a finding of a code. */
const SERVICES: Readonly<Record<string, Service>> = {
  'over-cut': {
    kind: 'port plate',
    text: (name) => `Cover it: print "${name}"`,
    cost: 'glued on outside',
    serves: (m, f) => f.id === `hole:over-cut:${m.for}`,
  },
  'over-cut window': {
    kind: 'bezel',
    text: (name) => `Cover it: print "${name}"`,
    cost: 'glued on outside',
    serves: (m, f) => f.id === `hole:over-cut:${m.for}/window`,
  },
  stop: {
    kind: 'port brace',
    text: (name) => `Print "${name}"`,
    cost: 'screwed or welded with solvent to the floor',
    serves: holds,
  },
  'switch-loose': {
    kind: 'switch plate',
    text: (name) => `Print "${name}"`,
    cost: 'glued to the face by its feet',
    serves: holds,
  },
};

/** Whatever can be made that would mend it; each is tried on the whole build before it is shown. */
export function madeServes(p: Project, scene: Scene, f: Finding): WayOut[] {
  const asked = [SERVICES[f.code], SERVICES[`${f.code} window`]].filter((s) => s !== undefined);
  if (!asked.length) return [];
  const all = madeFor(p, PROCESSES[0], scene).filter((m) => !m.before && !m.cannot);
  return asked.flatMap((service) =>
    all
      .filter((m) => m.kind === service.kind && service.serves(m, f))
      .map((m): WayOut => ({
        id: `make-${m.item}`,
        text: service.text(m.name),
        cost: `${m.massG.toFixed(1)} g, ${service.cost}; its solid is under Made parts`,
        changes: make(m),
        effort: 2.5,
      })),
  );
}
