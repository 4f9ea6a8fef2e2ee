/** Records that tests of several workspaces start from: the worked tie as it is sent to be saved, and a fitting of it. */
import { WORKED_TIE } from '@easytuck/core/testing';
import type { FittingInput } from './records/fitting.ts';
import type { TieInput } from './records/tie.ts';

export const sampleTie: TieInput = { ...WORKED_TIE, name: 'Harbour Night', shape: 'butterfly', fibre: 'silk', weave: 'twill', inStock: 1 };

/** All of a fitting but its keys and who it is for. */
export const sampleFitting: Omit<FittingInput, 'id' | 'wearer' | 'tieId'> = {
  collar: '16',
  easeMm: 6.35,
  longEnd: 'left',
  collarStyle: 'turndown',
  collarPointsMm: null,
  neckBreadthMm: null,
  faceWidthMm: null,
  school: 'true',
  step: 4,
  leadMm: 38.05,
};
