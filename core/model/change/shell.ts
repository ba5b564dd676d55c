/** The shell: how its halves hold and shut, its posts, and a made one drawn larger. */
import { length, type Length } from '../length';
import type { Project } from '../project';
import type { Body, Feature } from '../shell';
import type { Appliers, ChangeOf } from './change';

export const onShell: Appliers<
  'shut' | 'hold shut' | 'closing screws' | 'peg' | 'grow' | 'screw' | 'bore' | 'joint'
> = {
  shut: (p, { how }) => withFirstBody(p, (b) => ({ ...b, shuts: how })),
  'hold shut': (p, { body, by }) =>
    withBodies(p, (b) => (b.id === body ? { ...b, closedBy: by } : b)),
  'closing screws': (p, { features }) =>
    features.reduce((q, id) => withFeature(q, id, (f) => ({ ...f, purpose: 'closing screw' })), p),
  peg: (p, change) => withBodies(p, (b) => (b.caps ? { ...b, caps: filed(b.caps, change) } : b)),
  grow: (p, { by, side }) => withFirstBody(p, (b) => grown(b, by, side)),
  screw: (p, { feature, screw }) => withFeature(p, feature, (f) => ({ ...f, screw })),
  bore: (p, { feature, deep }) =>
    withFeature(p, feature, (f) =>
      f.bore ? { ...f, bore: { ...f.bore, deep: length(deep) } } : f,
    ),
  joint: (p, { joint }) => {
    const { joints = [] } = p.shell;
    const isThere = joints.some((j) => j.id === joint.id);
    const next = isThere ? joints.map((j) => (j.id === joint.id ? joint : j)) : [...joints, joint];
    return { ...p, shell: { ...p.shell, joints: next } };
  },
};

const withBodies = (p: Project, change: (b: Body, i: number) => Body): Project => ({
  ...p,
  shell: { ...p.shell, bodies: p.shell.bodies.map(change) },
});
const withFirstBody = (p: Project, change: (b: Body) => Body): Project =>
  withBodies(p, (b, i) => (i === 0 ? change(b) : b));

const withFeature = (p: Project, id: string, change: (f: Feature) => Feature): Project =>
  withBodies(p, (b) => ({
    ...b,
    pieces: b.pieces.map((q) =>
      q.features.some((f) => f.id === id)
        ? { ...q, features: q.features.map((f) => (f.id === id ? change(f) : f)) }
        : q,
    ),
  }));

const filed = (
  caps: NonNullable<Body['caps']>,
  { cap, mm }: ChangeOf<'peg'>,
): NonNullable<Body['caps']> => caps.map((c) => (c.id === cap ? { ...c, peg: length(mm) } : c));

const longer = (l: Length, by: number): Length => ({
  ...l,
  mm: Math.round((l.mm + by) * 1000) / 1000,
});

function grown(b: Body, by: number, side: ChangeOf<'grow'>['side']): Body {
  if (typeof side === 'string') {
    return b.outline.kind === 'rect'
      ? { ...b, outline: { ...b.outline, [side]: longer(b.outline[side], by) } }
      : b;
  }
  return { ...b, pieces: b.pieces.map((q) => (q.id === side.piece ? deeper(q, by) : q)) };
}

/** A half with a deeper floor; its closing posts grow with it. */
const deeper = (q: Body['pieces'][0], by: number): Body['pieces'][0] => ({
  ...q,
  depth: longer(q.depth, by),
  zones: q.zones.map((z) => ({ ...z, depth: longer(z.depth, by) })),
  features: q.features.map((f) =>
    f.purpose === 'closing screw' && f.height.from === 'floor'
      ? { ...f, height: { ...f.height, length: longer(f.height.length, by) } }
      : f,
  ),
});
