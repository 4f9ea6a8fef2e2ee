import { stepContextOf, stepWords, type Reader, type StepContext, type StepWords, type Wearer } from '@easytuck/contract';
import { secondsOf, type Side, type TyingStep, STRIP_WAY } from '@easytuck/core';
import { useCallback, useEffect, useMemo, useReducer, useState, useSyncExternalStore } from 'react';
import { readStored, writeStored } from '../../common/stored.ts';
import type { BakedPoses } from './bakedPoses.ts';
import { COACH_START, coachReducer, inWay, type CoachAction, type CoachState } from './coachReducer.ts';
import { useReader } from '../../common/reader.ts';
import { stepCountsOf, stepsFor, tiedBy, type CoachSubject, type Tied } from './coachSubject.ts';
import { NONE_LIT, type LitDigits } from './litDigits.ts';
import { createPlayhead, type Playhead } from './playhead.ts';
import { useChoreography, type ChoreographyReading } from './useChoreography.ts';
import { bestView, viewOf, type View } from './views.ts';

/** Everything that the coach's page shows and does. */
export interface Coach {
  readonly state: CoachState;
  readonly dispatch: (action: CoachAction) => void;
  readonly playhead: Playhead;
  readonly reading: ChoreographyReading;
  readonly tied: Tied;
  readonly longEnd: Side;
  readonly step: TyingStep;
  /** The steps of the way that is chosen. */
  readonly steps: readonly TyingStep[];
  readonly words: StepWords;
  /** What the words of all steps depend on. */
  readonly context: StepContext;
  readonly view: View;
  readonly isFree: boolean;
  /** Movement is not wanted: each step is shown as it ends. */
  readonly still: boolean;
  readonly thighGirthMm: number;
  readonly setThighGirthMm: (girthMm: number) => void;
  /** Who reads: sides are named and the picture is turned for them. */
  readonly reader: Reader;
  readonly setReader: (reader: Reader) => void;
  /** Fingers that the words speak of, by hand: the one on the long end's side first. */
  readonly lit: LitDigits;
  readonly setLit: (lit: LitDigits) => void;
}

const STORED = 'easytuck.coach';
type Kept = Partial<Pick<CoachState, 'speed' | 'waitS' | 'spoken' | 'way' | 'hands'>>;

/**
 * @param length writes a length in the unit that is read.
 * @param start what the coach begins with where nothing else was chosen.
 * @param readBy who reads, where that is not for this device to choose.
 * @param backKnotLayer which layer of the back loop tightens it, where that is known of the wearer.
 */
export function useCoach(
  subject: CoachSubject,
  length: (lengthMm: number) => string,
  start: Partial<CoachState> = {},
  readBy: Reader | null = null,
  backKnotLayer: Wearer['backKnotLayer'] = null,
): Coach {
  const [state, dispatch] = useReducer(coachReducer, null, () =>
    inWay({
      ...COACH_START,
      ...start,
      stepCounts: stepCountsOf(subject),
      ...readStored<Kept>(STORED, (value) => (typeof value === 'object' ? value : null), {}),
    }),
  );
  // a place about as thick as the collar: the band that fits the one then fits the other
  const [thighGirthMm, setThighGirthMm] = useState(() => Math.round(subject.collarGirthMm));
  const [shownSubject, setShownSubject] = useState(subject);
  if (!isSameSubject(shownSubject, subject)) {
    setShownSubject(subject);
    setThighGirthMm(Math.round(subject.collarGirthMm));
    dispatch({ type: 'begin', stepCounts: stepCountsOf(subject) });
  }
  const [playhead] = useState(() => createPlayhead());
  const still = useReducedMotion();
  const { way } = state;
  const longEnd = state.hand ?? subject.longEnd;
  const tied = useMemo(() => tiedBy(subject, way, way === 'onThigh' ? thighGirthMm : null), [subject, way, thighGirthMm]);
  const [readerHere, setReader] = useReader('wearer');
  const chosenReader = readBy ?? readerHere;
  // who ties it for somebody else is that helper, whom most stand before
  const reader: Reader = way === 'helper' && chosenReader === 'wearer' ? 'facing' : chosenReader;
  const reading = useChoreography(tied.measures, longEnd, STRIP_WAY[way], reader);
  const baked = reading.state === 'ready' ? reading.baked : null;
  useEffect(
    () => writeStored(STORED, { speed: state.speed, waitS: state.waitS, spoken: state.spoken, way, hands: state.hands } satisfies Kept),
    [state, way],
  );
  // what was lit goes out with its step
  const at = `${state.step} ${way}`;
  const [litAt, setLitAt] = useState<{ readonly at: string; readonly lit: LitDigits }>({ at, lit: NONE_LIT });
  const lit = litAt.at === at ? litAt.lit : NONE_LIT;
  const setLit = useCallback((next: LitDigits) => setLitAt({ at, lit: next }), [at]);
  // known before the movement is worked out, so that number, words and picture are always of one step
  const steps = useMemo(() => stepsFor(subject, way), [subject, way]);
  const step = steps[state.step] ?? 'setBand';
  useMovement(state, dispatch, playhead, baked, step, still);
  const context = useMemo(
    () => stepContextOf(subject, way, reader, length, { thighGirthMm, longEnd, backKnotLayer }),
    [subject, way, reader, length, thighGirthMm, longEnd, backKnotLayer],
  );
  const words = useMemo(() => stepWords(step, context), [step, context]);
  const viewName = state.view === 'best' ? bestView(step, reader) : state.view;
  const view = useMemo(() => viewOf(viewName, longEnd), [viewName, longEnd]);
  useSpeech(state.spoken || state.byTouch, state.byTouch ? `${words.act} ${words.feel}` : `${words.name}. ${words.act} ${words.check}`);
  useAwake(state.moving || state.waitS > 0);
  return {
    state,
    dispatch,
    playhead,
    reading,
    tied,
    longEnd,
    step,
    steps,
    words,
    context,
    view,
    isFree: viewName === 'free',
    still,
    thighGirthMm,
    setThighGirthMm,
    reader,
    setReader,
    lit,
    setLit,
  };
}

