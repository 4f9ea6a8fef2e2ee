/** Ties on necks, and what tests of poses share. */
import { evenLeadMm, fitTie, naturalSetMm, prepareTie, type PreparedTie } from '../fit/index.ts';
import type { Tie } from '../strip/index.ts';
import { UNTIED as WORKED_TIE } from '../testing/workedTie.ts';
import {
  choreograph,
  keyMoments,
  poseStep,
  tyingMeasures,
  type Choreography,
  type ChoreographedStep,
  type KeyPose,
  type Pose,
  type TyingMeasures,
} from './index.ts';

const COLLAR_EASE_MM = 6.35;

/** A tie on a neck, near its natural set and even lead. */
function measured(tie: PreparedTie, neckPathMm: number, offSetMm = 0, leadMm = evenLeadMm(tie)): TyingMeasures {
  const fit = fitTie({
    tie,
    neckPathMm,
    setMm: naturalSetMm(tie, neckPathMm) + offSetMm,
    leadMm,
    longEnd: 'left',
    limits: { neckBreadthMm: null, collarPointsMm: null, faceWidthMm: null },
  });
  return tyingMeasures(tie, fit, neckPathMm - COLLAR_EASE_MM);
}

const like = (blade: Partial<Tie['blade']>, cloth: Partial<Tie['cloth']> = {}, overhangMm = 0): PreparedTie =>
  prepareTie({ ...WORKED_TIE, blade: { ...WORKED_TIE.blade, ...blade }, cloth: { ...WORKED_TIE.cloth, ...cloth }, overhangMm });

export const WORKED = prepareTie(WORKED_TIE);

/** A dozen ties and necks: cuts, cloths, small and large collars, sets and leads that are off. All invented. */
export const DOZEN: readonly (readonly [string, TyingMeasures])[] = [
  ['the worked tie', measured(WORKED, 412.75)],
  ['a small neck', measured(WORKED, 350)],
  ['a large neck', measured(WORKED, 470)],
  ['an inch of lead', measured(WORKED, 412.75, 0, 25.4)],
  ['a lead to the waist', measured(WORKED, 412.75, 0, 62)],
  ['a band set an inch and a half short', measured(WORKED, 412.75, -38)],
  ['a band set an inch long', measured(WORKED, 412.75, 25)],
  ['velvet', measured(like({ waistWidthMm: 36 }, { thicknessMm: 2.2, gatherRatio: 0.75 }), 405)],
  ['a batwing', measured(like({ bellyWidthMm: 45, waistWidthMm: 40, tailWidthMm: 48, bandWidthMm: 22 }), 400)],
  ['pointed tips', measured(like({ tipShape: 'pointed', tipDepthMm: 30, waistToTipMm: 75 }, {}, 8), 412)],
  [
    'a thin club',
    measured(
      like(
        { tipShape: 'rounded', tipDepthMm: 20, bellyWidthMm: 50, waistWidthMm: 26, tailWidthMm: 50 },
        { thicknessMm: 0.9, gatherRatio: 0.6 },
      ),
      390,
    ),
  ],
  [
    'a slim one',
    measured(
      like(
        { noseToBellyMm: 48, bellyToWaistMm: 46, waistToTipMm: 50, bellyWidthMm: 40, waistWidthMm: 22, tailWidthMm: 42 },
        { gatherRatio: 0.6 },
      ),
      380,
    ),
  ],
  [
    'a wide one',
    measured(
      like(
        { noseToBellyMm: 75, bellyToWaistMm: 72, waistToTipMm: 76, bellyWidthMm: 88, waistWidthMm: 34, tailWidthMm: 92 },
        { thicknessMm: 1.3 },
      ),
      430,
    ),
  ],
];

export const MEASURES = measured(WORKED, 412.75);
export const MAIN = choreograph(MEASURES, 'left');

/** The steps that a way does not share with the main way; all of them for the main way itself. */
export const ownSteps = ({ way, steps }: Choreography): readonly ChoreographedStep[] =>
  way === 'main' ? steps : steps.filter((step) => !MAIN.steps.some((known) => JSON.stringify(known) === JSON.stringify(step)));

/** A key pose of a choreography. */
export const keyPose = (choreography: Choreography, key: KeyPose, spacingMm?: number): Pose => {
  const moment = keyMoments(choreography).find((each) => each.key === key);
  if (!moment) throw new Error(`no key pose ${key}`);
  return poseStep(choreography, moment.step, moment.share, spacingMm).pose;
};
export const finishedPose = (choreography: Choreography): Pose => keyPose(choreography, 'finished', 1);

/** Tip to tip at key poses and between them, any piece of cloth, and predicted half-widths: what a choreography may be off by. */
export const TOLERANCE = { keyLengthRatio: 0.005, lengthRatio: 0.01, pieceRatio: 0.05, halfWidthMm: 2 } as const;

/** Cloth is not judged within this of the knot's middle. */
export const CORE_MM = 20;

/** Rounding of single precision on lengths of a decimetre, in mm. */
export const SINGLE_MM = 1e-3;

/** Where figures are printed; core itself knows no console. */
declare const console: { readonly info: (text: string) => void };
export const print = (text: string): void => console.info(`tying: ${text}`);
