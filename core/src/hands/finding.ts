/** For whoever changes a grip: how the hands best come to each. Not part of what the program runs. */
export { COMINGS } from './comings.ts';
export { findComings, type FoundComing } from './findComings.ts';
export { GRIPS, HAND_ROLES } from './grips.ts';
