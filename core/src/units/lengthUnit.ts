/** Units people write lengths in. Inside the program every length is in millimetres. */
export const LENGTH_UNITS = ['in', 'cm', 'mm'] as const;
export type LengthUnit = (typeof LENGTH_UNITS)[number];

/** Millimetres in one of each unit. The inch is exactly 25.4 mm (international yard and pound agreement, 1959). */
export const MM_PER_UNIT: Readonly<Record<LengthUnit, number>> = { in: 25.4, cm: 10, mm: 1 };

/** Inches to millimetres. */
export const inchesToMm = (inches: number): number => inches * MM_PER_UNIT.in;
