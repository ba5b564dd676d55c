/** Checks that look at the scene as a whole, one file each: what they find, and what may mend it. */
import { antenna } from './antenna';
import { beside } from './beside';
import { carrierBoards } from './carrier';
import { covered } from './covered';
import { face } from './face';
import { grille } from './grille';
import { magnets } from './magnets';
import { mounts } from './mounts';
import { pressed } from './pressed';
import type { SceneCheck } from './sceneCheck';
import { screwsThrough } from './screwThrough';
import { stops } from './stops';
import { looseParts } from './loose';
import { reach } from './reach';
import { underDoor } from './underDoor';
import { unplaced } from './unplaced';
import { windows } from './window';

export const CHECKS: readonly SceneCheck[] = [
  windows,
  face,
  grille,
  magnets,
  antenna,
  pressed,
  carrierBoards,
  stops,
  beside,
  reach,
  underDoor,
  unplaced,
  looseParts,
  mounts,
  screwsThrough,
  covered,
];
