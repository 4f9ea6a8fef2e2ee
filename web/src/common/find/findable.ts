import type { LedgerLine, PartyLine, Tie, Wearer } from '@easytuck/contract';
import { formatCollarSize } from '@easytuck/core';
import { z } from 'zod';
import { dayWords } from '../dueWords.ts';
import { holds } from '../foldName.ts';
import { readStored, writeStored } from '../stored.ts';

/** Something that can be found and opened. */
export interface Findable {
  readonly kind: 'page' | 'wearer' | 'tie' | 'party' | 'fitting';
  readonly name: string;
  readonly about: string;
  readonly to: string;
  /** Where it is fitted at the Bench; null where nothing is. */
  readonly fitAt: string | null;
}

export const KIND_WORDS: Readonly<Record<Findable['kind'], string>> = {
  page: 'Page',
  wearer: 'Wearer',
  tie: 'Tie',
  party: 'Party',
  fitting: 'Fitting',
};

export const ofWearer = ({ id, name, collar }: Pick<Wearer, 'id' | 'name' | 'collar'>): Findable => ({
  ...{ kind: 'wearer', name, about: `collar ${formatCollarSize(collar)}`, to: `/wearers/${id}`, fitAt: `/?wearer=${id}` },
});
export const ofTie = ({ id, name, inStock }: Pick<Tie, 'id' | 'name' | 'inStock'>): Findable => ({
  ...{ kind: 'tie', name, about: `${inStock} in stock`, to: `/drawer/${id}`, fitAt: null },
});
export const ofParty = ({ id, name, day, hour }: Pick<PartyLine, 'id' | 'name' | 'day' | 'hour'>): Findable => ({
  ...{ kind: 'party', name, about: `${dayWords(day)}, ${hour}`, to: `/parties/${id}`, fitAt: null },
});
export const ofFitting = ({
  id,
  wearerName,
  tieName,
  givenOutAt,
}: Pick<LedgerLine, 'id' | 'wearerName' | 'tieName' | 'givenOutAt'>): Findable => ({
  ...{
    kind: 'fitting',
    name: `${wearerName}, ${tieName}`,
    about: dayWords(givenOutAt.slice(0, 10)),
    to: `/fittings/${id}`,
    fitAt: `/?copy=${id}`,
  },
});

const MOST_RECENT = 8;
const MOST_OF_A_KIND = 6;
const RECENT = 'easytuck.foundLast';
const recentSchema = z.array(
  z.object({
    ...{ kind: z.enum(['page', 'wearer', 'tie', 'party', 'fitting']), name: z.string(), about: z.string() },
    ...{ to: z.string().startsWith('/'), fitAt: z.string().startsWith('/').nullable() },
  }),
);

/** What was opened last, latest first. */
export const readRecent = (): readonly Findable[] => readStored(RECENT, (value) => recentSchema.safeParse(value).data ?? null, []);

/** Puts what is opened to the front of what was opened last. */
export function rememberFound(found: Findable): void {
  writeStored(RECENT, [found, ...readRecent().filter(({ to }) => to !== found.to)].slice(0, MOST_RECENT));
}

/** What holds all the letters, a few of each kind; with nothing typed, what was opened last, then the pages. */
export function findAmong(
  letters: string,
  recent: readonly Findable[],
  pages: readonly Findable[],
  records: readonly Findable[],
): readonly Findable[] {
  if (letters.trim() === '') return [...recent, ...pages.filter(({ to }) => !recent.some((each) => each.to === to))];
  const counts = new Map<string, number>();
  return [...records, ...pages]
    .filter(({ name, about }) => holds(`${name} ${about}`, letters))
    .filter(({ kind }) => {
      const count = (counts.get(kind) ?? 0) + 1;
      counts.set(kind, count);
      return count <= MOST_OF_A_KIND;
    });
}
