import type { MeasureKind, TakenMeasure, WearerMeasures } from '@easytuck/contract';
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
  bareNeckMm: 'Bare neck',
  easeMm: 'Ease liked',
  neckBreadthMm: 'Neck breadth',
  faceWidthMm: 'Face or spectacles',
  firstButtonMm: 'First button down',
  buttonSpacingMm: 'Between buttons',
  dexterity: 'Hands',
  finish: 'Finish liked',
  fullness: 'Bow liked',
  backKnotLayer: 'Back loop tightens by',
};

/** Choices in words. */
export const VALUE_WORDS = {
  dexterity: { sure: 'ties with ease', learning: 'is learning', needsHelp: 'somebody else ties' },
  finish: { even: 'even', handTied: 'a little uneven, hand-tied' },
  fullness: { trim: 'trim', classic: 'classic', full: 'full' },
  backKnotLayer: { front: 'its front layer', back: 'its back layer' },
} as const satisfies Record<keyof Pick<WearerMeasures, 'dexterity' | 'finish' | 'fullness' | 'backKnotLayer'>, Record<string, string>>;

/** A measure as it was taken, in words. */
export function measureValueWords({ kind, value }: TakenMeasure, length: (lengthMm: number) => string): string {
  if (value === null) return 'removed';
  if (typeof value === 'number') return length(value);
  if (typeof value === 'object') return formatCollarSize(value);
  return choiceWords(kind, value);
}

/** A choice in words; anything else as it is. */
export function choiceWords(field: string, value: string): string {
  const words: Readonly<Record<string, string>> = field in VALUE_WORDS ? VALUE_WORDS[field as keyof typeof VALUE_WORDS] : {};
  return words[value] ?? value;
}
