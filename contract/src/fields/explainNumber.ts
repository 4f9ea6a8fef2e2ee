import type { UnreadableReason } from '@easytuck/core';

/** Why a text is no number, in the words of the field it was typed into. `example` is what would be right. */
export function explainNumber(reason: UnreadableReason, what: string, example: string): string {
  switch (reason) {
    case 'empty':
      return `${what} is missing. Write it as ${example}.`;
    case 'negative':
      return `${what} cannot be negative. Write it as ${example}.`;
    case 'zeroDenominator':
      return `A fraction cannot be divided by nothing. Write ${what.charAt(0).toLowerCase()}${what.slice(1)} as ${example}.`;
    case 'improperFraction':
      return `A fraction is less than one, with a space before it. Write ${what.charAt(0).toLowerCase()}${what.slice(1)} as ${example}.`;
    case 'notANumber':
      return `${what} cannot be read. Write it as ${example}.`;
  }
}
