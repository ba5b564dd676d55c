/** Short words for writing shells down the way they are measured: from a datum, to an edge or centre. */
import {
  type At,
  type Body,
  type Cap,
  type Feature,
  type How,
  length,
  type Opening,
  type Reading,
  type Shape,
  type Zone,
} from '../model';

/** Centre at so many mm from the outer left and the outer bottom edge. */
export const centred = (x: number, y: number, how: How = 'calliper'): At => ({
  x: fromEdge('left', x, 'centre', how),
  y: fromEdge('bottom', y, 'centre', how),
});
export const fromEdge = (
  edge: 'left' | 'right' | 'bottom' | 'top',
  mm: number,
  to: Reading['to'],
  how: How = 'calliper',
  face: 'outer' | 'inner' = 'outer',
): Reading => ({ from: { edge, face }, to, length: length(mm, how) });

export const circle = (d: number, how: How = 'calliper'): Shape => ({
  kind: 'circle',
  d: length(d, how),
});
export const rect = (w: number, h: number, how: How = 'calliper'): Shape => ({
  kind: 'rect',
  w: length(w, how),
  h: length(h, how),
});

export const post = (
  id: string,
  name: string,
  at: At,
  d: number,
  high: number,
  more: Partial<Feature> = {},
): Feature => ({
  id,
  name,
  kind: 'post',
  at,
  shape: circle(d),
  height: { from: 'floor', length: length(high) },
  purpose: 'closing screw',
  mayCut: 'trim',
  ...more,
});
/** A cap whose flange and peg end a tenth over a switch that lies 2 mm behind the face. */
export const shallowCap = (id: string, name: string, opening: string, across: number): Cap => ({
  id,
  name,
  opening,
  across: length(across),
  flange: length(across + 2.6),
  flangeThick: length(1.2),
  peg: length(0.7),
  proud: length(1.2),
});
export const faceHole = (
  id: string,
  name: string,
  use: Opening['use'],
  at: At,
  shape: Shape,
  repeat?: Opening['repeat'],
): Opening => ({ id, name, use, on: { kind: 'face', at }, shape, ...(repeat ? { repeat } : {}) });
/** Walls are numbered 0 bottom, 1 right, 2 top, 3 left in a rectangular outline. */
export const wallHole = (
  id: string,
  name: string,
  use: Opening['use'],
  wall: number,
  along: Reading,
  v: number,
  shape: Shape,
): Opening => ({ id, name, use, on: { kind: 'wall', wall, along, v: length(v) }, shape });
export const zone = (id: string, name: string, at: At, shape: Shape, depth: number): Zone => ({
  id,
  name,
  at,
  shape,
  depth: length(depth),
});

export function rectBody(
  name: string,
  [w, h, r]: readonly [number, number, number],
  wall: number,
  front: number,
  back: number,
  material: Body['pieces'][number]['material'],
  how: How = 'calliper',
): Body {
  const piece = (role: 'front' | 'back', depth: number): Body['pieces'][number] => ({
    id: role,
    role,
    material,
    depth: length(depth, how),
    zones: [],
    features: [],
    openings: [],
  });
  return {
    id: 'shell',
    name,
    spine: 'left',
    outline: { kind: 'rect', w: length(w, how), h: length(h, how), r: length(r, how) },
    wall: length(wall, how),
    pieces: [piece('front', front), piece('back', back)],
  };
}
