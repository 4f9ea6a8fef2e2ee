import type { Action } from '@easytuck/contract';
import type { ReactNode } from 'react';
import { useMay } from './sessionStore.ts';

/** What is shown only to those who may do it. */
export function May({ what, children }: { what: Action; children: ReactNode }) {
  return useMay()(what) ? <>{children}</> : null;
}
