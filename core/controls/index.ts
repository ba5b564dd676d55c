export { buttonMap, controlsWays, type ButtonMap, type MappedInput } from './map';
export {
  backingFindings,
  backings,
  backingWays,
  switchPlaces,
  tactileUnder,
  type Backing,
} from './backing';
export { heldFindings } from './held';
export { linesOf, type Lines, type Taken } from './lines';
export { leastCost } from './assign';
export { coverage, type FamilyCoverage } from './coverage';
export { headerPlaces, inputPlace, type Place } from './places';
export { powerKey, stackFindings, stacks, stackWays, type Stack } from './stack';
export { orderFindings, orderWays } from './order';
