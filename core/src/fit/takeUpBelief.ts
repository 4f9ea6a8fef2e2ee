import { inchesToMm } from '../units/index.ts';
import { lengthAtMark, naturalSpreadMm, type Tie } from '../strip/index.ts';
import { firmnessTakes } from './firmness.ts';
import { DEFAULT_EASE_MM, neckPathMm } from './neck.ts';
import { combine, densityAt, mixtureOf, type Normal, type Weighed } from './normal.ts';
import { foldTakesMm, tightTakeUp } from './takeUp.ts';

/** What is held of one end's take-up. */
export type TakeUpBelief = Normal;

/**
 * What is held of a tie's take-ups. The whole take-up K and the even lead d* = k_l − k_s are held independently of one another:
 * what errs on both ends alike moves the first, what gives to one end what it takes from the other moves the second.
 */
export interface TakeUpBeliefs {
  readonly whole: Normal;
  readonly evenLead: Normal;
  /** The same by ends: k_s = (K − d*)/2, k_l = (K + d*)/2. */
  readonly short: TakeUpBelief;
  readonly long: TakeUpBelief;
  /** By how much the hands in question differ from themselves from tying to tying, at each end: a standard deviation. */
  readonly tyingMm: number;
}

/** Beliefs from their common and their opposed part. */
export function beliefsOf(whole: Normal, evenLead: Normal, tyingMm: number = SPREADS.tyingMm): TakeUpBeliefs {
  const sdMm = Math.hypot(whole.sdMm, evenLead.sdMm) / 2;
  return {
    whole,
    evenLead,
    short: { meanMm: (whole.meanMm - evenLead.meanMm) / 2, sdMm },
    long: { meanMm: (whole.meanMm + evenLead.meanMm) / 2, sdMm },
    tyingMm,
  };
}

/**
 * How far things may be out, as standard deviations in mm. `knotWhole`, `knotLead`: a tie's knot against the formulas, from how the
 * reference's knots differ with gather, friction, stiffness and pull (docs/model.md). The others are assumed, no source, but for
 * `reading`, which is common practice.
 */
export const SPREADS = {
  knotWholeMm: 12,
  knotLeadMm: 14,
  /** Habits of the lead, an inch to two and a half. */
  habitLeadMm: 10,
  /** A maker's care in printing marks and cutting blades, as it shows in K. */
  markMm: 9,
  /** One pair of hands against another, at each end. */
  handsMm: 2,
  /** How firmly one wearer draws the knot up against another, as it shows in K: a pull a third harder or softer, by docs/knot-table.csv. */
  pullMm: 3.5,
  /** The same hands from one tying to the next, at each end, before any scatter was seen (see the grid of handsVary.ts). */
  tyingMm: 2.7,
  /** How a band lies round one neck's collar, against the path that was worked out. */
  pathMm: 4,
  /** The lead as it is set, against the lead that was meant. */
  leadSetMm: 3,
  /** 2r + t as it is read with a tape. */
  readingMm: 3,
} as const;

/** The lead that people find even, by their habits: between an inch and a couple of inches, or the short tip level with the waist (common practice, no source). */
export const HABITUAL_LEAD_MM = inchesToMm(1.65);

/** What a tie's take-ups rest on before it was ever tied. */
export interface TakeUpGrounds {
  /** By the formulas and the habits of the lead. */
  readonly knot: TakeUpBeliefs;
  /** By the maker's marks alone; null for a band without marks. */
  readonly mark: Normal | null;
  /** Both together, and how likely each of them is far out. */
  readonly both: TakeUpBeliefs;
  readonly farOut: { readonly knot: number; readonly mark: number };
  /** How far apart knot and mark are, in standard deviations of their difference; 0 without marks. */
  readonly apart: number;
}

/** From so many standard deviations on, two grounds contradict each other. */
export const CONTRADICTS = 2.5;

/** Take-ups by the shape of the knot: the reference's formulas, the folds of the loops, and for the lead the trade's habits as a second witness. */
function byKnot({ blade, cloth }: Pick<Tie, 'blade' | 'cloth'>): TakeUpBeliefs {
  const { shortMm, longMm } = tightTakeUp({ ...cloth, waistWidthMm: blade.waistWidthMm, bandWidthMm: blade.bandWidthMm });
  return beliefsOf(
    { meanMm: shortMm + longMm + 2 * foldTakesMm(cloth.thicknessMm), sdMm: SPREADS.knotWholeMm },
    combine({ meanMm: longMm - shortMm, sdMm: SPREADS.knotLeadMm }, { meanMm: HABITUAL_LEAD_MM, sdMm: SPREADS.habitLeadMm }),
  );
}

