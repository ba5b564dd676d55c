export { ladderFindings, ladderWays } from './findings';
export { bandOf, bandWorking } from './level';
export { ladderInputs, type LadderPlan, ladderPlan, type Step, USUAL } from './plan';
export { levelVolts, resistorWords, RAIL_V } from './words';
