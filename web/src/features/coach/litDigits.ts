import { digitsIn } from '@easytuck/contract';
import { DIGITS } from '@easytuck/core';

/** Digits that are lit, of the hand on the long end's side and of the other: by digit, 0 or 1. */
export type LitDigits = readonly [readonly number[], readonly number[]];
export const NONE_LIT: LitDigits = [[], []];

/** The digits that a sentence about one hand speaks of. */
export function litBy(sentence: string, hand: number): LitDigits {
  const named = digitsIn(sentence);
  const digits = DIGITS.map((digit) => (named.includes(digit) ? 1 : 0));
  return hand === 0 ? [digits, []] : [[], digits];
}
