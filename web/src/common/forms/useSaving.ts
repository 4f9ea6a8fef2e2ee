import { useCallback, useEffect, useRef, useState } from 'react';
import { isAway } from '../api/request.ts';

/** A save: whether it is under way, why the last try failed, and how to start it. */
export interface Saving<A extends readonly unknown[]> {
  readonly isBusy: boolean;
  /** Null once it went well. Where the server or its records are away it is tried again by itself. */
  readonly failure: unknown;
  readonly save: (...given: A) => Promise<void>;
  readonly forget: () => void;
}

export const TRY_AGAIN_MS = 3_000;

/**
 * Saves something, and where that failed only because nobody answered, again every few seconds, until it is saved or the page
 * is left. The work must be safe to be done twice (a key of its own, or the version it is based on); it sees what is typed at
 * the moment it runs.
 */
export function useSaving<A extends readonly unknown[]>(work: (...given: A) => Promise<void>): Saving<A> {
  const [isBusy, setBusy] = useState(false);
  const [failure, setFailure] = useState<unknown>(null);
  const latest = useRef({ work, given: null as A | null });
  const isRunning = useRef(false);
  useEffect(() => {
    latest.current.work = work;
  });
  const save = useCallback(async (...given: A) => {
    if (isRunning.current) return;
    isRunning.current = true;
    latest.current.given = given;
    setBusy(true);
    // a notice that it is tried again stays where it is while it is
    setFailure((before: unknown) => (isAway(before) ? before : null));
    try {
      await latest.current.work(...given);
      setFailure(null);
    } catch (error) {
      setFailure(error);
    } finally {
      isRunning.current = false;
      setBusy(false);
    }
  }, []);
  useEffect(() => {
    if (!isAway(failure)) return undefined;
    const later = setTimeout(() => {
      const { given } = latest.current;
      if (given) void save(...given);
    }, TRY_AGAIN_MS);
    return () => clearTimeout(later);
  }, [failure, save]);
  const forget = useCallback(() => setFailure(null), []);
  return { isBusy, failure, save, forget };
}
