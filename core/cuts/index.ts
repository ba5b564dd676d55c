export type { CutItem } from './cutItem';
export {
  cutting,
  wholeCutting,
  HAND_CUT_MM,
  START_SMALL_MM,
  type Cutting,
  type Trim,
} from './list';
export type { FromEdge } from './edges';
export { closedWith, closedWords, type OffCut, offCuts, offCutWords } from './offCuts';
export { type Pocket, pocketFindings, pocketWays } from './pockets';
export {
  airWays,
  grilleBefore,
  grilleWays,
  type HoleAt,
  holesOf,
  holeWords,
  laidAnew,
  newPattern,
  type Pattern,
  patternFindings,
  patternKey,
  patternWays,
  webFor,
} from './patterns';
export {
  correctionFor,
  CHECK_BAR_MM,
  type Correction,
  type Ink,
  type Mark,
  type Sheet,
} from './sheet';
export { type CutterSheet, cutterSheet, MOST_KERF_MM } from './cutter';
export { freeGroup, freePlace, newKeyWays, type Surface, surfacesOf } from './free';
export { asMadeFindings, asMadeWays, placedAsCut, readAsCut } from './asMade';
export { holeFindings, holeWays } from './holes';
export { cutOuts, templates, templateTitle } from './template';
export { shellSheets } from './shellSheets';
export { FIRST_FIELDS, measuringSheet, type SheetField } from './measuringSheet';
export { stripSheet } from './strip';
export { cutWork, passWords, patternMinutes, pocketMinutes, stageWhy, type CutWork } from './work';
