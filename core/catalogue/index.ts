import type { Part } from '../model';
import { COMPUTERS } from './computers';
import { CONTROLS } from './controls';
import { ENERGY } from './energy';
import { HARDWARE } from './hardware';
import { KITS } from './kits';
import { SCREENS } from './screens';
import { SOUND } from './sound';

/** Starter parts: made-up series in realistic sizes, typical for their class until measured. */
export const STARTER_PARTS: readonly Part[] = [
  ...COMPUTERS,
  ...SCREENS,
  ...ENERGY,
  ...SOUND,
  ...CONTROLS,
  ...HARDWARE,
  ...KITS,
];
export { COVERAGE, SHOWN, type GameFamilyInputs } from './families';
export { dabchickAnswers, dabchickFits, demos, libraryPart, withMeasuredSizes } from './demos';
export { rectBody } from './shells';
