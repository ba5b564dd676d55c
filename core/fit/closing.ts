/**
 * Putting it together: every part goes into its half along z from the open side, then the halves
 * come together, along z or about the spine. What a part sweeps on its way must be free, so a socket in a closed hole,
 * a board hooked behind another, or two parts that each lie under the other are found here.
 */
import { atHeights, type Gap, gapOf, moved, type Prism, type Solid } from '../geometry';
import { makersOrder } from '../kit';
import { type Finding, mm1, type CutFor, cutKey } from '../model';
import { spineOf } from '../shell';
import { judgedGap, sourcesOf } from './contact';
import type { PlacedBlock, PlacedItem, Scene } from './scene';
import { swingBar } from './swing';
import { type Through, through } from './through';

/** Beyond any shell, mm. */
const FAR = 600;
/** Less than this is a touch on the way, not a block, mm. */
const HAIR = 0.05;
/** Room a part needs besides what it is drawn back by, mm. */
const DRAW_MM = 0.2;

/** The volume prisms pass through when they come from one side of z. */
const swept = (prisms: readonly Prism[], from: 1 | -1): Prism[] =>
  prisms.map((p) => (from > 0 ? atHeights(p, p.z0, FAR) : atHeights(p, -FAR, p.z1)));
const apartInPlan = (a: Solid, b: Solid): boolean =>
  a.x1 <= b.x0 + HAIR || b.x1 <= a.x0 + HAIR || a.y1 <= b.y0 + HAIR || b.y1 <= a.y0 + HAIR;

/** How far a swept block reaches into a solid it does not touch where it lies, with the way out in plan. */
function barred(block: Solid, other: Solid, from: 1 | -1): Gap | undefined {
  if (apartInPlan(block, other) || (from > 0 ? other.z1 <= block.z1 : other.z0 >= block.z0)) {
    return undefined;
  }
  const way = gapOf(swept(block.prisms, from), other.prisms, 0);
  return way.gap < -HAIR && gapOf(block.prisms, other.prisms, 0).gap > -HAIR ? way : undefined;
}

/** The same when the halves meet, straight or about the spine: the arc in the way then counts as the depth. */
function meets(scene: Scene, mine: Solid, other: Solid, sign: 1 | -1): Gap | undefined {
  const { body } = scene.shell!;
  if (body.shuts !== 'swing') return barred(mine, other, sign);
  if (gapOf(mine.prisms, other.prisms, 0).gap <= -HAIR) return undefined;
  const arc =
    sign > 0 ? swingBar(mine, other, spineOf(body)) : swingBar(other, mine, spineOf(body));
  return arc > HAIR ? { gap: -arc, nx: 0, ny: 0, nz: sign } : undefined;
}

interface Bar {
  at: PlacedItem;
  block: PlacedBlock;
  by: Solid;
  gap: Gap;
  /** Into its own half, or when the halves meet. */ when: 'in' | 'shut';
  /** What goes through the wall there. */
  hole?: Through;
}
export interface Assembly {
  /** What stands in the way and cannot be got round. */
  bars: Bar[];
  /** Parts that go in drawn back, nose first, by so many mm. */
  drawn: Map<string, number>;
  /** The first must be in before the second. */
  before: Array<[first: string, second: string]>;
  /** Of these, what lies in the way tells; the rest is what a maker says. */
  lies: Array<[first: string, second: string]>;
  /** Of these, what a carrier's maker says and nothing in the way would tell. */
  byMaker: ReturnType<typeof makersOrder>;
  /** Parts that each have to be in before the other. */
  knots: string[][];
}

/** The walls a block may meet, each with the hole the block gets in it. */
function wallsFor(
  scene: Scene,
  at: PlacedItem,
  block: PlacedBlock,
  piece: string,
): Array<{ wall: Solid; hole?: Through }> {
  return scene
    .shell!.all.filter(
      (s) =>
        s.owner === piece &&
        (s.kind === 'wall' || s.kind === 'feature') &&
        !apartInPlan(block.solid, s),
    )
    .map((wall) => {
      const hole = through(scene, at, block, wall);
      return hole ? { wall: hole.wall, hole } : { wall };
    });
}

