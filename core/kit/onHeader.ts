/**
 * Which keys are read on lines of the computer's header: those that are wired to it, and those tapped
 * at the pads of a kept board that has no chips of its own to read them.
 */
import { type Input, type Project, routeOf } from '../model';
import { partOf } from './thickness';

/** A board that runs by its own chips reads its own keys. */
export const readsOwnKeys = (p: Project): boolean =>
  p.kit.items.some((i) => partOf(p, i).host !== undefined);

export function onHeader(p: Project, input: Pick<Input, 'route'>): boolean {
  const route = routeOf(p, input);
  return route === 'gpio' || (route === 'original board' && !readsOwnKeys(p));
}
