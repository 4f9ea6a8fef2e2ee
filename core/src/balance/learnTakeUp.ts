import { beliefsOf, SPREADS, takeUpGrounds, type Normal, type PreparedTie, type TakeUpBeliefs } from '../fit/index.ts';
import { materialMm, type BowState } from './bowState.ts';

/** An observation further than this many standard deviations from what was expected is a mis-set mark or a mis-read. */
const SURPRISE = 3.5;

/**
 * Variances, in mm², of the whole take-up and of the even lead: what one tying's reading errs by (both bows with a tape, the lead as
 * it was set), what one wearer's tyings have in common beyond the tie (their hands at both ends; how the band lies on them; how firmly
 * they draw up), and what they differ by from tying to tying.
 */
export const VARIANCES = {
  reading: { whole: 2 * SPREADS.readingMm ** 2, evenLead: 2 * SPREADS.readingMm ** 2 + SPREADS.leadSetMm ** 2 },
  person: { whole: 2 * SPREADS.handsMm ** 2 + SPREADS.pathMm ** 2 + SPREADS.pullMm ** 2, evenLead: 2 * SPREADS.handsMm ** 2 },
  tying: { whole: 2 * SPREADS.tyingMm ** 2, evenLead: 2 * SPREADS.tyingMm ** 2 },
} as const;

/** What both parts of a belief are called. */
export const PARTS = ['whole', 'evenLead'] as const;
export type BeliefPart = (typeof PARTS)[number];

/** What is held of a tie's take-ups before it was ever tied: by its knot's shape and its maker's marks, and how far those may be out. */
export const priorTakeUps = ({ measured }: PreparedTie): TakeUpBeliefs => takeUpGrounds(measured).both;

/** Take-ups that a tying showed, in mm. */
export interface ShownTakeUps {
  readonly shortMm: number;
  readonly longMm: number;
}

/** Take-ups that a tightened, measured tying shows: k = E − (2r + t), E = (L − P ∓ d)/2. In mm. */
export function observeTakeUps(front: BowState, back: BowState, setMm: number, neckPathMm: number, leadMm: number): ShownTakeUps {
  return { shortMm: (setMm - neckPathMm - leadMm) / 2 - materialMm(front), longMm: (setMm - neckPathMm + leadMm) / 2 - materialMm(back) };
}

/** The whole take-up that was shown, or the lead that would have been even. */
export const partOf = ({ shortMm, longMm }: ShownTakeUps, part: BeliefPart): number =>
  part === 'whole' ? longMm + shortMm : longMm - shortMm;

/** Both parts of a belief by one rule. */
export const byParts = (of: (part: BeliefPart) => Normal, tyingMm?: number): TakeUpBeliefs =>
  beliefsOf(of('whole'), of('evenLead'), tyingMm);

/** Variance of what somebody's first reading of a tie shows, against what is held of the tie: in mm². */
const variesBy = (part: BeliefPart): number => VARIANCES.person[part] + VARIANCES.reading[part] + VARIANCES.tying[part];

/** How far take-ups that somebody's tying showed are from what is held of the tie, in standard deviations of what such a tying would show. */
export function deviationsOf(beliefs: TakeUpBeliefs, shown: ShownTakeUps): number {
  return Math.max(
    ...PARTS.map((part) => {
      const { meanMm, sdMm } = beliefs[part];
      return Math.abs(partOf(shown, part) - meanMm) / Math.sqrt(sdMm ** 2 + variesBy(part));
    }),
  );
}

/** Whether take-ups are too far from what is held to be believed unasked: a band off its mark or a slip of the tape is likelier. */
export const isSurprising = (beliefs: TakeUpBeliefs, shown: ShownTakeUps): boolean => deviationsOf(beliefs, shown) > SURPRISE;
