/** What can be made for a build, body after body, and how it stands to what was made before. */
import {
  appliedAll,
  type Change,
  type Item,
  MADE_KINDS,
  MADE_TOOLS,
  type MadeKind,
  type Part,
  type Placement,
  present,
  type Project,
} from '../model';
import { type Cutting, cutting } from '../cuts';
import { bodiesOf, liftOf, type PlacedItem, type Scene, sceneOf } from '../fit';
import { type Design, type Ground, keptOf, partIdOf, partOfDesign } from './design';
import { KINDS } from './kinds';
import { type Process, PROCESSES, RULES } from './process';
import { volumeOf } from './shapes';

export interface Made extends Omit<Design, 'place'> {
  part: Part;
  /** The item it is in the kit, or would be. */
  item: string;
  /** Where it stands in the shell; nothing: a tool, or outside. */
  placement?: Placement;
  volumeCm3: number;
  massG: number;
  /** Hours on a small machine, typical. */
  hours: number;
  /** The one that lies in the kit: as it would be made now by some process, or not. */
  before?: { is: 'as now'; by: Process } | { is: 'changed' };
}

/** A body with what is cut in it, worked out once for every process. */
interface Stand {
  scene: Scene;
  cuts: Cutting;
}
const standsOf = (first: Scene): Stand[] =>
  bodiesOf(first).map((body) => {
    const scene = insideOf(body);
    return { scene, cuts: cutting(scene.project, scene) };
  });

/** What is made holds and guides what stands in a body; nothing is made yet for its outer face. */
const insideOf = (scene: Scene): Scene => ({
  ...scene,
  items: new Map([...scene.items].filter(([, at]) => !at.isOutside)),
});

const designs = (g: Ground, kinds: ReadonlySet<MadeKind> | undefined): Design[] =>
  g.scene.shell
    ? MADE_KINDS.filter((kind) => !kinds || kinds.has(kind)).flatMap((kind) => KINDS[kind](g))
    : [];

/** Everything this process would make now, or of these kinds alone. */
const madeBy = (
  process: Process,
  stands: readonly Stand[],
  kinds?: ReadonlySet<MadeKind>,
): Made[] =>
  stands.flatMap(({ scene, cuts }) => {
    const { project: p } = scene;
    const rules = RULES[process];
    return designs({ p, scene, cuts, rules }, kinds).map((d): Made => {
      const { place, ...design } = d;
      const volumeCm3 = volumeOf(d.blocks);
      const massG = Math.round(volumeCm3 * rules.density * 10) / 10;
      const kept = keptOf(p, d.kind, d.for);
      const was = p.kit.parts.find((q) => q.id === kept?.part);
      const drawn = partOfDesign(d, massG);
      // What is drawn otherwise than the one in the kit is its next version.
      const isNew = was && JSON.stringify(was.blocks) !== JSON.stringify(drawn.blocks);
      const part = {
        ...drawn,
        id: kept?.part ?? partIdOf(d.kind, d.for),
        version: (was?.version ?? 1) + (isNew ? 1 : 0),
      };
      const item = kept?.id ?? part.id;
      return {
        ...design,
        part,
        item,
        ...(place ? { placement: { ...place, item } } : {}),
        volumeCm3,
        massG,
        hours: volumeCm3 / rules.speed,
      };
    });
  });

/** Kinds of which one lies in the kit and is not left out. */
const kindsIn = (p: Project): Set<MadeKind> =>
  new Set(present(p).kit.items.flatMap((i) => i.made?.kind ?? []));

/** How each of them stands to the one of it in the kit, whichever process that was made by. */
function toldBefore(p: Project, list: readonly Made[], stands: readonly Stand[]): Made[] {
  const kept = new Map(p.kit.parts.map((q) => [q.id, q]));
  const kinds = kindsIn(p);
  if (!kinds.size) return [...list];
  const ways = PROCESSES.map((by) => ({ by, made: madeBy(by, stands, kinds) }));
  return list.map((m): Made => {
    const old = kept.get(m.part.id);
    if (!old) return m;
    const same = ways.find(({ made }) =>
      made.some((q) => q.part.id === old.id && isSame(p, old, q)),
    );
    return { ...m, before: same ? { is: 'as now', by: same.by } : { is: 'changed' } };
  });
}

