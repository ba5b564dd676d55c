/** What is seen on the screen. */
export { HELD_CM, parallelClock, type Picture, picturePlan, type PicturePlan, type Shown, spiRate } from './picture';
