export { type Harm, type Keep, KEEPS } from './harm';
export { type Least, type None, type Plan, seekLeast } from './least';
export { solverOf } from './solver';