export function assembly(scene: Scene): Assembly {
  const out: Assembly = {
    bars: [],
    drawn: new Map(),
    before: [],
    lies: [],
    byMaker: [],
    knots: [],
  };
  const shell = scene.shell;
  if (!shell) return out;
  const items = [...scene.items.values()];
  const pieces = shell.body.pieces.filter((p) => p.role !== 'door').map((p) => p.id);
  const family = (at: PlacedItem): string => {
    let a = at;
    while ('item' in a.placement.on) {
      const up = scene.items.get(a.placement.on.item);
      if (!up) break;
      a = up;
    }
    return a.item.id;
  };
  for (const at of items) {
    const sign = shell.sign(at.piece);
    const open: 1 | -1 = sign > 0 ? -1 : 1;
    for (const piece of pieces) {
      const own = piece === at.piece;
      if (!own && shell.sign(piece) === sign) continue;
      const bars = at.blocks.flatMap((block) =>
        wallsFor(scene, at, block, piece).flatMap(({ wall, hole }): Bar[] => {
          const gap = own ? barred(block.solid, wall, open) : meets(scene, block.solid, wall, sign);
          return gap
            ? [{ at, block, by: wall, gap, when: own ? 'in' : 'shut', ...(hole ? { hole } : {}) }]
            : [];
        }),
      );
      const draw = own && bars.length ? drawnBack(scene, at, bars) : undefined;
      if (draw !== undefined) out.drawn.set(at.item.id, draw);
      else out.bars.push(...worst(bars));
    }
    for (const other of items) {
      if (other === at || family(other) === family(at)) continue;
      const same = other.piece === at.piece;
      if (!same && (other.index < at.index || shell.sign(other.piece) === sign)) continue;
      for (const block of at.blocks) {
        for (const hit of other.blocks) {
          const gap = same
            ? barred(block.solid, hit.solid, open)
            : meets(scene, block.solid, hit.solid, sign);
          if (!gap) continue;
          if (same) out.lies.push([at.item.id, other.item.id]);
          else out.bars.push({ at, block, by: hit.solid, gap, when: 'shut' });
        }
      }
    }
  }
  out.byMaker = makersOrder(scene.project).filter(
    ({ first, then }) => scene.items.has(first) && scene.items.has(then),
  );
  const said = out.byMaker.map((o): [string, string] => [o.first, o.then]);
  out.before = [...out.lies, ...said];
  out.before = [...new Map(out.before.map((p) => [p.join('>'), p])).values()];
  out.bars = [
    ...new Map(out.bars.sort((a, b) => b.gap.gap - a.gap.gap).map((b) => [barId(b), b])).values(),
  ];
  out.knots = knotsOf(out.before);
  return out;
}

/** One bar a wall is enough. */
const worst = (bars: readonly Bar[]): Bar[] => [
  ...new Map([...bars].sort((a, b) => b.gap.gap - a.gap.gap).map((b) => [b.by.id, b])).values(),
];

/** How far a part must be drawn back from a wall to go in, when that is free of the shell all the way. */
function drawnBack(scene: Scene, at: PlacedItem, bars: readonly Bar[]): number | undefined {
  const first = worst(bars)[0]!;
  const { nx, ny } = first.gap;
  const mm = Math.max(...bars.map((b) => -b.gap.gap)) + DRAW_MM;
  if (bars.some((b) => b.gap.nx * nx + b.gap.ny * ny < 0.99)) return undefined;
  const open: 1 | -1 = scene.shell!.sign(at.piece) > 0 ? -1 : 1;
  const mine = scene.shell!.all.filter(
    (s) => s.owner === at.piece && (s.kind === 'wall' || s.kind === 'feature'),
  );
  for (const { solid: s } of at.blocks) {
    const way = swept(
      s.prisms.map((p) => moved(p, 1, 0, nx * mm, ny * mm, 0)),
      open,
    );
    if (mine.some((o) => gapOf(way, o.prisms, 0).gap < -HAIR)) return undefined;
  }
  return mm;
}

