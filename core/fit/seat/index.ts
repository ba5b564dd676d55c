export { seatFindings } from './findings';
export { RATTLE_MM, SLIDE_MM } from './fits';
export { type InSeat, seatSection } from './pocket';
export { seatWays } from './ways';
