import { predictBows, type PreparedTie } from '../fit/index.ts';

/** The four half-widths of a tied bow as they were read, in mm from the knot's middle; null where one was not. */
export interface ReadHalfWidths {
  readonly frontLoopMm: number | null;
  readonly frontFlatEndMm: number | null;
  readonly backLoopMm: number | null;
  readonly backFlatEndMm: number | null;
}

/** Why readings cannot be those of a tied bow: a doubt about the tape, the mark or the lead, not a bow to be drilled. */
export type ReadingDoubt =
  /** The loop reaches no further than the knot is high: its fold would lie in the knot. */
  | { readonly kind: 'loopInKnot'; readonly bow: 'front' | 'back'; readonly loopMm: number; readonly leastMm: number }
  /** The bow shows more cloth than the strip has left for it (`byMm` positive), or far less than any knot could hide (negative). */
  | { readonly kind: 'tooMuchCloth' | 'tooLittleCloth'; readonly bow: 'front' | 'back'; readonly byMm: number };

/**
 * Bows can show so much more cloth than predicted (hands, stretch, a set or lead a little off), and so much less (slack, a
 * knot that takes far more than the model says). Wide on purpose: what is within is planned for (assumed, no source). In mm.
 */
const CLOTH_DOUBT_MM = { more: 30, less: 70 } as const;

/** All four readings, or null while one is missing. */
export function wholeReading(read: ReadHalfWidths): { readonly [Half in keyof ReadHalfWidths]: number } | null {
  const { frontLoopMm, frontFlatEndMm, backLoopMm, backFlatEndMm } = read;
  if (frontLoopMm === null || frontFlatEndMm === null || backLoopMm === null || backFlatEndMm === null) return null;
  return { frontLoopMm, frontFlatEndMm, backLoopMm, backFlatEndMm };
}

/**
 * What cannot be right about readings of a tie at a set and a lead on a neck path: each bow is held against the height of
 * its knot and the strip that there is for it. Empty where a verdict can be given. Bows of which a half is missing are only
 * held against the knot.
 */
export function doubtReadings(
  tie: PreparedTie,
  neckPathMm: number,
  setMm: number,
  leadMm: number,
  read: ReadHalfWidths,
): readonly ReadingDoubt[] {
  const predicted = predictBows(tie, neckPathMm, setMm, leadMm);
  const of = (bow: 'front' | 'back', loopMm: number | null, flatEndMm: number | null): readonly ReadingDoubt[] => {
    const leastMm = tie.takeUp.knotHeightMm;
    if (loopMm !== null && loopMm < leastMm) return [{ kind: 'loopInKnot', bow, loopMm, leastMm }];
    if (loopMm === null || flatEndMm === null) return [];
    const byMm = 2 * loopMm + flatEndMm - predicted[bow].visibleMm;
    if (byMm > CLOTH_DOUBT_MM.more) return [{ kind: 'tooMuchCloth', bow, byMm }];
    return byMm < -CLOTH_DOUBT_MM.less ? [{ kind: 'tooLittleCloth', bow, byMm }] : [];
  };
  return [...of('front', read.frontLoopMm, read.frontFlatEndMm), ...of('back', read.backLoopMm, read.backFlatEndMm)];
}
