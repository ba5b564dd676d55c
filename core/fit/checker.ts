/**
 * Keeps every contact of a build, and re-checks only what a change can touch.
 *
 * Solids lie in an R-tree by their plan boxes. Moving an item takes its own solids out, stands them
 * anew, and looks at their neighbours; everything else keeps its verdict. A full check and a chain
 * of moves give the same contacts.
 */
import RBush from 'rbush';
import { type Finding, mm1, percent, type Ref, type Placement, type Project } from '../model';
import { inside, type Solid } from '../geometry';
import { outerRing } from '../shell';
import { CHECKS } from './checks';
import type { Side } from './clearance';
import { type Contact, contactOf, INTEREST_MM } from './contact';
import { plugFinding, plugFindings } from './port';
import { through } from './through';
import { pressedTogether } from './pressed';
import {
  isInOpen,
  isMadeFor,
  type PlacedItem,
  type Scene,
  sceneOf,
  standItem,
  tapeUnder,
} from './scene';

interface Entry {
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
  side: Side;
}

const entryOf = (side: Side): Entry => ({
  minX: side.solid.x0,
  minY: side.solid.y0,
  maxX: side.solid.x1,
  maxY: side.solid.y1,
  side,
});

/** A part made to hold another touches it; further in than a file takes off it does not, mm. */
const PRESSED_IN_MM = 0.05;
const holds = (a: Side, b: Side): boolean =>
  a.at !== undefined && b.at !== undefined && isMadeFor(a.at, b.at);
const madeToTouch = (a: Side, b: Side, met: Contact): boolean =>
  (holds(a, b) || holds(b, a)) && met.gap.gap >= -PRESSED_IN_MM;

/** A board that is screwed down lies on the posts that carry it. */
const standsOnPost = (at: PlacedItem, side: Side, other: Side, { gap }: Contact): boolean =>
  at.placement.fixed === 'screws' &&
  side.block?.kind === 'board' &&
  other.solid.kind === 'feature' &&
  other.solid.owner === at.piece &&
  Math.abs(gap.gap) <= PRESSED_IN_MM &&
  Math.abs(gap.nz) === 1;

export class Checker {
  scene: Scene;
  #tree = new RBush<Entry>(9);
  #entries = new Map<string, Entry[]>();
  /** Worst contact for each pair of item and thing, by item and pair key. */
  #contacts = new Map<string, Map<string, Contact>>();