/**
 * What a maker's marks say of a tie's knot. A band set at its collar's mark is meant to give the bow of the cut, so
 * K = L(mark) − P − 3(b + c) + o, whichever mark is taken: all shift together. Null where nothing is printed.
 */
export function byMark({ blade, cloth, overhangMm, hardware }: Tie): Normal | null {
  if (hardware.kind === 'fixed' || hardware.marks === null) return null;
  const collar = { system: hardware.marks.system, label: hardware.marks.atShortest };
  const lengthMm = lengthAtMark(hardware, collar) ?? hardware.shortestMm;
  return {
    meanMm: lengthMm - neckPathMm(collar, DEFAULT_EASE_MM, cloth) - 3 * naturalSpreadMm(blade) + overhangMm,
    sdMm: SPREADS.markMm,
  };
}

/** What a tie's take-ups rest on before it is tied: the knot's shape, and the maker's marks where there are some. */
export function takeUpGrounds(tie: Tie): TakeUpGrounds {
  const knot = byKnot(tie);
  const mark = byMark(tie);
  if (mark === null) return { knot, mark, both: knot, farOut: { knot: FAR_OUT.share, mark: 0 }, apart: 0 };
  const apart = Math.abs(mark.meanMm - knot.whole.meanMm) / Math.hypot(mark.sdMm, knot.whole.sdMm);
  const { joined, farOut } = joinSources(knot.whole, mark);
  return { knot, mark, both: beliefsOf(joined, knot.evenLead), farOut: { knot: farOut[0], mark: farOut[1] }, apart };
}

/** A source is taken to be far out in so many cases (a misread mark, a wrong cloth), and then by so many times its spread (assumed, no source). */
const FAR_OUT = { share: 0.04, times: 4 } as const;

/**
 * Two sources for one length, of which either may be far out. While they agree that is nearly their weighed mean; the further apart
 * they lie, the likelier one of them is wrong, and the answer widens until it holds what either says alone.
 */
export function joinSources(a: Normal, b: Normal): { readonly joined: Normal; readonly farOut: readonly [number, number] } {
  const further = ({ meanMm, sdMm }: Normal): Normal => ({ meanMm, sdMm: FAR_OUT.times * sdMm });
  const cases = [false, true].flatMap((isA) =>
    [false, true].map((isB): Weighed & { readonly isA: boolean; readonly isB: boolean } => {
      const [one, other] = [isA ? further(a) : a, isB ? further(b) : b];
      const share = (is: boolean): number => (is ? FAR_OUT.share : 1 - FAR_OUT.share);
      const evidence = densityAt(one.meanMm, { meanMm: other.meanMm, sdMm: Math.hypot(one.sdMm, other.sdMm) });
      return { isA, isB, weight: share(isA) * share(isB) * evidence, normal: combine(one, other) };
    }),
  );
  const total = cases.reduce((sum, { weight }) => sum + weight, 0);
  const shareOf = (is: (each: (typeof cases)[number]) => boolean): number =>
    cases.filter(is).reduce((sum, { weight }) => sum + weight, 0) / total;
  return { joined: mixtureOf(cases), farOut: [shareOf(({ isA }) => isA), shareOf(({ isB }) => isB)] };
}

/** What is held of a tie: what its tyings have shown, where that was taken in, or else what it rests on before it is tied. */
export function heldTakeUps(tie: Tie): TakeUpBeliefs {
  if (!tie.takeUp) return takeUpGrounds(tie).both;
  const { shortMm, longMm, wholeSdMm = SPREADS_AFTER_TYINGS.wholeMm, leadSdMm = SPREADS_AFTER_TYINGS.leadMm, tyingMm } = tie.takeUp;
  return beliefsOf({ meanMm: shortMm + longMm, sdMm: wholeSdMm }, { meanMm: longMm - shortMm, sdMm: leadSdMm }, tyingMm);
}

/** Beliefs of a usual knot, for one that is drawn up as firmly as the tie says. */
export function drawnUp(
  beliefs: TakeUpBeliefs,
  { blade, cloth, firmness = 'usual' }: Pick<Tie, 'blade' | 'cloth' | 'firmness'>,
): TakeUpBeliefs {
  if (firmness === 'usual') return beliefs;
  const { waistWidthMm, bandWidthMm } = blade;
  const { shortMm, longMm } = firmnessTakes({ ...cloth, waistWidthMm, bandWidthMm }, firmness);
  const { whole, evenLead, tyingMm } = beliefs;
  return beliefsOf(
    { ...whole, meanMm: whole.meanMm + longMm + shortMm },
    { ...evenLead, meanMm: evenLead.meanMm + longMm - shortMm },
    tyingMm,
  );
}

/** Where nobody noted how surely a learned take-up is known: as after three tyings. In mm. */
const SPREADS_AFTER_TYINGS = { wholeMm: 4, leadMm: 4.5 } as const;
