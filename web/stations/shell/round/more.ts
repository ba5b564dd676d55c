/** What a stage of the round may have one more of, and how it stands until it is measured. */
import type { Stage } from '@deft/core/shell';
import { type Body, length, type Opening, type Project } from '@deft/core/model';
import { newThing, type NewThing, type Thing, withThing } from '../things';

export type Role = 'front' | 'back';
type Kind = NewThing | 'support' | 'cap' | 'lip';

export const MORE: Partial<Record<Stage, { kind: Kind; word: string }>> = {
  lip: { kind: 'lip', word: 'a lip' },
  posts: { kind: 'post', word: 'a post' },
  ribs: { kind: 'rib', word: 'a rib' },
  'button supports': { kind: 'support', word: 'a button support' },
  bays: { kind: 'bay', word: 'a bay' },
  openings: { kind: 'opening in the face', word: 'an opening' },
  caps: { kind: 'cap', word: 'a button cap' },
};

/** One more in the build, and the first step of the round that asks about it. */
export interface Added {
  build: Project;
  step: string;
}

const guess = (mm: number) => length(mm, 'estimate');

/** @returns nothing where the body has no place for one */
export function withOneMore(p: Project, body: Body, kind: Kind, on: Role): Added | undefined {
  switch (kind) {
    case 'lip':
      return withLip(p, body, on);
    case 'cap':
      return withCap(p, body);
    case 'support':
      return withNewThing(p, asSupport(newAtMiddle(p, body, 'post', on)));
    default:
      return withNewThing(p, newAtMiddle(p, body, kind, on));
  }
}

const withBody = (p: Project, body: Body): Project => ({
  ...p,
  shell: { ...p.shell, bodies: p.shell.bodies.map((b) => (b.id === body.id ? body : b)) },
});

const withLip = (p: Project, body: Body, on: Role): Added => ({
  build: withBody(p, { ...body, lip: { on, height: guess(1.5), thick: guess(1) } }),
  step: 'lip-height',
});

/** Button holes that no cap sits in yet. */
export const holesWithoutCap = (body: Body): Opening[] =>
  body.pieces
    .flatMap((p) => p.openings)
    .filter((o) => o.use === 'button' && !body.caps?.some((c) => c.opening === o.id));

function withCap(p: Project, body: Body): Added | undefined {
  const [hole] = holesWithoutCap(body);
  if (!hole) return undefined;
  const id = `cap-${hole.id}`;
  const cap = {
    id,
    name: `${hole.name} cap`,
    opening: hole.id,
    across: guess(7.6),
    flange: guess(10),
    flangeThick: guess(1),
    peg: guess(4),
    proud: guess(1.5),
  };
  return {
    build: withBody(p, { ...body, caps: [...(body.caps ?? []), cap] }),
    step: `${id}-across`,
  };
}

const withNewThing = (p: Project, thing: Thing): Added => ({
  build: withThing(p, thing),
  step: `${thing.it.id}-x`,
});

function newAtMiddle(p: Project, body: Body, kind: NewThing, on: Role): Thing {
  const half = body.pieces.find((q) => q.role === on) ?? body.pieces[0]!;
  const [w, h] = body.outline.kind === 'rect' ? [body.outline.w.mm, body.outline.h.mm] : [80, 50];
  return newThing(p, kind, half.id, w / 2, h / 2, on === 'front' ? 5 : -5, 0);
}

/** A post that bears a key is never cut. */
function asSupport(post: Thing): Thing {
  if (post.is !== 'feature') return post;
  const name = post.it.name.replace('post', 'key support');
  return { ...post, it: { ...post.it, name, purpose: 'button support', mayCut: 'never' } };
}
