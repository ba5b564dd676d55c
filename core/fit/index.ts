export { carrierKitWays, joinAsLaid, lyingOnBoard } from './carrier';
export { Checker, contactId, touchFinding } from './checker';
export { actuatorOf, isMoved, leverSlot, leverSweep } from './lever';
export { wantsPlace } from './unplaced';
export { INTEREST_MM, judgedGap, sourcesOf, type Contact } from './contact';
export { bowMm, freeSpanMm } from './pressed';
export { pluggedIn } from './beside';
export { axesOf, directionOf, dot, type Vec } from './frame';
export { BARE_METAL_MM, CONDUCTIVE, SWELLING } from './clearance';
export {
  acrossSizes,
  mouldSizes,
  PLACE_U,
  placing,
  plugBlock,
  pointOf,
  RIBBON_BEND_MM,
  bodiesOf,
  bodyWith,
  everyItem,
  sceneOf,
  sideways,
  standItem,
  type Mouth,
  type PlacedItem,
  type Pose,
  type Scene,
} from './scene';
export { portKey, portOpening, plugFindings, PORT_CLEARANCE_MM, type PortOpening } from './port';
export {
  activeArea,
  type ActiveArea,
  WINDOW_SHOW_MM,
  windowFor,
  windowSeen,
  windowWanted,
} from './window';
export { proposals, trimmed, type Proposals } from './ways';
export { findPlaces, moveWords } from './moves';
export { headroom, type Headroom } from './headroom';
export { profile, type Profile, type Slice } from './profile';
export { snapped } from './snap';
export { firstPlace, handled } from './handle';
export {
  buildChance,
  improvements,
  seekImprovements,
  quantileOf,
  type Chance,
  type Improvement,
} from './chance';
export { balance, restsOn, type Balance, type Rest } from './balance';
export {
  bumps,
  pressable,
  sinks,
  thumbHolds,
  thumbReach,
  THUMB_HALF_MM,
  THUMB_MM,
  type Bump,
  type Hand,
  type Reach,
} from './hands';
export { states, type State } from './states';
export { assembly, closingFindings, insertionOrder, takenApart, type Assembly } from './closing';
export { whatSets, type Chain } from './sets';
export { distanceBetween, measurables, type Distance, type Thing } from './measure';
export { stepsAway } from './away';
export { hingedFindings, hingedWays, hingeSection, type InSection } from './hinged';
export { type InSeat, seatFindings, seatSection, seatWays } from './seat';
export { wallBelow } from './sink';
export { covers, feetOf, liftOf, tapeUnder } from './scene';
export { KEY_MM } from './keys';
export { lyingOver, mayRideOn, setOn } from './ride';
export { onBracket } from './bracket';
export { type ScrewHole, screwHoles } from './screwed';
