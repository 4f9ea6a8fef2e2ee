import { WAY_WORDS, type PocketCoach } from '@easytuck/contract';
import { OFFERED_WAYS, type OfferedWay, type TyingStep } from '@easytuck/core';
import { useDrag } from '@use-gesture/react';
import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import type { BakedPoses } from '../features/coach/bakedPoses.ts';
import { ByTouch } from '../features/coach/components/ByTouch.tsx';
import { BandOnStage } from '../features/coach/components/BandOnStage.tsx';
import { FoldPictures } from '../features/coach/components/FoldPictures.tsx';
import { drawerCloth, schemeCloth } from '../features/coach/clothColours.ts';
import { HANDS_SHOWN, SPEEDS, WAITS, type HandsShown, type Speed, type Wait } from '../features/coach/coachReducer.ts';
import type { CoachSubject } from '../features/coach/coachSubject.ts';
import { litBy, NONE_LIT } from '../features/coach/litDigits.ts';
import { canDraw3d } from '../features/coach/stage/canDraw3d.ts';
import { FlatStage } from '../features/coach/stage/StillCanvas.tsx';
import { useLastBaked } from '../features/coach/useChoreography.ts';
import { useHasVoice, type Coach } from '../features/coach/useCoach.ts';
import { viewWords, type ViewChoice } from '../features/coach/views.ts';
import { FirstPicture } from './FirstPicture.tsx';
import { Otherwise } from './Otherwise.tsx';
import { SideNames, Sides } from './Sides.tsx';
import { Words } from './Words.tsx';

const Stage3d = lazy(() => import('../features/coach/stage/Stage3d.tsx'));

/** Steps at whose end the strip hangs as in the first picture. */
const UNTIED: ReadonlySet<TyingStep> = new Set<TyingStep>(['prepare', 'lead']);

const SWIPE_PX = 48;
const VIEWS: readonly ViewChoice[] = ['best', 'mirror', 'facing', 'side', 'passage'];

/** A step: the strip across the whole width, the words below in large type, and what is pressed within reach of one hand. */
export function TyingTab({
  coach,
  subject,
  pocket,
  length,
  onPractice,
}: {
  coach: Coach;
  subject: CoachSubject;
  pocket: PocketCoach;
  length: (lengthMm: number) => string;
  onPractice: () => void;
}) {
  const { state, dispatch, words, reading } = coach;
  const baked = useLastBaked(reading);
  const isReady = reading.state === 'ready';
  const isLast = state.step + 1 >= state.stepCount;
  const swipe = useDrag(
    ({ last, movement: [across] }) => {
      // a finger that went across, slow or quick; one that scrolls goes down
      if (last && Math.abs(across) > SWIPE_PX) dispatch({ type: across < 0 ? 'next' : 'back' });
    },
    { axis: 'x', filterTaps: true },
  );
  return (
    <div className="split swiped" {...swipe()}>
      <div className="stage">
        {baked && (
          <div className="fill" inert={!isReady}>
            <Stage coach={coach} subject={subject} baked={baked} />
          </div>
        )}
        {/* until the movement is there, the picture that came with the words stands for the steps that it shows */}
        {!isReady && <div className="fill cover">{UNTIED.has(coach.step) && <FirstPicture picture={pocket.first.picture} />}</div>}
        <BandOnStage coach={coach} subject={subject} length={length} />
        {state.byTouch && <ByTouch words={words} />}
        {isReady ? <Sides coach={coach} /> : <SideNames names={pocket.first.sides} />}
        {reading.state === 'working' && (
          <div className="working" role="status">
            Working out how this tie moves … {Math.round(100 * reading.share)} %
          </div>
        )}
        {reading.state === 'failed' && (
          <div className="working" role="alert">
            The movement could not be worked out. The words below are right all the same.
          </div>
        )}
      </div>
      <Words name="This step" of={state.step} isTold>
        <h2>
          <span className="count">
            {state.step + 1}/{state.stepCount}
          </span>{' '}
          {words.name}
        </h2>
        <p className="act">{words.act}</p>
        {words.hands.map((hand, k) => (
          <button
            key={hand}
            type="button"
            className="hand"
            aria-pressed={coach.lit[k]?.some((lit) => lit > 0) ?? false}
            onClick={() => coach.setLit(coach.lit[k]?.some((lit) => lit > 0) ? NONE_LIT : litBy(hand, k))}
          >
            {hand}
          </button>
        ))}
        <p className="check">
          <b>Before going on:</b> {words.check}
        </p>
        <p className="trap">
          <b>Goes wrong here:</b> {words.trap}
        </p>
        {coach.step === 'frontBow' && <FoldPictures measures={coach.tied.measures} longEnd={coach.longEnd} reader={coach.reader} />}
        {words.more !== null && <p>{words.more}</p>}
        <More coach={coach} onPractice={onPractice} />
      </Words>
      <div className="controls">
        <button type="button" disabled={state.step === 0} onClick={() => dispatch({ type: 'back' })}>
          Back
        </button>
        <button type="button" onClick={() => dispatch({ type: 'repeat' })}>
          Again
        </button>
        <button type="button" onClick={() => dispatch({ type: 'holdOrMove' })}>
          {state.moving ? 'Hold' : 'Move'}
        </button>
        <button type="button" className="main" disabled={isLast} onClick={() => dispatch({ type: 'next' })}>
          Next
        </button>
      </div>
    </div>
  );
}

