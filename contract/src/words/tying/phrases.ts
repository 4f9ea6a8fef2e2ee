import { oppositeSide, type Side } from '@easytuck/core';
import type { Reader } from '../readers.ts';
import { readersSide, sideName } from './sides.ts';
import type { StepContext } from './stepContext.ts';

/** What to say of one step. */
export interface StepWords {
  readonly name: string;
  /** What to do, in one to three sentences. */
  readonly act: string;
  /** What each hand does: the hand on the long end's side first. */
  readonly hands: readonly [string, string];
  /** What should be seen before going on. */
  readonly check: string;
  /** What commonly goes wrong here. */
  readonly trap: string;
  /** What is good to know; null if there is nothing. */
  readonly more: string | null;
  /** What the fingers feel when it is right, for somebody who ties by touch. */
  readonly feel: string;
}

/** What the strip is tied on, and how its places and directions are named there: a collar on a neck, or a leg. */
interface Base {
  readonly around: string;
  readonly middle: string;
  /** Away from the blade's tip, as the half-knot is drawn. */
  readonly up: string;
  /** Towards the tips. */
  readonly down: string;
  /** Of an end: nearer to the tips than the other one. */
  readonly lower: (by: string) => string;
  readonly close: string;
  readonly snug: string;
  readonly park: (side: string) => string;
  readonly parkTo: string;
  readonly unpark: string;
  readonly parkElse: string | null;
  /** How the gap behind the front bow is seen, where it can be seen at all. */
  readonly lookIn: Readonly<Record<Reader, string>>;
}

const ON_NECK: Base = {
  around: 'collar',
  middle: 'the collar button',
  up: 'upwards, towards the chin',
  down: 'down',
  lower: (by) => `hangs ${by} lower`,
  close: 'the neck',
  snug: 'Snug at the button, with room for one finger between band and throat.',
  park: (side) => `over the shoulder on ${side}`,
  parkTo: 'over the shoulder',
  unpark: 'off the shoulder and straight down',
  parkElse: 'Some tuck it into the collar, or simply leave it hanging.',
  lookIn: {
    wearer: 'turn sideways to the mirror and you can see it',
    facing: 'look in from the side and you can see it',
    behind: 'have the wearer turn sideways to the mirror and you can see it',
  },
};

const LOOK_FROM_ABOVE = 'bend over it and you can see it';
const ON_LEG: Base = {
  around: 'leg',
  middle: 'the middle of the leg',
  up: 'away from you',
  down: 'towards you',
  lower: (by) => `lies ${by} further out towards you`,
  close: 'the leg',
  snug: 'Snug on the leg.',
  park: (side) => `aside, on ${side}`,
  parkTo: 'aside',
  unpark: 'back and straight towards you',
  parkElse: null,
  lookIn: { wearer: LOOK_FROM_ABOVE, facing: LOOK_FROM_ABOVE, behind: LOOK_FROM_ABOVE },
};

/** Names of sides, hands and fingers for a reader. */
export interface Names {
  readonly on: Base;
  /** The side that the long end starts on, and the other one. */
  readonly own: string;
  readonly other: string;
  readonly ownHand: string;
  readonly otherHand: string;
  readonly isHelped: boolean;
  /** The finger behind what is held and the one in front: a helper who faces the wearer has them the other way round. */
  readonly behind: string;
  readonly inFront: string;
}

/** Names for a context. On a leg the reader ties on their own leg, so sides are the reader's own there. */
export function namesFor({ longEnd, reader, onThigh }: StepContext): Names {
  const by: Reader = onThigh ? 'wearer' : reader;
  const hand = (side: Side): string => `Your ${readersSide(side, by)} hand`;
  const [behind, inFront] = by === 'facing' ? (['forefinger', 'thumb'] as const) : (['thumb', 'forefinger'] as const);
  return {
    on: onThigh ? ON_LEG : ON_NECK,
    own: sideName(longEnd, by),
    other: sideName(oppositeSide(longEnd), by),
    ownHand: hand(longEnd),
    otherHand: hand(oppositeSide(longEnd)),
    isHelped: reader !== 'wearer',
    ...{ behind, inFront },
  };
}

/** Sentences in a row; null if there is none. */
export const sentences = (...parts: readonly (string | false | null | undefined)[]): string | null => {
  const said = parts.filter((part): part is string => typeof part === 'string' && part !== '');
  return said.length === 0 ? null : said.join(' ');
};

export const ASK_FIRST = 'Ask before you touch the collar, say what you do, and stop when asked.';
export const TOO_TIGHT = 'Dizziness, headache or shortness of breath: loosen it at once.';
export const AT_NIGHT = 'At the end of the evening, pull one flat end: the bow comes open.';
export const ONE_FINGER = 'one finger fits between band and throat';
/** A base's sentence begins with a capital letter where it stands first. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
