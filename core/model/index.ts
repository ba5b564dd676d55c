export * from './length';
export * from './readings';
export * from './worked';
export * from './shell';
export {
  type Hinge,
  hingesOf,
  type Joined,
  type Joint,
  meetsOf,
  type Seat,
  seatsOf,
  Shell,
} from './joint';
export * from './port';
export * from './carrier';
export { Sawn } from './sawn';
export * from './part';
export * from './brief';
export { CutPlace } from './cutPlace';
export * from './pattern';
export * from './project';
export { bareDock, MOST_BODIES, usualHinge, usualSeat, withBody, withoutBody } from './moreBodies';
export { bodyFor, inOneBody, isOpen, otherBuilds, piecesOf, pieceUnder } from './bodies';
export { hasSystem, hostsOf, isDevice, padsOnWire, isHost } from './hosts';
export { lowered } from './lowered';
export { migrated, OLDER } from './migrate';
export { present } from './present';
export { drained } from './drained';
export * from './read';
export * from './empty';
export * from './envelope';
export * from './finding';
export * from './change';
export * from './donor';
export * from './patch';
export { editWords } from './editWords';
export * from './duty';
export * from './meter';
export * from './press';
export * from './tick';
export * from './ladder';
export * from './padBus';
export * from './tracing';
export * from './workshop';
