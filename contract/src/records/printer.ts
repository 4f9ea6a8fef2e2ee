import { z } from 'zod';
import { recordId } from '../fields/common.ts';
import { linkKey } from './link.ts';

/** A label on its way through the printer. */
export const printJob = z.object({
  id: z.string(),
  title: z.string(),
  state: z.enum(['waiting', 'printing', 'printed']),
  hasImage: z.boolean(),
});
export type PrintJob = z.infer<typeof printJob>;

/** The shop's label printer: whether there is one, what it is at, and its queue, latest last. */
export const printerState = z.object({
  state: z.enum(['none', 'offline', 'outOfPaper', 'ready', 'printing']),
  labelsLeft: z.int().nullable(),
  isSimulated: z.boolean(),
  jobs: z.array(printJob),
});
export type PrinterState = z.infer<typeof printerState>;

/** A label to be printed; with the key of a link of that fitting, its code stands on it. */
export const printRequest = z.object({ jobId: recordId, fittingId: recordId, key: linkKey.optional() });

/** What can be done to the simulated printer. */
export const printerControls = z.object({ isOnline: z.boolean().optional(), labelsLeft: z.int().min(0).max(500).optional() });
