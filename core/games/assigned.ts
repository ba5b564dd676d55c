/**
 * Which key does what a family is played with. A key whose own function the family wants does that;
 * each of the others may stand in for one that is missing, by what else it does.
 */
import { leastCost } from '../controls';
import type { GameFamily, Input, InputRole, Project } from '../model';
import { rolesOf } from './play';

/** Keys that keep a duty of their own whatever is played. */
const KEPT: ReadonlySet<InputRole> = new Set<InputRole>(['volume-up', 'volume-down', 'power']);

export interface Assigned {
  /** Of the wanted functions, those that a key does. */
  keys: ReadonlyMap<InputRole, Input>;
  missing: InputRole[];
  /** Keys the family leaves free. */
  spare: Input[];
}

/**
 * Keys to functions, so that as few as can be are missing.
 *
 * @returns of routed keys only; no key does two things in one game
 */
export function assigned(p: Pick<Project, 'controls'>, family: GameFamily): Assigned {
  const routed = p.controls.inputs.filter((i) => i.routed);
  const roles = rolesOf(family);
  const keys = new Map<InputRole, Input>();
  for (const role of roles) {
    const own = routed.find((i) => i.functions[0] === role);
    if (own) keys.set(role, own);
  }
  const free = routed.filter((i) => !roles.includes(i.functions[0]) && !KEPT.has(i.functions[0]));
  const open = roles.filter((role) => !keys.has(role));
  // A column without a key for each: what finds no key is missing.
  const costs = open.map((role) => [
    ...free.map((i) => (i.functions.includes(role) ? 0 : 2)),
    ...open.map(() => 1),
  ]);
  leastCost(costs).forEach((column, row) => {
    const key = free[column];
    if (key) keys.set(open[row]!, key);
  });
  const used = new Set(keys.values());
  return {
    keys,
    missing: roles.filter((role) => !keys.has(role)),
    spare: free.filter((i) => !used.has(i)),
  };
}
