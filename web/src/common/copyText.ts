import { notify } from './notices.tsx';

/** Copies a text, and says whether the browser let it. */
export function copyText(text: string, what: string): void {
  navigator.clipboard.writeText(text).then(
    () => notify(`${what} is copied.`),
    () => notify('The browser did not allow copying. Select the text and copy it by hand.'),
  );
}
