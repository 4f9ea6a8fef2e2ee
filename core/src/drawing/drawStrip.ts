import { oppositeSide, type Fit, type PreparedTie, type Side } from '../fit/index.ts';
import { TIP_CUTS, widthAt, type WidthProfile } from '../strip/index.ts';
import { pathThrough, type DrawingPoint } from './path.ts';

/** Distance between sampled widths, in mm; at true size a chord this short is within 0.1 mm of the outline. */
const SAMPLE_MM = 2;

/** Outline of one blade, nose at the origin, tip towards +x, as SVG path data in mm. It depends on the tie alone. */
export function drawBlade(profile: WidthProfile): string {
  const upper: DrawingPoint[] = [];
  for (const v of samplePositions(profile)) upper.push({ x: v, y: -widthAt(profile, v) / 2 });
  const lower = [...upper].reverse().map(({ x, y }) => ({ x, y: -y }));
  return pathThrough([...upper, ...lower], true);
}

/** Where the points of a draped strip lie on the tape. Positions in mm, x towards the wearer's left, 0 at the back of the neck. */
export interface StripLayout {
  readonly long: StripEndLayout;
  readonly short: StripEndLayout;
}

/** One end of the draped strip. */
export interface StripEndLayout {
  readonly side: Side;
  /** +1 where the end runs towards +x. */
  readonly sign: 1 | -1;
  readonly noseX: number;
  readonly tipX: number;
  /** Where this end meets the other at the collar button. */
  readonly crossingX: number;
  readonly xOf: (vMm: number) => number;
}

/**
 * Lays the strip along the tape as it hangs: the neck path in the middle, the strip shifted by half the lead towards
 * the long end.
 */
export function layOutStrip(tie: PreparedTie, fit: Pick<Fit, 'neckPathMm' | 'setMm' | 'leadMm' | 'longEnd'>): StripLayout {
  const end = (side: Side, shiftMm: number): StripEndLayout => {
    const sign = side === 'left' ? 1 : -1;
    const noseMm = fit.setMm / 2 - tie.profile.bladeLengthMm + shiftMm;
    return {
      side,
      sign,
      noseX: sign * noseMm,
      tipX: sign * (fit.setMm / 2 + shiftMm),
      crossingX: (sign * fit.neckPathMm) / 2,
      xOf: (vMm) => sign * (noseMm + vMm),
    };
  };
  return { long: end(fit.longEnd, fit.leadMm / 2), short: end(oppositeSide(fit.longEnd), -fit.leadMm / 2) };
}

/** Positions along the blade at which the outline is drawn, ending at the tip, closer together where the tip closes. */
function samplePositions(profile: WidthProfile): number[] {
  const { bladeLengthMm, tipDepthMm } = profile;
  const bodyMm = bladeLengthMm - tipDepthMm;
  const positions: number[] = [];
  for (let v = 0; v < bodyMm; v += SAMPLE_MM) positions.push(v);
  positions.push(bodyMm);
  const tipSamples = TIP_CUTS[profile.tipShape].outlinePieces;
  for (let i = 1; i <= tipSamples; i += 1) positions.push(bodyMm + tipDepthMm * Math.sin((i / tipSamples) * (Math.PI / 2)));
  return positions;
}
