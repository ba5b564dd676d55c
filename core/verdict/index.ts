export { verdictFrom, check, openMargins, type Check } from './check';
export { objection, waysOut, type Ways } from './ways';
export { compareBuilds, type Between, type Moved } from './compare';
export { largestThatFits, type Kind, type Largest } from './largest';
