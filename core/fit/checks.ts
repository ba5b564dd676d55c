/** Checks that look at the scene as a whole, one file each: what they find, and what may mend it. */
import type { Finding, WayOut } from '../model';
import { antenna } from './antenna';
import { beside } from './beside';
import { grille } from './grille';
import { magnets } from './magnets';
import { pressed } from './pressed';
import type { PlacedItem, Scene } from './scene';
import { stops } from './stops';
import { windows } from './window';

export interface SceneCheck {
  check: Finding['check'];
  findings(scene: Scene): Finding[];
  /** What may mend one of them; re-checked on the whole build before it is shown. */
  ways(scene: Scene, finding: Finding, items: readonly PlacedItem[]): WayOut[];
}

export const CHECKS: readonly SceneCheck[] = [windows, grille, magnets, antenna, pressed, stops, beside];
