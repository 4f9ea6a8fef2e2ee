import { useLayoutEffect, useRef, useState, type RefObject } from 'react';

/** Width of an element in CSS pixels, kept up to date; 0 before it is laid out. */
export function useWidth<E extends HTMLElement>(): { readonly ref: RefObject<E | null>; readonly widthPx: number } {
  const ref = useRef<E>(null);
  const [widthPx, setWidthPx] = useState(0);
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return undefined;
    setWidthPx(element.clientWidth);
    const observer = new ResizeObserver(() => setWidthPx(element.clientWidth));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return { ref, widthPx };
}
