export { longestSpan, seamCost, type SeamCost } from './closing';
export { BODY, centre, named, spots, span, type Source, type Spot } from './datum';
export { innerRing, outerRing, sharpOutline, straightWalls, wallName, type Wall, type WallHole } from './walls';
export { openingsOf, shapePoints, type FaceHole, type NamedWallHole, type Openings } from './openings';
export { heightAfterCuts, shellSolids, type Floor, type ShellSolids, type StandingFeature } from './solids';
