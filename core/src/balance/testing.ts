/** What tests of the tied bow share: loose and tight bows, and any of them. */
import fc from 'fast-check';
import { between } from '../testing/index.ts';
import type { BowState, TiedState } from './index.ts';

export const bow = (loopMm: number, flatEndMm: number, slackMm = 0): BowState => ({ loopMm, flatEndMm, slackMm });
export const tight = (loopMm: number, flatEndMm: number): BowState => bow(loopMm, flatEndMm);

export const tied = (front: BowState, back: BowState, more: Partial<TiedState> = {}): TiedState => ({
  front,
  back,
  frontLoopSide: 'right',
  tiltRad: 0,
  knotOffMm: 0,
  ...more,
});

export const EVEN = tied(bow(62, 62), bow(62, 62));

/** Any bow that a hand could have tied. */
export const anyBow: fc.Arbitrary<BowState> = fc.record({ loopMm: between(30, 90), flatEndMm: between(30, 90), slackMm: between(0, 25) });

export const anyTied = fc
  .tuple(anyBow, anyBow, fc.constantFrom('left' as const, 'right' as const))
  .map(([front, back, frontLoopSide]) => tied(front, back, { frontLoopSide }));
