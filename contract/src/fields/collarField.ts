import { COLLAR_RANGE, formatCollarSize, parseCollarSize, type CollarReading, type CollarSize, COLLAR_SYSTEMS } from '@easytuck/core';
import { z } from 'zod';
import { explainNumber } from './explainNumber.ts';

const EXAMPLES = '15¾, 15 3/4, 15.75 or 40 cm';

/** Why a text is not a collar size, and what would be right; null if it is one. */
export function explainCollar(reading: CollarReading): string | null {
  switch (reading.kind) {
    case 'collar':
      return null;
    case 'wrongUnit':
      return `${reading.value} ${reading.written} is not a collar size. A shirt labelled ${reading.value} is in ${reading.likely === 'in' ? 'inches' : 'centimetres'}: write ${reading.value} ${reading.likely}.`;
    case 'outOfRange':
      return `${reading.value}${reading.unit ? ` ${reading.unit}` : ''} is not a collar size. Collars run from ${COLLAR_RANGE.in.min} to ${COLLAR_RANGE.in.max} in, or ${COLLAR_RANGE.cm.min} to ${COLLAR_RANGE.cm.max} cm.`;
    case 'twoSizes':
      return `${formatCollarSize(reading.first)} and ${formatCollarSize(reading.second)} are two sizes. Write the one that is worn, or measure the neck.`;
    case 'withSleeve':
      return `This is collar and sleeve together: the collar is ${formatCollarSize(reading.collar)}, the sleeve ${reading.sleeve}. Write the collar alone.`;
    case 'letterSize':
      return `${reading.letters} is a size of clothing. The collar has a number of its own, such as 15½ or 39, printed inside it at the back of the neck. If there is none, measure the neck.`;
    case 'unreadable':
      return explainNumber(reading.reason, 'The collar size', EXAMPLES);
  }
}

/** A collar size as it was written, with what it means. */
export const collarSize = z.object({
  text: z.string(),
  system: z.enum(COLLAR_SYSTEMS),
  label: z.number().positive(),
});
export type WrittenCollar = z.infer<typeof collarSize>;

/** A collar size written any usual way; read into its label. */
export const collarField = z
  .string({ error: explainNumber('empty', 'The collar size', EXAMPLES) })
  .transform((text, context): WrittenCollar => {
    const reading = parseCollarSize(text);
    // what can be read is never longer than the record has room for
    if (reading.kind === 'collar') return { text: text.trim(), ...reading.collar };
    context.addIssue({ code: 'custom', message: explainCollar(reading) ?? '' });
    return z.NEVER;
  });

/** Said where there is neither a collar nor a neck to propose one from. */
export const EXPLAIN_NO_COLLAR = explainNumber('empty', 'The collar size', EXAMPLES);

/** As {@link collarField}, where nothing typed is null. */
export const collarFieldOrEmpty = z.string().transform((text, context): WrittenCollar | null => {
  if (text.trim() === '') return null;
  const read = collarField.safeParse(text);
  if (read.success) return read.data;
  for (const { message } of read.error.issues) context.addIssue({ code: 'custom', message });
  return z.NEVER;
});

/** The collar alone, for the computation. */
export const toCollar = ({ system, label }: WrittenCollar): CollarSize => ({ system, label });
