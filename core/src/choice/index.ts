/** Choice: which of the ties in the drawer suits a wearer, and why. */
export { AS_CUT_MM, ENOUGH_ROOM_MM, FINE_STEP_BOW_MM, rankTies, type Candidate, type RankedTie, type Reason } from './rankTies.ts';
