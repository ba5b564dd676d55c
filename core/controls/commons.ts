/** The common each tapped key of a kept board goes to, and whether its diodes want that common high. */
import { readsOwnKeys } from '../kit';
import type { Project } from '../model';
import { boardPlan, padsOfKeys, tracedBoard } from '../trace';

export interface Common {
  pad: string;
  /** On 3.3 V, its lines pulled down: current runs from it to the keys only. */
  isHigh: boolean;
}

/** By key; nothing of boards of rows and columns, or that their own chips read. */
export function tappedCommons(p: Project): Map<string, Common> {
  const found = tracedBoard(p);
  const plan = found && boardPlan(found);
  if (plan?.kind !== 'common' || readsOwnKeys(p)) return new Map();
  const commons = new Set(plan.nets.flatMap((n) => (n.is === 'common' ? [n.pad] : [])));
  const isHigh = plan.away.length > 0;
  return new Map(
    [...padsOfKeys(p)].flatMap(([key, pads]) => {
      const pad = pads.find((q) => commons.has(q));
      return pad === undefined ? [] : [[key, { pad, isHigh }] as const];
    }),
  );
}