  /** @param before  a checker of nearly the same build: what did not change keeps its solids and its verdicts */
  constructor(project: Project, before?: Scene | Checker) {
    const old = before instanceof Checker ? before : undefined;
    this.scene = sceneOf(project, old ? old.scene : (before as Scene | undefined));
    if (!this.scene.shell) return;
    this.#tree.load(this.scene.shell.all.map((s) => entryOf({ solid: s })));
    for (const at of this.scene.items.values()) this.#enter(at);
    const kept = new Set(
      old?.scene.shell === this.scene.shell
        ? [...this.scene.items.values()]
            .filter((at) => old.scene.items.get(at.item.id) === at)
            .map((at) => at.item.id)
        : [],
    );
    for (const id of kept) {
      this.#contacts.set(
        id,
        new Map(
          [...old!.#contacts.get(id)!].filter(
            ([key]) => !key.startsWith('item:') || kept.has(key.slice(5)),
          ),
        ),
      );
    }
    const fresh = [...this.scene.items.keys()].filter((id) => !kept.has(id));
    for (const id of fresh) this.#contacts.set(id, this.contactsOf(this.scene.items.get(id)!));
    this.#mirror(fresh);
  }

  #enter(at: PlacedItem): void {
    const entries = sidesOf(at).map(entryOf);
    for (const e of entries) this.#tree.insert(e);
    this.#entries.set(at.item.id, entries);
  }

  /** Worst contact of one item with each thing near it. `skip` leaves other items out. */
  contactsOf(
    at: PlacedItem,
    skip?: ReadonlySet<string>,
    stop?: (c: Contact) => boolean,
  ): Map<string, Contact> {
    const out = new Map<string, Contact>();
    const material =
      this.scene.shell!.body.pieces.find((p) => p.id === at.piece)?.material ?? 'abs';
    for (const side of sidesOf(at)) {
      const s = side.solid;
      const near = this.#tree.search({
        minX: s.x0 - INTEREST_MM,
        minY: s.y0 - INTEREST_MM,
        maxX: s.x1 + INTEREST_MM,
        maxY: s.y1 + INTEREST_MM,
      });
      for (const { side: other } of near) {
        const o = other.solid;
        if (
          o.owner === at.item.id ||
          skip?.has(o.owner) ||
          s.z0 - o.z1 > INTEREST_MM ||
          o.z0 - s.z1 > INTEREST_MM
        ) {
          continue;
        }
        const met = this.#meet(at, side, other, material);
        if (!met) continue;
        if (stop?.(met)) return new Map([['stop', met]]);
        const key = other.at ? `item:${o.owner}` : `shell:${o.id}`;
        const known = out.get(key);
        if (
          !known ||
          slack(met) < slack(known) ||
          (slack(met) === slack(known) && pairId(met) < pairId(known))
        ) {
          out.set(key, met);
        }
      }
    }
    return out;
  }

  #meet(at: PlacedItem, side: Side, other: Side, material: string): Contact | undefined {
    if (
      side.solid.kind === 'path' &&
      (other.solid.kind === 'wall' || other.solid.kind === 'path')
    ) {
      return undefined;
    }
    if (pressedTogether(side, other)) return undefined;
    // A floor reaches out without end, so that nothing is behind it; what stands on its outer face is there.
    if (at.isOutside && other.solid.kind === 'floor') return undefined;
    if (other.solid.kind === 'path' && (side.solid.kind === 'path' || other.at === at)) {
      return undefined;
    }
    let against = other;
    // A socket's own block, or a lever, meets its wall with the hole it will get.
    const hole = side.block && through(this.scene, at, side, other.solid);
    if (hole) against = { solid: hole.wall };
    // Two items are always judged the same way round, whichever was moved.
    const swap = against.at !== undefined && against.at.index < at.index;
    const met = swap ? contactOf(against, side, material) : contactOf(side, against, material);
    if (!met || madeToTouch(side, other, met)) return undefined;
    // What an item rests on, or is taped to, is meant to be touched.
    if (
      !other.at &&
      other.solid.kind === 'floor' &&
      other.solid.owner === at.piece &&
      Math.abs(met.gap.gap - tapeUnder(at.placement)) < 1e-6 &&
      Math.abs(met.gap.nz) === 1
    ) {
      return undefined;
    }
    if (standsOnPost(at, side, other, met)) return undefined;
    return met;
  }

  /** Stand an item at a new placement and re-check what it and its riders touch. */
  move(placement: Placement): void {
    const moved = this.#family(placement.item);
    // What stayed forgets the pairs with what moved, and learns the new ones from the other side.
    for (const id of moved) {
      for (const key of this.#contacts.get(id)!.keys()) {
        if (key.startsWith('item:')) this.#contacts.get(key.slice(5))!.delete(`item:${id}`);
      }
    }
    this.#standAnew(placement, moved);
    for (const id of moved) this.#contacts.set(id, this.contactsOf(this.scene.items.get(id)!));
    this.#mirror(moved);
  }

  /** What stayed learns its pairs with these from their side. */
  #mirror(ids: readonly string[]): void {
    for (const id of ids) {
      for (const [key, met] of this.#contacts.get(id)!) {
        if (!key.startsWith('item:')) continue;
        const other = key.slice(5);
        if (!ids.includes(other)) this.#contacts.get(other)!.set(`item:${id}`, met);
      }
    }
  }

  #standAnew(placement: Placement, moved: readonly string[]): void {
    const placements = [...this.scene.project.layout.placements];
    const index = this.scene.items.get(placement.item)!.index;
    placements[index] = placement;
    this.scene = { ...this.scene, project: { ...this.scene.project, layout: { placements } } };
    for (const id of moved) {
      for (const e of this.#entries.get(id) ?? []) this.#tree.remove(e);
      const at = this.scene.items.get(id)!;
      const next = standItem(
        this.scene,
        id === placement.item ? placement : at.placement,
        at.index,
      );
      if (next) this.#enter(next);
    }
  }

  /** An item and everything that rides on it, parents first. */
  #family(item: string): string[] {
    const out = [item];
    const riders = this.scene.project.layout.placements.filter((p) => 'item' in p.on);
    for (let i = 0; i < out.length && riders.length; i++) {
      for (const p of riders) {
        if ((p.on as { item: string }).item === out[i] && this.scene.items.has(p.item)) {
          out.push(p.item);
        }
      }
    }
    return out;
  }

  /**
   * How an item would fare somewhere else, without moving it: its contacts and plugs there.
   *
   * @param stop  a contact that settles the question already: the rest is not looked at
   * @param gone  items that are taken as not being there
   */
  trial(
    placement: Placement,
    stop?: (c: Contact) => boolean,
    gone?: ReadonlySet<string>,
  ): { contacts: Contact[]; plugs: Finding[]; items: PlacedItem[] } {
    const family = this.#family(placement.item);
    const index = this.scene.items.get(placement.item)!.index;
    const placements = [...this.scene.project.layout.placements];
    placements[index] = placement;
    const scene: Scene = {
      ...this.scene,
      items: new Map(this.scene.items),
      project: { ...this.scene.project, layout: { placements } },
    };
    const skip = gone ? new Set([...gone, ...family]) : new Set(family);
    const contacts: Contact[] = [];
    const plugs: Finding[] = [];
    const items: PlacedItem[] = [];
    const here = this.scene;
    this.scene = scene;
    try {
      for (const id of family) {
        const at = scene.items.get(id)!;
        const next = standItem(scene, id === placement.item ? placement : at.placement, at.index)!;
        items.push(next);
        const met = this.contactsOf(next, skip, stop);
        contacts.push(...met.values());
        if (met.has('stop')) break;
        for (const m of next.mouths) if (m.outside) plugs.push(plugFinding(scene, next, m));
      }
    } finally {
      this.scene = here;
    }
    return { contacts, plugs, items };
  }

  /** Every contact once. */
  contacts(): Contact[] {
    const seen = new Map<string, Contact>();
    for (const [id, list] of this.#contacts) {
      for (const [key, met] of list) {
        const other = key.startsWith('item:') ? key.slice(5) : key;
        seen.set(id < other ? `${id}~${other}` : `${other}~${id}`, met);
      }
    }
    return [...seen.entries()].sort((a, b) => (a[0] < b[0] ? -1 : 1)).map(([, met]) => met);
  }

  findings(): Finding[] {
    if (!this.scene.shell) return [];
    return [
      ...this.contacts().map(touchFinding),
      ...plugFindings(this.scene),
      ...CHECKS.flatMap((c) => c.findings(this.scene)),
      ...outsideFindings(this.scene),
    ];
  }
}

