export { type BenchPlan, benchPlan } from './plan';
export { benchFindings, benchWays } from './findings';
export { leftOutWords, type MeterLog, readMeterLog } from './log';
export { holesWords, runFigures, type RunFigures, type Sample } from './run';
export {
  effectOf,
  type Hours,
  hoursNow,
  type ReadingBody,
  readingFor,
  takenBack,
  typedDraw,
  withReading,
} from './take';
export { type Expected, type Trial, trialsOf } from './trial';
export {
  expectedWords,
  judgedWords,
  meanWords,
  meanWorking,
  meterWords,
  misread,
  readingWords,
  trialSteps,
  trialTitle,
  withUncertainty,
} from './words';
