import { useCallback, useState } from 'react';
import { useNavigate } from 'react-router';
import { TOUR } from './tourSteps.ts';

/** The tour: not on, or at one of its stops. */
export interface TourState {
  readonly step: number | null;
  readonly begin: () => void;
  readonly goTo: (step: number) => void;
  readonly end: () => void;
}

export function useTour(): TourState {
  const [step, setStep] = useState<number | null>(null);
  const navigate = useNavigate();
  const goTo = useCallback(
    (next: number) => {
      const stop = TOUR[next];
      setStep(stop ? next : null);
      if (stop && window.location.pathname !== stop.path) void navigate(stop.path);
    },
    [navigate],
  );
  const begin = useCallback(() => goTo(0), [goTo]);
  const end = useCallback(() => setStep(null), []);
  return { step, begin, goTo, end };
}
