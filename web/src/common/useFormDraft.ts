import { useCallback, useEffect, useRef, useState } from 'react';
import type { FieldValues, UseFormReset, UseFormWatch } from 'react-hook-form';
import { readStored, writeStored } from './stored.ts';

/** A form's draft: whether one was found, and how to let go of it. */
export interface FormDraft {
  readonly wasKept: boolean;
  readonly forget: () => void;
}

/**
 * Keeps what is typed into a form in the browser until it is saved or given up, and puts it back after a reload. A
 * draft is put back only over the same record it was started from.
 */
export function useFormDraft<V extends FieldValues>(key: string, initial: V, reset: UseFormReset<V>, watch: UseFormWatch<V>): FormDraft {
  const storageKey = `easytuck.form.${key}`;
  const [kept, setKept] = useState(() =>
    readStored<Partial<V> | null>(storageKey, (value) => (isRecord(value) ? (value as Partial<V>) : null), null),
  );
  const isPutBack = useRef(false);
  useEffect(() => {
    if (isPutBack.current || !kept) return;
    isPutBack.current = true;
    reset({ ...initial, ...kept }, { keepDefaultValues: true });
  }, [kept, initial, reset]);
  useEffect(() => {
    const subscription = watch((values, { name }) => {
      // a reset names no field: only what was typed, or dragged, is a draft
      if (name !== undefined) writeStored(storageKey, values);
    });
    return () => subscription.unsubscribe();
  }, [storageKey, watch]);
  const forget = useCallback(() => {
    writeStored(storageKey, null);
    setKept(null);
  }, [storageKey]);
  return { wasKept: kept !== null, forget };
}

function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null;
}
