export { blankPart, type Size } from './blank';
export {
  FIGURES,
  type Figure,
  figureOf,
  type Group,
  GROUP_NAMES,
  furtherGroups,
  groupsOf,
  withGroup,
  owed,
  type Owed,
  type Value,
  withFigure,
} from './figures';
export { type FromLine, nearestParts, partFromLine } from './fromLine';
export { linesTaken, linesWords } from './lines';
export { type MakersLine, readMakersLine, wordsOf } from './makersLine';
export {
  type Field,
  fieldsOf,
  fieldValue,
  type FieldValue,
  type List,
  MOST_ROWS,
  type RowOf,
  rowsOf,
  withField,
  withMoved,
  withNewRow,
  withoutRow,
} from './rows';
