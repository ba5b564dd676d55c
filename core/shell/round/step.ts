/** One length of the shell that is asked for in the round, and whether it was read. */
import type { Body, Length } from '../../model';
import { named, span } from '../datum';

export const STAGES = [
  'outer',
  'walls',
  'lip',
  'depths',
  'posts',
  'ribs',
  'button supports',
  'bays',
  'openings',
  'caps',
] as const;
export type Stage = (typeof STAGES)[number];
/** The verdicts that hang on a length. */
export const PURPOSES = ['first fit', 'closing', 'buttons', 'ports and card', 'screen'] as const;
export type Purpose = (typeof PURPOSES)[number];

export interface RoundStep {
  id: string;
  stage: Stage;
  ask: string;
  /** Which jaw or tool, and what it touches. */
  jaw: string;
  touch: string;
  /** Where the length lives in the body, or the name of one of the first values while there is no body. */
  path: ReadonlyArray<string | number>;
  value: Length | undefined;
  done: boolean;
  min: number;
  purpose: Purpose;
  /** The half it is read on, and the dimension to draw on its page, in the body's frame. */
  piece?: string;
  mark?: { x0: number; y0: number; x1: number; y1: number };
  about?: string;
}

export const isRead = (l: Length | undefined): boolean =>
  l !== undefined && l.how !== 'estimate' && l.how !== 'typical';

type Put = Omit<RoundStep, 'value' | 'done' | 'min'> & { value: Length | undefined; min?: number };

/** Nothing is thinner, mm. */
const LEAST_MM = 0.1;
/** A place may lie on either side of what it is read from, mm. */
export const ANY_PLACE_MM = -1000;

export const stepOf = ({ min = LEAST_MM, ...s }: Put): RoundStep => ({
  ...s,
  min,
  done: isRead(s.value),
});

/** A body with what every stage asks of it. */
export interface Measured {
  body: Body;
  w: number;
  h: number;
  all: ReturnType<typeof named>;
}
export const measured = (body: Body): Measured => ({
  body,
  w: span(body, 'x').mm,
  h: span(body, 'y').mm,
  all: named(body),
});
