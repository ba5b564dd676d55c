export { type Offset } from './lay';
export {
  grilleBefore,
  holeWords,
  laidAnew,
  newPattern,
  type Pattern,
  patternKey,
  patterns,
  webFor,
} from './patterns';
export { airWays } from './air';
export { patternMarks, patternReach } from './marks';
export { type HoleAt, holesOf } from './holeAt';
export { patternFindings } from './findings';
export { grilleWays, patternWays } from './ways';
