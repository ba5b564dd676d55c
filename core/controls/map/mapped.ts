/** A key with the line it is read on and where it lies. */
import type { Input } from '../../model';
import type { Place } from '../places';

export interface MappedInput {
  input: Input;
  gpio?: number;
  pin?: number;
  byHand: boolean;
  /** The board whose tracks lead its switch to its line. */
  track?: string;
  place?: Place;
  /** Straight wire length from switch to header pin, mm. */
  wireMm?: number;
}