/** Moves the playhead through the step while the strip is to move, and goes on by itself where a wait is chosen. */
function useMovement(
  { step, moving, speed, restarts, waitS, looping, stepCount }: CoachState,
  dispatch: (action: CoachAction) => void,
  playhead: Playhead,
  baked: BakedPoses | null,
  name: TyingStep,
  still: boolean,
): void {
  // shown from its beginning, or, where movement is not wanted, as it ends
  useEffect(() => {
    if (baked) playhead.set(step + (still ? END : 0));
  }, [baked, playhead, step, restarts, still]);
  useEffect(() => {
    if (!baked || !moving) return;
    if (still) {
      playhead.set(step + END);
      dispatch({ type: 'arrived' });
      return;
    }
    const lastsMs = (1000 * secondsOf(name)) / speed;
    let last = performance.now();
    let frame = 0;
    const go = (now: number): void => {
      const share = Math.min(END, playhead.time() - step + Math.max(0, now - last) / lastsMs);
      last = now;
      playhead.set(step + share);
      if (share < END) frame = requestAnimationFrame(go);
      else dispatch({ type: 'arrived' });
    };
    // moved on from where it is held; from the beginning where it is at its end
    if (playhead.time() >= step + END || playhead.time() < step) playhead.set(step);
    frame = requestAnimationFrame(go);
    return () => cancelAnimationFrame(frame);
  }, [baked, moving, step, restarts, speed, name, still, playhead, dispatch]);
  useEffect(() => {
    if (waitS === 0 || moving || looping || step + 1 >= stepCount) return;
    const timer = setTimeout(() => dispatch({ type: 'next' }), waitS * 1000);
    return () => clearTimeout(timer);
  }, [waitS, moving, looping, step, stepCount, dispatch]);
}

/** A step's own end: the very next number is the next step's beginning. */
export const END = 0.999999;

function useReducedMotion(): boolean {
  const query = '(prefers-reduced-motion: reduce)';
  const [reduced, setReduced] = useState(() => window.matchMedia(query).matches);
  useEffect(() => {
    const media = window.matchMedia(query);
    const listen = (): void => setReduced(media.matches);
    media.addEventListener('change', listen);
    return () => media.removeEventListener('change', listen);
  }, []);
  return reduced;
}

/** Whether the browser has a voice. */
/** Whether this device can read aloud: some browsers have the function and no voice. */
const hasVoice = (): boolean => 'speechSynthesis' in window && window.speechSynthesis.getVoices().length > 0;

/** As {@link hasVoice}, for what is shown: voices may be found only after the page is there. */
export const useHasVoice = (): boolean => useSyncExternalStore(followVoices, hasVoice);

function followVoices(onChange: () => void): () => void {
  if (!('speechSynthesis' in window)) return () => undefined;
  window.speechSynthesis.addEventListener('voiceschanged', onChange);
  return () => window.speechSynthesis.removeEventListener('voiceschanged', onChange);
}

function useSpeech(isOn: boolean, text: string): void {
  const say = useCallback((what: string) => {
    if (!hasVoice()) return;
    window.speechSynthesis.cancel();
    const spoken = new SpeechSynthesisUtterance(what);
    spoken.lang = 'en';
    spoken.rate = 0.95;
    window.speechSynthesis.speak(spoken);
  }, []);
  useEffect(() => {
    if (!isOn) return;
    say(text);
    return () => {
      if (hasVoice()) window.speechSynthesis.cancel();
    };
  }, [isOn, text, say]);
}

/** Keeps the screen awake where the browser can: both hands are busy. */
function useAwake(isWanted: boolean): void {
  useEffect(() => {
    if (!isWanted || !('wakeLock' in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    let isOver = false;
    navigator.wakeLock.request('screen').then(
      (held) => {
        if (isOver) void held.release();
        else lock = held;
      },
      () => undefined, // refused, on low battery for instance: the screen then sleeps as it does
    );
    return () => {
      isOver = true;
      void lock?.release();
    };
  }, [isWanted]);
}

/** Whether it is still one tie on one person: what the shop changes of it meanwhile is no reason to start again. */
const isSameSubject = (a: CoachSubject, b: CoachSubject): boolean =>
  a === b || (a.tie.id === b.tie.id && a.fittingId === b.fittingId && a.wearer?.id === b.wearer?.id);
