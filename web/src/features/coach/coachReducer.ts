import { OFFERED_WAYS, stepsOfWay, STRIP_WAY, type OfferedWay, type Side } from '@easytuck/core';
import type { ViewChoice } from './views.ts';

/** Speeds that the strip moves at, against the usual. */
export const SPEEDS = [0.25, 0.5, 1, 2] as const;
export type Speed = (typeof SPEEDS)[number];

/** Seconds that the timer waits before it goes on; 0 is off. */
export const WAITS = [0, 5, 10, 20, 30] as const;
export type Wait = (typeof WAITS)[number];

/** How the hands are seen. */
export const HANDS_SHOWN = ['shown', 'ghosted', 'off'] as const;
export type HandsShown = (typeof HANDS_SHOWN)[number];

/** What the one who learns has chosen, and where they are. */
export interface CoachState {
  readonly step: number;
  readonly stepCount: number;
  /** Whether the strip moves. */
  readonly moving: boolean;
  readonly speed: Speed;
  /** The step is shown again and again. */
  readonly looping: boolean;
  /** Goes on by itself after so many seconds. */
  readonly waitS: Wait;
  readonly spoken: boolean;
  readonly view: ViewChoice;
  readonly seeThrough: boolean;
  readonly ghost: boolean;
  /** An arrow shows where the cloth goes. */
  readonly arrows: boolean;
  /** The screen is dark, and the voice says what the fingers should feel. */
  readonly byTouch: boolean;
  readonly drawerCloth: boolean;
  readonly hands: HandsShown;
  readonly way: OfferedWay;
  /** Null: as the fitting or the wearer has it. */
  readonly hand: Side | null;
  /** How many steps each way has: one more where the band is let out for tying. */
  readonly stepCounts: StepCounts;
  /** Each time a step is to be shown from its beginning this counts up. */
  readonly restarts: number;
}

export type StepCounts = Readonly<Record<OfferedWay, number>>;

const USUAL_COUNTS = Object.fromEntries(OFFERED_WAYS.map((way) => [way, stepsOfWay(STRIP_WAY[way]).length])) as StepCounts;

export const COACH_START: CoachState = {
  step: 0,
  stepCount: USUAL_COUNTS.main,
  moving: true,
  speed: 1,
  looping: false,
  waitS: 0,
  spoken: false,
  view: 'best',
  seeThrough: false,
  ghost: false,
  arrows: true,
  byTouch: false,
  drawerCloth: false,
  hands: 'shown',
  way: 'main',
  hand: null,
  stepCounts: USUAL_COUNTS,
  restarts: 0,
};

export type CoachAction =
  | { readonly type: 'next' | 'back' | 'repeat' | 'holdOrMove' | 'arrived' | 'toggleLoop' | 'faster' | 'slower' }
  | { readonly type: 'goTo'; readonly step: number; readonly view?: ViewChoice }
  | { readonly type: 'scrubbed'; readonly step: number }
  /** Another tie, neck or wearer: from the beginning, with their own hand. */
  | { readonly type: 'begin'; readonly stepCounts: StepCounts }
  | {
      readonly type: 'choose';
      readonly chosen: Partial<
        Pick<
          CoachState,
          'speed' | 'waitS' | 'spoken' | 'view' | 'seeThrough' | 'ghost' | 'arrows' | 'byTouch' | 'drawerCloth' | 'hands' | 'way' | 'hand'
        >
      >;
    };

/** What a key, a button or the end of a movement does. */
export function coachReducer(state: CoachState, action: CoachAction): CoachState {
  switch (action.type) {
    case 'next':
      return state.step + 1 < state.stepCount ? shown(state, state.step + 1) : state;
    case 'back':
      return shown(state, Math.max(0, state.step - 1));
    case 'repeat':
      return shown(state, state.step);
    case 'goTo':
      return { ...shown(state, Math.min(state.stepCount - 1, Math.max(0, action.step))), view: action.view ?? state.view };
    case 'scrubbed':
      return { ...state, step: action.step, moving: false };
    case 'holdOrMove':
      return { ...state, moving: !state.moving };
    case 'arrived':
      // at the end of a step: once more, or hold
      return state.looping ? { ...state, restarts: state.restarts + 1 } : { ...state, moving: false };
    case 'toggleLoop':
      return state.looping ? { ...state, looping: false } : { ...shown(state, state.step), looping: true };
    case 'faster':
      return { ...state, speed: SPEEDS[Math.min(SPEEDS.length - 1, SPEEDS.indexOf(state.speed) + 1)] ?? state.speed };
    case 'slower':
      return { ...state, speed: SPEEDS[Math.max(0, SPEEDS.indexOf(state.speed) - 1)] ?? state.speed };
    case 'begin':
      return inWay({ ...shown(state, 0), hand: null, stepCounts: action.stepCounts });
    case 'choose': {
      const next = inWay({ ...state, ...action.chosen });
      // another way or hand is another movement: from its beginning
      return next.way !== state.way || next.hand !== state.hand ? shown(next, 0) : next;
    }
  }
}

const shown = (state: CoachState, step: number): CoachState => ({ ...state, step, moving: true, restarts: state.restarts + 1 });

/** A state with as many steps as its way has, and at one of them. */
export function inWay(state: CoachState): CoachState {
  const stepCount = state.stepCounts[state.way];
  return { ...state, stepCount, step: Math.min(state.step, stepCount - 1) };
}
