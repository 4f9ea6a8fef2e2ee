import { FINE_INCH_FRACTION, formatFine, formatInchesPlain, inchesToMm, parseLength, type LengthUnit } from '@easytuck/core';

const WITHIN_MM = 0.0005;

/**
 * A length as it is put into a field, with its unit, so that reading it again gives the same length: in inches where they are
 * switched on and it is a whole sixteenth, else in the millimetres in which it was measured.
 */
export function exactLength(lengthMm: number | null, unit: LengthUnit): string {
  if (lengthMm === null) return '';
  const sixteenths = lengthMm / inchesToMm(1 / FINE_INCH_FRACTION);
  const isWhole = Math.abs(sixteenths - Math.round(sixteenths)) * inchesToMm(1 / FINE_INCH_FRACTION) < WITHIN_MM;
  if (unit === 'in' && isWhole) return `${formatInchesPlain(lengthMm, FINE_INCH_FRACTION)} in`;
  return `${Math.round(lengthMm * 1000) / 1000} mm`;
}

const INCHES = /in|"|”|″|’’|′′/i;

/** What a typed length comes to in the unit that is switched on; nothing where it was typed in that unit. */
export function inSwitchedUnit(text: string, unit: 'in' | 'cm'): string {
  const reading = parseLength(text, unit);
  if (reading.kind !== 'length' || reading.lengthMm === 0) return '';
  const isInInches = INCHES.test(text) || (unit === 'in' && !/[cm]m/i.test(text));
  return isInInches === (unit === 'in') ? '' : `= ${formatFine(reading.lengthMm, unit)}`;
}

/** A typed length with its unit, so that switching the unit later does not change what it means; anything else as it is. */
export function withUnit(text: string, unit: 'in' | 'cm'): string {
  if (INCHES.test(text) || /[cm]m/i.test(text)) return text;
  const reading = parseLength(text, unit);
  return reading.kind === 'length' && reading.lengthMm !== 0 ? `${text.trim()} ${unit}` : text;
}
