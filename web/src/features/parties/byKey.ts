/** Says of a navigation that it came from a key: the focus then goes to what is done first on that page. */
export const BY_KEY = { isByKey: true } as const;

/** Moves the focus to what is done first on the page that is shown. */
export const focusFirst = (): void => document.querySelector<HTMLElement>('main [data-first]')?.focus();
