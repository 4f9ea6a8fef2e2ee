import { add, distance, type Point3 } from '../geometry/index.ts';
import type { TyingMeasures } from './measures.ts';
import type { PosedStrip } from './pose.ts';
import { shirtFrontZ } from './poses/collar.ts';
import { to } from './poses/controls.ts';
import type { Control, Strand } from './strand.ts';
import { TYING_STEPS, type TyingStep } from './steps.ts';

/** Between these shares of its step the half-knot is drawn tight, and the band is taken in. */
const DRAWN = { from: 0.6, until: 1 } as const;
const TAKEN_IN = { from: 0.15, until: 0.9 } as const;

/** How much longer the band is at a moment, and how far its knot hangs below the collar button, both in mm. */
export function letOutAt(
  { letOutMm }: Pick<TyingMeasures, 'letOutMm'>,
  step: TyingStep,
  share: number,
): { readonly longerMm: number; readonly lowerMm: number } {
  if (letOutMm === 0) return { longerMm: 0, lowerMm: 0 };
  const [at, knotted, taken] = [step, 'halfKnot', 'takeIn'].map((name) => TYING_STEPS.indexOf(name as TyingStep)) as [
    number,
    number,
    number,
  ];
  const out = at < taken ? 1 : at > taken ? 0 : 1 - smooth(share, TAKEN_IN);
  const hangs = at < knotted ? 0 : at > knotted ? 1 : smooth(share, DRAWN);
  return { longerMm: letOutMm * out, lowerMm: (letOutMm / 2) * out * hangs };
}

function smooth(share: number, { from, until }: { readonly from: number; readonly until: number }): number {
  const t = Math.min(1, Math.max(0, (share - from) / (until - from)));
  return t * t * (3 - 2 * t);
}

/** Nearer to the front than this, in mm before the collar button, the strip hangs as low as its knot. */
const FRONT_MM = -22;

/**
 * The strip with its knot `lowerMm` below the collar button. Behind the neck the band stays where it is; at the sides it stands off the
 * collar by so much that each side is longer by `lowerMm`: cloth that is let out goes nowhere else.
 */
export function withLetOut(strip: PosedStrip, { collarRadiusMm }: TyingMeasures, lowerMm: number): PosedStrip {
  if (lowerMm === 0) return strip;
  const lowered = (point: Point3): Point3 => {
    const t = Math.min(1, Math.max(0, (point.z + collarRadiusMm) / (FRONT_MM + collarRadiusMm)));
    const share = t * t * (3 - 2 * t);
    return add(point, to(0, -share * lowerMm, share * (shirtFrontZ(0, -lowerMm) - shirtFrontZ(0, 0))));
  };
  const hang = (strand: Strand): Strand =>
    slacken(
      strand.map((control): Control => ({ ...control, at: lowered(control.at) })),
      strand,
      lowerMm,
      collarRadiusMm,
    );
  return { ...strip, short: hang(strip.short), long: hang(strip.long), knotAt: lowered(strip.knotAt) };
}

/** Controls of the band from the neck's back to near the front. */
const BAND_CONTROLS = 6;
const TRIES = 24;

/** Moves the band away from the collar, most at the neck's side, until the way to the front is longer by `moreMm` than it was. */
function slacken(strand: Strand, was: Strand, moreMm: number, collarRadiusMm: number): Strand {
  const wanted = bandLength(was) + moreMm;
  const off = (standsOffMm: number): Strand =>
    strand.map((control, i): Control => {
      if (i >= BAND_CONTROLS) return control;
      const { x, y, z } = control.at;
      const radius = Math.hypot(x, z + collarRadiusMm);
      // nothing behind the neck, most beside it, nothing at the front
      const by = (standsOffMm * Math.sin((Math.PI * i) / BAND_CONTROLS)) / Math.max(1, radius);
      return { ...control, at: to(x * (1 + by), y, z + (z + collarRadiusMm) * by) };
    });
  let [low, high] = [0, 2 * moreMm];
  for (let i = 0; i < TRIES; i += 1) {
    const middle = (low + high) / 2;
    if (bandLength(off(middle)) < wanted) low = middle;
    else high = middle;
  }
  return off((low + high) / 2);
}

const bandLength = (strand: Strand): number =>
  strand.slice(0, BAND_CONTROLS).reduce((sum, { at }, i) => sum + distance(at, strand[i + 1]?.at ?? at), 0);
