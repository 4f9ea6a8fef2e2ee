import { lazy, Suspense, useEffect, type ReactNode } from 'react';
import { followSession } from '../api/session.ts';
import { useStanding } from './sessionStore.ts';

const SignInPage = lazy(async () => ({ default: (await import('./SignIn.tsx')).SignInPage }));
const SignInOver = lazy(async () => ({ default: (await import('./SignIn.tsx')).SignInOver }));

/** Lets in whoever is signed in, or whoever comes where nobody has to be; where a session ends, it is signed in over what is open. */
export function SessionGate({ children }: { children: ReactNode }) {
  const { session, isAsked, isOver } = useStanding();
  useEffect(() => followSession(), []);
  if (!isAsked) return null;
  const isIn = session === null || session.state === 'open' || session.state === 'in' || isOver;
  return (
    <Suspense fallback={null}>
      {isIn ? children : <SignInPage />}
      {isOver && <SignInOver />}
    </Suspense>
  );
}
