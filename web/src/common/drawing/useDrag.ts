import { useCallback, useRef, type PointerEvent } from 'react';
import { flushSync } from 'react-dom';

interface Drag {
  readonly onPointerDown: (event: PointerEvent<Element>) => void;
  readonly onPointerMove: (event: PointerEvent<Element>) => void;
  readonly onPointerUp: (event: PointerEvent<Element>) => void;
  readonly onPointerCancel: (event: PointerEvent<Element>) => void;
}

/**
 * A drag along x: `onStart` answers with the value held at the start, `onMove` is told that value and how far the
 * pointer has come since, in CSS pixels.
 */
export function useDrag<V>(onStart: () => V, onMove: (start: V, byPx: number) => void): Drag {
  const held = useRef<{ readonly start: V; readonly fromPx: number } | null>(null);
  const onPointerDown = useCallback(
    (event: PointerEvent<Element>) => {
      if (event.button !== 0) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      held.current = { start: onStart(), fromPx: event.clientX };
    },
    [onStart],
  );
  const onPointerMove = useCallback(
    (event: PointerEvent<Element>) => {
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
