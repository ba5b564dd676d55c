/** From a mesh, a scan or a photo of a half to outline, features and their uncertainty. */
export { halvesIn, levelled, type Levelled } from './level';
export { surfacesOf, type Surfaces } from './surfaces';
export { foundIn, type Found } from './found';
export { fitCircle } from './circles';
export { type HalfRead, type Offer, readHalf, type Role, withHalf } from './half';
export {
  inverseOf,
  type Mark,
  placeOf,
  project,
  type Projective,
  homography,
  type View,
  viewOfPhoto,
  viewOfScan,
} from './camera';
export { type Gray, snapNear } from './gradient';
export { type Lying, lyingBy } from './lying';
export { type Trace, tracedOutline, type TracedPoint, tracedThing, TRACES } from './traced';
