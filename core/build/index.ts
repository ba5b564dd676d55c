export { buildSteps, PHASES, type Phase, type Step } from './steps';
export { ordered } from './order';
export { CAUTIONS } from './cautions';
