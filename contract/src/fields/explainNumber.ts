import type { UnreadableReason } from '@easytuck/core';

/** Why a text is no number, in the words of the field it was typed into. `example` is what would be right. */
export function explainNumber(reason: UnreadableReason, what: string, example: string): string {
  switch (reason) {
    case 'empty':
      return `${what} is missing. Write it as ${example}.`;
    case 'negative':
      return `${what} cannot be negative. Write it as ${example}.`;
    case 'zeroDenominator':
      return `${what}: a fraction cannot be divided by nothing. Write it as ${example}.`;
    case 'improperFraction':
      return `${what}: a fraction is less than one, with a space before it. Write it as ${example}.`;
    case 'notANumber':
      return `${what} cannot be read. Write it as ${example}.`;
  }
}
