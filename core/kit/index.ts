export { isPlayedOnPads } from './pads';
export { cellsOfPack, isAlike } from './alike';
export { partBeliefs } from './believable';
export { ANGLED_MM, PLUGS, type Plug } from './plugs';
export {
  partIndex,
  partOf,
  planSize,
  removals,
  remaining,
  sockets,
  thickness,
  wholePartOf,
  zSpan,
  type Removal,
} from './thickness';
export { isLookedAt, sawFindings, sawWays } from './sawing';
export { isTender, stripOf } from './sawn';
export { billOf, type Bill, type BillRow } from './bill';
export { findParts, type Facets } from './search';
export { leastRemovals, type Slimming } from './slim';
export { HEADER_40, headerPads, type HeaderPin, pinOf, RESERVED, SECOND_DUTY } from './header40';
export {
  areJoined,
  type CarrierOn,
  carriersOf,
  isOfKit,
  joinsBetween,
  joinsOf,
  type Joined,
  kindRenamed,
  makersOrder,
  trackOf,
} from './carrier';
export { isLatchKey, latchOf } from './latch';
export { E24, nextE24 } from './e24';
export { onHeader, readsOwnKeys } from './onHeader';
export { isBank, portsOf, portsOn, usualPorts } from './ports';
export { knownToWork, panelTiming, type Known } from './known';
export { unknowns, type Unknown } from './unknowns';
export { trialFindings, trialWays } from './trials';
export { merged, namesOf, type Box } from './merge';
export { keyFigures } from './keyFigures';
export { densityOf, POUCH_CELL_V, POUCH_WH_CM3 } from './density';
export * from './own';
