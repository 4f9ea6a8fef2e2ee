import { EYE_AMOUNTS_MM, oppositeSide, type EyeAmount, type EyeFinding, type EyeStep, type Side } from '@easytuck/core';
import type { Reader } from './readers.ts';
import { sideName } from './tying/sides.ts';

/** How much it is, as it is chosen. */
export const EYE_AMOUNT_WORDS: Readonly<Record<EyeAmount, string>> = {
  little: 'a little',
  finger: 'a finger’s width',
  more: 'more than that',
};

/** What an eye sees of a bow, sides named for the reader. */
export function eyeFindingWords(finding: EyeFinding, frontLoop: Side, reader: Reader): string {
  const [loopSide, otherSide] = [sideName(frontLoop, reader), sideName(oppositeSide(frontLoop), reader)];
  switch (finding) {
    case 'frontLoop':
      return `The front loop, on ${loopSide}, reaches too far`;
    case 'frontFlatEnd':
      return `The front flat end, on ${otherSide}, reaches too far`;
    case 'backLoop':
      return `The back loop, on ${otherSide}, reaches too far`;
    case 'backFlatEnd':
      return `The back flat end, on ${loopSide}, reaches too far`;
    case 'frontWider':
      return 'The front bow is wider than the back bow on both sides';
    case 'backWider':
      return 'The back bow is wider than the front bow on both sides';
    case 'fatKnot':
      return 'The knot is fat and soft';
    case 'tilted':
      return 'The bow leans to one side';
    case 'offCentre':
      return 'The knot is not over the button';
    case 'gap':
      return 'The bow hangs off the collar, with a gap';
  }
}

/** What is done to the whole bow, in words. @param length writes a length given in mm. */
export function wholeStepWords(
  finding: Extract<EyeStep, { kind: 'whole' }>['finding'],
  amount: EyeAmount,
  length: (lengthMm: number) => string,
): string {
  // two thirds of the lead go into the difference of both widths
  const lead = length(EYE_AMOUNTS_MM[amount] * 1.5);
  switch (finding) {
    case 'gap':
      return 'Push the knot back to the collar button and hold it there. Take the band in a little, behind the neck: one finger must still fit between band and throat.';
    case 'offCentre':
      return 'Hold the bow by both sides and slide the whole tie round the collar, until the knot sits on the button.';
    case 'tilted':
      return 'Hold the knot and turn the whole bow, until both sides are level. If it turns back by itself, the front bow was folded to the wrong side.';
    case 'frontWider':
      return `No pull makes these two alike: the back bow has less cloth. Next time make the lead about ${lead} longer.`;
    case 'backWider':
      return `No pull makes these two alike: the back bow has more cloth. Next time make the lead about ${lead} shorter.`;
  }
}
