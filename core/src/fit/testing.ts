/** The collar, the neck path and the limits that tests of fits start from. */
import type { WidthLimits } from './index.ts';
import type { CollarSize } from '../units/index.ts';

export const COLLAR_16: CollarSize = { system: 'in', label: 16 };

export const NO_LIMITS: WidthLimits = { neckBreadthMm: null, collarPointsMm: null, faceWidthMm: null };

export const PATH_MM = 412.75;
