/** Posts, ribs, bays and openings as one list, and how an edit of one lands in the document. */
import {
  type Body,
  type Edge,
  type Feature,
  length,
  type Opening,
  type Project,
  type Reading,
  type Zone,
} from '@deft/core/model';

export type Thing =
  | { is: 'feature'; piece: string; it: Feature }
  | { is: 'bay'; piece: string; it: Zone }
  | { is: 'opening'; piece: string; it: Opening };

/** Where a thing lies on its face; an opening in a wall does not. */
export function facePlace(thing: Thing): Feature['at'] | undefined {
  if (thing.is !== 'opening') return thing.it.at;
  return thing.it.on.kind === 'face' ? thing.it.on.at : undefined;
}

/** A thing of a face, measured from another edge from now on. */
export function withDatum(thing: Thing, edge: Edge): Thing {
  const at = facePlace(thing);
  if (!at) return thing;
  const axis = edge === 'left' || edge === 'right' ? 'x' : 'y';
  const next = { ...at, [axis]: { ...at[axis], from: { edge, face: 'outer' as const } } };
  switch (thing.is) {
    case 'opening':
      return { ...thing, it: { ...thing.it, on: { kind: 'face', at: next } } };
    case 'bay':
      return { ...thing, it: { ...thing.it, at: next } };
    case 'feature':
      return { ...thing, it: { ...thing.it, at: next } };
  }
}

/** What a builder calls it: a post, a bay, a window. */
export function kindOf(thing: Thing): string {
  switch (thing.is) {
    case 'feature':
      return thing.it.kind;
    case 'bay':
      return 'bay';
    case 'opening':
      return thing.it.use;
  }
}

export const thingsOf = (body: Body): Thing[] =>
  body.pieces.flatMap((p) => [
    ...p.features.map((it): Thing => ({ is: 'feature', piece: p.id, it })),
    ...p.zones.map((it): Thing => ({ is: 'bay', piece: p.id, it })),
    ...p.openings.map((it): Thing => ({ is: 'opening', piece: p.id, it })),
  ]);

const withPieces = (
  p: Project,
  change: (piece: Body['pieces'][number]) => Body['pieces'][number],
): Project => ({
  ...p,
  shell: {
    ...p.shell,
    bodies: p.shell.bodies.map((b) => ({ ...b, pieces: b.pieces.map(change) })),
  },
});

export function without(p: Project, id: string): Project {
  return withPieces(p, (q) => ({
    ...q,
    features: q.features.filter((f) => f.id !== id),
    zones: q.zones.filter((z) => z.id !== id),
    openings: q.openings.filter((o) => o.id !== id),
  }));
}

/** Put a thing in place of the one with its id, or at the end. */
export function withThing(p: Project, t: Thing): Project {
  const put = <T extends { id: string }>(list: readonly T[], it: T): T[] =>
    list.some((x) => x.id === it.id) ? list.map((x) => (x.id === it.id ? it : x)) : [...list, it];
  const cleared = withPieces(p, (q) =>
    q.id === t.piece || !mineToo(p, t.piece, q.id)
      ? q
      : {
          ...q,
          features: q.features.filter((f) => f.id !== t.it.id),
          zones: q.zones.filter((z) => z.id !== t.it.id),
          openings: q.openings.filter((o) => o.id !== t.it.id),
        },
  );
  return withPieces(cleared, (q) => {
    if (q.id !== t.piece) return q;
    if (t.is === 'feature') return { ...q, features: put(q.features, t.it) };
    if (t.is === 'bay') return { ...q, zones: put(q.zones, t.it) };
    return { ...q, openings: put(q.openings, t.it) };
  });
}

/** Whether two pieces belong to one body: a thing moves between its halves, never into the other body. */
const mineToo = (p: Project, a: string, b: string): boolean =>
  p.shell.bodies.some((x) => x.pieces.some((q) => q.id === a) && x.pieces.some((q) => q.id === b));

export const NEW_THINGS = [
  'post',
  'rib',
  'bay',
  'opening in the face',
  'opening in a wall',
] as const;
export type NewThing = (typeof NEW_THINGS)[number];

/** A new thing at a place read off the picture: an estimate until it is measured. */
export function newThing(
  p: Project,
  kind: NewThing,
  piece: string,
  x: number,
  y: number,
  z: number,
  wall: number,
): Thing {
  const ids = new Set(p.shell.bodies.flatMap((b) => thingsOf(b).map((t) => t.it.id)));
  const wish = kind === 'opening in the face' || kind === 'opening in a wall' ? 'opening' : kind;
  let id: string = wish;
  for (let n = 2; ids.has(id); n++) id = `${wish}-${n}`;
  const round = (mm: number) => Math.round(mm * 2) / 2;
  const at = { x: from('left', round(x)), y: from('bottom', round(y)) };
  const name = id.replace('-', ' ');
  if (kind === 'bay') {
    return {
      is: 'bay',
      piece,
      it: {
        id,
        name,
        at,
        shape: { kind: 'rect', w: length(30, 'estimate'), h: length(20, 'estimate') },
        depth: length(
          (p.shell.bodies.flatMap((b) => b.pieces).find((q) => q.id === piece)?.depth.mm ?? 10) + 2,
          'estimate',
        ),
      },
    };
  }
  if (kind === 'post') {
    return {
      is: 'feature',
      piece,
      it: {
        id,
        name,
        kind: 'post',
        at,
        shape: { kind: 'circle', d: length(6, 'estimate') },
        height: { from: 'rim', length: length(0, 'estimate') },
        purpose: 'unknown',
        mayCut: 'trim',
      },
    };
  }
  if (kind === 'rib') {
    return {
      is: 'feature',
      piece,
      it: {
        id,
        name,
        kind: 'rib',
        at,
        shape: { kind: 'rect', w: length(20, 'estimate'), h: length(1.5, 'estimate') },
        height: { from: 'floor', length: length(5, 'estimate') },
        purpose: 'guide',
        mayCut: 'remove',
      },
    };
  }
  if (kind === 'opening in a wall') {
    const across = wall === 0 || wall === 2;
    return {
      is: 'opening',
      piece,
      it: {
        id,
        name,
        use: 'port',
        on: {
          kind: 'wall',
          wall,
          along: across ? from('left', round(x)) : from('bottom', round(y)),
          v: length(z, 'estimate'),
        },
        shape: { kind: 'rect', w: length(10, 'estimate'), h: length(4, 'estimate') },
      },
    };
  }
  return {
    is: 'opening',
    piece,
    it: {
      id,
      name,
      use: 'button',
      on: { kind: 'face', at },
      shape: { kind: 'circle', d: length(8, 'estimate') },
    },
  };
}

const from = (edge: 'left' | 'bottom', mm: number): Reading => ({
  from: { edge, face: 'outer' },
  to: 'centre',
  length: length(mm, 'estimate'),
});
