export {
  verdictFrom,
  check,
  judgementOf,
  openMargins,
  unjudged,
  type Check,
  type Judgement,
} from './check';
export { objection, seekWays, waysOut, type Ways } from './ways';
export { compareBuilds, type Between, type Moved } from './compare';
export { largestThatFits, type Kind, type Largest } from './largest';
export { judgedOf, proposalsFor } from './registry';
