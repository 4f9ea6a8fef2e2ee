/** Reads a value that was kept in the browser; the fallback where there is none or it no longer fits. */
export function readStored<T>(key: string, read: (value: unknown) => T | null, fallback: T): T {
  try {
    const text = localStorage.getItem(key);
    return (text === null ? null : read(JSON.parse(text))) ?? fallback;
  } catch {
    return fallback; // a browser that keeps nothing, or a value that an older version wrote
  }
}

/** Keeps a value in the browser. Where the browser refuses (private window, full), work goes on without. */
export function writeStored(key: string, value: unknown): void {
  try {
    localStorage.setItem(key, JSON.stringify(value));
  } catch {
    // nothing can be done about it here, and the page itself still holds the value
  }
}