function sidesOf(at: PlacedItem): Side[] {
  return at.solids.map((s, i) => ({ solid: s, at, block: at.blocks[i]?.block }));
}

const slack = (c: Contact): number => c.measure.gap - c.measure.required;
const pairId = (c: Contact): string => `${c.a.solid.id}~${c.b.solid.id}`;

export const contactId = (c: Contact): string => {
  const other = c.b.at ? c.b.solid.owner : c.b.solid.id;
  const mine = c.a.at ? c.a.solid.owner : c.a.solid.id;
  return `touch:${[mine, other].sort().join('~')}`;
};

/** The block that touches; the way of its plug is no block, and is told by the part. */
function blockRef({ at, block }: Side): Ref[] {
  if (!at) return [];
  return [
    block ? { is: 'block', item: at.item.id, block: block.id } : { is: 'item', id: at.item.id },
  ];
}

/** A contact in words. */
export function touchFinding(c: Contact): Finding {
  const { gap, required, sigma } = c.measure;
  const [a, b] = [c.a.solid, c.b.solid];
  const mid = (p: 'x' | 'y' | 'z') => {
    const low = Math.max(a[`${p}0`], b[`${p}0`]);
    const high = Math.min(a[`${p}1`], b[`${p}1`]);
    return (low + high) / 2;
  };
  let title: string;
  if (gap < -1e-9) title = `${mm1(gap)} mm overlap`;
  else if (required > gap) title = `${mm1(gap)} mm left, ${mm1(required)} needed`;
  else title = `${mm1(gap)} mm left`;
  const swollen = [c.a, c.b].find((s) => s.block?.kind === 'cell');
  const what = `${a.name}${c.a === swollen && required > 0.05 ? ', once swollen,' : ''} and ${b.name}${c.b === swollen && required > 0.05 ? ', once swollen' : ''}`;
  const margin = gap - required;
  const excess = Math.max(a.excess, b.excess);
  let z: string;
  if (sigma > 0) z = (margin / sigma).toFixed(1);
  else if (margin >= 0) z = '∞';
  else z = '−∞';
  return {
    id: contactId(c),
    station: 'fit',
    check: 'touch',
    code: 'touch',
    refs: [c.a, c.b].flatMap(blockRef),
    verdict: c.verdict,
    title,
    what,
    measure: c.measure,
    about: [a.owner, b.owner, ...(b.kind === 'feature' ? [b.id] : [])],
    at: { x: mid('x'), y: mid('y'), z: mid('z') },
    way: { x: c.gap.nx, y: c.gap.ny, z: c.gap.nz },
    why: [
      c.measure.reason,
      `margin ${margin.toFixed(2)} mm = gap ${gap.toFixed(2)} − needed ${required.toFixed(2)}; σ ${sigma.toFixed(2)} mm; chance Φ(${z}) = ${percent(c.measure.chance)}`,
      `worst case ${c.measure.worst.toFixed(2)} mm`,
      ...(excess > 0.01
        ? [`A round shape is enclosed up to ${excess.toFixed(2)} mm too large here.`]
        : []),
    ],
  };
}

