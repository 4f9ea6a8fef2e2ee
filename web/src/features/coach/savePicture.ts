import { STILL_COLOURS } from '@easytuck/contract';
import { stillSvg } from '@easytuck/core';
import { saveFile } from '../../common/saveFile.ts';
import type { BakedPoses } from './bakedPoses.ts';
import { framedView } from './framing.ts';
import { SHOWN_PER_AWAY, stillAt } from './stage/StillCanvas.tsx';
import type { View } from './views.ts';

const PICTURE_ASPECT = 1.5;

/** Saves the moment that is shown as a vector picture, from the chosen view. */
export function savePicture(
  baked: BakedPoses,
  stepIndex: number,
  time: number,
  chosen: View,
  withHands: boolean,
  withArrows: boolean,
  name: string,
): void {
  const view = framedView(baked, stepIndex, chosen, PICTURE_ASPECT, withHands);
  const heightMm = view.awayMm * SHOWN_PER_AWAY;
  const box = { widthMm: heightMm * PICTURE_ASPECT, heightMm, liftMm: view.liftMm, asideMm: view.asideMm ?? 0, isMirror: view.isMirror };
  const svg = stillSvg(stillAt(baked, time, view, withHands, withArrows), STILL_COLOURS, box);
  saveFile(`${name}.svg`, 'image/svg+xml', svg);
}
