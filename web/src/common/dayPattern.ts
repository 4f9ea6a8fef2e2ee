/** Stands for what was typed when it is no day; every day field of the contract rejects it. */
export const NOT_A_DAY = 'not a day';

/** Order and separators of a day as a language writes it, for a field: `DD/MM/YYYY`, `MM/DD/YYYY`, `DD.MM.YYYY`, `YYYY-MM-DD`. */
export function dayPattern(locale?: string): string {
  const parts = new Intl.DateTimeFormat(locale, {
    day: '2-digit',
    month: '2-digit',
    year: 'numeric',
    numberingSystem: 'latn',
  }).formatToParts(new Date(2026, 11, 31));
  return parts
    .map(({ type, value }) => ({ day: 'DD', month: 'MM', year: 'YYYY' })[type as string] ?? value)
    .join('')
    .trim();
}
