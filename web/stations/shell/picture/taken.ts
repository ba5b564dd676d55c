/** What was traced, taken over into the shell. */
import { type Body, length, type Project, type Underlay } from '@deft/core/model';
import type { Traced } from './tracing';

/** The body with the traced outer outline; a new one of two halves where there is none. */
export const withOutline = (b: Body | undefined, outline: Body['outline']): Body => ({
  ...(b ?? {
    id: 'shell',
    name: 'Shell',
    spine: 'left',
    wall: length(2, 'estimate'),
    pieces: (['front', 'back'] as const).map((role) => ({
      id: role,
      role,
      material: 'abs' as const,
      depth: length(15, 'estimate'),
      zones: [],
      features: [],
      openings: [],
    })),
  }),
  outline,
});

/** Its pictures with this one in place of the one of its id. */
const withUnderlay = (known: readonly Underlay[], u: Underlay | undefined): Underlay[] =>
  u ? [...known.filter((q) => q.id !== u.id), u] : [...known];

/** The build with everything traced on one half, and with the picture it was traced on. */
export const withTraces = (
  p: Project,
  piece: string,
  traces: readonly Traced[],
  underlay: Underlay | undefined,
): Project => ({
  ...p,
  shell: {
    ...p.shell,
    bodies: p.shell.bodies.map((b) =>
      b.pieces.some((q) => q.id === piece)
        ? {
            ...b,
            underlays: withUnderlay(b.underlays ?? [], underlay),
            pieces: b.pieces.map((q) => (q.id === piece ? withThings(q, traces) : q)),
          }
        : b,
    ),
  },
});

type Piece = Body['pieces'][0];
function withThings(q: Piece, traces: readonly Traced[]): Piece {
  const [features, zones, openings] = [[...q.features], [...q.zones], [...q.openings]];
  for (const { offer } of traces) {
    switch (offer?.is) {
      case 'feature':
        features.push({ ...offer.it, name: offer.name });
        break;
      case 'zone':
        zones.push({ ...offer.it, name: offer.name });
        break;
      case 'opening':
        openings.push({ ...offer.it, name: offer.name });
        break;
      case undefined:
    }
  }
  return { ...q, features, zones, openings };
}
