/** A body more, or one less: every id its own, and nothing left that lay in what is gone. */
import { length } from './length';
import type { Cut, Project } from './project';
import { type Hinge, meetsOf, type Seat, type Shell } from './joint';
import { outlineSpan } from './read';
import type { Body } from './shell';

/** More than these nobody has on one bench. */
export const MOST_BODIES = 8;
/** A lid nobody measured yet is so much thinner than what it is made after, and no thinner than this, mm. */
const LID_SHARE = 0.6;
const LEAST_DEPTH_MM = 6;

/** Everything in a document is plain data: the same again, with ids renamed where they stand. */
function renamed<T>(value: T, rename: (key: string, id: string) => string, key = ''): T {
  if (typeof value === 'string') return rename(key, value) as T;
  if (Array.isArray(value)) return value.map((x: unknown) => renamed(x, rename, key)) as T;
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([k, v]) => [k, renamed(v as unknown, rename, k)]),
  ) as T;
}

/** An id no body of the build has, nor any of what lies in them begins with. */
function freeId(p: Project, wish: string): string {
  const taken = new Set(p.shell.bodies.map((b) => b.id));
  for (let n = 1; ; n++) {
    const id = n === 1 ? wish : `${wish}-${n}`;
    if (!taken.has(id)) return id;
  }
}

/** Half as deep and bare: what is known of a lid before it is measured. */
const bare = (like: Body): Body => ({
  ...like,
  pieces: like.pieces.map((q) => ({
    ...q,
    zones: [],
    features: [],
    openings: [],
    depth: length(Math.max(LEAST_DEPTH_MM, q.depth.mm * LID_SHARE), 'estimate'),
  })),
});

/**
 * A build with one more body.
 *
 * @param from  the body of another build, or one like the first, bare and to be measured
 * @returns     the build as it is where it has no body yet, or as many as it may have
 */
export function withBody(p: Project, name: string, wish: string, from?: Body): Project {
  const [first] = p.shell.bodies;
  if (!first || p.shell.bodies.length >= MOST_BODIES) return p;
  const id = freeId(p, wish);
  const like = from ?? bare(first);
  const own = new Set(
    like.pieces.flatMap((q) => [q, ...q.features, ...q.zones, ...q.openings].map((x) => x.id)),
  );
  const names: ReadonlySet<string> = new Set(['id', 'feature', 'opening', 'piece']);
  const body: Body = renamed(like, (key, said) =>
    names.has(key) && own.has(said) ? `${id}-${said}`.slice(0, 64) : said,
  );
  const made: Body = { ...body, id, name };
  // Pictures and caps are of the build they were taken for.
  delete made.underlays;
  if (!from) delete made.caps;
  return { ...p, shell: { ...p.shell, bodies: [...p.shell.bodies, made] } };
}

/** A build with one body less: what lay in it has no place, and no joint names it. */
export function withoutBody(p: Project, id: string): Project {
  const body = p.shell.bodies.find((b) => b.id === id);
  if (!body) return p;
  const gone = new Set(body.pieces.map((q) => q.id));
  const shell: Shell = { ...p.shell, bodies: p.shell.bodies.filter((b) => b.id !== id) };
  const joints = (shell.joints ?? []).filter((j) => meetsOf(j).every((m) => m.body !== id));
  if (joints.length) shell.joints = joints;
  else delete shell.joints;
  const standing = p.layout.placements.filter((x) => !('piece' in x.on && gone.has(x.on.piece)));
  const cuts = p.cuts.filter((c) => !isCutIn(c, id, gone));
  return { ...p, shell, cuts, layout: { ...p.layout, placements: carried(standing) } };
}

/** Pockets and patterns of holes say where they are; what else is cut follows from what asks for it. */
function isCutIn(c: Cut, body: string, pieces: ReadonlySet<string>): boolean {
  if (c.kind === 'pocket') return pieces.has(c.piece);
  if (c.kind !== 'pattern') return false;
  return 'piece' in c.at ? pieces.has(c.at.piece) : c.at.body === body;
}

/** What rides on something that is gone is gone as well. */
function carried(list: Project['layout']['placements']): Project['layout']['placements'] {
  const here = new Set(list.map((x) => x.item));
  const left = list.filter((x) => 'piece' in x.on || here.has(x.on.item));
  return left.length === list.length ? left : carried(left);
}

/** An id no joint of the shell has. */
function freeJointId(shell: Shell, wish: string): string {
  const taken = new Set((shell.joints ?? []).map((j) => j.id));
  for (let n = 1; ; n++) {
    const id = n === 1 ? wish : `${wish}-${n}`;
    if (!taken.has(id)) return id;
  }
}

const depthOf = (b: Body, role: 'front' | 'back'): number =>
  b.pieces.find((q) => q.role === role)?.depth.mm ?? 0;

/** A hinge that shuts two bodies face to face, to be measured. */
export function usualHinge(shell: Shell, first: Body, second: Body): Hinge {
  const front = (b: Body): number =>
    depthOf(b, 'front') + Math.max(0, ...(b.caps ?? []).map((c) => c.proud.mm));
  return {
    is: 'hinge',
    id: freeJointId(shell, 'hinge'),
    first: { body: first.id, edge: 'top' },
    second: { body: second.id, edge: 'bottom' },
    closedDeg: 0,
    openDeg: 160,
    out: length(2, 'estimate'),
    up: length((front(first) + front(second)) / 2 + 0.5, 'estimate'),
    barrel: length(6, 'estimate'),
    ribbon: { thick: { mm: 0.12, u: 0.015, how: 'typical' }, turns: 1.5, bendTimes: 20 },
  };
}

/** Between what goes in and the pocket's walls on both sides together, mm: a printed sliding fit. */
const PLAY_MM = 0.8;
/** How deep a pocket is that nobody measured yet, mm. */
const USUAL_DEEP_MM = 10;

/** A pocket that takes a body with its lower edge ahead, to be measured. */
export function usualSeat(shell: Shell, outer: Body, inner: Body): Seat {
  const thick = depthOf(inner, 'front') + depthOf(inner, 'back');
  return {
    is: 'seat',
    id: freeJointId(shell, 'seat'),
    inner: { body: inner.id, edge: 'bottom' },
    outer: { body: outer.id, edge: 'top' },
    pocket: {
      w: length(outlineSpan(inner.outline).w + PLAY_MM, 'estimate'),
      h: length(thick + PLAY_MM, 'estimate'),
      deep: length(USUAL_DEEP_MM, 'estimate'),
      rise: length((depthOf(inner, 'front') - depthOf(inner, 'back')) / 2, 'estimate'),
    },
  };
}

/** The shell of a dock for a body, to be measured: a pocket for it goes in, with a wall around. */
export function bareDock(like: Body): Body {
  const shell = bare(like);
  delete shell.caps;
  delete shell.underlays;
  const around = PLAY_MM + 2 * like.wall.mm;
  return {
    ...shell,
    outline: {
      kind: 'rect',
      w: length(outlineSpan(like.outline).w + 2 * around, 'estimate'),
      h: length(DOCK_HIGH_MM, 'estimate'),
      r: length(DOCK_ROUND_MM, 'estimate'),
    },
    pieces: shell.pieces.map((q, i) => ({
      ...q,
      depth: length(like.pieces[i]!.depth.mm + around, 'estimate'),
    })),
  };
}
const DOCK_HIGH_MM = 40;
const DOCK_ROUND_MM = 5;
