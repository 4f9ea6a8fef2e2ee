import {
  choreograph,
  collarGirthMm,
  fitTie,
  neckPathMm,
  poseStep,
  prepareTie,
  projectPose,
  tyingMeasures,
  type Side,
} from '@easytuck/core';
import type { Fitting, FlatPicture } from '@easytuck/contract';

const NO_LIMITS = { neckBreadthMm: null, collarPointsMm: null, faceWidthMm: null } as const;
/** Spacing of the strip's nodes, in mm: fine enough for a picture as wide as a phone. */
const SPACING_MM = 9;

/** The first step of a fitting's tying as it is seen from the front, before a mirror would turn it. */
export function firstPicture(fitting: Pick<Fitting, 'tie' | 'collar' | 'easeMm' | 'leadMm' | 'result'>, longEnd: Side): FlatPicture {
  const tie = prepareTie(fitting.tie);
  const fit = fitTie({
    tie,
    neckPathMm: neckPathMm(fitting.collar, fitting.easeMm, fitting.tie.cloth),
    setMm: fitting.result.setMm,
    leadMm: fitting.leadMm,
    longEnd,
    limits: NO_LIMITS,
  });
  const choreography = choreograph(tyingMeasures(tie, fit, collarGirthMm(fitting.collar)), longEnd, 'main');
  const [first] = choreography.steps;
  if (!first) throw new RangeError('a choreography has steps');
  const { pose, knotAt, collarDown } = poseStep(choreography, first, 0, SPACING_MM);
  const still = projectPose({
    ...{ pose, knotAt, collarDown, collarRadiusMm: choreography.measures.collarRadiusMm, withBody: true },
    view: { towards: { x: 0, y: 0.1, z: 1 }, up: { x: 0, y: 1, z: 0 } },
  });
  const tones = [...new Set(still.patches.map(({ tone }) => tone))];
  return {
    tones,
    patches: still.patches.map(({ tone, light, points, edges }) => [
      tones.indexOf(tone),
      Math.round(100 * light),
      points.flatMap(([x, y]) => [Math.round(10 * x), Math.round(10 * y)]),
      [...edges],
    ]),
  };
}
