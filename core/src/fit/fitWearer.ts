import { settingAt, type Setting } from '../strip/index.ts';
import type { CollarSize } from '../units/index.ts';
import { TYPICAL_COLLARS, type CollarStyle } from './collarStyles.ts';
import type { WidthLimits } from './findBounds.ts';
import { fitTie, type Fit } from './fitTie.ts';
import type { Side } from './side.ts';
import { estimateNeckBreadth, neckPathMm } from './neck.ts';
import type { PreparedTie } from './prepareTie.ts';

/** What is known of a wearer and the shirt at a fitting. Lengths in mm; null where not measured. */
export interface WornCollar {
  readonly collar: CollarSize;
  readonly easeMm: number;
  readonly style: CollarStyle;
  readonly collarPointsMm: number | null;
  readonly neckBreadthMm: number | null;
  readonly faceWidthMm: number | null;
  /** The bare neck's girth, where it is known: its breadth follows from it better than from the collar. */
  readonly bareNeckMm?: number | null;
}

/** The widths a bow is held against, and which of them are estimates. */
export interface ResolvedLimits extends WidthLimits {
  readonly neckBreadthMm: number;
  /** Distance between the outer points as drawn; also the limit, except behind wings, which a bow covers. */
  readonly pointsMm: number;
  readonly neckEstimated: boolean;
  /** How far an estimated breadth may be out: a standard deviation; 0 where it was measured. */
  readonly neckSdMm: number;
  readonly pointsEstimated: boolean;
}

/**
 * Fills in what was not measured: neck breadth from its girth, collar points as typical of the style. Wings lie behind the bow,
 * so their points limit it only where they were measured; a band collar has no points.
 */
export function resolveLimits(worn: WornCollar): ResolvedLimits {
  const typicalMm = TYPICAL_COLLARS[worn.style].pointsMm;
  const neck = estimateNeckBreadth(worn.collar, worn.bareNeckMm ?? null);
  return {
    neckBreadthMm: worn.neckBreadthMm ?? neck.meanMm,
    neckEstimated: worn.neckBreadthMm === null,
    neckSdMm: worn.neckBreadthMm === null ? neck.sdMm : 0,
    pointsMm: worn.collarPointsMm ?? typicalMm,
    pointsEstimated: worn.collarPointsMm === null,
    collarPointsMm: worn.style === 'band' ? null : (worn.collarPointsMm ?? (worn.style === 'wing' ? null : typicalMm)),
    faceWidthMm: worn.faceWidthMm,
  };
}

/** A whole fitting: the wearer's collar, a tie at one of its settings, a lead. */
export interface WearerFit {
  readonly setting: Setting;
  readonly limits: ResolvedLimits;
  readonly fit: Fit;
}

/** Fits a tie at a step of its hardware to a wearer. @throws RangeError for a step that the hardware does not have. */
export function fitWearer(tie: PreparedTie, worn: WornCollar, step: number, leadMm: number, longEnd: Side): WearerFit {
  const setting = settingAt(tie.measured.hardware, step);
  const limits = resolveLimits(worn);
  const pathMm = neckPathMm(worn.collar, worn.easeMm, tie.measured.cloth);
  return { setting, limits, fit: fitTie({ tie, neckPathMm: pathMm, setMm: setting.lengthMm, leadMm, longEnd, limits }) };
}
