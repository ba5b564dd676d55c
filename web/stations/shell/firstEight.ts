/**
 * The first eight values as typed: kept while they are still incomplete, then a body with its
 * corner posts.
 */
import { type Body, type Length, length, type Piece, type Project } from '@deft/core/model';

export type Eight = Partial<
  Record<'w' | 'h' | 'r' | 'wall' | 'front' | 'back' | 'inset' | 'post', Length>
>;
export const NEEDED = ['w', 'h', 'r', 'wall', 'front', 'back'] as const;

const slot = (key: string): string => `deft-eight-${key}`;
export const keptEight = (key: string): Eight => {
  try {
    return JSON.parse(sessionStorage.getItem(slot(key)) ?? '{}') as Eight;
  } catch {
    return {};
  }
};
export const keepEight = (key: string, e: Eight): void => {
  try {
    sessionStorage.setItem(slot(key), JSON.stringify(e));
  } catch {
    /* a private window keeps them on the page only */
  }
};

export function eightOf(body: Body): Eight {
  const [front, back] = [
    body.pieces.find((p) => p.role === 'front'),
    body.pieces.find((p) => p.role === 'back'),
  ];
  const posts = back?.features.find((f) => f.id === 'corner-posts');
  return {
    ...(body.outline.kind === 'rect' ? { w: body.outline.w, h: body.outline.h } : {}),
    r: body.outline.r,
    wall: body.wall,
    ...(front ? { front: front.depth } : {}),
    ...(back ? { back: back.depth } : {}),
    ...(posts
      ? {
          inset: posts.at.x.length,
          ...(posts.shape.kind === 'circle' ? { post: posts.shape.d } : {}),
        }
      : {}),
  };
}

/** What a flat plate is measured by. */
export const PLATE_NEEDED = ['w', 'h', 'r', 'wall'] as const;

/** The document with a flat plate of these measures; as it was while some are still missing. */
export function withPlate(
  p: Project,
  e: Eight,
  which = 0,
  of: Pick<Piece, 'material' | 'process'> = { material: 'wood' },
): Project {
  const { w, h, r, wall } = e;
  if (!w || !h || !r || !wall) return p;
  const old = p.shell.bodies[which];
  const plate = old?.pieces.find((q) => q.role === 'plate') ?? {
    id: 'plate',
    role: 'plate' as const,
    ...of,
    zones: [],
    features: [],
    openings: [],
  };
  const body: Body = {
    id: 'shell',
    name: 'Plate',
    spine: 'bottom',
    ...old,
    outline: old?.outline.kind === 'points' ? { ...old.outline, r } : { kind: 'rect', w, h, r },
    wall,
    pieces: [{ ...plate, depth: wall }],
  };
  const bodies = [...p.shell.bodies];
  bodies[which] = body;
  return { ...p, shell: { ...p.shell, bodies } };
}

/**
 * The document with the eight values in it; as it was while some are still missing.
 *
 * @param of  what pieces are made of that are not there yet
 */
export function withEight(
  p: Project,
  e: Eight,
  which = 0,
  of: Pick<Piece, 'material' | 'process'> = { material: 'abs' },
): Project {
  if (NEEDED.some((k) => e[k] === undefined)) return p;
  const old = p.shell.bodies[which];
  const piece = (role: 'front' | 'back', depth: Length): Body['pieces'][number] => {
    const had = old?.pieces.find((q) => q.role === role) ?? {
      id: role,
      role,
      ...of,
      depth,
      zones: [],
      features: [],
      openings: [],
    };
    const id = role === 'back' ? 'corner-posts' : 'corner-bosses';
    const features = had.features.filter((f) => f.id !== id);
    if (e.inset && e.inset.mm > 0 && e.post) {
      const known = had.features.find((f) => f.id === id);
      const at = (r: 'x' | 'y') => ({
        from: { edge: r === 'x' ? ('left' as const) : ('bottom' as const), face: 'outer' as const },
        to: 'centre' as const,
        length: e.inset!,
      });
      features.unshift(
        known
          ? { ...known, shape: { kind: 'circle', d: e.post }, at: { x: at('x'), y: at('y') } }
          : {
              id,
              name: role === 'back' ? 'rear post' : 'front boss',
              kind: role === 'back' ? 'post' : 'boss',
              shape: { kind: 'circle', d: e.post },
              height: { from: 'rim', length: length(0) },
              purpose: 'closing screw',
              mayCut: 'trim',
              repeat: { mirrorX: true, mirrorY: true },
              at: { x: at('x'), y: at('y') },
            },
      );
    }
    return { ...had, depth, features };
  };
  const rest = old?.pieces.filter((q) => q.role !== 'front' && q.role !== 'back') ?? [];
  const outline: Body['outline'] =
    old?.outline.kind === 'points'
      ? { ...old.outline, r: e.r! }
      : { kind: 'rect', w: e.w!, h: e.h!, r: e.r! };
  const body: Body = {
    id: 'shell',
    name: 'Shell',
    spine: 'left',
    ...old,
    outline,
    wall: e.wall!,
    pieces: [piece('front', e.front!), piece('back', e.back!), ...rest],
  };
  const bodies = [...p.shell.bodies];
  bodies[which] = body;
  return { ...p, shell: { ...p.shell, bodies } };
}
