export { BEAT_MS, answersFromLog, readEventLog } from './log';
export { diagnose, nameOf, unplanned, type Diagnosis } from './diagnose';
export { isProved, PARTLY, pressFindings, pressWays, stalePresses } from './findings';
export { type Fault, responses } from './fault';
export { answerOf, atRest, type KeyEvent } from './listen';
export { mappedAsWired, mendOf, pressAgain, type Mend } from './mend';
export { changesBetween, codesPressed, type PadState } from './pad';
export { plannedOf, pressPlan, type PlannedKey, type PressPlan } from './plan';
export { faultWords, type FaultWords } from './words';
