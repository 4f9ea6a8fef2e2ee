import type { Reason } from '@easytuck/core';
import { BOUND_WORDS } from '../../common/words.ts';

/** A reason for or against a tie, in a few words. */
export function reasonWords(reason: Reason, length: (lengthMm: number) => string): string {
  switch (reason.what) {
    case 'asCut':
      return 'comes out as it was cut';
    case 'roomBothWays':
      return 'can go either way';
    case 'fineStep':
      return 'fine steps';
    case 'past':
      return `${BOUND_WORDS[reason.bound.id]}, by ${atLeast(-reason.bound.roomMm, length)} of band`;
    case 'littleRoom':
      return reason.byMm < 1 ? 'no adjustment left' : `only ${atLeast(reason.byMm, length)} of adjustment left`;
    case 'coarseStep':
      return `each step moves the bow ${length(reason.byMm)}`;
    case 'offCut':
      return `${length(Math.abs(reason.byMm))} ${reason.byMm > 0 ? 'wider' : 'narrower'} than it was cut for`;
    case 'notInStock':
      return 'none in stock';
    case 'schoolPastBand':
      return 'the band does not go as far as the house sets it';
    case 'asWished':
      return reason.speaks === 'for' ? `${reason.fullness}, as the wearer likes` : `a ${reason.fullness} bow`;
    case 'easyToLearn':
      return 'easy to hold while learning';
    case 'breaksAway':
      return 'breakaway clasp, as this wearer needs';
    case 'noBreakaway':
      return 'no breakaway clasp, and this wearer needs one';
    case 'slippery':
      return 'slips in a learner’s hands';
    case 'thickKnot':
      return 'thick: a big knot to learn on';
    case 'whitePique':
      return 'white piqué, to match the shirt front';
    case 'notWhite':
      return 'white tie asks for white';
    case 'notPique':
      return 'white tie asks for piqué';
    case 'blackEveningCloth':
      return 'black, to match the lapel facing';
    case 'midnightBlue':
      return 'midnight blue, for a midnight blue suit';
    case 'velvetWithVelvet':
      return 'velvet, with a velvet jacket';
    case 'notBlack':
      return 'black tie asks for black or midnight blue';
    case 'notEveningCloth':
      return 'black tie asks for silk or an evening weave';
    case 'enoughForSet':
      return 'enough for a matched set';
    case 'fewForSet':
      return 'too few for a matched set';
    case 'dayCloth':
      return 'a cloth for the day';
    case 'eveningClothByDay':
      return 'an evening cloth for the day';
    case 'smallByDay':
      return 'small, as suits the day';
    case 'fullByDay':
      return 'a full bow for the day';
  }
}

/** Less than the finest fraction shown is written as that, not as nothing. */
function atLeast(lengthMm: number, length: (lengthMm: number) => string): string {
  const nothing = length(0);
  return length(lengthMm) === nothing ? 'less than the tape shows' : length(lengthMm);
}
