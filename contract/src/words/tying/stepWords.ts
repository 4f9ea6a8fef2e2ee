import type { Digit, TyingStep } from '@easytuck/core';
import {
  crossWords,
  drapeWords,
  evenCrossWords,
  evenHalfKnotWords,
  halfKnotWords,
  leadWords,
  levelWords,
  setBandWords,
} from './beginSteps.ts';
import {
  backBowWords,
  dropWords,
  evenBackBowWords,
  frontBowWords,
  parkWords,
  passageWords,
  pullFrontWords,
  wrapWords,
} from './bowSteps.ts';
import { balanceWords, collarDownWords, evenTightenWords, takeInWords, tightenWords, toTheNeckWords } from './finishSteps.ts';
import type { StepWords } from './phrases.ts';
import type { StepContext } from './stepContext.ts';

type Writer = (context: StepContext) => StepWords;

/** What is said of each step. The order and the words are common practice, no source; which fold holds is derived in docs/model.md. */
const WRITERS: Readonly<Record<TyingStep, Writer>> = {
  setBand: setBandWords,
  prepare: drapeWords,
  lead: leadWords,
  cross: crossWords,
  halfKnot: halfKnotWords,
  park: parkWords,
  frontBow: frontBowWords,
  drop: dropWords,
  passage: passageWords,
  wrap: wrapWords,
  pushFront: pullFrontWords,
  backBow: backBowWords,
  tighten: tightenWords,
  balance: balanceWords,
  takeIn: takeInWords,
  collarDown: (context) => (context.onThigh ? toTheNeckWords(context) : collarDownWords(context)),
};

/** Steps that are done otherwise with even ends: neither end is the longer, so they are named by which lies on top. */
const WITH_EVEN_ENDS: Readonly<Partial<Record<TyingStep, Writer>>> = {
  lead: levelWords,
  cross: evenCrossWords,
  halfKnot: evenHalfKnotWords,
  backBow: evenBackBowWords,
  tighten: evenTightenWords,
};

/** What to say of a step. */
export const stepWords = (step: TyingStep, context: StepContext): StepWords =>
  ((context.way === 'evenEnds' ? WITH_EVEN_ENDS[step] : undefined) ?? WRITERS[step])(context);

/** How digits are named in sentences. */
const DIGIT_WORDS: readonly (readonly [RegExp, readonly Digit[]])[] = [
  [/\bthumb/, ['thumb']],
  [/\bforefinger|\bthe finger\b/, ['forefinger']],
  [/\bother fingers\b/, ['middleFinger', 'ringFinger', 'littleFinger']],
];

/**
 * The digits that a sentence speaks of.
 * @example digitsIn('Your left hand: thumb behind, forefinger in front.') // ['thumb', 'forefinger']
 */
export const digitsIn = (sentence: string): readonly Digit[] =>
  DIGIT_WORDS.flatMap(([word, digits]) => (word.test(sentence) ? digits : []));
