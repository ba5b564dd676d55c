import type { Part } from '../model';
import { COMPUTERS } from './computers';
import { ENERGY } from './energy';
import { SCREENS } from './screens';
import { SMALL } from './small';

/** Starter parts: made-up series in realistic sizes, typical for their class until measured. */
export const STARTER_PARTS: readonly Part[] = [...COMPUTERS, ...SCREENS, ...ENERGY, ...SMALL];
export { COVERAGE, SHOWN, type GameFamilyInputs } from './families';
export { dabchickAnswers, dabchickFits, demos } from './demos';
