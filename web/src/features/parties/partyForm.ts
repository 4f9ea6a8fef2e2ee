import { partyInput, type Party, type PartyInput } from '@easytuck/contract';
import { parseLength, type LengthUnit, type Occasion } from '@easytuck/core';
import dayjs from 'dayjs';
import type { FieldErrors, Resolver } from 'react-hook-form';
import { exactLength } from '../../common/exactLength.ts';

/** What is typed of a party: every field as text. */
export type PartyForm = Record<
  | 'name'
  | 'kind'
  | 'day'
  | 'hour'
  | 'zone'
  | 'place'
  | 'occasion'
  | 'leadName'
  | 'leadContact'
  | 'outFrom'
  | 'backBy'
  | 'deal'
  | 'keepFreeMinutes'
  | 'arriveMinutes'
  | 'thigh'
  | 'note',
  string
>;

export const PARTY_FIELD_WORDS: Readonly<Record<keyof PartyForm, string>> = {
  ...{
    name: 'Name',
    kind: 'Kind of party',
    day: 'Day',
    hour: 'All bows tied by',
    zone: 'Time zone',
    place: 'Venue',
    occasion: 'Dress',
  },
  ...{
    leadName: 'Lead',
    leadContact: 'Lead’s phone or email',
    outFrom: 'Ties are handed out on',
    backBy: 'Ties are due back on',
    deal: 'Ties are',
  },
  ...{
    keepFreeMinutes: 'Minutes kept free before',
    arriveMinutes: 'Everybody arrives, minutes before',
    thigh: 'Girth of the thigh or cylinder',
    note: 'Note',
  },
};

/** Where this browser is. */
export const zoneHere = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC';

/** Days on which ties go out and come back unless it is said: the day before, and three days after. */
const OUT_BEFORE_DAYS = 1;
const BACK_AFTER_DAYS = 3;

export const emptyParty = (): PartyForm => ({
  ...{ name: '', kind: 'dinner', day: '', hour: '', zone: zoneHere(), place: '', occasion: 'blackTie', leadName: '', leadContact: '' },
  ...{ outFrom: '', backBy: '', deal: 'lent', keepFreeMinutes: '15', arriveMinutes: '90', thigh: '', note: '' },
});

export const toPartyForm = (party: Party, unit: LengthUnit): PartyForm => ({
  ...{
    name: party.name,
    kind: party.kind,
    day: party.day,
    hour: party.hour,
    zone: party.zone,
    place: party.place,
    occasion: party.occasion,
  },
  ...{ leadName: party.leadName, leadContact: party.leadContact, deal: party.deal },
  // what follows from the day goes on following it
  outFrom: party.outFrom === usualDays(party.day).outFrom ? '' : party.outFrom,
  backBy: party.backBy === usualDays(party.day).backBy ? '' : party.backBy,
  ...{
    keepFreeMinutes: String(party.keepFreeMinutes),
    arriveMinutes: String(party.arriveMinutes),
    thigh: exactLength(party.thighMm, unit),
    note: party.note,
  },
});

/** An hour as people write it: 19:30, 19.30, 1930, 7:30 pm, 7pm; as it is where it cannot be read. */
export function readHour(text: string): string {
  const found = /^(\d{1,2})(?:[:.\s]?(\d{2}))?\s*(am|pm|a\.m\.|p\.m\.)?$/i.exec(text.trim());
  if (!found) return text.trim();
  const [, hours = '', minutes = '00', half] = found;
  let hour = Number(hours);
  if (half !== undefined) {
    if (hour < 1 || hour > 12) return text.trim();
    hour = (hour % 12) + (half.toLowerCase().startsWith('p') ? 12 : 0);
  }
  return `${String(hour).padStart(2, '0')}:${minutes}`;
}

const shifted = (day: string, days: number): string => (dayjs(day).isValid() ? dayjs(day).add(days, 'day').format('YYYY-MM-DD') : '');

/** When ties go out and are due back unless it is said; empty without a day. */
export const usualDays = (day: string): { readonly outFrom: string; readonly backBy: string } => ({
  outFrom: shifted(day, -OUT_BEFORE_DAYS),
  backBy: shifted(day, BACK_AFTER_DAYS),
});

/** A day that was set apart from the party’s own: where only that one is moved, it moves by as many days. */
export function movedDay(form: Pick<PartyForm, 'day' | 'outFrom' | 'backBy'>, field: 'outFrom' | 'backBy', before: Party | null): string {
  if (before === null || form.day === before.day || form[field] !== before[field] || !dayjs(form.day).isValid()) return form[field];
  return shifted(before[field], dayjs(form.day).diff(dayjs(before.day), 'day'));
}

/** Reads what was typed; each refusal stands at its field. What the form does not ask for stays as it was. */
export function readPartyForm(
  form: PartyForm,
  unit: LengthUnit,
  before: Party | null,
): { input: PartyInput | null; errors: Partial<Record<keyof PartyForm, string>> } {
  const errors: Partial<Record<keyof PartyForm, string>> = {};
  const thigh = form.thigh.trim() === '' ? null : parseLength(form.thigh, unit);
  if (thigh !== null && thigh.kind !== 'length') errors.thigh = 'Write a girth, as 17 in or 43 cm.';
  const input = {
    ...{ name: form.name, kind: form.kind, day: form.day, hour: readHour(form.hour), zone: form.zone.trim(), place: form.place },
    ...{ occasion: form.occasion as Occasion, leadName: form.leadName, leadContact: form.leadContact, deal: form.deal, note: form.note },
    outFrom: form.outFrom === '' ? usualDays(form.day).outFrom : movedDay(form, 'outFrom', before),
    backBy: form.backBy === '' ? usualDays(form.day).backBy : movedDay(form, 'backBy', before),
    keepFreeMinutes: wholeOf(form.keepFreeMinutes),
    arriveMinutes: wholeOf(form.arriveMinutes),
    thighMm: thigh?.kind === 'length' ? thigh.lengthMm : null,
    ...(before === null ? {} : { look: before.look, helpers: before.helpers }),
  };
  const read = partyInput.safeParse(input);
  for (const { path, message } of read.error?.issues ?? []) {
    const field = path[0] === 'thighMm' ? 'thigh' : (path[0] as keyof PartyForm);
    errors[field] ??= message;
  }
  // without a day the others cannot be counted from it
  if (errors.day !== undefined) {
    if (form.outFrom === '') delete errors.outFrom;
    if (form.backBy === '') delete errors.backBy;
  }
  return { input: Object.keys(errors).length === 0 ? (input as PartyInput) : null, errors };
}

/** A whole number as it is typed; what is none is none. */
export const wholeOf = (text: string): number => (/^-?\d+$/.test(text.trim()) ? Number(text) : NaN);

export const partyResolver =
  (unit: LengthUnit, before: Party | null): Resolver<PartyForm, unknown, PartyInput> =>
  (form) => {
    const { input, errors } = readPartyForm(form, unit, before);
    if (input) return { values: input, errors: {} };
    const found: FieldErrors<PartyForm> = {};
    for (const [name, message] of Object.entries(errors)) found[name as keyof PartyForm] = { type: 'contract', message };
    return { values: {}, errors: found };
  };
