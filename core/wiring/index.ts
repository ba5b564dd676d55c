export { type End, type Net, type Wire } from './ends';
export { endWords, netId, netsOf, WIRE_COLOURS } from './nets';
export { cellAt, fieldOf, bundleFits, shortest, widest, type Field } from './field';
export { overInsulation, STRIP_MM, UNLAID, wiring, type Bundle, type Wiring } from './bundles';
export { type LaidLead } from './leads';
export { BEND_R_MM, foldedIn, packOf, roomFor, type LaidPack, type Pack } from './fold';
export { reach, TAIL_MM, type Reach } from './ribbon';
export { stored, wireWays } from './ways';
export { compareRoutes, lagOf, type LagPart, withRoute, type RouteRow } from './routes';
