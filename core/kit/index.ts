export { PLUGS, type Plug } from './plugs';
export { partOf, planSize, removals, remaining, sockets, thickness, zSpan, type Removal } from './thickness';
export { billOf, type Bill, type BillRow } from './bill';
export { findParts } from './search';
export { leastRemovals, type Slimming } from './slim';
export { HEADER_40, headerPads, type HeaderPin, pinOf, RESERVED } from './header40';
export { isBank, portsOf, portsOn, usualPorts } from './ports';
