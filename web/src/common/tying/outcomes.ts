import { FAULT_WORDS, type Tying } from '@easytuck/contract';

/** How a tying ended, in words. */
export const OUTCOMES = [
  { value: 'tied', text: 'tied' },
  { value: 'fault', text: 'a fault' },
  { value: 'gaveUp', text: 'gave up' },
] as const;

/** The outcome of a tying on record; the fault by what was seen. */
export const outcomeWords = ({ outcome, fault }: Pick<Tying, 'outcome' | 'fault'>): string =>
  outcome === 'fault' && fault !== null
    ? `a fault: ${FAULT_WORDS[fault].seen.toLowerCase()}`
    : (OUTCOMES.find(({ value }) => value === outcome)?.text ?? outcome);
