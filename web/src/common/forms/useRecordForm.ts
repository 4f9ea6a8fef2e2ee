import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import {
  useForm,
  type DefaultValues,
  type FieldValues,
  type Path,
  type PathValue,
  type Resolver,
  type UseFormReturn,
} from 'react-hook-form';
import { v7 as uuid } from 'uuid';
import type { z } from 'zod';
import { currentOf, fieldErrorsOf } from '../api/request.ts';
import { changedFields, mergeFields, type Clash } from './mergeFields.ts';
import { forgetDraft, keepDraft, readDraft } from './tabDrafts.ts';
import { useSaving } from './useSaving.ts';

/** Every field as text, as it is typed. */
type Texts<V> = Readonly<Record<keyof V, string>>;

/** What a form of a record is made of. */
export interface RecordFormOptions<R extends { readonly version: number }, V extends FieldValues & Texts<V>, Input> {
  /** Under this name what is typed is kept until it is saved. */
  readonly name: string;
  /** As it is on record now; null for a new one. */
  readonly record: R | null;
  readonly schema: z.ZodType<R>;
  readonly toForm: (record: R) => V;
  /** What a new one starts with. */
  readonly empty: V;
  readonly resolver: Resolver<V, unknown, Input>;
  /** Saves over the version of `base`, or under `newId` where there is none. */
  readonly save: (input: Input, base: R | null, newId: string) => Promise<R>;
  /** Called once it is saved and its draft forgotten. */
  readonly onSaved?: (saved: R) => void | Promise<void>;
}

/** A form of a record, and where it stands against the record. */
export interface RecordForm<R, V extends FieldValues, Input> {
  readonly form: UseFormReturn<V, unknown, Input>;
  /** What the form was started from, or has caught up with. */
  readonly base: R | null;
  readonly isChanged: boolean;
  /** Fields that somebody else changed otherwise; to be decided before it can be saved. */
  readonly clashes: readonly Clash<V>[];
  /** Fields that somebody else changed meanwhile, and that stand in the form now. */
  readonly arrived: readonly (keyof V & string)[];
  readonly decide: (field: keyof V & string, whose: 'mine' | 'theirs') => void;
  readonly submit: () => Promise<void>;
  readonly isSaving: boolean;
  readonly failure: unknown;
  /** Lets go of what was typed, and shows the record as it is. */
  readonly discard: () => void;
}

/** A draft as it is kept: what it was started from, and only what was changed. */
interface Draft<R, V> {
  readonly base: R | null;
  readonly newId: string;
  readonly changed: Partial<V>;
  readonly clashes: readonly Clash<V>[];
}

/**
 * A form over a record that others change too. What is typed carries the record that it was started from: when a newer one
 * arrives (by itself, after a reload, or with a refused save) both changes are merged field by field; where both changed the
 * same field it has to be decided. Only then is it saved, over the version that was seen.
 */
