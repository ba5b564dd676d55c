/** What an edit was about, in the few words that Undo and Redo say. */
import type { Project } from './project';
import type { Patch } from './patch';

interface Thing {
  id: string;
  words: string;
  value: unknown;
}

/** Things with an id, each with the words for a change to it. */
const LISTS: ReadonlyArray<(p: Project) => Thing[]> = [
  (p) => p.kit.items.map((item) => ({ id: `item ${item.id}`, words: item.name, value: item })),
  (p) =>
    (p.kit.readings ?? []).map((reading) => ({
      id: `reading ${reading.id}`,
      words: `reading of ${nameOf(p, reading.item)}`,
      value: reading,
    })),
  (p) =>
    p.layout.placements.map((placement) => ({
      id: `place ${placement.item}`,
      words: `place of ${nameOf(p, placement.item)}`,
      value: placement,
    })),
  (p) =>
    p.controls.inputs.map((input) => ({
      id: `input ${input.id}`,
      words: `input ${input.name}`,
      value: input,
    })),
  (p) =>
    p.shell.bodies.flatMap((body) =>
      body.pieces
        .flatMap((piece) => piece.features)
        .map((feature) => ({
          id: `feature ${body.id} ${feature.id}`,
          words: `${feature.name} of the shell`,
          value: feature,
        })),
    ),
];

const AREAS: Readonly<Record<string, string>> = {
  name: 'name of the build',
  brief: 'goals',
  donor: 'donor',
  shell: 'shell',
  kit: 'kit',
  layout: 'layout',
  wiring: 'wires',
  cuts: 'cuts',
  controls: 'controls',
  power: 'power',
  sound: 'sound',
  workshop: 'readings of your machine',
  build: 'build log',
};

const nameOf = (p: Project, item: string): string =>
  p.kit.items.find((i) => i.id === item)?.name ?? item;

export function editWords(before: Project, next: Project, patch: Patch): string {
  const touched = LISTS.flatMap((list) => differing(list(before), list(next)));
  if (touched.length === 1) return touched[0]!;
  const areas = new Set(patch.map((op) => op.path.split('/')[1] ?? ''));
  return [...areas].map((area) => AREAS[area] ?? area).join(', ');
}

/** Words of what came, went or changed; a thing in both as the same object did not change. */
function differing(before: readonly Thing[], next: readonly Thing[]): string[] {
  const was = new Map(before.map((thing) => [thing.id, thing]));
  const is = new Set(next.map((thing) => thing.id));
  const changed = next.filter((thing) => was.get(thing.id)?.value !== thing.value);
  const gone = before.filter((thing) => !is.has(thing.id));
  return [...changed, ...gone].map((thing) => thing.words);
}
