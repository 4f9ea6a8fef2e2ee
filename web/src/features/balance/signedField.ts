import { explainNumber, type LengthLimits } from '@easytuck/contract';
import { formatLength, MM_PER_UNIT, parseLength, parseNumber, type LengthUnit } from '@easytuck/core';

/** A value that can go either way, read, or why it cannot be. */
export type SignedReading = { readonly kind: 'value'; readonly value: number } | { readonly kind: 'wrong'; readonly message: string };

const MINUS = /^[-\u2010-\u2015\u2212]\s*/;
const PLUS = /^\+\s*/;

const signOf = (text: string): { readonly sign: 1 | -1; readonly rest: string } => {
  const trimmed = text.trim();
  return MINUS.test(trimmed) ? { sign: -1, rest: trimmed.replace(MINUS, '') } : { sign: 1, rest: trimmed.replace(PLUS, '') };
};

/** An angle in degrees, up to a limit either way; nothing typed is level. */
export function readDegrees(text: string, what: string, mostDeg: number): SignedReading {
  const { sign, rest } = signOf(text);
  if (rest === '') return { kind: 'value', value: 0 };
  const reading = parseNumber(rest.endsWith('°') ? rest.slice(0, -1) : rest);
  if (reading.kind === 'unreadable') return { kind: 'wrong', message: explainNumber(reading.reason, what, '3 or −3') };
  if (reading.value > mostDeg) return { kind: 'wrong', message: `${what} is at most ${mostDeg}°. If it is more, retie it.` };
  return { kind: 'value', value: sign * reading.value };
}

/** A length either way, in mm, in `unit` where none is written; nothing typed is none. */
export function readSignedLength(text: string, { what, maxMm }: LengthLimits, unit: LengthUnit): SignedReading {
  const { sign, rest } = signOf(text);
  if (rest === '') return { kind: 'value', value: 0 };
  const reading = parseLength(rest, unit);
  if (reading.kind === 'unreadable') {
    const example = formatLength(unit === 'in' ? MM_PER_UNIT.in / 4 : MM_PER_UNIT.cm / 2, unit);
    return { kind: 'wrong', message: explainNumber(reading.reason, what, `${example} or −${example}`) };
  }
  if (reading.lengthMm > maxMm) return { kind: 'wrong', message: `${what} is at most ${formatLength(maxMm, unit)}.` };
  return { kind: 'value', value: sign * reading.lengthMm };
}
