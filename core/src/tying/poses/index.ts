/**
 * Poses: how both ends are led at each moment of tying, a file a step. All are written for a long end from the wearer's left;
 * the other hand is the mirror image.
 */
export { BUTTON } from './collar.ts';
export { draped } from './draped.ts';
export { crossed, crossing } from './crossed.ts';
export { snug, snugShort, through, turnedUnder } from './halfKnot.ts';
export { liftedAside, parked } from './parked.ts';
export { foldBegun, frontBow, takenUp, workingBow } from './frontBow.ts';
export { dropped, falling, hangingStrand, liftedOver } from './dropped.ts';
export { backFold, frontFold } from './pushed.ts';
export { bow } from './bow.ts';
