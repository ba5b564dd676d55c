/** What is seen on the screen. */
export {
  behindWindow,
  type Behind,
  HELD_CM,
  parallelClock,
  type Picture,
  picturePlan,
  type PicturePlan,
  type Shown,
  spiRate,
} from './picture';
