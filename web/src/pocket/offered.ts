import { useSyncExternalStore } from 'react';

/** A newer version that is ready: offered, and taken when it is wanted. */
let take: (() => void) | null = null;
const listeners = new Set<() => void>();

export function offer(takeIt: () => void): void {
  take = takeIt;
  for (const listener of listeners) listener();
}

/** How to take the newer version; null where there is none. */
export const useOffered = (): (() => void) | null =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => take,
  );
