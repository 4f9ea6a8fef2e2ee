import { FITTING_LENGTHS, likelyLength, ownCollar, optionalLengthField, type OwnCollar, type PartyByLink } from '@easytuck/contract';
import { formatCollarSize, parseCollarSize, type LengthUnit, type Side, type WhoTies } from '@easytuck/core';
import { z } from 'zod';
import { exactLength } from '../../../common/exactLength.ts';

/** How a member knows their size. */
const OWN_SOURCES = ['shirt', 'neck', 'told'] as const;
export type OwnSource = (typeof OWN_SOURCES)[number];

/** What a member types about themselves; empty for a question not answered yet. `either`: they do not mind. */
export interface OwnForm {
  readonly ground: OwnSource;
  readonly collar: string;
  readonly neck: string;
  readonly longEnd: Side | 'either' | '';
  readonly whoTies: WhoTies | '';
}

/** The side that the long end starts on for somebody who does not mind (common practice, no source). */
const USUAL_SIDE: Side = 'left';

const storedForm = z.object({
  ground: z.enum(OWN_SOURCES),
  collar: z.string(),
  neck: z.string(),
  longEnd: z.enum(['left', 'right', 'either', '']),
  whoTies: z.enum(['ask', 'self', 'helper', '']),
});

/** A form that the browser stored while it was typed; null if it cannot be used. */
export const readStoredForm = (value: unknown): OwnForm | null => storedForm.safeParse(value).data ?? null;

/** The form as it starts: what the shop knows already. */
export const toOwnForm = (own: Extract<PartyByLink, { who: 'member' }>['own'], unit: LengthUnit): OwnForm => ({
  ...{ ground: own.ground === null || own.ground === 'lead' ? 'shirt' : own.ground, collar: own.collar?.text ?? '' },
  ...{ neck: exactLength(own.bareNeckMm, unit), longEnd: own.longEnd ?? '', whoTies: own.whoTies ?? '' },
});

/** Reads the form; each error stands at its field. A measured neck counts if that was chosen, otherwise the collar size. */
export function readOwnForm(form: OwnForm, unit: LengthUnit): { input: OwnCollar | null; errors: { collar?: string; neck?: string } } {
  const isNeck = form.ground === 'neck';
  const neck = optionalLengthField(FITTING_LENGTHS.bareNeckMm, unit).safeParse(isNeck ? form.neck : '');
  if (!neck.success) return { input: null, errors: { neck: neck.error.issues[0]?.message ?? '' } };
  const input = {
    collar: isNeck || form.collar.trim() === '' ? null : form.collar,
    ground: form.ground,
    bareNeckMm: neck.data,
    longEnd: form.longEnd === '' ? null : form.longEnd === 'either' ? USUAL_SIDE : form.longEnd,
    whoTies: form.whoTies === '' ? null : form.whoTies,
  };
  const read = ownCollar.safeParse(input);
  if (read.success) return { input, errors: {} };
  const message = read.error.issues[0]?.message ?? '';
  return { input: null, errors: isNeck ? { neck: 'Write how much your neck measures, e.g. 39 cm or 15 1/2 in.' } : { collar: message } };
}

/** The neck that was probably meant: `37` in a shop that works in inches is 37 cm. */
export const likelyNeck = (text: string, unit: LengthUnit): readonly string[] => {
  const likely = likelyLength(text, FITTING_LENGTHS.bareNeckMm, unit);
  return likely === null ? [] : [likely];
};

/** How a typed collar size is understood, for the wearer to check before they send it: `39 cm` for `39`. Empty if it is not a size. */
export function readAs(text: string): string {
  const reading = parseCollarSize(text);
  return reading.kind === 'collar' ? `We read this as ${formatCollarSize(reading.collar)}.` : '';
}
