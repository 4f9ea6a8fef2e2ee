import { useLayoutEffect, useRef, useSyncExternalStore } from 'react';
import { readStored, writeStored } from '../stored.ts';

/** A key, what it does in a few words, and doing it. Keys with Ctrl or Alt also work while somebody types into a field. */
export interface Shortcut {
  readonly key: string;
  /** Together with Ctrl, or with Command where there is one. */
  readonly mod?: boolean;
  /** Together with Alt, whatever is chosen for single keys. */
  readonly alt?: boolean;
  /** Leaves the key to a text field that has the focus, although it is pressed with Ctrl. */
  readonly outsideFields?: boolean;
  readonly says: string;
  readonly run: () => void;
}

/** Shortcuts of a room, listed together. */
export interface ShortcutGroup {
  readonly room: string;
  readonly shortcuts: readonly Shortcut[];
}

/** What single keys do: shortcuts as they are, shortcuts only together with Alt, or nothing (WCAG 2.2, 2.1.4 Character Key Shortcuts). */
const SINGLE_KEY_MODES = ['alone', 'withAlt', 'off'] as const;
export type SingleKeyMode = (typeof SINGLE_KEY_MODES)[number];

const MODE_KEY = 'easytuck.singleKeys';
const readMode = (value: unknown): SingleKeyMode | null => SINGLE_KEY_MODES.find((mode) => mode === value) ?? null;

const groups = new Set<{ current: ShortcutGroup }>();
const listeners = new Set<() => void>();
let listed: readonly ShortcutGroup[] = [];
let mode: SingleKeyMode | null = null;

function notify(): void {
  listed = [...groups].map(({ current }) => current);
  for (const listener of listeners) listener();
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** All shortcuts that work at the moment. */
export const useListedShortcuts = (): readonly ShortcutGroup[] => useSyncExternalStore(subscribe, () => listed);

const currentMode = (): SingleKeyMode => (mode ??= readStored(MODE_KEY, readMode, 'alone'));

/** What single keys do in this browser, and how to change it. */
export function useSingleKeyMode(): readonly [SingleKeyMode, (next: SingleKeyMode) => void] {
  const chosen = useSyncExternalStore(subscribe, currentMode);
  return [chosen, setSingleKeyMode];
}

export function setSingleKeyMode(next: SingleKeyMode): void {
  mode = next;
  writeStored(MODE_KEY, next === 'alone' ? null : next);
  notify();
}

/** Makes shortcuts work while the component is mounted. */
export function useShortcuts(room: string, shortcuts: readonly Shortcut[]): void {
  const group = useRef<ShortcutGroup>({ room, shortcuts });
  // in the same frame as the page: a key that is pressed as soon as its button appears means that button
  useLayoutEffect(() => {
    group.current = { room, shortcuts };
  });
  useLayoutEffect(() => {
    groups.add(group);
    notify();
    return () => {
      groups.delete(group);
      notify();
    };
  }, []);
}

/** Letters closer together than this come from a scanner or from dictation, not from fingers. In milliseconds. */
const BURST_MS = 20;

/** Listens for the keys of all shortcuts. @returns how to stop. */
export function listenForShortcuts(): () => void {
  let lastLetterAt = -Infinity;
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.defaultPrevented || event.isComposing) return;
    if (event.key === 'Escape' && event.target instanceof HTMLElement && isTyped(event.target)) {
      // out of the field, so that single keys work again
      event.target.blur();
      return;
    }
    const letter = letterOf(event);
    const isBurst = letter !== null && event.timeStamp - lastLetterAt < BURST_MS;
    if (letter !== null) lastLetterAt = event.timeStamp;
    // a key that is held down means its letter once
    if (letter !== null && !isModified(event) && (isBurst || event.repeat)) return;
    const found = [...groups]
      .reverse()
      .flatMap(({ current }) => current.shortcuts)
      .find((shortcut) => isPressed(shortcut, event, letter ?? event.key));
    if (!found || isNeededElsewhere(found, event)) return;
    event.preventDefault();
    found.run();
  };
  window.addEventListener('keydown', onKeyDown);
  return () => window.removeEventListener('keydown', onKeyDown);
}

const isModified = ({ ctrlKey, metaKey, altKey }: KeyboardEvent): boolean => ctrlKey || metaKey || altKey;

