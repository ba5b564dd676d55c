export { type BusSample, readBusCapture } from './capture';
export { decoded, type Decoded } from './decode';
export { asCaptured, busFindings, busWays } from './findings';
export { learnt, type Learnt } from './learn';
export { dataHighV, padWantsV } from './levels';
export { bitsOfKeys, busKeys, padBus } from './ofBuild';
export { clockOf, leadOf, mostClock, USUAL_LEAD_MM, type Wave, wave, wordUs } from './timing';
export { bitWords, clockWords } from './words';
