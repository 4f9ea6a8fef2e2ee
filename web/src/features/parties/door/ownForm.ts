import { FITTING_LENGTHS, ownCollar, optionalLengthField, type OwnCollar } from '@easytuck/contract';
import type { CollarGround, LengthUnit, Side, WhoTies } from '@easytuck/core';

/** What somebody enters of themselves, as it is typed. */
export interface OwnForm {
  readonly ground: CollarGround;
  readonly collar: string;
  readonly neck: string;
  readonly longEnd: Side | '';
  readonly whoTies: WhoTies | '';
}

/** Reads it; each refusal stands at its field. A neck that was measured is taken where that was chosen, a size else. */
export function readOwnForm(form: OwnForm, unit: LengthUnit): { input: OwnCollar | null; errors: { collar?: string; neck?: string } } {
  const isNeck = form.ground === 'neck';
  const neck = optionalLengthField(FITTING_LENGTHS.bareNeckMm, unit).safeParse(isNeck ? form.neck : '');
  if (!neck.success) return { input: null, errors: { neck: neck.error.issues[0]?.message ?? '' } };
  const input = {
    collar: isNeck || form.collar.trim() === '' ? null : form.collar,
    ground: form.ground,
    bareNeckMm: neck.data,
    longEnd: form.longEnd === '' ? null : form.longEnd,
    whoTies: form.whoTies === '' ? null : form.whoTies,
  };
  const read = ownCollar.safeParse(input);
  if (read.success) return { input, errors: {} };
  const message = read.error.issues[0]?.message ?? '';
  return { input: null, errors: isNeck ? { neck: 'Write how much your neck measures, as 39 cm or 15 1/2 in.' } : { collar: message } };
}
