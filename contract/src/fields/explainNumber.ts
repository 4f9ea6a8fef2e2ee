import type { NumberReading } from '@easytuck/core';

type Reason = Extract<NumberReading, { kind: 'unreadable' }>['reason'];

/** Why a text is no number, in the words of the field it was typed into. `example` is what would be right. */
export function explainNumber(reason: Reason, what: string, example: string): string {
  switch (reason) {
    case 'empty':
      return `${what} is missing. Write it as ${example}.`;
    case 'negative':
      return `${what} cannot be negative. Write it as ${example}.`;
    case 'zeroDenominator':
      return `A fraction cannot be divided by nothing. Write ${what.toLowerCase()} as ${example}.`;
    case 'notANumber':
      return `${what} cannot be read. Write it as ${example}.`;
  }
}
