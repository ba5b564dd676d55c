export { PLUGS, type Plug } from './plugs';
export { partOf, planSize, removals, remaining, sockets, thickness, zSpan, type Removal } from './thickness';
export { findParts } from './search';
