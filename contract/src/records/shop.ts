import { COLLAR_SYSTEMS, DEFAULT_EASE_MM, SCHOOLS, SMALL_MM, WING_SCHOOLS } from '@easytuck/core';
import { z } from 'zod';
import { nameField, shortField, version } from '../fields/common.ts';
import { FITTING_LENGTHS, lengthMm } from '../fields/lengthField.ts';

/** Paper that cards, sheets and gauges are printed on. */
export const paperSize = z.enum(['A4', 'Letter']);
export type PaperSize = z.infer<typeof paperSize>;

/** Even within this is even (common practice, no source). */
export const DEFAULT_EVENNESS_MM = 3;

/** The house's habits. Lengths in mm. */
export const shopSettingsInput = z.object({
  name: nameField('The shop’s name'),
  unit: z.enum(COLLAR_SYSTEMS),
  school: z.enum(SCHOOLS),
  easeMm: lengthMm(FITTING_LENGTHS.easeMm),
  /** How far the small school goes under the collar size. */
  smallMm: lengthMm(FITTING_LENGTHS.smallMm),
  evennessMm: lengthMm(FITTING_LENGTHS.evennessMm),
  wings: z.enum(WING_SCHOOLS),
  paper: paperSize,
  /** Names for the record: who fitted. */
  staff: z.array(nameField('A name')).max(60, 'Sixty names at most.'),
  /** Where customers reach the shop; shown on the pocket coach and in links. */
  telephone: shortField('The telephone').default(''),
  /** For how many years the records of a wearer are kept after they were last seen; null for as long as there is a shop. */
  keepYears: z.int('Whole years.').min(1, 'One year at least.').max(50, 'Fifty years at most.').nullable().default(null),
});
export type ShopSettingsInput = z.input<typeof shopSettingsInput>;
export type ShopSettingsData = z.output<typeof shopSettingsInput>;

/** What a shop starts with. */
export const DEFAULT_SHOP: ShopSettingsData = {
  name: 'The shop',
  unit: 'in',
  school: 'true',
  easeMm: DEFAULT_EASE_MM,
  smallMm: SMALL_MM,
  evennessMm: DEFAULT_EVENNESS_MM,
  wings: 'behind',
  paper: 'A4',
  staff: [],
  telephone: '',
  keepYears: null,
};

export const shopChange = shopSettingsInput.extend({ version });
export const shopSettings = shopSettingsInput.extend({ version });
export type ShopSettings = z.output<typeof shopSettings>;
