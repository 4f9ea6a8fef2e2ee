import { CHOICE_MEASURES, MEASURE_NAMES_OF_WEARER, type MeasureKind, type TakenMeasure } from '@easytuck/contract';
import { formatCollarSize } from '@easytuck/core';

/** Names of what is kept of a wearer. */
export const MEASURE_WORDS: Readonly<Record<MeasureKind | 'name' | 'note' | 'contact' | 'eventName' | 'eventOn', string>> = {
  name: 'Name',
  note: 'Note',
  contact: 'Contact',
  eventName: 'What it is for',
  eventOn: 'On the day',
  collar: 'Collar size',
  longEnd: 'Long end',
  ...MEASURE_NAMES_OF_WEARER,
};

/** A measure as it was taken, in words. */
export function measureValueWords({ kind, value }: TakenMeasure, length: (lengthMm: number) => string): string {
  if (value === null) return 'removed';
  if (typeof value === 'number') return length(value);
  if (typeof value === 'object') return formatCollarSize(value);
  return choiceWords(kind, value);
}

/** A choice in words; anything else as it is. */
export function choiceWords(field: string, value: string): string {
  const words: Readonly<Record<string, string>> = CHOICE_MEASURES.find(({ key }) => key === field)?.words ?? {};
  return words[value] ?? value;
}
