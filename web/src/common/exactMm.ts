/** A length as it was measured, in millimetres, so that putting it into a field and reading it again changes nothing. Empty for null. */
export const exactMm = (lengthMm: number | null): string => (lengthMm === null ? '' : `${Math.round(lengthMm * 1000) / 1000} mm`);
