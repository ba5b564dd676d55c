/**
 * Layouts without a hit for a whole build: parts are stood one by one where they may stand, what
 * cannot stand pushes out what is in its way, and a run that gets stuck begins anew. Repeatable by
 * its seed; steps are counted, so whoever runs it decides for how long.
 */
import { applied, type Change, isOpen, type Placement, type Project, cutKey } from '../model';
import { cablesOf } from '../chains';
import { buttonMap, stackFindings } from '../controls';
import { cutting } from '../cuts';
import { Checker, closingFindings, firstPlace, type PlacedItem, portKey } from '../fit';
import { seeded } from '../geometry';
import { PLUGS } from '../kit';
import { wiring } from '../wiring';
import { Packing } from './packing';
import { problemOf } from './problem';
import { giveRoom } from './room';
import { type Ground, type Kind, kindOf, recessNeeded, candidatePlaces, stance } from './spots';

export interface Figures {
  /** Openings that have to be cut. */
  cuts: number;
  /** From the lowest to the highest point of all parts, mm. */
  thickMm: number;
  /** Every wire as it is cut, and every lead as it lies, mm. */
  wireMm: number;
  /** Least margin that is left, mm, and findings that are tight. */
  leastMm: number;
  tight: number;
  hits: number;
}
export interface Layout {
  placements: Placement[];
  figures: Figures;
  /** Openings cut wide enough for the plug's moulding, and everything in its place. */ changes: Change[];
}
export const AIMS = ['least cutting', 'thinnest', 'shortest wiring'] as const;
export type Aim = (typeof AIMS)[number];

const WORTH: Readonly<Record<Aim, (f: Figures) => number>> = {
  'least cutting': (f) => f.cuts * 1e6 + f.tight * 1e4 + f.wireMm,
  thinnest: (f) => f.thickMm * 1e4 + f.wireMm,
  'shortest wiring': (f) => f.wireMm + f.tight * 20,
};
/** Layouts kept to choose from. */
const MOST_KEPT = 60;

/** A layout to choose, and the aims it serves best of those beside it. */
export interface Shown {
  aims: Aim[];
  layout: Layout;
}

export interface Progress {
  trials: number;
  runs: number;
  /** Most parts that stood without a hit, of how many. */ stood: number;
  of: number;
  /** The part that most often found no place. */ stuck?: string;
}

const ORDER: Readonly<Record<Kind, number>> = {
  window: 0,
  keys: 1,
  grille: 2,
  lever: 3,
  port: 4,
  free: 5,
};
/** Pushing out is tried so often in one run, times the run's turn: most that end well end soon, and some need long. */
const EJECTIONS = 6;
/** Turns 1 1 2 1 1 2 4 1 1 2 1 1 2 4 8 ...: no unknown length of a good run costs much more than knowing it (Luby, Sinclair and Zuckerman 1993). */
const turnOf = (run: number): number => {
  let k = 1;
  while (2 ** k - 1 < run) k++;
  return run === 2 ** k - 1 ? 2 ** (k - 1) : turnOf(run - 2 ** (k - 1) + 1);
};
/** Places that would do are gathered before the best of them is taken. */
const CHOICE = 4;
/** Rectangles above which parts are stood one by one instead of packed. */
const MOST_RECTS = 60;
/** Steps one packing may take, so many times more where all lies in one layer, and how often it goes on with more room where it was too tight. */
const PACK_STEPS = 1500;
const ONE_LAYER = 1600;
const PACKED_AGAIN = 4;

/** Parts that stand at holes which are cut already. */
function cutFor(p: Project): string[] {
  const standing = new Set(p.layout.placements.map((q) => q.item));
  return p.cuts.flatMap((c) => {
    const isCut = c.kind === 'opening' && c.state !== 'decided' && c.at !== undefined;
    return isCut && 'item' in c.for && standing.has(c.for.item) ? [c.for.item] : [];
  });
}

export class Arranger {
  readonly project: Project;
  readonly progress: Progress;
  /** The best so far by each aim. */
  readonly best = new Map<Aim, Layout>();
  #random: () => number;
  #checker: Checker;
  #free: string[];
  #fixed: ReadonlySet<string>;
  #stuck = new Map<string, number>();
  #run: Generator<void>;
  #widened: Change[];
  #known: ReadonlySet<string>;
  #found: Layout[] = [];

