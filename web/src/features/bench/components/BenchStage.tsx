import { TYPICAL_COLLARS, type TypicalCollar } from '@easytuck/core';
import type { StockCollar } from '@easytuck/contract';
import { useCallback, useMemo, type Dispatch } from 'react';
import { Choice } from '../../../common/Choice.tsx';
import { LeadHandle } from '../../../common/drawing/LeadHandle.tsx';
import { SetHandle } from '../../../common/drawing/SetHandle.tsx';
import { Stage } from '../../../common/drawing/Stage.tsx';
import type { ViewSide } from '../../../common/drawing/stageLayout.ts';
import { useUnits } from '../../../common/UnitProvider.tsx';
import type { BenchDraft, BenchEvent } from '../benchReducer.ts';
import type { BenchFit } from '../benchViewModel.ts';
import { BenchNotice } from './BenchNotice.tsx';
import { FourNumbers } from './FourNumbers.tsx';

interface BenchStageProps {
  readonly draft: BenchDraft;
  readonly fit: BenchFit;
  readonly collars: readonly StockCollar[];
  readonly dispatch: Dispatch<BenchEvent>;
  readonly side: ViewSide;
  readonly setSide: (side: ViewSide) => void;
}

const VIEWS = [
  { value: 'facing', text: 'facing the wearer' },
  { value: 'mirror', text: 'in the mirror' },
] as const;

/** The drawing and the four numbers. */
export function BenchStage({ draft, fit, collars, dispatch, side, setSide }: BenchStageProps) {
  const { collarStyle, collarId } = draft;
  const { length } = useUnits();
  const collar = useMemo(
    () => collars.find(({ id }) => id === collarId) ?? TYPICAL_COLLARS[collarStyle],
    [collars, collarId, collarStyle],
  ) satisfies TypicalCollar;
  const onStep = useCallback((step: number) => dispatch({ type: 'stepSet', step }), [dispatch]);
  const onLead = useCallback((leadMm: number) => dispatch({ type: 'leadSet', leadMm }), [dispatch]);
  return (
    <section aria-label="Set and lead" data-tour="stage" style={{ position: 'relative', marginTop: 4 }}>
      <BenchNotice fit={fit} />
      <Stage
        tie={fit.prepared}
        worn={fit.worn}
        collar={collar}
        wings={draft.wings}
        buttons={fit.buttons}
        view={side}
        handles={(layout) => (
          <>
            <SetHandle
              hardware={fit.tie.hardware}
              setting={fit.worn.setting}
              fit={fit.worn.fit}
              layout={layout}
              length={length}
              onStep={onStep}
            />
            <LeadHandle tie={fit.prepared} fit={fit.worn.fit} layout={layout} length={length} onLead={onLead} />
          </>
        )}
      >
        <FourNumbers fit={fit} ownLead={draft.leadMm !== null} dispatch={dispatch}>
          <Choice label="Seen" hideLabel small value={side} onChange={setSide} options={VIEWS} />
        </FourNumbers>
      </Stage>
    </section>
  );
}
