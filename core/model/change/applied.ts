/** The document with a change applied: each kind of change has its line in one of the tables. */
import type { Project } from '../project';
import type { Appliers, Change } from './change';
import { onControls } from './controls';
import { onCuts } from './cuts';
import { onFigures } from './figures';
import { onItems } from './items';
import { onPlaces } from './places';
import { onShell } from './shell';

const APPLIERS: Appliers<Change['do']> = {
  ...onPlaces,
  ...onItems,
  ...onCuts,
  ...onShell,
  ...onControls,
  ...onFigures,
};

/** The document with one change applied; the document given is left as it was. */
export function applied(p: Project, change: Change): Project {
  // The table has for each change the function of that very change, which its type cannot say.
  const apply = APPLIERS[change.do] as (p: Project, change: Change) => Project;
  return apply(p, change);
}

export const appliedAll = (p: Project, changes: readonly Change[]): Project =>
  changes.reduce(applied, p);