  /** @param fixed  items that stay where they are */
  constructor(p: Project, seed = 1, fixed: readonly string[] = []) {
    const known = new Set(p.layout.placements.map((q) => q.item));
    this.#known = known;
    // A lead is laid between its sockets, not stood somewhere.
    const leads = new Set(cablesOf(p).map((c) => c.lead.id));
    const extra = p.kit.items
      .filter((i) => !i.where && !known.has(i.id) && !leads.has(i.id))
      .flatMap((i) => {
        const at = firstPlace(p, i.id);
        return at ? [{ ...at, held: 'jig' as const }] : [];
      });
    const laid = { ...p, layout: { placements: [...p.layout.placements, ...extra] } };
    this.#widened = widenings(laid);
    this.project = this.#widened.reduce(applied, laid);
    this.#random = seeded(seed);
    // A hole that is cut does not move, so neither does what looks through it.
    this.#fixed = new Set([...fixed, ...cutFor(p)]);
    this.#checker = new Checker(this.project);
    this.#free = this.project.layout.placements
      .filter((q) => !this.#fixed.has(q.item) && 'piece' in q.on)
      .map((q) => q.item);
    this.progress = { trials: 0, runs: 0, stood: 0, of: this.#free.length };
    this.#run = this.#runs();
  }

  /** Look at so many more places. Returns whether a layout without hits is known. */
  work(trials: number): boolean {
    if (!this.#checker.scene.shell || !this.#free.length) return false;
    const until = this.progress.trials + trials;
    while (this.progress.trials < until && !this.#run.next().done);
    return this.best.size > 0;
  }

  *#runs(): Generator<void> {
    // Where nothing is bound to a place and all lies in one layer, packing is the way.
    let one =
      !this.#bound().length &&
      this.#free.length > 1 &&
      this.#squareWalls() &&
      problemOf(
        { checker: this.#checker, placed: this.#standing(this.#free), random: () => 0.5 },
        this.#free,
      ).flat;
    for (;;) {
      this.progress.runs++;
      const before = this.progress.trials;
      // Part by part where they may stand; every fourth time what lies free is packed at once.
      if (one || this.progress.runs % 4 === 3) one = yield* this.#packed();
      else yield* this.#once();
      // A build whose parts have no place at all must not spin.
      if (this.progress.trials === before) this.progress.trials += 50;
      yield;
    }
  }

  /** What is bound to a place first, as ever; ports and whatever lies free are packed together round it. */
  *#packed(): Generator<void, boolean> {
    const bound = this.#bound();
    const loose = this.#free.filter((id) => !bound.includes(id));
    if (loose.length < 2 || !this.#squareWalls()) {
      yield* this.#once();
      return false;
    }
    if (!(yield* this.#once(bound))) return false;
    const placed = this.#standing(loose);
    const ready = problemOf({ checker: this.#checker, placed, random: this.#random }, loose);
    const { between, around } = ready.problem;
    const n = loose.length;
    // Many blocks at many depths are quicker stood one by one; a part that lies nowhere beside these is no matter of packing.
    if (
      ready.ways.some((ways) => !ways.length) ||
      ready.problem.blocks.length / 6 +
        ready.ways.reduce((s, w) => s + (w[0]?.rects.length ?? 0) / 6, 0) >
        MOST_RECTS
    ) {
      yield* this.#once();
      return false;
    }
    const packing = new Packing(
      ready.problem,
      ready.space,
      ready.flat,
      1 + Math.floor(this.#random() * 1e6),
    );
    for (let again = 0; again < PACKED_AGAIN; again++) {
      let found: ReturnType<Packing['work']>;
      for (
        let steps = 0;
        !found && steps < PACK_STEPS * (ready.flat ? ONE_LAYER : 1);
        steps += 64
      ) {
        found = packing.work(64);
        this.progress.trials += 8;
        yield;
      }
      if (!found) {
        this.progress.stuck ??= [...loose].sort(
          (a, b) =>
            bulk(this.#checker.scene.items.get(b)!) - bulk(this.#checker.scene.items.get(a)!),
        )[0]!;
        return ready.flat;
      }
      const round = (mm: number) => Math.round(mm * 1000) / 1000;
      for (const [i, q] of found.entries()) {
        const { place } = ready.ways[i]![q.variant]!;
        this.#checker.move({
          ...place,
          x: round(place.x + q.x + ready.edge),
          y: round(place.y + q.y + ready.edge),
        });
      }
      if (this.#keep()) {
        this.progress.stood = this.progress.of;
        return ready.flat;
      }
      // Whoever still touches needs more room.
      for (const c of this.#checker.contacts()) {
        if (c.verdict !== 'hit') continue;
        const [i, j] = [loose.indexOf(c.a.solid.owner), loose.indexOf(c.b.solid.owner)];
        const more = Math.min(2, Math.max(0.1, c.measure.required - c.measure.gap));
        if (i >= 0 && j >= 0) {
          between[i * n + j]! += more;
          between[j * n + i] = between[i * n + j]!;
        } else if (i >= 0 || j >= 0) around[Math.max(i, j)]! += more;
      }
      packing.again();
    }
    return ready.flat;
  }

  #standing(without: readonly string[]): Set<string> {
    return new Set([...this.#checker.scene.items.keys()].filter((id) => !without.includes(id)));
  }

  /** What has its place from the shell: a window, keys, a grille. */
  #bound(): string[] {
    const ground: Ground = { checker: this.#checker, placed: new Set(), random: this.#random };
    return this.#free.filter((id) => {
      const kind = kindOf(this.#checker.scene.items.get(id)!, ground);
      return kind !== 'free' && kind !== 'port';
    });
  }

  /** What lies where it likes, with or without a port in a wall. */
  #loose(): string[] {
    const bound = new Set(this.#bound());
    return this.#free.filter((id) => !bound.has(id));
  }

  /** What is packed is packed between two floors; over a plate there is none. */
  #squareWalls(): boolean {
    const { body, walls } = this.#checker.scene.shell!;
    if (isOpen(body)) return false;
    return walls.every((w) => Math.abs(w.nx) > 0.999 || Math.abs(w.ny) > 0.999);
  }

  /** @param some  only these are stood; nothing is kept then. Returns whether all of them stand. */
  *#once(some: readonly string[] = this.#free): Generator<void, boolean> {
    const placed = this.#standing(this.#free);
    const ground: Ground = { checker: this.#checker, placed, random: this.#random };
    const item = (id: string): PlacedItem => this.#checker.scene.items.get(id)!;
    const kinds = new Map(this.#free.map((id) => [id, kindOf(item(id), ground)]));
    const size = (id: string): number => bulk(item(id));
    const weight = new Map(
      this.#free.map((id) => [
        id,
        ORDER[kinds.get(id)!] * 1e9 -
          size(id) * (0.6 + 0.8 * this.#random()) -
          (this.#stuck.get(id) ?? 0) * 500,
      ]),
    );
    const queue = [...some].sort((a, b) => weight.get(a)! - weight.get(b)!);
    const toward: [number, number] = [this.#random() < 0.5 ? 1 : -1, this.#random() < 0.5 ? 1 : -1];
    for (let pushed = 0; queue.length;) {
      const id = queue.shift()!;
      const kind = kinds.get(id)!;
      const found: Array<{ place: Placement; worth: number }> = [];
      let least: { place: Placement; others: Set<string> } | undefined;
      const gone = new Set(this.#free.filter((q) => !placed.has(q)));
      for (const place of candidatePlaces(ground, item(id), kind, toward)) {
        this.progress.trials++;
        if (this.progress.trials % 64 === 0) yield;
        const others = new Set<string>();
        let shell = false;
        const t = this.#checker.trial(
          place,
          (c) => {
            if (c.verdict !== 'hit') return false;
            const other = c.a.solid.owner === id ? c.b : c.a;
            if (other.at && !this.#fixed.has(other.solid.owner)) {
              others.add(other.solid.owner);
              return others.size > 2 || found.length > 0;
            }
            shell = true;
            return true;
          },
          gone,
        );
        if (shell || t.plugs.some((f) => f.verdict === 'hit')) continue;
        if (others.size) {
          if (!found.length && (!least || others.size < least.others.size)) {
            least = { place, others };
          }
          continue;
        }
        found.push({
          place,
          worth: found.length + (t.contacts.some((c) => c.verdict === 'tight') ? 3 : 0),
        });
        if (found.length >= (kind === 'free' || kind === 'port' || kind === 'lever' ? CHOICE : 1)) {
          break;
        }
      }
      if (found.length) {
        this.#checker.move(found.sort((a, b) => a.worth - b.worth)[0]!.place);
        placed.add(id);
        this.progress.stood = Math.max(
          this.progress.stood,
          placed.size - (this.#checker.scene.items.size - this.#free.length),
        );
        continue;
      }
      this.#stuck.set(id, (this.#stuck.get(id) ?? 0) + 1);
      this.progress.stuck = [...this.#stuck].sort((a, b) => b[1] - a[1])[0]![0];
      if (!least || pushed >= EJECTIONS * turnOf(this.progress.runs)) return false;
      // It takes its place, and what was there looks for another.
      pushed++;
      this.#checker.move(least.place);
      placed.add(id);
      for (const other of least.others) {
        placed.delete(other);
        queue.splice(Math.floor(this.#random() * 2), 0, other);
      }
    }
    if (some === this.#free) this.#keep();
    return true;
  }

  /** Judge what stands as a whole; keep it where it is the best by some aim. */
  #keep(): boolean {
    if (this.#checker.findings().some((f) => f.verdict === 'hit')) return false;
    giveRoom(this.#checker, this.#loose());
    const p = this.#checker.scene.project;
    const figures = figuresOf(p, this.#checker);
    // What neither touches nor collides may still not go together, or leave its wires no way.
    if (figures.hits) return false;
    const layout: Layout = {
      placements: p.layout.placements.map((q) => ({ ...q })),
      figures,
      changes: [
        ...this.#widened,
        ...p.layout.placements.map((placement): Change =>
          this.#known.has(placement.item) ? { do: 'place', placement } : { do: 'stand', placement },
        ),
      ],
    };
    for (const aim of AIMS) {
      const known = this.best.get(aim);
      if (!known || WORTH[aim](layout.figures) < WORTH[aim](known.figures)) {
        this.best.set(aim, layout);
      }
    }
    this.#found.push(layout);
    // The best by some aim stay; of the rest the newest.
    if (this.#found.length > MOST_KEPT) {
      const keep = new Set(
        AIMS.flatMap((aim) =>
          [...this.#found]
            .sort((a, b) => WORTH[aim](a.figures) - WORTH[aim](b.figures))
            .slice(0, MOST_KEPT / 6),
        ),
      );
      this.#found = this.#found.filter(
        (l, i) => keep.has(l) || i >= this.#found.length - MOST_KEPT / 2,
      );
    }
    return true;
  }

  /** One layout for each aim, the best there is that is really another than those before it: parts in other places, not a little aside. */
  varied(): Shown[] {
    const out: Shown[] = [];
    const apart = Math.max(1, Math.min(3, Math.floor(this.#free.length / 3)));
    for (const aim of AIMS) {
      const other = [...this.#found]
        .sort((a, b) => WORTH[aim](a.figures) - WORTH[aim](b.figures))
        .find((l) => out.every((o) => partsElsewhere(l, o.layout) >= apart));
      if (other) out.push({ aims: [], layout: other });
    }
    // Each aim names the layout that serves it best of those shown; one may serve several, and one none.
    if (out.length) {
      for (const aim of AIMS) {
        out
          .reduce((best, o) =>
            WORTH[aim](o.layout.figures) < WORTH[aim](best.layout.figures) ? o : best,
          )
          .aims.push(aim);
      }
    }
    return out;
  }
}

/** How many parts of two layouts lie in other places: in the other half, turned, or more than this aside, mm. */
const ASIDE_MM = 8;
export const partsElsewhere = (a: Layout, b: Layout): number =>
  a.placements.filter((p) => {
    const q = b.placements.find((x) => x.item === p.item);
    return (
      !q ||
      JSON.stringify(p.on) !== JSON.stringify(q.on) ||
      p.turn !== q.turn ||
      Math.hypot(p.x - q.x, p.y - q.y) > ASIDE_MM
    );
  }).length;

const bulk = (at: PlacedItem): number =>
  at.blocks.reduce((s, { solid: q }) => s + (q.x1 - q.x0) * (q.y1 - q.y0) * (q.z1 - q.z0), 0);

/** Sockets that sit so far behind their board's edge that a plug seats only with its moulding in the opening. */
function widenings(p: Project): Change[] {
  const checker = new Checker(p);
  const shell = checker.scene.shell;
  if (!shell) return [];
  const ground: Ground = { checker, placed: new Set(), random: () => 0.5 };
  return [...checker.scene.items.values()].flatMap((at): Change[] => {
    const piece = shell.body.pieces.find((q) => q.role === 'back') ?? shell.body.pieces[0]!;
    const s = stance(ground, at, piece.id, 'in', 0, 0);
    return s.mouths
      .filter(
        (m) =>
          m.outside &&
          recessNeeded(s, m, shell.body.wall.mm) > PLUGS[m.type].recessMm - 0.1 &&
          !p.cuts.some(
            (c) => c.kind === 'opening' && cutKey(c.for) === portKey(at.item.id, m.id) && c.wide,
          ),
      )
      .map((m) => ({ do: 'widen', for: { item: at.item.id, connector: m.id } }));
  });
}

/** What a layout comes to, judged whole: its wires as they are laid, the way together, caps and ribbons as well. */
export function figuresOf(p: Project, checker: Checker = new Checker(p)): Figures {
  const { scene } = checker;
  const laid = wiring(p, scene, buttonMap(p, scene));
  const findings = [
    ...checker.findings(),
    ...closingFindings(scene),
    ...stackFindings(scene),
    ...laid.findings,
  ];
  const margins = findings.flatMap((f) => (f.measure ? [f.measure.gap - f.measure.required] : []));
  const zs = [...scene.items.values()].flatMap((a) => a.blocks.map((b) => b.solid));
  const count = (v: 'hit' | 'tight') => findings.filter((f) => f.verdict === v).length;
  return {
    cuts: cutting(p, scene).openings.length,
    thickMm: zs.length ? Math.max(...zs.map((s) => s.z1)) - Math.min(...zs.map((s) => s.z0)) : 0,
    wireMm: laid.totalMm + laid.leads.reduce((s, l) => s + l.needMm, 0),
    leastMm: margins.length ? Math.min(...margins) : 0,
    tight: count('tight'),
    hits: count('hit'),
  };
}
