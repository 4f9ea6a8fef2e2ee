import { useSyncExternalStore } from 'react';
import { usePerson } from './session/sessionStore.ts';
import { readStored, writeStored } from './stored.ts';

const KEY = 'easytuck.staff';
const listeners = new Set<() => void>();
const read = (): string => readStored(KEY, (value) => (typeof value === 'string' ? value : null), '');

/** Who is working at this device, for the record: whoever is signed in, else as it was chosen here, kept in the browser. */
export function useStaff(): readonly [name: string, setName: (name: string) => void] {
  const person = usePerson();
  const chosen = useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, read);
  return [
    person?.name ?? chosen,
    (next) => {
      writeStored(KEY, next);
      for (const listener of listeners) listener();
    },
  ];
}
