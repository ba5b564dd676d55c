/** How long a line must be still before a key counts: one figure for overlay, lag and firmware. */
import type { Project } from '../model';

/** Where nothing was chosen, ms: typical of new tactile switches, with room. */
export const USUAL_WAIT_MS = 8;

export const debounceMs = (p: Project): number => p.controls.debounceMs ?? USUAL_WAIT_MS;