/** Groups of parts that wait for each other in a ring. */
function knotsOf(before: ReadonlyArray<readonly [string, string]>): string[][] {
  const next = new Map<string, string[]>();
  for (const [a, b] of before) next.set(a, [...(next.get(a) ?? []), b]);
  const reach = (from: string): Set<string> => {
    const seen = new Set<string>();
    const todo = [...(next.get(from) ?? [])];
    while (todo.length) {
      const x = todo.pop()!;
      if (!seen.has(x)) {
        seen.add(x);
        todo.push(...(next.get(x) ?? []));
      }
    }
    return seen;
  };
  const all = new Map([...next.keys()].map((k) => [k, reach(k)]));
  const out: string[][] = [];
  const told = new Set<string>();
  for (const [id, far] of all) {
    if (told.has(id) || !far.has(id)) continue;
    const ring = [...far].filter((x) => all.get(x)?.has(id)).sort();
    ring.forEach((x) => told.add(x));
    out.push(ring);
  }
  return out;
}

/** What rides on a part is set onto it once that stands: it lies on the side away from the shell. */
function rider(
  { items }: Scene,
  { item, placement: { on } }: PlacedItem,
): Array<readonly [first: string, second: string]> {
  return 'item' in on && items.has(on.item) ? [[on.item, item.id]] : [];
}

/** The order parts go in: whatever lies under another first, else as they stand in the list. */
export function insertionOrder(
  scene: Scene,
  { before, lies, knots }: Assembly = assembly(scene),
): string[] {
  const left = new Set(scene.items.keys());
  const tied = new Set(knots.flat());
  const order = [...before, ...[...scene.items.values()].flatMap((at) => rider(scene, at))];
  const waits = (id: string, among: ReadonlySet<string>): boolean =>
    order.some(([first, second]) => second === id && first !== id && among.has(first));
  const out: string[] = [];
  const take = (id: string): void => {
    left.delete(id);
    out.push(id);
  };
  while (left.size) {
    const free = [...left].find((id) => !tied.has(id) && !waits(id, left));
    if (free !== undefined) take(free);
    else {
      // What is knotted goes in together, and before what waits for it.
      const knotted = [...left].filter((id) => tied.has(id));
      for (const id of knotted.length ? asTheyLie(knotted, lies) : [[...left][0]!]) take(id);
    }
  }
  return out;
}

/** Of parts that a maker ties into a knot, what lies beneath still goes in first. */
function asTheyLie(knotted: readonly string[], lies: Assembly['lies']): string[] {
  const left = [...knotted];
  const out: string[] = [];
  while (left.length) {
    const isFree = (id: string): boolean =>
      !lies.some(([first, second]) => second === id && first !== id && left.includes(first));
    const i = Math.max(0, left.findIndex(isFree));
    out.push(...left.splice(i, 1));
  }
  return out;
}

/** Places along z for a look at it taken apart: the back at 0, its parts in the order they go in, then the front's the other way round, and the front last. */
export function takenApart(scene: Scene, a: Assembly = assembly(scene)): Map<string, number> {
  const order = insertionOrder(scene, a);
  const shell = scene.shell;
  const out = new Map<string, number>();
  if (!shell) return out;
  const of = (s: 1 | -1) => order.filter((id) => shell.sign(scene.items.get(id)!.piece) === s);
  [...of(-1), ...of(1).reverse()].forEach((id, i) => out.set(id, i + 1));
  for (const q of shell.body.pieces) out.set(q.id, shell.sign(q.id) < 0 ? 0 : order.length + 1);
  return out;
}