export function useRecordForm<R extends { readonly version: number }, V extends FieldValues & Texts<V>, Input>({
  name,
  record,
  schema,
  toForm,
  empty,
  resolver,
  save,
  onSaved,
}: RecordFormOptions<R, V, Input>): RecordForm<R, V, Input> {
  const formOf = useCallback((base: R | null): V => (base === null ? empty : toForm(base)), [empty, toForm]);
  const [start] = useState(() => startOf(name, record, schema, formOf));
  const [base, setBase] = useState<R | null>(start.base);
  const [newId, setNewId] = useState(start.newId);
  const [clashes, setClashes] = useState<readonly Clash<V>[]>(start.clashes);
  const [arrived, setArrived] = useState<readonly (keyof V & string)[]>([]);
  const [isChanged, setChanged] = useState(start.changed.length > 0);
  const form = useForm<V, unknown, Input>({ resolver, defaultValues: start.values as DefaultValues<V>, mode: 'onTouched' });
  const { getValues, setValue, reset, subscribe, setError, handleSubmit, trigger } = form;
  useEffect(() => {
    // what was typed wrong before a reload is wrong after it too
    if (start.changed.length > 0) void trigger(start.changed);
  }, [start, trigger]);

  /** Where the form stands, for what happens outside of drawing. */
  const now = useRef({ base: start.base, newId: start.newId, clashes: start.clashes, isSaving: false });
  const keep = useCallback(() => {
    const { base: from, newId: id, clashes: open } = now.current;
    const changed = changedFields<V>(formOf(from), getValues());
    setChanged(Object.keys(changed).length > 0);
    if (Object.keys(changed).length === 0) forgetDraft(name);
    else keepDraft(name, { base: from, newId: id, changed, clashes: open } satisfies Draft<R, V>);
  }, [name, formOf, getValues]);

  useEffect(
    () =>
      subscribe({
        formState: { values: true },
        // a reset names no field: only what was typed, or dragged, is a draft
        callback: ({ name: field }) => {
          if (field !== undefined) keep();
        },
      }),
    [subscribe, keep],
  );

  const openClashes = useCallback((open: readonly Clash<V>[]) => {
    now.current.clashes = open;
    setClashes(open);
  }, []);

  // what nobody touched is written anew in the unit that was switched on; what was typed stays
  const written = useRef(formOf);
  useEffect(() => {
    if (written.current === formOf) return;
    const [before, after, held] = [written.current(now.current.base), formOf(now.current.base), getValues()];
    written.current = formOf;
    for (const field of Object.keys(after) as (keyof V & string)[])
      if (before[field] !== after[field] && held[field] === before[field])
        setValue(field as Path<V>, after[field] as PathValue<V, Path<V>>);
    keep();
  }, [formOf, getValues, setValue, keep]);

  /** Catches up with a newer record. @returns whether something has to be decided. */
  const catchUp = useCallback(
    (newer: R): boolean => {
      const merged = mergeFields<V>(formOf(now.current.base), getValues(), formOf(newer));
      now.current.base = newer;
      setBase(newer);
      for (const field of merged.arrived)
        setValue(field as Path<V>, merged.values[field] as PathValue<V, Path<V>>, { shouldValidate: true });
      const still = now.current.clashes.filter(({ field }) => !merged.clashes.some((clash) => clash.field === field));
      openClashes([...still, ...merged.clashes]);
      setArrived((before) => [...new Set([...before, ...merged.arrived])]);
      keep();
      return now.current.clashes.length > 0;
    },
    [formOf, getValues, setValue, keep, openClashes],
  );
  useEffect(() => {
    if (record !== null && !now.current.isSaving && isNewer(record, now.current.base)) catchUp(record);
  }, [record, catchUp]);

  const settle = useCallback(
    (saved: R | null) => {
      forgetDraft(name);
      const id = uuid();
      now.current = { base: saved, newId: id, clashes: [], isSaving: false };
      setBase(saved);
      setNewId(id);
      setClashes([]);
      setArrived([]);
      setChanged(false);
      reset(formOf(saved));
    },
    [name, formOf, reset],
  );

  const {
    save: run,
    isBusy,
    failure,
    forget,
  } = useSaving(async () => {
    if (now.current.clashes.length > 0) return;
    const outcome: { saved: R | null } = { saved: null };
    await handleSubmit(async (input) => {
      now.current.isSaving = true;
      try {
        outcome.saved = await saveMerged(input);
      } finally {
        now.current.isSaving = false;
      }
    })();
    if (outcome.saved === null) return;
    settle(outcome.saved);
    await onSaved?.(outcome.saved);
  });

  /** Saves; where somebody else was faster and nothing clashes, what came of both. Null where something has to be decided. */
  const saveMerged = async (first: Input): Promise<R | null> => {
    let input: Input | undefined = first;
    for (let tries = 0; input !== undefined; tries += 1) {
      try {
        return await save(input, now.current.base, newId);
      } catch (error) {
        for (const { path, message } of fieldErrorsOf(error)) setError(path as Path<V>, { message });
        const newer = currentOf(error, schema);
        if (newer === null || tries >= MOST_MERGES) throw error;
        if (catchUp(newer)) return null;
        input = await inputOf(handleSubmit);
      }
    }
    return null;
  };

  const decide = useCallback(
    (field: keyof V & string, whose: 'mine' | 'theirs') => {
      const clash = now.current.clashes.find((each) => each.field === field);
      if (clash && whose === 'theirs') setValue(field as Path<V>, clash.theirs as PathValue<V, Path<V>>, { shouldValidate: true });
      openClashes(now.current.clashes.filter((each) => each.field !== field));
      keep();
    },
    [setValue, openClashes, keep],
  );
  const discard = useCallback(() => {
    forget();
    settle(record ?? now.current.base);
  }, [forget, settle, record]);

  return useMemo(
    () => ({ form, base, isChanged, clashes, arrived, decide, submit: () => run(), isSaving: isBusy, failure, discard }),
    [form, base, isChanged, clashes, arrived, decide, run, isBusy, failure, discard],
  );
}

/** Somebody who saves faster than this form three times in a row is left to the hand. */
const MOST_MERGES = 3;

/** Whether a record has moved on since; another record altogether has too (this one was merged into it). */
function isNewer<R extends { readonly version: number }>(record: R, base: R | null): boolean {
  if (base === null) return true;
  return record.version > base.version || ('id' in record && 'id' in base && record.id !== base.id);
}

/** What the form holds, checked; undefined where a field is wrong. */
async function inputOf<V extends FieldValues, Input>(
  handleSubmit: UseFormReturn<V, unknown, Input>['handleSubmit'],
): Promise<Input | undefined> {
  let found: Input | undefined;
  await handleSubmit((input) => {
    found = input;
  })();
  return found;
}

/** What a form starts with: its draft over what that was started from, or the record. */
function startOf<R extends { readonly version: number }, V extends FieldValues & Texts<V>>(
  name: string,
  record: R | null,
  schema: z.ZodType<R>,
  formOf: (base: R | null) => V,
): { base: R | null; newId: string; values: V; clashes: readonly Clash<V>[]; changed: Path<V>[] } {
  const draft = readDraft(name, (value) => readRecordDraft<R, V>(value, schema));
  const fits = draft !== null && (draft.base === null) === (record === null);
  const base = fits ? draft.base : record;
  const form = formOf(base);
  const changed = fits ? draft.changed : {};
  return {
    base,
    newId: fits ? draft.newId : uuid(),
    values: { ...form, ...changed },
    clashes: fits ? draft.clashes.filter(({ field }) => field in form) : [],
    changed: Object.keys(changed) as Path<V>[],
  };
}

function readRecordDraft<R, V>(value: unknown, schema: z.ZodType<R>): Draft<R, V> | null {
  if (typeof value !== 'object' || value === null || !('base' in value) || !('newId' in value) || !('changed' in value)) return null;
  const base = value.base === null ? { success: true as const, data: null } : schema.safeParse(value.base);
  if (!base.success || typeof value.newId !== 'string' || typeof value.changed !== 'object' || value.changed === null) return null;
  const changed = Object.fromEntries(Object.entries(value.changed).filter(([, text]) => typeof text === 'string')) as Partial<V>;
  const clashes = 'clashes' in value && Array.isArray(value.clashes) ? (value.clashes as Clash<V>[]) : [];
  return { base: base.data, newId: value.newId, changed, clashes };
}
