import { lazy, Suspense, type ComponentProps } from 'react';

const DayField = lazy(() => import('./DayField.tsx'));

/** A day field, fetched where a page has one; its place is kept meanwhile. */
export function LazyDayField(props: ComponentProps<typeof DayField>) {
  return (
    <Suspense fallback={<div data-waiting style={{ minHeight: 68 }} />}>
      <DayField {...props} />
    </Suspense>
  );
}