/**
 * The Latin letter that a key stands for, upper case with Shift; null for any other key. Caps Lock does not count, and on a layout with
 * other letters, or where Alt makes another character of it, the place of the key on the board counts.
 */
function letterOf({ key, code, shiftKey, altKey }: KeyboardEvent): string | null {
  const isLatin = /^[a-z]$/i.test(key);
  // only another alphabet's letter, or what Alt makes of a letter, is read by its place: not a digit or a sign
  const isOther = /^\p{L}$/u.test(key) || key === 'Dead' || (altKey && key.length === 1);
  const place = isOther ? (/^Key([A-Z])$/.exec(code)?.[1] ?? null) : null;
  const letter = isLatin ? key : place;
  if (letter === null) return null;
  return shiftKey ? letter.toUpperCase() : letter.toLowerCase();
}

/** Whether a shortcut is one single key, for which the chosen mode counts: no function key, none with Ctrl or Alt. */
const isSingleKey = ({ key, mod, alt }: Shortcut): boolean => mod !== true && alt !== true && key.length === 1 && key !== ' ';

function isPressed(shortcut: Shortcut, event: KeyboardEvent, key: string): boolean {
  const isMod = event.ctrlKey || event.metaKey;
  const needsAlt = shortcut.alt === true || (isSingleKey(shortcut) && currentMode() === 'withAlt');
  if (isSingleKey(shortcut) && currentMode() === 'off') return false;
  return shortcut.key === key && (shortcut.mod ?? false) === isMod && needsAlt === event.altKey;
}

/** Whether the thing that has the focus needs a key itself. */
function isNeededElsewhere(shortcut: Shortcut, event: KeyboardEvent): boolean {
  if (shortcut.alt === true || /^F\d+$/.test(shortcut.key)) return false;
  if (shortcut.mod === true) return shortcut.outsideFields === true && isTyped(event.target);
  return (isTyped(event.target) && !isFreeOnList(event) && !isFreeInText(event)) || isItsOwn(event);
}

/** Lies over the window and is the page itself for that time: the page’s keys work in it. */
export const KEEPS_PAGE_KEYS = { 'data-page-keys': true } as const;

const isPresenterKey = (key: string): boolean => key === 'PageDown' || key === 'PageUp';

/** Where the page is led by a presenter, its keys work although a name is being typed: they mean nothing to one line of text. */
const isFreeInText = ({ key, target }: KeyboardEvent): boolean =>
  isPresenterKey(key) && target instanceof HTMLInputElement && target.closest('[data-page-keys]') !== null;

/** A closed list that has the focus opens by Space, Enter and arrows. Letters, and the keys of presenters, mean nothing to it. */
const isFreeOnList = ({ key, target }: KeyboardEvent): boolean =>
  (isPresenterKey(key) || (key.length === 1 && key !== ' ')) &&
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
  return isPresenterKey(key) && target.closest('input[type="range"], [role="slider"]') !== null;
}

/** Whether a key goes into a text, or to something that lies over the page. */
function isTyped(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  // a list or dialog that is open has keys of its own
  const over = target.closest('[role="listbox"], [role="menu"], [role="dialog"]');
  if (over !== null && !over.matches('[data-page-keys]')) return true;
  if (target instanceof HTMLInputElement) return !['radio', 'checkbox', 'button', 'range', 'submit'].includes(target.type);
  return target instanceof HTMLTextAreaElement || target.isContentEditable || target.getAttribute('role') === 'combobox';
}

/** A shortcut as it is written on keys, in a mode of single keys; null if the mode switches it off. */
export function keyNames(shortcut: Shortcut, chosen: SingleKeyMode = 'alone'): string | null {
  const { key, mod, alt } = shortcut;
  if (isSingleKey(shortcut) && chosen === 'off') return null;
  const isWithAlt = alt === true || (isSingleKey(shortcut) && chosen === 'withAlt');
  const isShifted = /^[A-Z]$/.test(key);
  const name = key === ' ' ? 'Space' : key.length === 1 ? key.toUpperCase() : key;
  return `${mod ? 'Ctrl ' : ''}${isWithAlt ? 'Alt ' : ''}${isShifted ? 'Shift ' : ''}${name}`;
}