/** Middle of an item in plan, and whether it lies outside the shell's outline. */
export function middleOf(scene: Scene, at: PlacedItem): { x: number; y: number; outside: boolean } {
  const box = at.blocks.reduce(
    (m, { solid: s }: { solid: Solid }) => ({
      x0: Math.min(m.x0, s.x0),
      x1: Math.max(m.x1, s.x1),
      y0: Math.min(m.y0, s.y0),
      y1: Math.max(m.y1, s.y1),
    }),
    { x0: Infinity, x1: -Infinity, y0: Infinity, y1: -Infinity },
  );
  const x = (box.x0 + box.x1) / 2;
  const y = (box.y0 + box.y1) / 2;
  return { x, y, outside: !inside(outerRing(scene.shell!.body), x, y) };
}

/** Items that lie outside the shell's outline altogether. */
/** No wall holds back what reaches over the edge of a plate: by more than this it is caught and knocked off, mm. */
const OVERHANG_MM = 5;

function overhanging(scene: Scene, at: PlacedItem): Finding[] {
  if (!isInOpen(scene.shell!, at)) return [];
  const [xs, ys] = [scene.shell!.walls.map((w) => w.x0), scene.shell!.walls.map((w) => w.y0)];
  const over = Math.max(
    ...at.blocks.flatMap(({ solid: s }) => [
      Math.min(...xs) - s.x0,
      s.x1 - Math.max(...xs),
      Math.min(...ys) - s.y0,
      s.y1 - Math.max(...ys),
    ]),
  );
  if (over <= OVERHANG_MM) return [];
  const { x, y } = middleOf(scene, at);
  return [
    {
      id: `outside:${at.item.id}`,
      station: 'fit',
      check: 'outside',
      code: 'overhangs',
      verdict: 'tight',
      title: `${mm1(over)} mm over the edge`,
      what: `${at.item.name} reaches over the edge of its plate.`,
      why: [
        `More than ${OVERHANG_MM} mm is caught and knocked off when it is carried or laid down (typical).`,
      ],
      about: [at.item.id],
      at: { x, y, z: 0 },
    },
  ];
}

function outsideFindings(scene: Scene): Finding[] {
  return [...scene.items.values()].flatMap((at): Finding[] => {
    const { x, y, outside } = middleOf(scene, at);
    if (!outside) return overhanging(scene, at);
    return [
      {
        id: `outside:${at.item.id}`,
        station: 'fit',
        check: 'outside',
        code: 'outside-outline',
        verdict: 'hit',
        title: 'Outside the shell',
        what: `${at.item.name} lies outside the outline.`,
        why: [`Its middle is at ${x.toFixed(0)}, ${y.toFixed(0)} mm. Drag it back in.`],
        about: [at.item.id],
        at: { x, y, z: 0 },
      },
    ];
  });
}