function Stage({ coach, subject, baked }: { coach: Coach; subject: CoachSubject; baked: BakedPoses }) {
  const { playhead, view, state, still } = coach;
  const [is3d] = useState(canDraw3d);
  const cloth = useMemo(() => (state.drawerCloth ? drawerCloth(subject.tie) : schemeCloth()), [state.drawerCloth, subject.tie]);
  const { fibre, weave } = subject.tie;
  const made = useMemo(() => ({ fibre, weave }), [fibre, weave]);
  useEffect(() => {
    const before = playhead.time();
    const stop = playhead.subscribe(() => {
      if (playhead.time() === before) return;
      performance.mark('pocket-moving');
      stop();
    });
    return stop;
  }, [playhead]);
  const flat = (
    <FlatStage
      baked={baked}
      playhead={playhead}
      view={view}
      stepIndex={state.step}
      withHands={state.hands !== 'off'}
      withArrows={state.arrows}
    />
  );
  return (
    <div className="fill" role="img" aria-label={`${coach.words.name}, ${view.name.toLowerCase()}`}>
      {is3d ? (
        <Otherwise show={flat}>
          <Suspense fallback={flat}>
            <Stage3d
              baked={baked}
              playhead={playhead}
              view={view}
              isFree={false}
              arrows={state.arrows}
              seeThrough={state.seeThrough}
              ghostTime={null}
              cloth={cloth}
              made={made}
              hands={state.hands}
              stepIndex={state.step}
              lit={coach.lit}
              thicknessMm={Math.min(0.9, subject.tie.cloth.thicknessMm * 0.6)}
              still={still}
            />
          </Suspense>
        </Otherwise>
      ) : (
        flat
      )}
    </div>
  );
}

/** Where to look from, how it is tied, and what goes on without hands. */
function More({ coach: { state, dispatch }, onPractice }: { coach: Coach; onPractice: () => void }) {
  const canSpeak = useHasVoice();
  return (
    <details className="more">
      <summary>View, way, hands-free</summary>
      <label>
        Seen from
        <select value={state.view} onChange={(event) => dispatch({ type: 'choose', chosen: { view: event.target.value as ViewChoice } })}>
          {VIEWS.map((view) => (
            <option key={view} value={view}>
              {view === 'best' ? 'where it shows best' : viewWords(view).toLowerCase()}
            </option>
          ))}
        </select>
      </label>
      <label>
        Way of tying
        <select value={state.way} onChange={(event) => dispatch({ type: 'choose', chosen: { way: event.target.value as OfferedWay } })}>
          {OFFERED_WAYS.map((way) => (
            <option key={way} value={way}>
              {WAY_WORDS[way].name}
            </option>
          ))}
        </select>
      </label>
      <label>
        Go on by itself
        <select
          value={state.waitS}
          onChange={(event) => dispatch({ type: 'choose', chosen: { waitS: Number(event.target.value) as Wait } })}
        >
          {WAITS.map((wait) => (
            <option key={wait} value={wait}>
              {wait === 0 ? 'no' : `after ${wait} seconds`}
            </option>
          ))}
        </select>
      </label>
      <label>
        Speed
        <select
          value={state.speed}
          onChange={(event) => dispatch({ type: 'choose', chosen: { speed: Number(event.target.value) as Speed } })}
        >
          {SPEEDS.map((speed) => (
            <option key={speed} value={speed}>
              {speed === 1 ? 'as usual' : speed < 1 ? `slower, ×${speed}` : `faster, ×${speed}`}
            </option>
          ))}
        </select>
      </label>
      <label>
        Hands
        <select value={state.hands} onChange={(event) => dispatch({ type: 'choose', chosen: { hands: event.target.value as HandsShown } })}>
          {HANDS_SHOWN.map((hands) => (
            <option key={hands} value={hands}>
              {hands === 'ghosted' ? 'faint' : hands}
            </option>
          ))}
        </select>
      </label>
      <label className="tick">
        <input
          type="checkbox"
          checked={state.seeThrough}
          onChange={(event) => dispatch({ type: 'choose', chosen: { seeThrough: event.target.checked } })}
        />
        See through the cloth
      </label>
      <label className="tick">
        <input
          type="checkbox"
          checked={state.drawerCloth}
          onChange={(event) => dispatch({ type: 'choose', chosen: { drawerCloth: event.target.checked } })}
        />
        In its own cloth
      </label>
      <label className="tick">
        <input
          type="checkbox"
          checked={state.byTouch}
          onChange={(event) => dispatch({ type: 'choose', chosen: { byTouch: event.target.checked } })}
        />
        By touch: what the fingers feel
      </label>
      {canSpeak && (
        <label className="tick">
          <input
            type="checkbox"
            checked={state.spoken}
            onChange={(event) => dispatch({ type: 'choose', chosen: { spoken: event.target.checked } })}
          />
          Read aloud
        </label>
      )}
      <button type="button" onClick={onPractice}>
        Time a try
      </button>
    </details>
  );
}
