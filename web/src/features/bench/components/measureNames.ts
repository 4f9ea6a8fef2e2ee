import type { OptionalMeasure } from '../benchReducer.ts';

/** Names of the measures that need not be taken. */
export const MEASURE_NAMES: Readonly<Record<OptionalMeasure, string>> = {
  ease: 'Ease',
  collarPoints: 'Collar points apart',
  neckBreadth: 'Neck breadth',
  faceWidth: 'Face or spectacles',
  firstButton: 'First button down',
  buttonSpacing: 'Between buttons',
};
