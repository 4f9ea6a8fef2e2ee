import { useDrag as useDragGesture } from '@use-gesture/react';
import type { DOMAttributes } from 'react';
import { flushSync } from 'react-dom';

/** A moment of a drag: what was held where, and where the pointer is now, in CSS pixels of the window. */
interface DragMoment<Start, Held> {
  readonly start: Start;
  readonly held: Held;
  readonly byXPx: number;
  readonly atXPx: number;
  readonly atYPx: number;
}

/** What a drag does. It ends complete where the pointer is let go, and as if it had never been where it is given up. */
export interface DragActions<Start, Held> {
  /** What to go back to; asked once, when the drag begins. */
  readonly onStart: (held: Held) => Start;
  readonly onMove: (moment: DragMoment<Start, Held>) => void;
  /** Given up: by Escape, or by the pointer being taken away, as when a page begins to scroll. */
  readonly onCancel: (start: Start, held: Held) => void;
}

/**
 * Dragging for several handles of one kind.
 * @returns props for a handle, given what it stands for.
 */
export function useDrag<Start, Held = undefined>({
  onStart,
  onMove,
  onCancel,
}: DragActions<Start, Held>): (held: Held) => DOMAttributes<Element> {
  const bind = useDragGesture(
    ({ args, event, memo, first, last, canceled, cancel, movement: [byXPx], xy: [atXPx, atYPx] }): Memo<Start> => {
      const held = (args as [Held])[0];
      const kept: Memo<Start> = first ? { start: onStart(held), letGo: giveUpOnEscape(cancel) } : (memo as Memo<Start>);
      if (last) kept.letGo();
      // (the library takes a pointer that is taken away for one that was let go)
      if (canceled || event.type === 'pointercancel') onCancel(kept.start, held);
      // Within the event, so that drawings and numbers are in the very next frame and not in the one after it.
      else flushSync(() => onMove({ start: kept.start, held, byXPx, atXPx, atYPx }));
      return kept;
    },
    // handles have arrow keys of their own, which move them by steps of the trade
    { pointer: { capture: true, keys: false, buttons: 1 } },
  );
  return (held) => bind(held);
}

interface Memo<Start> {
  readonly start: Start;
  readonly letGo: () => void;
}

/** Listens for Escape while a drag goes on. @returns how to stop. */
function giveUpOnEscape(cancel: () => void): () => void {
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key !== 'Escape') return;
    event.stopPropagation();
    cancel();
  };
  window.addEventListener('keydown', onKeyDown, true);
  return () => window.removeEventListener('keydown', onKeyDown, true);
}