const barId = (b: Bar): string =>
  `closing:${b.when}:${b.at.item.id}~${b.by.kind === 'block' ? b.by.owner : b.by.id}`;

export function closingFindings(scene: Scene, a: Assembly = assembly(scene)): Finding[] {
  const out = a.bars.map((b): Finding => {
    const { measure, verdict } = judgedGap(
      b.gap.gap,
      0,
      b.when === 'shut' && scene.shell!.body.shuts === 'swing'
        ? 'Nothing may stand in the way when it shuts like a book.'
        : 'Nothing may stand in the way when it goes together along z.',
      sourcesOf(b.block.solid, b.by, b.gap),
    );
    const socket = b.hole?.name ?? b.block.solid.name;
    const deep = mm1(Math.abs(b.gap.gap));
    return {
      id: barId(b),
      station: 'fit',
      check: 'closing',
      code: b.when === 'in' ? 'closing-in' : 'closing-shut',
      verdict,
      measure,
      title:
        b.when === 'in'
          ? `Cannot go in: ${deep} mm in the way`
          : `Cannot close: ${deep} mm in the way`,
      what: `${socket} and ${b.by.name}`,
      about: [
        b.at.item.id,
        b.by.owner,
        ...(b.by.kind === 'feature' ? [b.by.id] : []),
        ...(b.hole ? [b.hole.key] : []),
      ],
      why: [
        b.when === 'in'
          ? `It fits where it lies, but on its way into the half it would pass through ${b.by.name}, and there is no room to put it in drawn back.`
          : `It fits where it lies, but when the halves ${scene.shell!.body.shuts === 'swing' ? `shut about the ${scene.shell!.body.spine} edge` : 'meet'} it would have to pass through ${b.by.name}.`,
      ],
      at: {
        x: (Math.max(b.block.solid.x0, b.by.x0) + Math.min(b.block.solid.x1, b.by.x1)) / 2,
        y: (Math.max(b.block.solid.y0, b.by.y0) + Math.min(b.block.solid.y1, b.by.y1)) / 2,
        z: (b.block.solid.z0 + b.block.solid.z1) / 2,
      },
      ...(Math.hypot(b.gap.nx, b.gap.ny) > 0 ? { way: { x: b.gap.nx, y: b.gap.ny, z: 0 } } : {}),
    };
  });
  const name = (id: string) => scene.items.get(id)!.item.name;
  return [
    ...out,
    ...a.knots.map((ring): Finding => ({
      id: `closing:knot-${ring.join('-')}`,
      station: 'fit',
      check: 'closing',
      code: 'closing-knot',
      verdict: 'hit',
      title: 'Neither can go in first',
      what: ring.map(name).join(' and '),
      about: [...ring],
      why: knotWords(a, ring, name),
      at: {
        x: scene.items.get(ring[0]!)!.solids[0]!.x0,
        y: scene.items.get(ring[0]!)!.solids[0]!.y0,
        z: 0,
      },
    })),
  ];
}

/** Why none of a ring can go in first: they lie under each other, or a maker wants what they bar. */
function knotWords(
  { byMaker }: Assembly,
  ring: readonly string[],
  name: (id: string) => string,
): string[] {
  const said = byMaker.filter((o) => ring.includes(o.first) && ring.includes(o.then));
  if (!said.length) {
    return ['Each lies under a part of the other, so each would have to be in before the other.'];
  }
  return said.map(
    (o) =>
      `${o.board} wants ${name(o.first)} in before ${name(o.then)}: ${o.why}. As they lie, or by another of its rules, it would have to be the other way round.`,
  );
}

/** Holes of a socket or a lever to be opened up to the parting line, so that it goes in from above. */
export const notchable = ({ about }: Finding, { item, mouths }: PlacedItem): CutFor[] => {
  const holes: CutFor[] = [
    ...mouths.map((m) => ({ item: item.id, connector: m.id })),
    { item: item.id, is: 'lever' },
  ];
  return holes.filter((hole) => about.includes(cutKey(hole)));
};
