export { buildSteps } from './steps';
export { lastBefore, PHASES, type Act, type Feed, type Gate, type Phase, type Step } from './step';
export { ordered } from './order';
export { CAUTIONS } from './cautions';
