/** Says of a navigation that it came from a key: the focus then goes to what is done first on that page. */
export const BY_KEY = { isByKey: true } as const;

/** As a `ref`: moves the focus to a control that was opened on purpose. */
export const focusOnce = (control: HTMLElement | null): void => control?.focus();

/** Moves the focus to what is done first on the page that is shown. */
export const focusFirst = (): void => document.querySelector<HTMLElement>('main [data-first]')?.focus();
