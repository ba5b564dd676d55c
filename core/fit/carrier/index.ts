export { carrierBoards, carrierKitWays } from './findings';
export { joinAsLaid, lyingOnBoard } from './taken';
