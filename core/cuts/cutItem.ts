/** An opening to be cut, as it is marked and made. */
import type { Cut, CutFor, CutPlace } from '../model';
import type { CutFace, FromEdge } from './edges';

export interface CutItem {
  key: string;
  through: CutFor;
  kind: 'port' | 'lever' | 'window' | 'button' | 'screw' | 'trim';
  name: string;
  /** Of a screw: the board it holds. */
  board?: string;
  face: CutFace;
  /** Pieces that lose material. */
  pieces: string[];
  round: boolean;
  /** Centre in the face's frame: the build's x, y on a face; u, z on a wall. */
  u: number;
  v: number;
  w: number;
  h: number;
  start: { w: number; h: number };
  toleranceMm: number;
  /** Distances of its near edges (or its centre, when round) from two outer edges. */
  from: [FromEdge, FromEdge];
  state: Cut['state'] | 'follows from the layout';
  /** Its middle as the document says places, and where it was when it was cut. */
  here: CutPlace;
  made?: CutPlace;
  /** Size it was to have when it was cut. */
  cutTo?: { w: number; h: number };
  /** Size after measuring what was made. */
  measured?: { w: number; h: number };
  /** Size it was to have, when that is no longer its size. */
  asked?: { w: number; h: number };
  why: string[];
}
