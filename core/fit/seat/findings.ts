import type { Finding } from '../../model';
import type { Scene } from '../scene';
import { covered } from './covered';
import { catching, fitFindings, inTheWay, wallsLeft } from './fits';
import { takings } from './pocket';

/** Everything a seat is judged by. */
export const seatFindings = (scene: Scene): Finding[] =>
  takings(scene).flatMap((t) => [
    ...fitFindings(t),
    ...catching(t),
    ...wallsLeft(t),
    ...inTheWay(t),
    ...covered(t),
  ]);
