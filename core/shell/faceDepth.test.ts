/** How deep a half is at a place: plain, in a bay, on a raised floor, on a curve. */
import { type Body, length, type Piece, type Zone } from '../model';
import { innerDepth, outerDepth, shellSolids } from './index';

const exact = (mm: number) => length(mm, 'exact');
const zone = (id: string, x: number, y: number, w: number, depth: number): Zone => ({
  id,
  name: id,
  at: {
    x: { from: { edge: 'left', face: 'outer' }, to: 'centre', length: exact(x) },
    y: { from: { edge: 'bottom', face: 'outer' }, to: 'centre', length: exact(y) },
  },
  shape: { kind: 'rect', w: exact(w), h: exact(w) },
  depth: exact(depth),
});
const bodyWith = (back: Partial<Piece>): Body => ({
  id: 'shell',
  name: 'Shell',
  spine: 'left',
  wall: exact(2),
  outline: { kind: 'rect', w: exact(100), h: exact(60), r: exact(0) },
  pieces: [
    {
      id: 'back',
      role: 'back',
      material: 'abs',
      depth: exact(16),
      zones: [],
      features: [],
      openings: [],
      ...back,
    },
  ],
});
const at = (body: Body, x: number, y: number): [inner: number, outer: number] => {
  const shell = shellSolids(body, []);
  const [piece] = body.pieces as [Piece];
  return [innerDepth(shell, piece, x, y), outerDepth(shell, piece, x, y)];
};

test('plain it is the half less its wall; a bay bulges, a raised floor does not', () => {
  const body = bodyWith({ zones: [zone('bay', 30, 30, 20, 22), zone('raised', 75, 30, 20, 9)] });
  expect(at(body, 50, 10)).toEqual([14, 16]);
  expect(at(body, 30, 30)).toEqual([22, 24]);
  expect(at(body, 75, 30)).toEqual([9, 16]);
  expect(at(body, 41, 30)).toEqual([14, 16]);
});

test('in a bay the hole itself does not count: the face it is in is asked for', () => {
  const hole: Piece['openings'][number] = {
    id: 'hole',
    name: 'hole',
    use: 'button',
    on: {
      kind: 'face',
      at: {
        x: { from: { edge: 'left', face: 'outer' }, to: 'centre', length: exact(30) },
        y: { from: { edge: 'bottom', face: 'outer' }, to: 'centre', length: exact(30) },
      },
    },
    shape: { kind: 'circle', d: exact(8) },
  };
  const body = bodyWith({ zones: [zone('bay', 30, 30, 20, 22)], openings: [hole] });
  expect(at(body, 30, 30)).toEqual([22, 24]);
});

test('on a curve it is straight between what was read, and the wall follows', () => {
  const profile = {
    along: 'x' as const,
    points: [
      { at: 0, depth: exact(8) },
      { at: 100, depth: exact(14) },
    ],
  };
  expect(at(bodyWith({ profile }), 25, 30)).toEqual([9.5, 11.5]);
  expect(at(bodyWith({ profile: { ...profile, along: 'y' } }), 25, 50)).toEqual([11, 13]);
});
