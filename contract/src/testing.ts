/** Records that tests of several workspaces start from: the worked tie as it is sent to be saved, and a fitting of it. */
import { takeUpsOfStrip1 } from '@easytuck/core';
import { WORKED_TIE } from '@easytuck/core/testing';
import type { FittingInput } from './records/fitting.ts';
import type { TieInput } from './records/tie.ts';

/**
 * The worked tie with its take-ups so that a quarter inch of ease, round the stand of a 16 in collar, gives the worked case: 124 mm at
 * 842.3 mm tip to tip and a lead of 38.05 mm.
 */
export const sampleTie: TieInput = {
  ...WORKED_TIE,
  takeUp: takeUpsOfStrip1({ shortMm: 9.75, longMm: 47.8 }, WORKED_TIE.cloth),
  name: 'Harbour Night',
  shape: 'butterfly',
  fibre: 'silk',
  weave: 'twill',
  inStock: 1,
};

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
