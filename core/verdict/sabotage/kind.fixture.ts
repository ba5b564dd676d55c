/**
 * What the saboteur knows: kinds of spoiling, each with every place it can be applied, and what the
 * verdict must then name. Kinds are written from the work, not from the checks that exist.
 */
import type { Finding, Part, Placement, Project } from '../../model';

export interface Case {
  /** Where it was applied, for the report. */
  where: string;
  spoilt: Project;
  /** One of these must be what a new finding is about, by id, ... */
  ids?: readonly string[];
  /** ... or this be said in its title or sentence. */
  says?: RegExp;
}

export interface Kind {
  name: string;
  /** A build that cannot be closed with it, one in which something is still to be chosen, or one that closes but should be looked at first. */
  makes: 'hit' | 'open' | 'tight';
  /** It is none where nothing shuts the parts in. */
  needsWalls?: boolean;
  cases: (p: Project) => Case[];
}

export const partOfItem = (p: Project, item: string): Part => {
  const part = p.kit.items.find((i) => i.id === item)?.part;
  return p.kit.parts.find((q) => q.id === part)!;
};
export const placementOf = (p: Project, item: string): Placement | undefined =>
  p.layout.placements.find((q) => q.item === item);

/** Items of the build that are laid out, with their parts. */
export const laidOut = (p: Project) =>
  p.layout.placements.map((placement) => ({
    id: placement.item,
    placement,
    part: partOfItem(p, placement.item),
  }));

export const withPlacement = (p: Project, item: string, more: Partial<Placement>): Project => ({
  ...p,
  layout: {
    placements: p.layout.placements.map((q) => (q.item === item ? { ...q, ...more } : q)),
  },
});

/** The build with every item's part that a test accepts changed; the item keeps its id. */
export const withPart = (p: Project, id: string, change: (q: Part) => Part): Project => ({
  ...p,
  kit: { ...p.kit, parts: p.kit.parts.map((q) => (q.id === id ? change(q) : q)) },
});

/** New findings, or findings that got worse, of at least this rank. */
export function worsened(
  before: readonly Finding[],
  after: readonly Finding[],
  makes: Kind['makes'],
): Finding[] {
  const rank = { clear: 0, tight: 1, open: 1, hit: 2 } as const;
  const was = new Map(before.map((f) => [f.id, rank[f.verdict]]));
  return after.filter(
    (f) => rank[f.verdict] >= rank[makes] && rank[f.verdict] > (was.get(f.id) ?? 0),
  );
}

type Piece = Project['shell']['bodies'][0]['pieces'][0];
/** Every piece of every body, changed. */
export const everyPiece = (p: Project, change: (piece: Piece) => Piece): Project => ({
  ...p,
  shell: {
    ...p.shell,
    bodies: p.shell.bodies.map((b) => ({ ...b, pieces: b.pieces.map(change) })),
  },
});
