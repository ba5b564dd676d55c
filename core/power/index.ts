export { beliefFindings } from './believable';
export { keptSupplyFindings } from './checks/keptSupply';
export { powerFigures, type PowerFigures } from './figures';
export { powerWays } from './ways';
export { type Band, drawWithin, type Narrowing, narrowsMost } from './hours';
export { ampsAt, drawKnown, energyOf, wholesOf, supplyOf, TYPED_WITHIN } from './belief';
export { readingsOf, toldBy } from './told';
export { GIVES_UP, stopsBelow } from './limits';
export { ampsKnown, BAND, FUSE_A, METERS, rangeOf } from './meters';
export type { Charging } from './charging';
export {
  type ChargeCase,
  type ChargePlan,
  chargePlan,
  chargerWarmth,
  END_SHARE,
  UNREAD_A,
} from './chargePlan';
export { discharge, currentFor, type Discharge, type Pack } from './discharge';
export { chargeCurrent, resistorFor } from './charge';
export { copperMm, wireOhm, BROWN_OUT_V, GOOD_V, PLUG_OHM } from './wire';
export { wattsOf, type Energy } from './energy';
export { ocvFor, voltsAt } from './ocv';
export { powerTree, type PowerNode, type PowerTree } from './tree';
export type { OffDrain } from './off';
export { PEAK_CHARGE } from './figures';
export { type Supply, networkOf, placesIn } from './supply';
