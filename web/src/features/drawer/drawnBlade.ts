import { checkBlade, type BladeMeasures, type LengthUnit } from '@easytuck/core';
import { readBlade, type TieForm } from './tieForm.ts';

/** A usual blade of each shape, drawn pale where nothing was measured yet (common practice, no source). In mm. */
const USUAL: Readonly<Record<TieForm['shape'], BladeMeasures>> = {
  butterfly: usual([62, 62, 62, 20, 65, 30, 65], 'straight', 0),
  semiButterfly: usual([58, 57, 58, 20, 56, 30, 57], 'straight', 0),
  batwing: usual([50, 52, 54, 19, 42, 34, 43], 'straight', 0),
  pointed: usual([58, 58, 68, 20, 58, 30, 58], 'pointed', 26),
  club: usual([55, 54, 56, 20, 52, 31, 52], 'rounded', 20),
};

function usual(
  [a, b, c, band, belly, waist, tail]: readonly [number, number, number, number, number, number, number],
  tipShape: BladeMeasures['tipShape'],
  tipDepthMm: number,
): BladeMeasures {
  return {
    ...{
      noseToBellyMm: a,
      bellyToWaistMm: b,
      waistToTipMm: c,
      bandWidthMm: band,
      bellyWidthMm: belly,
      waistWidthMm: waist,
      tailWidthMm: tail,
    },
    ...{ tipShape, tipDepthMm },
  };
}

/** What can be drawn of a form: the blade, what of it is only usual for the shape, and whether what was typed contradicts itself. */
export interface DrawnBlade {
  readonly blade: BladeMeasures;
  readonly assumed: ReadonlySet<keyof BladeMeasures>;
  readonly contradicts: boolean;
}

/** The blade that was typed so far, filled in with what is usual; the usual one alone where what was typed cannot be. */
export function drawnBlade(form: TieForm, unit: LengthUnit): DrawnBlade {
  const usualBlade = USUAL[form.shape];
  const typed = readBlade(form, unit);
  const assumed = new Set<keyof BladeMeasures>();
  const filled = Object.fromEntries(
    (Object.entries(usualBlade) as [keyof BladeMeasures, number | string][]).map(([measure, value]) => {
      const given = typed[measure];
      if (measure === 'tipShape' || (typeof given === 'number' && Number.isFinite(given))) return [measure, given];
      assumed.add(measure);
      return [measure, value];
    }),
  ) as unknown as BladeMeasures;
  if (form.tailWidth.trim() === '') assumed.add('tailWidthMm');
  const whole: BladeMeasures = { ...filled, extraWidths: typed.extraWidths };
  if (checkBlade(whole).length === 0) return { blade: whole, assumed, contradicts: false };
  if (checkBlade(filled).length === 0) return { blade: filled, assumed, contradicts: true };
  return { blade: usualBlade, assumed: new Set(Object.keys(usualBlade) as (keyof BladeMeasures)[]), contradicts: true };
}
