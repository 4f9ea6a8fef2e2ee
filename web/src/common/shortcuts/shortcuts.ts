import { useLayoutEffect, useRef, useSyncExternalStore } from 'react';

/** A key, what it does in a few words, and doing it. `mod` keys work while a field is typed into too. */
export interface Shortcut {
  readonly key: string;
  /** Together with Ctrl, or with Command where there is one. */
  readonly mod?: boolean;
  readonly says: string;
  readonly run: () => void;
}

/** Shortcuts of a room, listed together. */
export interface ShortcutGroup {
  readonly room: string;
  readonly shortcuts: readonly Shortcut[];
}

const groups = new Set<{ current: ShortcutGroup }>();
const listeners = new Set<() => void>();
let listed: readonly ShortcutGroup[] = [];

function changed(): void {
  listed = [...groups].map(({ current }) => current);
  for (const listener of listeners) listener();
}

/** All shortcuts that work just now. */
export function useListedShortcuts(): readonly ShortcutGroup[] {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => listed,
  );
}

/** Makes shortcuts work while the component is there. */
export function useShortcuts(room: string, shortcuts: readonly Shortcut[]): void {
  const group = useRef<ShortcutGroup>({ room, shortcuts });
  // with the page itself, not a moment after it: a key that is pressed as soon as its button can be means that button
  useLayoutEffect(() => {
    group.current = { room, shortcuts };
  });
  useLayoutEffect(() => {
    groups.add(group);
    changed();
    return () => {
      groups.delete(group);
      changed();
    };
  }, []);
}

/** Listens for the keys of all shortcuts. @returns how to stop. */
export function listenForShortcuts(): () => void {
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.defaultPrevented || event.altKey) return;
    const mod = event.ctrlKey || event.metaKey;
    if (event.key === 'Escape' && event.target instanceof HTMLElement && isTyped(event.target)) {
      // out of the field, so that single keys work again
      event.target.blur();
      return;
    }
    const found = [...groups]
      .reverse()
      .flatMap(({ current }) => current.shortcuts)
      .find((each) => each.key === event.key && (each.mod ?? false) === mod);
    if (!found || (!mod && !/^F\d+$/.test(found.key) && ((isTyped(event.target) && !isTurned(event)) || isItsOwn(event)))) return;
    event.preventDefault();
    found.run();
  };
  window.addEventListener('keydown', onKeyDown);
  return () => window.removeEventListener('keydown', onKeyDown);
}

/** Keys that turn pages, as presenters and foot switches send them, mean nothing to a closed list that has the focus. */
const isTurned = ({ key, target }: KeyboardEvent): boolean =>
  (key === 'PageDown' || key === 'PageUp') &&
  target instanceof HTMLElement &&
  target.getAttribute('role') === 'combobox' &&
  target.getAttribute('aria-expanded') !== 'true' &&
  !(target instanceof HTMLInputElement);

const PRESSED = 'button, a[href], summary, input[type="radio"], input[type="checkbox"], [role="button"], [role="option"], [role="tab"]';
const STEPPED = 'input[type="radio"], input[type="range"], select, [role="slider"], [role="tab"], [role="tablist"], [role="option"]';

/** Whether a control that has the focus does something with a key itself: Space presses a button, arrows move in a choice. */
function isItsOwn({ key, target }: KeyboardEvent): boolean {
  if (!(target instanceof HTMLElement)) return false;
  if (key === ' ' || key === 'Enter') return target.closest(PRESSED) !== null;
  if (key.startsWith('Arrow') || key === 'Home' || key === 'End') return target.closest(STEPPED) !== null;
  return (key === 'PageUp' || key === 'PageDown') && target.closest('input[type="range"], [role="slider"]') !== null;
}

/** Whether a key goes into a text, or to something that lies over the page. */
function isTyped(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  // a list or dialog that is open has keys of its own
  if (target.closest('[role="listbox"], [role="menu"], [role="dialog"]')) return true;
  if (target instanceof HTMLInputElement) return !['radio', 'checkbox', 'button', 'range', 'submit'].includes(target.type);
  return target instanceof HTMLTextAreaElement || target.isContentEditable || target.getAttribute('role') === 'combobox';
}

/** A shortcut as it is written on keys. */
export const keyNames = ({ key, mod }: Shortcut): string => `${mod ? 'Ctrl ' : ''}${key === ' ' ? 'Space' : key}`;
