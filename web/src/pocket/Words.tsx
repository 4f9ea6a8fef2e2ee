import type { ReactNode } from 'react';

/** (what scrolls is reached by the keyboard too) */
const SCROLLED = { tabIndex: 0 } as const;

/** What is read below the picture. */
export function Words({ name, isTold = false, children }: { name: string; isTold?: boolean; children: ReactNode }) {
  return (
    <section className="words" aria-label={name} {...(isTold ? ({ 'aria-live': 'polite' } as const) : {})} {...SCROLLED}>
      {children}
    </section>
  );
}
