import { STILL_COLOURS } from '@easytuck/contract';
import { stillSvg } from '@easytuck/core';
import type { BakedPoses } from './bakedPoses.ts';
import { SHOWN_PER_AWAY, stillAt } from './stage/StillCanvas.tsx';
import type { View } from './views.ts';

/** Hands the moment that is shown out as a vector picture, from the side it is looked at. */
export function savePicture(baked: BakedPoses, time: number, view: View, withHands: boolean, name: string): void {
  const heightMm = view.awayMm * SHOWN_PER_AWAY;
  const box = { widthMm: heightMm * 1.5, heightMm, liftMm: view.liftMm, isMirror: view.isMirror };
  const svg = stillSvg(stillAt(baked, time, view, withHands), STILL_COLOURS, box);
  const address = URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }));
  Object.assign(document.createElement('a'), { href: address, download: `${name}.svg` }).click();
  URL.revokeObjectURL(address);
}
