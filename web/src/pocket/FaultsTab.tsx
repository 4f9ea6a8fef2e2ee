import { FAULT_WORDS } from '@easytuck/contract';
import { TYING_FAULTS, type PosedMoment, type TyingFault, type TyingStep } from '@easytuck/core';
import { useMemo, useState } from 'react';
import { ByEye } from '../common/tying/ByEye.tsx';
import { finishedBow, type CoachSubject } from '../features/coach/coachSubject.ts';
import { PoseStill } from '../features/coach/stage/StillCanvas.tsx';
import type { Coach } from '../features/coach/useCoach.ts';
import { useFaultyBows } from '../features/coach/useFaultyBows.ts';
import { viewOf } from '../features/coach/views.ts';
import { logTry } from './tries.ts';
import { Words } from './Words.tsx';

/** What can have gone wrong, in pictures of this tie; the one that is touched says why, and where to go back to. */
export function FaultsTab({
  coach,
  subject,
  linkKey,
  length,
  steps,
  onGoBack,
}: {
  coach: Coach;
  subject: CoachSubject;
  linkKey: string;
  length: (lengthMm: number) => string;
  steps: readonly TyingStep[];
  onGoBack: (step: TyingStep) => void;
}) {
  const [isEvening, setEvening] = useState(false);
  const { tied, longEnd, reader } = coach;
  const [chosen, setChosen] = useState<TyingFault | null>(null);
  const posed = useFaultyBows(tied.measures, longEnd);
  const view = useMemo(() => viewOf(reader === 'facing' ? 'facing' : 'mirror', longEnd), [reader, longEnd]);
  const picture = (moment: PosedMoment | undefined, label: string, heightPx: number) =>
    moment && (
      <PoseStill
        pose={moment.pose}
        knotAt={moment.knotAt}
        collarDown={moment.collarDown}
        collarRadiusMm={tied.measures.collarRadiusMm}
        collar={tied.measures.collar}
        view={view}
        label={label}
        heightPx={heightPx}
        widthMm={210}
      />
    );
  if (isEvening)
    return (
      <div className="scroll">
        <ByEye
          tie={subject.prepared}
          {...finishedBow(tied, coach.state.way, longEnd)}
          reader={reader}
          isMirror={reader !== 'facing'}
          knotLayer={coach.context.backKnotLayer ?? 'unknown'}
          length={length}
          onDone={(_, id) => void logTry(linkKey, { id, way: coach.state.way, outcome: 'tied', byEye: true }, Date.now())}
        />
        <div className="controls">
          <button type="button" onClick={() => setEvening(false)}>
            Back to the pictures
          </button>
        </div>
      </div>
    );
  if (chosen !== null) {
    const words = FAULT_WORDS[chosen];
    const backTo = steps.includes(words.backTo) ? words.backTo : (steps.find((step) => step === 'pushFront') ?? 'setBand');
    return (
      <div className="split">
        <div className="stage still">{picture(posed.get(chosen), words.seen, 240)}</div>
        <Words name="Cause and remedy" isTold>
          <h2>{words.seen}</h2>
          <p>
            <b>Cause:</b> {words.cause}
          </p>
          <p className="act">{words.remedy}</p>
        </Words>
        <div className="controls">
          <button type="button" onClick={() => setChosen(null)}>
            All pictures
          </button>
          <button type="button" className="main" onClick={() => onGoBack(backTo)}>
            Show that step
          </button>
        </div>
      </div>
    );
  }
  return (
    <div className="scroll">
      <h2>Which is most like {reader === 'facing' ? 'what you see?' : 'what is in the mirror?'}</h2>
      <p>
        <button type="button" onClick={() => setEvening(true)}>
          It holds, but it is uneven
        </button>
      </p>
      <div className="gallery">
        {TYING_FAULTS.map((fault) => (
          <button key={fault} type="button" onClick={() => setChosen(fault)}>
            <span className="thumb">{picture(posed.get(fault), '', 96)}</span>
            {FAULT_WORDS[fault].seen}
          </button>
        ))}
      </div>
    </div>
  );
}
