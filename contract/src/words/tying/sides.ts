import { oppositeSide, type Side } from '@easytuck/core';
import type { Reader } from '../readers.ts';

/** The readers as they are chosen. */
export const READER_WORDS: Readonly<Record<Reader, string>> = {
  wearer: 'the wearer, at a mirror',
  facing: 'a helper, facing the wearer',
  behind: 'a helper, behind the wearer',
};

/** The reader's own side that one of the wearer's sides lies on. */
export const readersSide = (side: Side, reader: Reader): Side => (reader === 'facing' ? oppositeSide(side) : side);

/** A side as it is named: always whose, and for a helper also where it lies for them. */
export function sideName(side: Side, reader: Reader): string {
  return reader === 'wearer' ? `your ${side}` : `the wearer’s ${side} (on your ${readersSide(side, reader)})`;
}
