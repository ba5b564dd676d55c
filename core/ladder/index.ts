export { ladderFindings, ladderWays } from './findings';
export { bandOf } from './level';
export { ladderInputs, type LadderPlan, ladderPlan, type Step, USUAL } from './plan';
export { levelVolts, resistorWords, RAIL_V } from './words';
