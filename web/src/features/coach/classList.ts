import { useState } from 'react';
import { z } from 'zod';
import { readStored, writeStored } from '../../common/stored.ts';

/** Somebody who learns in a class, and whether they can tie the bow by now. */
export interface Learner {
  readonly name: string;
  readonly isAble: boolean;
}

/** A list longer than this does not fit beside the stage. */
export const MOST_LEARNERS = 40;
const MOST_LETTERS = 60;
const KEY = 'easytuck.class';
const storedList = z.array(z.object({ name: z.string().min(1).max(MOST_LETTERS), isAble: z.boolean() })).max(MOST_LEARNERS);

const readList = (value: unknown): readonly Learner[] | null => storedList.safeParse(value).data ?? null;

/** Adds the names in a text (one, or several between commas or on lines of their own) that are not on a list yet. */
export function withNames(learners: readonly Learner[], text: string): readonly Learner[] {
  const known = new Set(learners.map(({ name }) => name.toLowerCase()));
  const added = text.split(/[,;\n]/).flatMap((part): readonly Learner[] => {
    // (a character beyond the BMP is not cut in two)
    const name = part
      .trim()
      .replace(/\s+/g, ' ')
      .slice(0, MOST_LETTERS)
      .replace(/[\uD800-\uDBFF]$/, '');
    if (name === '' || known.has(name.toLowerCase())) return [];
    known.add(name.toLowerCase());
    return [{ name, isAble: false }];
  });
  return [...learners, ...added].slice(0, MOST_LEARNERS);
}

/** The people of a class, as this browser stores them; no record is made of them. */
export function useClassList() {
  const [learners, setLearners] = useState(() => readStored(KEY, readList, []));
  const change = (next: readonly Learner[]): void => {
    setLearners(next);
    writeStored(KEY, next.length === 0 ? null : next);
  };
  return {
    learners,
    add: (text: string) => change(withNames(learners, text)),
    tick: (name: string) => change(learners.map((each) => (each.name === name ? { ...each, isAble: !each.isAble } : each))),
    clear: () => change([]),
  };
}
