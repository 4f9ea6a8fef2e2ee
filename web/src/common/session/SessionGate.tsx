import { Fragment, lazy, Suspense, useEffect, useRef, type ReactNode } from 'react';
import { followSession } from '../api/session.ts';
import { forgetUndo, notify } from '../notices.tsx';
import { useStanding } from './sessionStore.ts';

const SignInPage = lazy(async () => ({ default: (await import('./SignIn.tsx')).SignInPage }));
const SignInOver = lazy(async () => ({ default: (await import('./SignIn.tsx')).SignInOver }));

/**
 * Shows its pages to people who are signed in, and to everybody where nobody has to sign in. A session that ends under an open page
 * is renewed over it. When another person signs in, the page begins again with that person's own text.
 */
export function SessionGate({ children }: { children: ReactNode }) {
  const { session, isAsked, isOver } = useStanding();
  useEffect(() => followSession(), []);
  const person = session?.person ?? null;
  useFarewell(person);
  if (!isAsked) return null;
  const isIn = session === null || session.state === 'open' || session.state === 'in' || isOver;
  return (
    <Suspense fallback={null}>
      {isIn ? <Fragment key={person?.id ?? ''}>{children}</Fragment> : <SignInPage />}
      {isOver && <SignInOver />}
    </Suspense>
  );
}

/** Says that the page is another person's from now on, and lets them undo nothing of the person before. */
function useFarewell(person: { readonly id: string; readonly name: string } | null): void {
  const last = useRef<typeof person>(null);
  useEffect(() => {
    const before = last.current;
    if (person === null) return;
    last.current = person;
    if (before === null || before.id === person.id) return;
    forgetUndo();
    notify(`${person.name} is signed in now. Text that ${before.name} typed stays theirs.`);
  }, [person]);
}
