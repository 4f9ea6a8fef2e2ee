import { FITTING_LENGTHS, optionalLengthField, wearerInput, type LengthLimits, type Wearer, type WearerInput } from '@easytuck/contract';
import type { LengthUnit } from '@easytuck/core';
import type { FieldErrors, Resolver } from 'react-hook-form';
import { exactLength } from '../../common/exactLength.ts';

/** Lengths of a wearer that need not be measured, in the order the tape goes. */
export const WEARER_LENGTHS = ['bareNeckMm', 'easeMm', 'neckBreadthMm', 'faceWidthMm', 'firstButtonMm', 'buttonSpacingMm'] as const;
type WearerLength = (typeof WEARER_LENGTHS)[number];

const LIMITS: Readonly<Record<WearerLength, LengthLimits>> = FITTING_LENGTHS;

/** What is typed on a wearer's record: every field as text; an empty choice is one that nobody has asked for. */
export type WearerForm = Record<WearerLength, string> & {
  name: string;
  collar: string;
  longEnd: 'left' | 'right';
  dexterity: '' | NonNullable<WearerInput['dexterity']>;
  finish: '' | NonNullable<WearerInput['finish']>;
  fullness: '' | NonNullable<WearerInput['fullness']>;
  backKnotLayer: '' | NonNullable<WearerInput['backKnotLayer']>;
  note: string;
  contact: string;
  eventName: string;
  /** As 2026-12-31, or empty. */
  eventOn: string;
};

export const EMPTY_WEARER: WearerForm = {
  name: '',
  collar: '',
  longEnd: 'left',
  ...{ bareNeckMm: '', easeMm: '', neckBreadthMm: '', faceWidthMm: '', firstButtonMm: '', buttonSpacingMm: '' },
  ...{ dexterity: '', finish: '', fullness: '', backKnotLayer: '', note: '', contact: '', eventName: '', eventOn: '' },
};

/** Reads what was typed; lengths without a unit are in `unit`. Each refusal stands at its field. */
export function readWearerForm(
  form: WearerForm,
  unit: LengthUnit,
): { input: WearerInput | null; errors: Partial<Record<keyof WearerForm, string>> } {
  const errors: Partial<Record<keyof WearerForm, string>> = {};
  const lengths = Object.fromEntries(
    WEARER_LENGTHS.map((name) => {
      const read = optionalLengthField(LIMITS[name], unit).safeParse(form[name]);
      if (!read.success) errors[name] = read.error.issues[0]?.message ?? '';
      return [name, read.data ?? null];
    }),
  ) as Record<WearerLength, number | null>;
  const input: WearerInput = {
    ...{ name: form.name, collar: form.collar, longEnd: form.longEnd, note: form.note },
    ...{ contact: form.contact, eventName: form.eventName, eventOn: form.eventOn === '' ? null : form.eventOn },
    ...lengths,
    dexterity: form.dexterity === '' ? null : form.dexterity,
    finish: form.finish === '' ? null : form.finish,
    fullness: form.fullness === '' ? null : form.fullness,
    backKnotLayer: form.backKnotLayer === '' ? null : form.backKnotLayer,
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
  const lengths = Object.fromEntries(WEARER_LENGTHS.map((name) => [name, exactLength(wearer[name], unit)])) as Record<WearerLength, string>;
  return {
    ...{ name: wearer.name, collar: wearer.collarEstimated ? '' : wearer.collar.text, longEnd: wearer.longEnd, note: wearer.note },
    ...{ contact: wearer.contact, eventName: wearer.eventName, eventOn: wearer.eventOn ?? '' },
    ...lengths,
    ...{
      dexterity: wearer.dexterity ?? '',
      finish: wearer.finish ?? '',
      fullness: wearer.fullness ?? '',
      backKnotLayer: wearer.backKnotLayer ?? '',
    },
  };
}
