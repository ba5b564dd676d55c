export { PLUGS, type Plug } from './plugs';
export { partOf, planSize, removals, remaining, sockets, thickness, zSpan, type Removal } from './thickness';
export { findParts } from './search';
export { HEADER_40, headerPads, type HeaderPin, pinOf, RESERVED } from './header40';
