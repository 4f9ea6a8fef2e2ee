import { z } from 'zod';
import { collarField, collarSize } from '../fields/collarField.ts';
import { moment, nameField, noteField, recordId, side, version } from '../fields/common.ts';

/** A wearer as typed: what is sent to be saved. */
export const wearerInput = z.object({
  name: nameField('The wearer’s name'),
  collar: collarField,
  /** Which of the wearer's own sides the long end starts on. */
  longEnd: side,
  note: noteField.default(''),
});
export type WearerInput = z.input<typeof wearerInput>;
export type WearerData = z.output<typeof wearerInput>;

/** A new wearer; the key is made where it is typed, so that sending it twice saves it once. */
export const newWearer = wearerInput.extend({ id: recordId });
export type NewWearer = z.input<typeof newWearer>;

/** A change to a wearer, with the version it was based on. */
export const wearerChange = wearerInput.extend({ version });
export type WearerChange = z.input<typeof wearerChange>;

/** A wearer on record. */
export const wearer = z.object({
  id: recordId,
  name: z.string(),
  collar: collarSize,
  longEnd: side,
  note: z.string(),
  version,
  createdAt: moment,
  updatedAt: moment,
});
export type Wearer = z.infer<typeof wearer>;

export const wearerList = z.object({ wearers: z.array(wearer) });

/** Search among wearers; recently changed first. */
export const wearerQuery = z.object({
  q: z.string().trim().max(120).default(''),
  limit: z.coerce.number().int().min(1).max(200).default(50),
});
