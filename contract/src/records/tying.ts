import { z } from 'zod';
import { moment, noteField, recordId } from '../fields/common.ts';
import { FITTING_LENGTHS, lengthMm } from '../fields/lengthField.ts';

/** How a tying ended. */
export const tyingOutcome = z.enum(['tied', 'fault', 'gaveUp']);

const halfWidth = lengthMm(FITTING_LENGTHS.halfWidthMm).nullable().default(null);

/** A tying on record: who, which tie, how it went, and the four half-widths where they were measured. Lengths in mm. */
export const tyingInput = z.object({
  id: recordId,
  wearerId: recordId,
  tieId: recordId,
  fittingId: recordId.nullable().default(null),
  outcome: tyingOutcome,
  frontLoopMm: halfWidth,
  frontFlatEndMm: halfWidth,
  backLoopMm: halfWidth,
  backFlatEndMm: halfWidth,
  note: noteField.default(''),
});
export type TyingInput = z.input<typeof tyingInput>;
export type TyingData = z.output<typeof tyingInput>;

export const tying = tyingInput.extend({ tieName: z.string(), tiedAt: moment });
export type Tying = z.output<typeof tying>;
export const tyingList = z.object({ tyings: z.array(tying) });
export const tyingQuery = z.object({ wearerId: recordId });
