import { useEffect, useRef, type ReactNode } from 'react';

/** (what scrolls is reached by the keyboard too) */
const SCROLLED = { tabIndex: 0 } as const;

/** What is read below the picture; from its beginning whenever `of` is another. */
export function Words({ name, of, isTold = false, children }: { name: string; of?: unknown; isTold?: boolean; children: ReactNode }) {
  const section = useRef<HTMLElement>(null);
  useEffect(() => {
    // (newer browsers answer with a promise, which is no way to end an effect)
    section.current?.scrollTo(0, 0);
    // with large letters the page scrolls as one
    window.scrollTo(0, 0);
  }, [of]);
  return (
    <section ref={section} className="words" aria-label={name} {...(isTold ? ({ 'aria-live': 'polite' } as const) : {})} {...SCROLLED}>
      {children}
    </section>
  );
}
