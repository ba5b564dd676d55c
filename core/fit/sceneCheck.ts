/** What a check of the scene as a whole gives; they are listed in checks.ts. */
import type { Finding, WayOut } from '../model';
import type { PlacedItem, Scene } from './scene';

export interface SceneCheck {
  check: Finding['check'];
  findings: (scene: Scene) => Finding[];
  /** What may mend one of them; re-checked on the whole build before it is shown. */
  ways: (scene: Scene, finding: Finding, items: readonly PlacedItem[]) => WayOut[];
}
