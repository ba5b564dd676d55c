export type { Soak, WarmCase, Warmth } from './case';
export { ROOM_C, warmBodies, warmCase, type WarmBody, type WarmState } from './build';
export {
  heatFigures,
  heatFindings,
  heatWays,
  type HeatFigures,
  ventsWanted,
  type WarmFact,
  warmingUp,
} from './findings';
