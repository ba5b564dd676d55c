/** What play itself presses: keys of each wanted family, and which of them at the same moment. */
import { COVERAGE } from '../catalogue';
import type { GameFamily, InputRole } from '../model';
import { heldTogether, type Reach } from './hands';

/** Pressed alone, between moments of play: a pause, a menu of the game. */
const ALONE: ReadonlySet<InputRole> = new Set<InputRole>(['select', 'start']);

/** Roles a family is played with. */
export const rolesOf = (family: GameFamily): readonly InputRole[] => COVERAGE[family].needs;

/**
 * The most of these keys that play of a family may press at one moment.
 *
 * @param keys  each with what it does in this family
 * @returns those keys: of what hands can hold together, the largest set
 */
export function pressedInPlay(family: GameFamily, keys: readonly Reach[]): Reach[] {
  const used = keys.filter((k) => rolesOf(family).includes(k.role));
  const held = used.filter((k) => !ALONE.has(k.role));
  const alone = used.filter((k) => ALONE.has(k.role)).slice(0, 1);
  const sets = subsets(held).filter((s) => s.length > 0 && heldTogether(s) !== undefined);
  return [...sets, alone].reduce((most, s) => (s.length > most.length ? s : most), []);
}

function subsets<T>(list: readonly T[]): T[][] {
  return list.reduce<T[][]>((all, x) => [...all, ...all.map((s) => [...s, x])], [[]]);
}
