/** Bands that tests share. */
import type { SliderHardware, SteppedHardware } from './index.ts';
import { HALF_SIZE_SLOTS } from '../testing/index.ts';

export const SLIDER: SliderHardware = {
  kind: 'slider',
  shortestMm: 780,
  longestMm: 880,
  strapMm: 250,
  reachAtShortestMm: 140,
  glideStepMm: 6,
  marks: null,
};

export const LOOSE_SLOTS: SteppedHardware = { ...HALF_SIZE_SLOTS, marks: null };
