export type { Converter, EfficiencyCurve, Load, Source } from './elements';
export { checkNetwork, type Network, type Place } from './network';
export { solved, solvedAgain, type PlaceState, type Solution, type Standing } from './solve';
