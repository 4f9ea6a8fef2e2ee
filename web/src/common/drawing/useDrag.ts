import { useCallback, useRef, type PointerEvent } from 'react';
import { flushSync } from 'react-dom';

interface Drag {
  readonly onPointerDown: (event: PointerEvent) => void;
  readonly onPointerMove: (event: PointerEvent) => void;
  readonly onPointerUp: (event: PointerEvent) => void;
  readonly onPointerCancel: (event: PointerEvent) => void;
}

/**
 * A drag along x: `onStart` answers with the value held at the start, `onMove` is told that value and how far the
 * pointer has come since, in CSS pixels.
 */
export function useDrag<V>(onStart: () => V, onMove: (start: V, byPx: number) => void): Drag {
  const held = useRef<{ readonly start: V; readonly fromPx: number } | null>(null);
  const onPointerDown = useCallback(
    (event: PointerEvent) => {
      if (event.button !== 0) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      held.current = { start: onStart(), fromPx: event.clientX };
    },
    [onStart],
  );
  const onPointerMove = useCallback(
    (event: PointerEvent) => {
      const drag = held.current;
      // Within the event, so that drawings and numbers are in the very next frame and not in the one after it.
      if (drag) flushSync(() => onMove(drag.start, event.clientX - drag.fromPx));
    },
    [onMove],
  );
  const onPointerUp = useCallback(() => {
    held.current = null;
  }, []);
  return { onPointerDown, onPointerMove, onPointerUp, onPointerCancel: onPointerUp };
}
