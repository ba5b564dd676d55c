export { blankPart, type Size } from './blank';
export {
  FIGURES,
  type Figure,
  figureOf,
  type Group,
  GROUP_NAMES,
  groupsOf,
  owed,
  type Owed,
  type Value,
  withFigure,
} from './figures';
export { type FromLine, nearestParts, partFromLine } from './fromLine';
export { linesTaken, linesWords } from './lines';
export { type MakersLine, readMakersLine, wordsOf } from './makersLine';