const isSame = (p: Project, old: Part, now: Made): boolean => {
  if (JSON.stringify(old.blocks) !== JSON.stringify(now.part.blocks)) return false;
  const stands = p.layout.placements.find((q) => q.item === now.item);
  return !now.placement || (stands !== undefined && standsAs(stands, now.placement));
};
const standsAs = (a: Placement, b: Placement): boolean =>
  a.x === b.x &&
  a.y === b.y &&
  a.turn === b.turn &&
  a.up === b.up &&
  a.stand === b.stand &&
  a.lift === b.lift &&
  JSON.stringify(a.on) === JSON.stringify(b.on);

/** What lies in the kit and is not, or not so, what would be made now. */
export interface Since {
  /** What this process would make of those, where none would make one so. */
  changed: Made[];
  /** Items made for something that is gone. */
  gone: Item[];
}

/** Kinds that are used up: with them in place there is nothing left to make them for. */
const USED_UP: ReadonlySet<MadeKind> = new Set<MadeKind>(['cap extender', ...MADE_TOOLS]);

export function changedSince(p: Project, process: Process, scene: Scene): Since {
  const made = present(p).kit.items.filter((i) => i.made && !USED_UP.has(i.made.kind));
  if (!made.length) return { changed: [], gone: [] };
  const stands = standsOf(scene);
  const now = toldBefore(p, madeBy(process, stands, kindsIn(p)), stands);
  const here = new Set(made.map((i) => i.id));
  return {
    changed: now.filter((m) => m.before?.is === 'changed' && here.has(m.item)),
    gone: made.filter((i) => !now.some((m) => m.item === i.id)),
  };
}

/**
 * Everything that can be made for a build by this process; sizes follow from the document.
 *
 * @param scene  of the first body, when it stands already
 */
export function madeFor(p: Project, process: Process, scene: Scene = sceneOf(p)): Made[] {
  const stands = standsOf(scene);
  return toldBefore(p, madeBy(process, stands), stands).map((m) => {
    const cannot = whyNot(p, m);
    return cannot ? { ...m, cannot } : m;
  });
}

/** Both lie on one floor when their seats differ by no more, mm. */
const SEAT_MM = 0.2;

/** It must come to stand as deep as what it is made for; beside a bay it would lie on its rim. */
function whyNot(p: Project, made: Made): string | undefined {
  if (made.cannot) return made.cannot;
  if (!made.placement || !made.level) return undefined;
  const stood = withMade(p, made);
  const scene = bodiesOf(sceneOf(stood)).find((s) => s.items.has(made.item));
  const [mine, its] = [scene?.items.get(made.item), scene?.items.get(made.for)];
  if (!scene || !mine || !its) return undefined;
  const front = scene.shell!.sign(mine.piece) > 0;
  const seat = (at: PlacedItem): number =>
    front
      ? Math.max(...at.solids.map((q) => q.z1)) + liftOf(at.placement)
      : Math.min(...at.solids.map((q) => q.z0)) - liftOf(at.placement);
  return Math.abs(seat(mine) - seat(its)) > SEAT_MM
    ? 'The floor is not level round it: a bay, a rib or a step holds it there already, or is in the way.'
    : undefined;
}

/** Changes that put this part into a build, where it stands; one from before is replaced. */
export const make = ({
  part,
  item,
  kind,
  for: of,
  holds,
  placement,
  before,
  sets,
}: Made): Change[] => [
  {
    do: before ? 'remake' : 'make',
    item,
    part,
    made: { kind, for: of, holds },
    ...(placement ? { placement } : {}),
  },
  ...(sets ?? []),
];

/** The build with this part in it. */
export const withMade = (p: Project, made: Made): Project => appliedAll(p, make(made));
