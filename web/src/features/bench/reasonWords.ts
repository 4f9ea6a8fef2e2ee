import type { Reason } from '@easytuck/core';
import { BOUND_WORDS } from '../../common/words.ts';

/** A reason for or against a tie, in a few words. */
export function reasonWords(reason: Reason, length: (lengthMm: number) => string): string {
  switch (reason.what) {
    case 'asCut':
      return 'comes out as it was cut';
    case 'roomBothWays':
      return 'room both ways';
    case 'fineStep':
      return 'fine step';
    case 'past':
      return `${BOUND_WORDS[reason.bound.id]}, by ${length(-reason.bound.roomMm)} of band`;
    case 'littleRoom':
      return reason.byMm < 1 ? 'no room left' : `only ${length(reason.byMm)} of room`;
    case 'coarseStep':
      return `bow goes in steps of ${length(reason.byMm)}`;
    case 'offCut':
      return `${length(Math.abs(reason.byMm))} ${reason.byMm > 0 ? 'wider' : 'narrower'} than it was cut for`;
    case 'notInStock':
      return 'none in stock';
    case 'schoolPastBand':
      return 'the collar size is past its band';
    case 'asWished':
      return reason.speaks === 'for' ? `${reason.fullness}, as wished` : `a ${reason.fullness} bow`;
    case 'whiteCotton':
      return 'white cotton, to match the shirt front';
    case 'notWhiteCotton':
      return 'white tie asks for white cotton';
    case 'blackEveningCloth':
      return 'black, to match the lapel facing';
    case 'notBlack':
      return 'black tie asks for black';
    case 'notEveningCloth':
      return 'black tie asks for silk, satin or grosgrain';
    case 'enoughForSet':
      return 'enough for a matched set';
    case 'fewForSet':
      return 'too few for a matched set';
    case 'dayCloth':
      return 'a cloth for the day';
    case 'eveningClothByDay':
      return 'an evening cloth by day';
    case 'smallByDay':
      return 'small, as by day';
    case 'fullByDay':
      return 'a full bow by day';
  }
}
