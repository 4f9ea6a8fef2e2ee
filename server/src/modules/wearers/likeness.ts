import type { LikeWearer, Wearer } from '@easytuck/contract';
import { collarGirthMm, type CollarSize } from '@easytuck/core';
import { distance } from 'fastest-levenshtein';
import { nameWords } from './searchWords.ts';

/** Names whose letters differ by no more than this part are alike. */
const LIKE_RATIO = 0.2;
/** Collars within this are the same person's, in mm: half a size. */
const SAME_COLLAR_MM = 6.4;

/** What speaks for two records being one person; empty where nothing of the names does. A collar alone speaks for nothing. */
export function likeness(name: string, collar: CollarSize | null, other: Pick<Wearer, 'name' | 'collar'>): LikeWearer['because'] {
  const because: LikeWearer['because'] = [];
  const [a, b] = [nameWords(name), nameWords(other.name)];
  const [whole, otherWhole] = [a.join(' '), b.join(' ')];
  if (whole === '' || otherWhole === '') return [];
  if (whole === otherWhole) because.push('sameName');
  else if ([...a].sort().join(' ') === [...b].sort().join(' ')) because.push('sameNameParts');
  else if (distance(whole, otherWhole) <= LIKE_RATIO * Math.max(whole.length, otherWhole.length)) because.push('likeName');
  else if (isPartOf(a, b) || isPartOf(b, a)) because.push('sameNameParts');
  if (because.length > 0 && collar && Math.abs(collarGirthMm(collar) - collarGirthMm(other.collar)) <= SAME_COLLAR_MM)
    because.push('sameCollar');
  return because;
}

/** Two words or more, all of which are in the other name too: one of two surnames left out, or a middle name. */
const isPartOf = (few: readonly string[], many: readonly string[]): boolean => few.length >= 2 && few.every((word) => many.includes(word));
