import { hardwareRange } from '../strip/index.ts';
import type { PreparedTie } from './prepareTie.ts';

/** What keeps a set from going further. */
export const BOUND_IDS = [
  'bandShortest',
  'bandLongest',
  'reach',
  'crossing',
  'foldPastWaist',
  'foldPastNose',
  'neckBreadth',
  'collarPoints',
  'faceWidth',
] as const;
export type BoundId = (typeof BOUND_IDS)[number];

/** Ways that a set can go. */
export const BOUND_WAYS = ['shorter', 'longer'] as const;

/** A bound on the set. Lengths are tip to tip, in mm; room is positive inside the bound, negative past it. */
export interface Bound {
  readonly id: BoundId;
  /** Which way the set would have to go to meet it. */
  readonly way: (typeof BOUND_WAYS)[number];
  /** `hardware` and `geometry` cannot be argued with; `custom` is a width rule. */
  readonly nature: 'hardware' | 'geometry' | 'custom';
  /** The set at which the result stops being good. */
  readonly limitMm: number;
  readonly roomMm: number;
  /** Room to where it is no longer possible; null where the bound is a matter of custom. */
  readonly outerRoomMm: number | null;
}

/** Widths that custom keeps a bow inside, in mm; null where not known. */
export interface WidthLimits {
  readonly neckBreadthMm: number | null;
  readonly collarPointsMm: number | null;
  readonly faceWidthMm: number | null;
}

/** What the bounds of a strip's geometry follow from, as tip-to-tip lengths in mm. */
interface StripLimits {
  /** A set less this is three times the wider bow's width; with the other, three times the narrower's. */
  readonly widerMm: number;
  readonly narrowerMm: number;
  /** The set at which the shorter strand crosses at v is this less 2v. */
  readonly crossingMm: number;
  /** Shorter than this, no bow is left. */
  readonly reachMm: number;
}

function stripLimits({ takeUp, measured, profile }: PreparedTie, neckPathMm: number, leadMm: number): StripLimits {
  const { shortMm, longMm, knotHeightMm } = takeUp;
  const { overhangMm } = measured;
  const frontOffsetMm = neckPathMm + 2 * shortMm + leadMm - overhangMm;
  const backOffsetMm = neckPathMm + 2 * longMm - leadMm - overhangMm;
  // the wider bow decides upwards, the narrower downwards
  const narrowerMm = Math.max(frontOffsetMm, backOffsetMm);
  return {
    widerMm: Math.min(frontOffsetMm, backOffsetMm),
    narrowerMm,
    crossingMm: neckPathMm + 2 * profile.bladeLengthMm + Math.abs(leadMm),
    reachMm: 3 * (2 * knotHeightMm + overhangMm) + narrowerMm,
  };
}

/** The sets that the strip's geometry allows at all, hardware and custom aside, tip to tip in mm; none where the first is past the second. */
export function possibleSetsMm(tie: PreparedTie, neckPathMm: number, leadMm: number): readonly [shortest: number, longest: number] {
  const { widerMm, narrowerMm, crossingMm, reachMm } = stripLimits(tie, neckPathMm, leadMm);
  const bladeMm = tie.profile.bladeLengthMm;
  const { fair } = tie.foldMm;
  return [
    Math.max(reachMm, crossingMm - 2 * tie.crossingMm.possible, 3 * (bladeMm - fair.toMm) + narrowerMm),
    3 * (bladeMm - fair.fromMm) + widerMm,
  ];
}

/** All bounds on the set of a tie on a neck path with a lead, at a given set. Every limit is linear in the set, so each is exact. */
export function findBounds(tie: PreparedTie, neckPathMm: number, setMm: number, leadMm: number, limits: WidthLimits): readonly Bound[] {
  const { hardware } = tie.measured;
  const bladeMm = tie.profile.bladeLengthMm;
  const { good, fair } = tie.foldMm;
  const { widerMm, narrowerMm, crossingMm, reachMm } = stripLimits(tie, neckPathMm, leadMm);

  const bounds: Bound[] = [];
  if (hardware.kind !== 'fixed') {
    const { shortestMm, longestMm } = hardwareRange(hardware);
    bounds.push(shorterBound('bandShortest', 'hardware', setMm, shortestMm, shortestMm));
    bounds.push(longerBound('bandLongest', 'hardware', setMm, longestMm, longestMm));
  }
  bounds.push(
    shorterBound('reach', 'geometry', setMm, reachMm, reachMm),
    shorterBound('crossing', 'geometry', setMm, crossingMm - 2 * tie.crossingMm.clean, crossingMm - 2 * tie.crossingMm.possible),
    shorterBound('foldPastWaist', 'geometry', setMm, 3 * (bladeMm - good.toMm) + narrowerMm, 3 * (bladeMm - fair.toMm) + narrowerMm),
    longerBound('foldPastNose', 'geometry', setMm, 3 * (bladeMm - good.fromMm) + widerMm, 3 * (bladeMm - fair.fromMm) + widerMm),
  );
  if (limits.neckBreadthMm !== null) bounds.push(longerBound('neckBreadth', 'custom', setMm, 3 * limits.neckBreadthMm + widerMm, null));
  if (limits.collarPointsMm !== null) bounds.push(longerBound('collarPoints', 'custom', setMm, 3 * limits.collarPointsMm + widerMm, null));
  if (limits.faceWidthMm !== null) bounds.push(longerBound('faceWidth', 'custom', setMm, 3 * limits.faceWidthMm + widerMm, null));
  return bounds;
}

function shorterBound(id: BoundId, nature: Bound['nature'], setMm: number, limitMm: number, outerMm: number | null): Bound {
  return { id, way: 'shorter', nature, limitMm, roomMm: setMm - limitMm, outerRoomMm: outerMm === null ? null : setMm - outerMm };
}

function longerBound(id: BoundId, nature: Bound['nature'], setMm: number, limitMm: number, outerMm: number | null): Bound {
  return { id, way: 'longer', nature, limitMm, roomMm: limitMm - setMm, outerRoomMm: outerMm === null ? null : outerMm - setMm };
}

/** The bound with the least room, of all or of one way. Undefined only where there is none that way. */
export function bindingBound(bounds: readonly Bound[], way?: Bound['way']): Bound | undefined {
  let least: Bound | undefined;
  for (const bound of bounds) {
    if (way !== undefined && bound.way !== way) continue;
    if (least === undefined || bound.roomMm < least.roomMm) least = bound;
  }
  return least;
}
