import {
  CHOICE_MEASURES,
  LENGTH_MEASURES,
  optionalLengthField,
  wearerInput,
  type ChoiceMeasureKey,
  type ChoiceValue,
  type LengthMeasureKey,
  type Wearer,
  type WearerInput,
} from '@easytuck/contract';
import type { LengthUnit, Side } from '@easytuck/core';
import type { FieldErrors, Resolver } from 'react-hook-form';
import { exactLength } from '../../common/exactLength.ts';

/** What is typed on a wearer's record: every field as text; an empty choice is one that nobody has asked for. */
export type WearerForm = Record<LengthMeasureKey, string> & { [K in ChoiceMeasureKey]: '' | ChoiceValue<K> } & {
  name: string;
  collar: string;
  longEnd: Side;
  note: string;
  contact: string;
  eventName: string;
  /** As 2026-12-31, or empty. */
  eventOn: string;
};

/** A value for each length, and one for each choice. */
const eachLength = <V>(of: (measure: (typeof LENGTH_MEASURES)[number]) => V): Record<LengthMeasureKey, V> =>
  Object.fromEntries(LENGTH_MEASURES.map((measure) => [measure.key, of(measure)])) as Record<LengthMeasureKey, V>;
const eachChoice = <V>(of: (key: ChoiceMeasureKey) => V): Record<ChoiceMeasureKey, V> =>
  Object.fromEntries(CHOICE_MEASURES.map(({ key }) => [key, of(key)])) as Record<ChoiceMeasureKey, V>;
type Choices = Pick<WearerForm, ChoiceMeasureKey>;
type ReadChoices = { [K in ChoiceMeasureKey]: ChoiceValue<K> | null };

export const EMPTY_WEARER: WearerForm = {
  ...{ name: '', collar: '', longEnd: 'left', note: '', contact: '', eventName: '', eventOn: '' },
  ...eachLength(() => ''),
  ...(eachChoice(() => '') as Choices),
};

/** Reads what was typed; lengths without a unit are in `unit`. Each refusal stands at its field. */
export function readWearerForm(
  form: WearerForm,
  unit: LengthUnit,
): { input: WearerInput | null; errors: Partial<Record<keyof WearerForm, string>> } {
  const errors: Partial<Record<keyof WearerForm, string>> = {};
  const lengths = eachLength(({ key, limits }) => {
    const read = optionalLengthField(limits, unit).safeParse(form[key]);
    if (!read.success) errors[key] = read.error.issues[0]?.message ?? '';
    return read.data ?? null;
  });
  const input: WearerInput = {
    ...{ name: form.name, collar: form.collar, longEnd: form.longEnd, note: form.note },
    ...{ contact: form.contact, eventName: form.eventName, eventOn: form.eventOn === '' ? null : form.eventOn },
    ...lengths,
    ...(eachChoice((key) => (form[key] === '' ? null : form[key])) as ReadChoices),
  };
  const read = wearerInput.safeParse(input);
  for (const { path, message } of read.error?.issues ?? []) errors[path[0] as keyof WearerForm] ??= message;
  return { input: Object.keys(errors).length === 0 ? input : null, errors };
}

/** Checks what was typed by the contract. */
export const wearerResolver =
  (unit: LengthUnit): Resolver<WearerForm, unknown, WearerInput> =>
  (form) => {
    const { input, errors } = readWearerForm(form, unit);
    if (input) return { values: input, errors: {} };
    const found: FieldErrors<WearerForm> = {};
    for (const [name, message] of Object.entries(errors)) found[name as keyof WearerForm] = { type: 'contract', message };
    return { values: {}, errors: found };
  };

/** A wearer as they are put into the form; a proposed collar is left empty. */
export function toWearerForm(wearer: Wearer, unit: LengthUnit): WearerForm {
  return {
    ...{ name: wearer.name, collar: wearer.collarEstimated ? '' : wearer.collar.text, longEnd: wearer.longEnd, note: wearer.note },
    ...{ contact: wearer.contact, eventName: wearer.eventName, eventOn: wearer.eventOn ?? '' },
    ...eachLength(({ key }) => exactLength(wearer[key], unit)),
    ...(eachChoice((key) => wearer[key] ?? '') as Choices),
  };
}
