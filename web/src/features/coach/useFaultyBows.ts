import { faultyBow, TYING_FAULTS, type PosedMoment, type Side, type TyingFault, type TyingMeasures } from '@easytuck/core';
import { useEffect, useState } from 'react';

/** The faults laid one after the other, so that the page can be used meanwhile. */
export function useFaultyBows(measures: TyingMeasures, longEnd: Side): ReadonlyMap<TyingFault, PosedMoment> {
  const [posed, setPosed] = useState<ReadonlyMap<TyingFault, PosedMoment>>(new Map());
  useEffect(() => {
    let isOver = false;
    const made = new Map<TyingFault, PosedMoment>();
    const next = (at: number): void => {
      const fault = TYING_FAULTS[at];
      if (isOver || !fault) return;
      made.set(fault, faultyBow(measures, longEnd, fault, 3));
      setPosed(new Map(made));
      setTimeout(() => next(at + 1));
    };
    next(0);
    return () => {
      isOver = true;
    };
  }, [measures, longEnd]);
  return posed;
}
