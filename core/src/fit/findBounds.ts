import { hardwareRange } from '../strip/index.ts';
import type { PreparedTie } from './prepareTie.ts';

/** What keeps a set from going further. */
export type BoundId =
  'bandShortest' | 'bandLongest' | 'reach' | 'crossing' | 'foldPastWaist' | 'foldPastNose' | 'neckBreadth' | 'collarPoints' | 'faceWidth';

/** A bound on the set. Lengths are tip to tip, in mm; room is positive inside the bound, negative past it. */
export interface Bound {
  readonly id: BoundId;
  /** Which way the set would have to go to meet it. */
  readonly way: 'shorter' | 'longer';
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

/** All bounds on the set of a tie on a neck path with a lead, at a given set. Every limit is linear in the set, so each is exact. */
export function findBounds(tie: PreparedTie, neckPathMm: number, setMm: number, leadMm: number, limits: WidthLimits): readonly Bound[] {
  const { shortMm, longMm, knotHeightMm } = tie.takeUp;
  const { overhangMm, hardware } = tie.tie;
  const bladeMm = tie.profile.bladeLengthMm;
  const frontOffsetMm = neckPathMm + 2 * shortMm + leadMm - overhangMm;
  const backOffsetMm = neckPathMm + 2 * longMm - leadMm - overhangMm;
  const widestAt = (spreadMm: number): number => 3 * spreadMm + Math.min(frontOffsetMm, backOffsetMm);
  const narrowestAt = (spreadMm: number): number => 3 * spreadMm + Math.max(frontOffsetMm, backOffsetMm);
  const crossingAt = (positionMm: number): number => neckPathMm + 2 * (bladeMm - positionMm) + Math.abs(leadMm);
  const shorter = (id: BoundId, nature: Bound['nature'], limitMm: number, outerMm = limitMm): Bound => {
    const roomMm = setMm - limitMm;
    return { id, way: 'shorter', nature, limitMm, roomMm, outerRoomMm: nature === 'custom' ? null : setMm - outerMm };
  };
  const longer = (id: BoundId, nature: Bound['nature'], limitMm: number, outerMm = limitMm): Bound => {
    const roomMm = limitMm - setMm;
    return { id, way: 'longer', nature, limitMm, roomMm, outerRoomMm: nature === 'custom' ? null : outerMm - setMm };
  };

  const bounds: Bound[] = [];
  if (hardware.kind !== 'fixed') {
    const range = hardwareRange(hardware);
    bounds.push(shorter('bandShortest', 'hardware', range.shortestMm), longer('bandLongest', 'hardware', range.longestMm));
  }
  bounds.push(
    shorter('reach', 'geometry', narrowestAt(2 * knotHeightMm + overhangMm)),
    shorter('crossing', 'geometry', crossingAt(tie.crossingMm.clean), crossingAt(tie.crossingMm.possible)),
    shorter('foldPastWaist', 'geometry', narrowestAt(bladeMm - tie.foldMm.good.toMm), narrowestAt(bladeMm - tie.foldMm.fair.toMm)),
    longer('foldPastNose', 'geometry', widestAt(bladeMm - tie.foldMm.good.fromMm), widestAt(bladeMm - tie.foldMm.fair.fromMm)),
  );
  if (limits.neckBreadthMm !== null) bounds.push(longer('neckBreadth', 'custom', widestAt(limits.neckBreadthMm)));
  if (limits.collarPointsMm !== null) bounds.push(longer('collarPoints', 'custom', widestAt(limits.collarPointsMm)));
  if (limits.faceWidthMm !== null) bounds.push(longer('faceWidth', 'custom', widestAt(limits.faceWidthMm)));
  return bounds;
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
