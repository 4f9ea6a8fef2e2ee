/** What the browser refused to keep: it is held here, so that it outlives the page's own parts, though not a reload. */
const refused = new Map<string, string>();
const listeners = new Set<() => void>();

/** Keys that begin so hold nothing that anybody typed, and pass by themselves. */
export const PASSING = 'easytuck.alive.';

function tellIfChanged(before: boolean): void {
  if (before !== isSomethingRefused()) for (const listener of listeners) listener();
}

/** Reads a value that was kept in the browser; the fallback where there is none or it no longer fits. */
export function readStored<T>(key: string, read: (value: unknown) => T | null, fallback: T): T {
  try {
    const text = refused.get(key) ?? localStorage.getItem(key);
    return (text === null ? null : read(JSON.parse(text))) ?? fallback;
  } catch {
    return fallback; // a browser that keeps nothing, or a value that an older version wrote
  }
}

/**
 * Keeps a value in the browser; null forgets it. Where the browser refuses (private window, full) it is held until the page is
 * left, and {@link subscribeToRefusals} tells.
 */
export function writeStored(key: string, value: unknown): void {
  const before = isSomethingRefused();
  try {
    if (value === null) localStorage.removeItem(key);
    else localStorage.setItem(key, JSON.stringify(value));
    refused.delete(key);
  } catch {
    if (value === null) refused.delete(key);
    else refused.set(key, JSON.stringify(value));
  }
  tellIfChanged(before);
}

/** Keys that begin so, of what is kept. */
export function storedKeys(beginning: string): readonly string[] {
  const keys = [...refused.keys()];
  try {
    for (let i = 0; i < localStorage.length; i += 1) {
      const key = localStorage.key(i);
      if (key !== null && !refused.has(key)) keys.push(key);
    }
  } catch {
    // a browser that keeps nothing has no keys either
  }
  return keys.filter((key) => key.startsWith(beginning));
}

/** Whether something that was to be kept is not: a reload would lose it. */
export const isSomethingRefused = (): boolean => [...refused.keys()].some((key) => !key.startsWith(PASSING));

/** Calls back whenever {@link isSomethingRefused} may answer otherwise. @returns how to stop that. */
export function subscribeToRefusals(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
