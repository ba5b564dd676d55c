export { modelled, readCapture, SWITCHES, type SwitchKind } from './bounce';
export {
  choose,
  debounced,
  ONE_IN,
  outcomeOf,
  type Choice,
  type Outcome,
  type Press,
} from './debounce';
export { filmed, readCounts, type Filmed } from './film';
export { waitFindings, waitWays } from './findings';
export { pressToLight, type LightLag } from './light';
