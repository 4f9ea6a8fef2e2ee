import { useEffect, useState } from 'react';

const PAUSE_MS = 1000;

/**
 * An error that waits until typing pauses: the `1` of `16` is no mistake yet. An error that is shown already follows what is typed.
 * @returns the error to show, or null.
 */
export function useSettledError(error: string | null): string | null {
  const [isSettled, setSettled] = useState(error !== null);
  const isWrong = error !== null;
  useEffect(() => {
    if (!isWrong) return;
    const timer = setTimeout(() => setSettled(true), PAUSE_MS);
    return () => {
      clearTimeout(timer);
      setSettled(false);
    };
  }, [isWrong]);
  return isSettled ? error : null;
}
