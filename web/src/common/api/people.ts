import { deedList, person, personList, type DeedList, type NewPerson, type Person, type PersonChange } from '@easytuck/contract';
import useSWR, { mutate } from 'swr';
import useSWRInfinite from 'swr/infinite';
import type { Reading } from './reading.ts';
import { request } from './request.ts';

const KEY = '/api/people';

/** Everybody who works here, those who left last. */
export function usePeople(): Reading<readonly Person[]> {
  return useSWR(KEY, async (key: string) => (await request('GET', key, personList)).people);
}

export async function addPerson(input: NewPerson): Promise<Person> {
  const saved = await request('POST', KEY, person, input);
  await mutate(KEY);
  return saved;
}

export async function changePerson(id: string, input: PersonChange): Promise<Person> {
  const saved = await request('PUT', `${KEY}/${id}`, person, input);
  await mutate(KEY);
  return saved;
}

export async function resetPassword(id: string, password: string, version: number): Promise<Person> {
  const saved = await request('PUT', `${KEY}/${id}/password`, person, { password, version });
  await mutate(KEY);
  return saved;
}

const PAGE = 100;

/** What was done, latest first, and how to read on. */
export function useDeeds(): Reading<DeedList['deeds']> & { readonly more: boolean; readonly readOn: () => void } {
  const { data, error, size, setSize } = useSWRInfinite<DeedList, unknown>(
    (page: number, before: DeedList | null) => {
      if (page === 0) return `/api/deeds?limit=${PAGE}`;
      const last = before?.deeds.at(-1);
      return before?.more === true && last ? `/api/deeds?limit=${PAGE}&before=${last.number}` : null;
    },
    (key: string) => request('GET', key, deedList),
  );
  return {
    data: data?.flatMap(({ deeds }) => deeds),
    error,
    more: data?.at(-1)?.more ?? false,
    readOn: () => void setSize(size + 1),
  };
}

/** Address of the record as a table. */
export const DEEDS_ADDRESS = '/api/deeds.csv';
