/** A round key hole in a face, read from the outer left and bottom edges to its middle. */
import { length, type Opening } from './index';

export const roundHole = (id: string, x: number, y: number, d = 8): Opening => ({
  id,
  name: id,
  use: 'button',
  on: {
    kind: 'face',
    at: {
      x: { from: { edge: 'left', face: 'outer' }, to: 'centre', length: length(x) },
      y: { from: { edge: 'bottom', face: 'outer' }, to: 'centre', length: length(y) },
    },
  },
  shape: { kind: 'circle', d: length(d) },
});
