export {
  holdUpFarad,
  simulated,
  USUAL,
  type Line,
  type Mishap,
  type Moment,
  type Plan,
  type Run,
  type Way,
} from './simulate';
export { runWords } from './words';
