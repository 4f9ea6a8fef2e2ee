import { formatInches } from './formatLength.ts';
import { MM_PER_UNIT } from './lengthUnit.ts';
import { splitUnit } from './parseLength.ts';
import { parseNumber, type NumberReading } from './parseNumber.ts';

/** The two systems shirts are labelled in. A label is a name for a size; only its girth is a length. */
export type CollarSystem = 'in' | 'cm';

/** A collar size as the shirt is labelled: `16` in inches, `41` in centimetres. */
export interface CollarSize {
  readonly system: CollarSystem;
  /** The number on the label, in the label's own unit. */
  readonly label: number;
}

/** Smallest and largest label that is taken for a collar, children's to largest men's (common practice, no source). */
export const COLLAR_RANGE: Readonly<Record<CollarSystem, { readonly min: number; readonly max: number }>> = {
  in: { min: 10, max: 24 },
  cm: { min: 25, max: 61 },
};

/** What came of reading a collar size. `wrongUnit` names the system that the number would make sense in. */
export type CollarReading =
  | { readonly kind: 'collar'; readonly collar: CollarSize }
  | { readonly kind: 'wrongUnit'; readonly written: CollarSystem; readonly likely: CollarSystem; readonly value: number }
  | { readonly kind: 'outOfRange'; readonly value: number; readonly system: CollarSystem | undefined }
  | Extract<NumberReading, { kind: 'unreadable' }>;

/**
 * Reads a collar size written any usual way. Without a unit the magnitude decides: 10–24 are inches, 25–61
 * centimetres. A unit that contradicts the number (16 cm, 40 in) is refused with the likely unit, never swapped.
 */
export function parseCollarSize(text: string): CollarReading {
  const { numberText, unit } = splitUnit(text);
  const reading = parseNumber(numberText);
  if (reading.kind === 'unreadable') return reading;
  const value = unit === 'mm' ? reading.value / MM_PER_UNIT.cm : reading.value;
  const fitting = (['in', 'cm'] as const).find((system) => isInRange(value, system));
  const written: CollarSystem | undefined = unit === 'mm' ? 'cm' : unit;
  if (fitting === undefined) return { kind: 'outOfRange', value: reading.value, system: written };
  if (written !== undefined && written !== fitting) return { kind: 'wrongUnit', written, likely: fitting, value };
  return { kind: 'collar', collar: { system: fitting, label: value } };
}

/** Girth of the buttoned collar band, in mm, that a label stands for: 16 in is 406.4 mm, 41 cm is 410 mm. */
export function collarGirthMm(collar: CollarSize): number {
  return collar.label * MM_PER_UNIT[collar.system];
}

/** A collar size as written on a label: `15 3⁄4 in`, `40 cm`. */
export function formatCollarSize(collar: CollarSize): string {
  return `${formatCollarLabel(collar)} ${collar.system}`;
}

/** As {@link formatCollarSize}, without the unit. */
export function formatCollarLabel(collar: CollarSize): string {
  if (collar.system === 'in') return formatInches(collar.label * MM_PER_UNIT.in);
  return String(Math.round(collar.label * 10) / 10);
}

function isInRange(value: number, system: CollarSystem): boolean {
  return value >= COLLAR_RANGE[system].min && value <= COLLAR_RANGE[system].max;
}
