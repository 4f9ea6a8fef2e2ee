import type { KeyboardEvent } from 'react';

const FIELDS = 'input, textarea, [role="combobox"], [contenteditable="true"], button[type="submit"]';

/** Whether Enter pressed here may go on: in a line of text or at a closed list, not in a note, at a button, or in a list that is open. */
function isLeftByEnter(target: EventTarget): target is HTMLElement {
  if (!(target instanceof HTMLElement) || target.getAttribute('aria-expanded') === 'true') return false;
  if (target instanceof HTMLInputElement) return !['button', 'submit'].includes(target.type);
  return target.isContentEditable || target.getAttribute('role') === 'combobox';
}

/** A field that Tab reaches; of several radio buttons the chosen one. */
function isReached(field: HTMLElement): boolean {
  if (field.matches(':disabled, [aria-hidden="true"], [aria-disabled="true"], [type="hidden"]') || field.tabIndex < 0) return false;
  if (field instanceof HTMLInputElement && field.type === 'radio') return field.checked;
  return field.checkVisibility();
}

/**
 * Enter goes on to the next field, and after the last one to the button that saves. Listened for before it gets to the field, as a list
 * would open by it (Space and arrows open it too).
 */
export function goToNextField(event: KeyboardEvent<HTMLElement>): void {
  const { target, currentTarget } = event;
  if (event.key !== 'Enter' || event.ctrlKey || event.metaKey || event.altKey || event.nativeEvent.isComposing) return;
  if (event.defaultPrevented || !isLeftByEnter(target)) return;
  event.preventDefault();
  event.stopPropagation();
  // the parts of a day are one field
  const own = target.isContentEditable ? target.closest('[role="group"]') : null;
  const fields = [...currentTarget.querySelectorAll<HTMLElement>(FIELDS)].filter((field) => field === target || isReached(field));
  fields
    .slice(fields.indexOf(target) + 1)
    .find((field) => own?.contains(field) !== true)
    ?.focus();
}
