/**
 * What runs the games: the one door to "the computer". Nobody else asks for the family of a part
 * to find it.
 */
import type { Part } from './part';

export const isHost = (part: Pick<Part, 'family'>): boolean => part.family === 'sbc';

/** Those of a list that run games, in the list's order. */
export const hostsOf = <T extends { part: Pick<Part, 'family'> }>(list: Iterable<T>): T[] =>
  [...list].filter((x) => isHost(x.part));
