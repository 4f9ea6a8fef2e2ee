import {
  beliefsOf,
  byMark,
  combine,
  joinSources,
  SPREADS,
  takeUpGrounds,
  tightTakeUp,
  type PreparedTie,
  type TakeUpBeliefs,
} from '../fit/index.ts';
import { byParts, VARIANCES } from './learnTakeUp.ts';
import { inAnybodysHands, nextTime } from './learnTie.ts';

/** What can be read of a tie that nobody has tied, to know its next bow better. */
export const READINGS = ['mark', 'waist', 'thickness', 'tiedBow'] as const;
export type ReadingKind = (typeof READINGS)[number];

/** What of a tie was read with a tape, and what was taken as is usual. */
export interface WhatWasRead {
  /** Tip to tip at a mark; false where the band has no marks. */
  readonly mark: boolean;
  readonly waist: boolean;
  /** Four layers folded, for the thickness. */
  readonly thickness: boolean;
}

/** How a reading would narrow the next bow: its spread's standard deviation with it. In mm. */
export interface WorthOfReading {
  readonly reading: ReadingKind;
  readonly spreadSdMm: number;
}

/** How far a measure may be out that was taken as is usual, and one that was read (assumed, no source): waist in mm, thickness as a part of it. */
const OUT_BY = { waistMm: { usual: 2.5, read: 0.7 }, thicknessRatio: { usual: 0.25, read: 0.06 } } as const;

/**
 * What each reading that is still to be taken of a tie that nobody has tied would leave of the next spread's uncertainty, the most
 * telling first. A waist and a thickness act through the knot's formulas; a mark is a reading of the whole take-up; a tied and
 * measured bow is one of both parts, in one pair of hands.
 */
export function measureFirst(
  tie: PreparedTie,
  was: WhatWasRead,
): { readonly nowSdMm: number; readonly readings: readonly WorthOfReading[] } {
  const held = (read: WhatWasRead): TakeUpBeliefs => {
    const { knot, mark } = takeUpGrounds(tie.measured);
    const loose = byParts((part) => ({ meanMm: knot[part].meanMm, sdMm: Math.sqrt(knot[part].sdMm ** 2 + fromMeasures(tie, read)[part]) }));
    if (mark === null || !read.mark) return loose;
    // a mark that is still to be read is taken to agree with the cut
    const joined = was.mark ? joinSources(loose.whole, mark).joined : combine(loose.whole, mark);
    return beliefsOf(joined, loose.evenLead);
  };
  const ofBow = (beliefs: TakeUpBeliefs): number => (2 / 3) * nextTime(inAnybodysHands(beliefs)).short.sdMm;
  const now = held(was);
  const hasMarks = byMark(tie.measured) !== null;
  const open: readonly (readonly [ReadingKind, boolean, () => number])[] = [
    ['mark', hasMarks && !was.mark, () => ofBow(held({ ...was, mark: true }))],
    ['waist', !was.waist, () => ofBow(held({ ...was, waist: true }))],
    ['thickness', !was.thickness, () => ofBow(held({ ...was, thickness: true }))],
    ['tiedBow', true, () => ofBowOnceTied(now)],
  ];
  return {
    nowSdMm: ofBow(now),
    readings: open
      .filter(([, isOpen]) => isOpen)
      .map(([reading, , spreadSdMm]) => ({ reading, spreadSdMm: spreadSdMm() }))
      .sort((a, b) => a.spreadSdMm - b.spreadSdMm),
  };
}

/** Once one bow was tied and measured, for the next of the same wearer. */
function ofBowOnceTied(now: TakeUpBeliefs): number {
  const inHands = byParts((part) => {
    const before = now[part].sdMm ** 2 + VARIANCES.person[part];
    const read = VARIANCES.reading[part] + VARIANCES.tying[part];
    return { meanMm: now[part].meanMm, sdMm: Math.sqrt((before * read) / (before + read)) };
  });
  return (2 / 3) * nextTime(inHands).short.sdMm;
}

/** Variance of both parts that comes from waist and thickness being out, by the slopes of the formulas. */
function fromMeasures({ measured: { blade, cloth } }: PreparedTie, read: WhatWasRead): Readonly<Record<'whole' | 'evenLead', number>> {
  const of = (waistWidthMm: number, thicknessMm: number) => {
    const { shortMm, longMm } = tightTakeUp({ ...cloth, bandWidthMm: blade.bandWidthMm, waistWidthMm, thicknessMm });
    return { whole: longMm + shortMm, evenLead: (longMm - shortMm) * HABITS_LEAVE };
  };
  const { waistWidthMm } = blade;
  const base = of(waistWidthMm, cloth.thicknessMm);
  const wider = of(waistWidthMm + 1, cloth.thicknessMm);
  const thicker = of(waistWidthMm, cloth.thicknessMm * 1.01);
  const [waistMm, ratio] = [OUT_BY.waistMm[read.waist ? 'read' : 'usual'], OUT_BY.thicknessRatio[read.thickness ? 'read' : 'usual']];
  const variance = (part: 'whole' | 'evenLead'): number =>
    ((wider[part] - base[part]) * waistMm) ** 2 + ((thicker[part] - base[part]) * 100 * ratio) ** 2;
  return { whole: variance('whole'), evenLead: variance('evenLead') };
}

/** Part of the formulas' lead that is left beside the trade's habits as a second witness. */
const HABITS_LEAVE = SPREADS.habitLeadMm ** 2 / (SPREADS.habitLeadMm ** 2 + SPREADS.knotLeadMm ** 2);
