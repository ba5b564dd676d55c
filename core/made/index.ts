export { madeFindings, madeWays } from './findings';
export { type Made, madeFor, withMade } from './made';
export { PROCESSES, type Process, RULES } from './process';
export {
  ASKED,
  corrections,
  type Machine,
  machineOf,
  type Offset,
  unlikely,
  withReading,
} from './machine';
export { madeServes } from './serves';
export { flatSheet } from './flat';
export { orderRows } from './order';
