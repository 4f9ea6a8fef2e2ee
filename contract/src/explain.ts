import type { BladeTape, BladeTapeReading } from '@easytuck/core';

/** The tie is too short, in the same words wherever it is found. */
export function explainOutOfReach(shortBy: string): string {
  return `At this set the tie is too short to tie. Let the band out by at least ${shortBy}, or take a longer tie.`;
}

const TAPE_NAMES: Readonly<Record<keyof BladeTape, string>> = { tipToWaistMm: 'waist', tipToBellyMm: 'belly', tipToNoseMm: 'nose' };

/** A length in millimetres, to a tenth. */
export const inMm = (lengthMm: number): string => `${Math.round(lengthMm * 10) / 10} mm`;

/** Two readings along a blade that lie the wrong way round. @param length writes a length given in mm. */
export function explainTapeOrder(
  { reading, mustExceed, limitMm }: Extract<BladeTapeReading, { kind: 'outOfOrder' }>,
  length: (mm: number) => string = inMm,
): string {
  return `From the tip the ${TAPE_NAMES[reading]} lies beyond the ${TAPE_NAMES[mustExceed]}, so it must be more than ${length(limitMm)}.`;
}

/** How further widths are written: place and width from the nose. */
export const FURTHER_WIDTHS_EXAMPLE = '30:44; 106:52';
