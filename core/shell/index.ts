export { shellBeliefs } from './believable';
export { backingCost, longestSpan, seamCost, type SeamCost } from './closing';
export { BODY, centre, named, copiesOf, span, type Source, type Spot } from './datum';
export {
  innerRing,
  outerRing,
  sharpOutline,
  straightWalls,
  wallName,
  type Wall,
  type WallHole,
} from './walls';
export {
  openingsOf,
  shapePoints,
  type FaceHole,
  type NamedWallHole,
  type Openings,
} from './openings';
export {
  heightAfterCuts,
  shellSolids,
  type Floor,
  type ShellSolids,
  type StandingFeature,
  pocketDepth,
  pocketPlan,
} from './solids';
export { depthAt, floorStrips, stripExcess, wallSlabs, type FloorStrip } from './curved';
export { actingShare, patternMm2, patternsIn, THIN_HOLE } from './acting';
export { openMm2 } from './open';
export { screwFindings } from './screws';
export { SEAM_GAPES_MM, SEAM_MM, seamFindings, supportFindings } from './seam';
export { convexGap, hingeFindings, rolled, section, sideOf } from './hinge';
export { donorFindings, keptPart, openingLedger, type Ledger } from './kept';
export {
  isRead,
  type Purpose,
  roundOf,
  type RoundStep,
  type Stage,
  STAGES,
  verdictsOpen,
} from './round';
export { shellMass, SHELL_MASS_SHARE, shellsMass } from './mass';
export { shutSize } from './shut';
export { spineOf, type Spine } from './spine';
export { shellWays } from './ways';
export { depthsOf } from './depths';
export { innerDepth, outerDepth } from './faceDepth';
export { leastDepth, wallDepth, wallEnds } from './wallEnds';
export { type WallRules, wallRules } from './wallRules';
