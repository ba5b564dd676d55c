export { type ButtonMap, buttonMap } from './map';
export type { MappedInput } from './mapped';
export { controlsWays } from './ways';
