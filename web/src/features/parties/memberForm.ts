import { memberInput, optionalLengthField, FITTING_LENGTHS, type MemberInput, type PartyMember } from '@easytuck/contract';
import type { LengthUnit } from '@easytuck/core';
import type { FieldErrors, Resolver } from 'react-hook-form';
import { exactLength } from '../../common/exactLength.ts';
import { wholeOf } from './partyForm.ts';

/** What is typed of a member: every field as text; empty where nobody was asked. */
export type MemberForm = Record<
  | 'name'
  | 'wearerId'
  | 'collar'
  | 'ground'
  | 'bareNeck'
  | 'settled'
  | 'longEnd'
  | 'whoTies'
  | 'arriveMinutes'
  | 'ownTie'
  | 'tieId'
  | 'step'
  | 'tiedBefore'
  | 'deal'
  | 'note',
  string
>;

export const MEMBER_FIELD_WORDS: Readonly<Record<keyof MemberForm, string>> = {
  ...{
    name: 'Name',
    wearerId: 'On record as',
    collar: 'Collar size',
    ground: 'How the size is known',
    bareNeck: 'Bare neck',
    settled: 'Size confirmed',
  },
  ...{
    longEnd: 'Long end starts on their own',
    whoTies: 'Who ties',
    arriveMinutes: 'Arrives (minutes before)',
    ownTie: 'Whose tie',
    tieId: 'Tie',
    step: 'Set',
  },
  ...{ tiedBefore: 'Tied the night before', deal: 'The tie is', note: 'Note' },
};

export const EMPTY_MEMBER: MemberForm = {
  ...{ name: '', wearerId: '', collar: '', ground: '', bareNeck: '', settled: '', longEnd: '', whoTies: '', arriveMinutes: '', ownTie: '' },
  ...{ tieId: '', step: '', tiedBefore: '', deal: '', note: '' },
};

const YES = 'yes';

export const toMemberForm = (member: PartyMember, unit: LengthUnit): MemberForm => ({
  ...{ name: member.name, wearerId: member.wearerId ?? '', collar: member.collar?.text ?? '', ground: member.ground ?? '' },
  ...{ bareNeck: exactLength(member.bareNeckMm, unit), settled: member.isCollarSettled ? YES : '', longEnd: member.longEnd ?? '' },
  ...{ whoTies: member.whoTies ?? '', arriveMinutes: member.arriveMinutes === null ? '' : String(member.arriveMinutes) },
  ...{ ownTie: member.isOwnTie ? YES : '', tieId: member.tieId ?? '', step: member.step === null ? '' : String(member.step) },
  ...{ tiedBefore: member.isTiedBefore ? YES : '', deal: member.deal ?? '', note: member.note },
});

/** Reads what was typed; each refusal stands at its field. A tie that was changed is set anew by the party’s look. */
export function readMemberForm(
  form: MemberForm,
  unit: LengthUnit,
  before: PartyMember | null,
): { input: MemberInput | null; errors: Partial<Record<keyof MemberForm, string>> } {
  const errors: Partial<Record<keyof MemberForm, string>> = {};
  const neck = optionalLengthField(FITTING_LENGTHS.bareNeckMm, unit).safeParse(form.bareNeck);
  if (!neck.success) errors.bareNeck = neck.error.issues[0]?.message ?? '';
  const isSameTie = before !== null && (before.tieId ?? '') === form.tieId && (before.collar?.text ?? '') === form.collar;
  const input = {
    name: form.name,
    wearerId: orNull(form.wearerId),
    collar: orNull(form.collar.trim()),
    ground: form.collar.trim() === '' ? null : (orNull(form.ground) ?? 'told'),
    bareNeckMm: neck.data ?? null,
    isCollarSettled: form.settled === YES,
    longEnd: orNull(form.longEnd),
    whoTies: orNull(form.whoTies),
    arriveMinutes: form.arriveMinutes.trim() === '' ? null : wholeOf(form.arriveMinutes),
    isOwnTie: form.ownTie === YES,
    tieId: orNull(form.tieId),
    step: isSameTie && form.step !== '' ? Number(form.step) : null,
    isTiedBefore: form.tiedBefore === YES,
    deal: orNull(form.deal),
    note: form.note,
  };
  const read = memberInput.safeParse(input);
  for (const { path, message } of read.error?.issues ?? []) errors[FIELDS[String(path[0])] ?? (path[0] as keyof MemberForm)] ??= message;
  return { input: Object.keys(errors).length === 0 ? (input as MemberInput) : null, errors };
}

const FIELDS: Readonly<Record<string, keyof MemberForm>> = {
  bareNeckMm: 'bareNeck',
  isCollarSettled: 'settled',
  isOwnTie: 'ownTie',
  isTiedBefore: 'tiedBefore',
};

const orNull = (text: string): string | null => (text === '' ? null : text);

export const memberResolver =
  (unit: LengthUnit, before: PartyMember | null): Resolver<MemberForm, unknown, MemberInput> =>
  (form) => {
    const { input, errors } = readMemberForm(form, unit, before);
    if (input) return { values: input, errors: {} };
    const found: FieldErrors<MemberForm> = {};
    for (const [name, message] of Object.entries(errors)) found[name as keyof MemberForm] = { type: 'contract', message };
    return { values: {}, errors: found };
  };
