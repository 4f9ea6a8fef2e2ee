const listeners = new Set<() => void>();

/** How a page begins the tour, which the frame holds. */
export function useTourStart(): () => void {
  return begin;
}

function begin(): void {
  for (const listener of listeners) listener();
}

/** Calls back whenever a page begins the tour. @returns how to stop. */
export function onTourStart(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
