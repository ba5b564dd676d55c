export { beliefFindings } from './believable';
export { HOURS_SHARE, powerFigures, powerWays, type PowerFigures } from './figures';
export { discharge, currentFor, type Discharge, type Pack, type LoadShare } from './discharge';
export { chargeCurrent, E24, nextE24, resistorFor } from './charge';
export { copperMm, railAt, wireOhm, BROWN_OUT_V, GOOD_V, PLUG_OHM } from './wire';
export { energyOf, wattsOf, type Energy } from './energy';
export { ocvFor, voltsAt } from './ocv';
