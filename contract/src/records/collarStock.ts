import { z } from 'zod';
import { moment, nameField, recordId, version } from '../fields/common.ts';
import { FITTING_LENGTHS, lengthMm } from '../fields/lengthField.ts';
import { collarStyle } from './fitting.ts';

/** A collar that the shop's shirts have, as measured. Lengths in mm. */
export const collarInput = z.object({
  name: nameField('The collar’s name'),
  style: collarStyle,
  /** Between the outer points, buttoned. */
  pointsMm: lengthMm(FITTING_LENGTHS.collarPointsMm),
  /** Height of the band at the front. */
  standMm: lengthMm(FITTING_LENGTHS.standHeightMm),
  /** Length of a leaf, from the band to its point. */
  leafMm: lengthMm(FITTING_LENGTHS.leafLengthMm),
});
export type CollarInput = z.input<typeof collarInput>;

export const newCollar = collarInput.extend({ id: recordId });
export type NewCollar = z.input<typeof newCollar>;
export const collarChange = collarInput.extend({ version });

/** A collar in the shop's stock. */
export const stockCollar = collarInput.extend({ id: recordId, version, createdAt: moment, updatedAt: moment });
export type StockCollar = z.output<typeof stockCollar>;
export const collarList = z.object({ collars: z.array(stockCollar) });
