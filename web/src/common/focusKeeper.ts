const TABBABLE =
  'a[href], button:not([disabled]), input:not([disabled]):not([type="hidden"]), select:not([disabled]), textarea:not([disabled]), [tabindex]:not([tabindex="-1"]), [role="combobox"]:not([aria-disabled="true"])';

/** Fields into which a telephone would open its keyboard. */
const WRITTEN_INTO = 'input:not([type="checkbox"]):not([type="radio"]):not([type="button"]):not([type="submit"]), textarea';

/** The page settles for so long before the focus is moved: what moves it on purpose comes first. In milliseconds. */
const SETTLE_MS = 60;
/** A control that is switched off while something is saved gets the focus back if it is on again by then. In milliseconds. */
const BUSY_MS = 900;
const REMEMBERED = 8;

/**
 * Keeps the focus in the page. When the focused control disappears, or stays switched off, browsers drop the focus to the page itself, and
 * a keyboard user starts again from the top. Here it goes to what came next in the same part of the page, else to what had it before,
 * else to the main part. After a tap it goes to no text field, so that a telephone does not open its keyboard unasked.
 * @param fallback where it goes if nothing else is left.
 * @returns how to stop.
 */
export function keepFocus(fallback: () => HTMLElement | null): () => void {
  let last: HTMLElement | null = null;
  /** What could be reached by Tab when the last control got the focus, and where in that list it was. */
  let order: readonly HTMLElement[] = [];
  let before: readonly HTMLElement[] = [];
  let isByPointer = false;
  let timer: ReturnType<typeof setTimeout> | undefined;

  const isLost = (): boolean => document.activeElement === null || document.activeElement === document.body;
  const isUsable = (element: HTMLElement): boolean =>
    element.isConnected && element.matches(TABBABLE) && element.closest('[inert], [hidden], [aria-hidden="true"]') === null;

  const onFocusIn = ({ target }: FocusEvent): void => {
    if (!(target instanceof HTMLElement) || target === document.body || target === last) return;
    clearTimeout(timer);
    if (last) before = [last, ...before.filter((each) => each !== last)].slice(0, REMEMBERED);
    last = target;
    const region = target.closest<HTMLElement>('[role="dialog"], main, header') ?? document.body;
    order = [...region.querySelectorAll<HTMLElement>(TABBABLE)];
  };
  const restore = (): void => {
    if (!isLost() || last === null) return;
    const at = order.indexOf(last);
    const candidates = isUsable(last) ? [last] : [...order.slice(at + 1), ...order.slice(0, Math.max(0, at)).reverse(), ...before];
    const isMeant = (element: HTMLElement): boolean =>
      isUsable(element) && (element === last || !isByPointer || !element.matches(WRITTEN_INTO));
    const next = candidates.find(isMeant) ?? fallback();
    next?.focus({ preventScroll: next !== last });
  };
  const onChange = (): void => {
    // a control that is switched off keeps the focus until the page is drawn next
    if (last === null || (!isLost() && isUsable(last))) return;
    clearTimeout(timer);
    const isBusy = last.isConnected && !isUsable(last);
    timer = setTimeout(restore, isBusy ? BUSY_MS : SETTLE_MS);
  };
  // a click on the bare page lets go on purpose
  const onPointerDown = ({ target }: PointerEvent): void => {
    isByPointer = true;
    if (target instanceof Element && target.closest(`${TABBABLE}, label`) === null) last = null;
  };
  // so does Escape in a field
  const onKeyDown = ({ key }: KeyboardEvent): void => {
    isByPointer = false;
    if (key === 'Escape' && document.querySelector('[role="dialog"], [role="listbox"]') === null) last = null;
  };
  const observer = new MutationObserver(onChange);
  observer.observe(document.body, {
    subtree: true,
    childList: true,
    attributes: true,
    attributeFilter: ['disabled', 'aria-disabled', 'hidden'],
  });
  document.addEventListener('focusin', onFocusIn);
  document.addEventListener('pointerdown', onPointerDown, true);
  document.addEventListener('keydown', onKeyDown, true);
  return () => {
    clearTimeout(timer);
    observer.disconnect();
    document.removeEventListener('focusin', onFocusIn);
    document.removeEventListener('pointerdown', onPointerDown, true);
    document.removeEventListener('keydown', onKeyDown, true);
  };
}
