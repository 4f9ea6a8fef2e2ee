import { useSyncExternalStore } from 'react';
import { readStored, writeStored } from './stored.ts';

const KEY = 'easytuck.staff';
const listeners = new Set<() => void>();
const read = (): string => readStored(KEY, (value) => (typeof value === 'string' ? value : null), '');

/** Who is working at this device, for the record; kept in the browser. */
export function useStaff(): readonly [name: string, setName: (name: string) => void] {
  const name = useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, read);
  return [
    name,
    (next) => {
      writeStored(KEY, next);
      for (const listener of listeners) listener();
    },
  ];
}
