/** What each game family wants to be played with. Families are generic classes, not machines. */
import type { GameFamily, InputRole } from '../model';

export interface GameFamilyInputs { px: readonly [number, number]; needs: readonly InputRole[] }
const PAD: readonly InputRole[] = ['up', 'down', 'left', 'right'];

export const COVERAGE: Readonly<Record<GameFamily, GameFamilyInputs>> = {
  '8-bit handheld': { px: [160, 144], needs: [...PAD, 'south', 'east', 'select', 'start'] },
  '8-bit home': { px: [256, 240], needs: [...PAD, 'south', 'east', 'select', 'start'] },
  '16-bit home': { px: [256, 224], needs: [...PAD, 'south', 'east', 'west', 'north', 'l1', 'r1', 'select', 'start'] },
  '32-bit handheld': { px: [240, 160], needs: [...PAD, 'south', 'east', 'l1', 'r1', 'select', 'start'] },
  '32-bit disc': { px: [320, 240], needs: [...PAD, 'south', 'east', 'west', 'north', 'l1', 'r1', 'l2', 'r2', 'select', 'start'] },
};
