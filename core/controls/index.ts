export { buttonMap, controlsWays, type ButtonMap, type MappedInput } from './map';
export {
  backingFindings,
  backings,
  backingWays,
  switchesOf,
  switchPlaces,
  tactileUnder,
  type Backing,
} from './backing';
export { buttonNumbers, EVENT_CODES } from './codes';
export { forgottenFindings, forgottenWays } from './forgotten';
export { heldFindings } from './held';
export { freeKeyHoles, type KeyHole } from './keyHoles';
export { linesOf, type Lines, type Taken } from './lines';
export { leastCost } from './assign';
export { readerInputs } from './reader';
export { type Common, tappedCommons } from './commons';
export { type Matrix, type MatrixLine } from './matrix';
export { movedKey, nearestKey } from './moved';
export { type BusLine, type BusLines } from './busLines';
export { netWords, pinUses, type PinUse, sharedLines } from './pins';
export { powerKeyFindings } from './powerKey';
export { headerPlaces, inputPlace, outwardAt, type Place, spotOf } from './places';
export { powerKey, stackFindings, stacks, stackWays, type Stack } from './stack';
export { orderFindings, orderWays } from './order';
export { thumbFindings, thumbWays } from './thumb';
export { debounceMs, USUAL_WAIT_MS } from './wait';
