export { contradictions, type Contradiction } from './contradictions';
export { traceFindings, traceWays } from './findings';
export { padsOfKeys, tracedBoard, tracedKeys } from './ofBuild';
export { boardPlan, type BoardPlan, type NetUse } from './joints';
export { mostContactOhm, ohmWords, PULL_UP_OHM } from './ohms';
export { type Ask, type AskedFor, traced, type Traced, type TracedKey } from './trace';
export { pointWords, readingWords, readsWords } from './words';
export { typedReading } from './typed';
