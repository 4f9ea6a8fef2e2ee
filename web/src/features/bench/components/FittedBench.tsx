import type { ShopSettings, StockCollar } from '@easytuck/contract';
import type { Dispatch } from 'react';
import type { ViewSide } from '../../../common/drawing/stageLayout.ts';
import type { BenchDraft, BenchEvent } from '../benchReducer.ts';
import type { BenchFit } from '../benchViewModel.ts';
import { BenchStage } from './BenchStage.tsx';
import { Schools } from './Schools.tsx';

interface FittedBenchProps {
  readonly draft: BenchDraft;
  readonly fit: BenchFit;
  readonly collars: readonly StockCollar[];
  readonly house: ShopSettings;
  /** What dress custom says of occasion and collar. */
  readonly advice: string;
  readonly side: ViewSide;
  readonly setSide: (side: ViewSide) => void;
  readonly dispatch: Dispatch<BenchEvent>;
}

/** What there is to see once collar and tie are known: drawing, numbers, schools. Loaded when the bench is first touched. */
export function FittedBench({ draft, fit, collars, house, advice, side, setSide, dispatch }: FittedBenchProps) {
  return (
    <>
      <BenchStage draft={draft} fit={fit} collars={collars} dispatch={dispatch} side={side} setSide={setSide} />
      {fit.tie.hardware.kind !== 'fixed' && (
        <Schools
          schools={fit.schools}
          school={draft.school}
          belly={fit.tie.blade.noseToBellyMm}
          hardware={fit.tie.hardware}
          smallMm={house.smallMm}
          advice={advice}
          isEased={draft.isEased}
          dispatch={dispatch}
        />
      )}
    </>
  );
}
