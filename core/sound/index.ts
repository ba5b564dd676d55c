export { EAR_M, loudnessWords } from './level';
export { spoken, type Spoken } from './figures';
export { soundFindings, soundWays } from './findings';
