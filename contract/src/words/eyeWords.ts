import { EYE_AMOUNTS_MM, HAND_TIED_MM, oppositeSide, type EyeAmount, type EyeFinding, type EyeStep, type Side } from '@easytuck/core';
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
    case 'droops':
      return 'Both sides hang down';
    case 'turnsUp':
      return 'Both sides turn up';
    case 'gap':
      return 'The bow hangs off the collar, with a gap';
    case 'noDimple':
      return 'I would like a dimple';
    case 'tooEven':
      return 'I would like it less even';
  }
}

/** How uneven a bow is made on purpose, in mm: the middle of what passes for a hand-tied look. */
const TASTE_MM = (HAND_TIED_MM.minMm + HAND_TIED_MM.maxMm) / 2;

/** What to do if a step made it worse. */
export function worseWords(step: EyeStep): string {
  if (step.kind === 'pull') {
    switch (step.pull.kind) {
      case 'drawFlatEnd':
        return 'Push that flat end back into the knot. Draw the layer of its loop that the flat end comes out of instead.';
      case 'drawTailSide':
        return 'That was the layer on the knot’s side. Draw it back, and take the other layer of the same loop.';
      case 'drawKnotSide':
        return 'That was the layer on the flat end’s side. Draw it back, and take the other layer of the same loop.';
      case 'easeKnotSide':
        return 'The knot is too loose now. Draw the same layer out again, half as far as you eased it.';
    }
  }
  switch (step.finding) {
    case 'gap':
      return 'Set the band back to its mark. Hold the knot against the collar button, and draw the loops apart: a loose knot leaves a gap too.';
    case 'offCentre':
      return 'Slide the tie back, and then the other way. If the knot comes off the button again, one side of the bow catches under the collar: free it first.';
    case 'tilted':
      return 'Turn it back the other way, half as far. If it never stays level, the front bow was folded to the wrong side: untie it and fold it the other way.';
    case 'droops':
    case 'turnsUp':
      return 'Turn both sides back, half as far. Hold the knot still with your other hand while you do it.';
    case 'noDimple':
      return 'Smooth the loop flat again with a fingertip. It looks right without a dimple too.';
    case 'tooEven':
      return 'Ease the front flat end back by half of that.';
    case 'frontWider':
    case 'backWider':
      return 'Leave the bow as it is today, and change the lead next time.';
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
    case 'droops':
      return 'Take a loop and a flat end in each hand, close to the knot. Turn both sides up against the knot, then stretch them apart. If they fall again, the knot is too loose: tighten it by the loops.';
    case 'turnsUp':
      return 'Take a loop and a flat end in each hand, close to the knot. Turn both sides down, then stretch them apart. Draw the lower edge of each loop out a little, close to the knot.';
    case 'noDimple':
      return 'Ease the knot a little. Press a fingertip into the middle of each loop, close to the knot, and tighten with the finger still in it. Cotton takes a dimple well; stiff or thick cloth hardly does.';
    case 'tooEven':
      return `Draw the front flat end out by ${length(TASTE_MM)}, no more. A bow that is a little uneven shows that it was tied by hand.`;
    case 'frontWider':
      return `No pull makes these two alike: the back bow has less cloth. Next time make the lead about ${lead} longer.`;
    case 'backWider':
      return `No pull makes these two alike: the back bow has more cloth. Next time make the lead about ${lead} shorter.`;
  }
}
