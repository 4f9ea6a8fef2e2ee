import { z } from 'zod';
import { moment, recordId, version } from '../fields/common.ts';

/** What erasing somebody takes away, and what stays without a name. */
export const erasure = z.object({
  /** Records that were merged into this one go with it. */
  records: z.int(),
  measures: z.int(),
  fittings: z.int(),
  tyings: z.int(),
  links: z.int(),
});
export type Erasure = z.infer<typeof erasure>;
export const eraseInput = z.object({ version });

/** Everything that is held of somebody: each list is as it stands on record. */
export const heldRecords = z.object({
  of: z.string(),
  asOf: moment,
  shop: z.string(),
  wearer: z.record(z.string(), z.unknown()),
  mergedRecords: z.array(z.record(z.string(), z.unknown())),
  measures: z.array(z.record(z.string(), z.unknown())),
  ties: z.array(z.record(z.string(), z.unknown())),
  fittings: z.array(z.record(z.string(), z.unknown())),
  tyings: z.array(z.record(z.string(), z.unknown())),
  links: z.array(z.record(z.string(), z.unknown())),
  /** Where they stand on the lists of parties. */
  parties: z.array(z.record(z.string(), z.unknown())),
});
export type HeldRecords = z.infer<typeof heldRecords>;

/** Somebody whose records have been kept for as long as the shop keeps them. */
export const dueRecord = z.object({ id: recordId, name: z.string(), seenAt: moment, version });
export const dueRecords = z.object({ keepYears: z.int().nullable(), due: z.array(dueRecord), more: z.boolean() });
export type DueRecords = z.infer<typeof dueRecords>;
