/**
 * Which body of a build something lies in: the one door to bodies. Nobody else counts them.
 */
import type { InputPlace, Placement, Project } from './project';
import type { Shell } from './joint';
import type { Body, Piece } from './shell';

/** Whether a key's place, there or to be cut, is in this body. */
function holdsPlace(body: Body, at: InputPlace): boolean {
  if ('body' in at) return at.body === body.id;
  if ('piece' in at) return body.pieces.some((q) => q.id === at.piece);
  return body.pieces.some((q) => q.openings.some((o) => o.id === at.opening));
}

/** The piece an item stands on, through whatever it rides on; nothing while it has no place. */
export function pieceUnder(p: Project, item: string): string | undefined {
  const seen = new Set<string>();
  let at: Placement | undefined;
  for (let id = item; ; id = at.on.item) {
    if (seen.has(id)) return undefined;
    seen.add(id);
    at = p.layout.placements.find((x) => x.item === id);
    if (!at) return undefined;
    if ('piece' in at.on) return at.on.piece;
  }
}

/**
 * The body in which a piece, feature, zone, opening, input or item lies.
 *
 * @param id  of the thing; nothing for the body that a drawing of one body shows
 * @returns   the first body when the thing lies in none: what has no place yet is laid out there
 */
export function bodyFor(p: Project, id?: string): Body | undefined {
  const first = p.shell.bodies[0];
  if (id === undefined || p.shell.bodies.length < 2) return first;
  const input = p.controls.inputs.find((i) => i.id === id);
  if (input) return p.shell.bodies.find((body) => holdsPlace(body, input.at)) ?? first;
  const thing = pieceUnder(p, id) ?? id;
  const holds = (body: Body): boolean =>
    body.id === thing ||
    body.pieces.some((q) =>
      [q, ...q.features, ...q.zones, ...q.openings].some((x) => x.id === thing),
    );
  return p.shell.bodies.find(holds) ?? first;
}

/** Nothing but plates: no wall shuts in what stands on them. */
export const isOpen = (body: Body): boolean => body.pieces.every((q) => q.role === 'plate');

/** Every piece of every body. */
export const piecesOf = (p: Project): Piece[] => p.shell.bodies.flatMap((b) => b.pieces);

const shells = new WeakMap<Body, Shell>();
/** A shell of this body alone, the same object each time: what was made of it is kept by it. */
function shellOf(body: Body): Shell {
  const kept = shells.get(body) ?? { bodies: [body] };
  shells.set(body, kept);
  return kept;
}

/** The build as if this body were its only one, with the inputs whose holes lie in it. */
function alone(p: Project, body: Body): Project {
  const inputs = p.controls.inputs.filter((i) => holdsPlace(body, i.at));
  return { ...p, shell: shellOf(body), controls: { ...p.controls, inputs } };
}

/** A build for each body after the first, as if that were its only one. */
export const otherBuilds = (p: Project): Project[] =>
  p.shell.bodies.slice(1).map((body) => alone(p, body));

/**
 * The build as one body of it is laid out: what lies in the others is out of the way.
 *
 * @returns the build itself where it has one body
 */
export function inOneBody(p: Project, body: string): Project {
  const shown = p.shell.bodies.find((b) => b.id === body);
  if (!shown || p.shell.bodies.length < 2) return p;
  const here = new Set(shown.pieces.map((q) => q.id));
  const elsewhere = new Set(
    p.layout.placements
      .map((x) => x.item)
      .filter((item) => {
        const piece = pieceUnder(p, item);
        return piece !== undefined && !here.has(piece);
      }),
  );
  const one = alone(p, shown);
  return {
    ...one,
    kit: {
      ...one.kit,
      items: one.kit.items.map((i) =>
        elsewhere.has(i.id) && !i.where ? { ...i, where: 'outside' as const } : i,
      ),
    },
    layout: {
      ...one.layout,
      placements: one.layout.placements.filter((x) => !elsewhere.has(x.item)),
    },
  };
}
