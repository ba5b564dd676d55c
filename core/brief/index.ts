export { scorecard } from './goals';
export { GOAL_NAMES, type Score, type Standing, STANDING_RANK } from './score';
export { contradictions, FILLED, type Contradiction } from './contradictions';
export { alternatives, compare, outcomeOf, type Alternative, type Outcome } from './swap';
export { cheapestMend, seekMend, type Mend } from './cheapest';
