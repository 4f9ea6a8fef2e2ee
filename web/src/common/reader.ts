import { READERS, type Reader } from '@easytuck/contract';
import { useSyncExternalStore } from 'react';
import { readStored, writeStored } from './stored.ts';

const KEY = 'easytuck.reader';
const listeners = new Set<() => void>();
const isReader = (value: unknown): value is Reader => READERS.some((reader) => reader === value);
const read = (): Reader | null => readStored<Reader | null>(KEY, (value) => (isReader(value) ? value : null), null);

/**
 * Who reads what is said of sides at this device: chosen once, the same in every room; `usual` where nobody has chosen.
 * Words name sides by it, and drawings are turned by it.
 */
export function useReader(usual: Reader): readonly [reader: Reader, setReader: (reader: Reader) => void] {
  const chosen = useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, read);
  return [
    chosen ?? usual,
    (next) => {
      writeStored(KEY, next);
      for (const listener of listeners) listener();
    },
  ];
}

/** Whether a reader sees the wearer's left on the left: in a mirror, or from behind. */
export const seesMirrored = (reader: Reader): boolean => reader !== 'facing';
