import { projectPose, stillSvg } from '@easytuck/core';
import { momentAt, NODE_NUMBERS, unpackPose, type BakedPoses } from './bakedPoses.ts';
import { STILL_COLOURS } from './stage/StillCanvas.tsx';
import type { View } from './views.ts';

/** Hands the moment that is shown out as a vector picture, from the side it is looked at. */
export function savePicture(baked: BakedPoses, time: number, view: View, name: string): void {
  const packed = new Float32Array(NODE_NUMBERS * baked.nodeCount);
  const { knotAt, collarDown } = momentAt(baked, time, packed);
  const still = projectPose({
    pose: unpackPose(packed, baked),
    knotAt: { x: knotAt[0], y: knotAt[1], z: knotAt[2] },
    collarRadiusMm: baked.collarRadiusMm,
    collarDown,
    view,
    withBody: true,
  });
  const heightMm = view.awayMm * 0.52;
  const svg = stillSvg(still, STILL_COLOURS, { widthMm: heightMm * 1.5, heightMm, liftMm: view.liftMm, isMirror: view.isMirror });
  const address = URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }));
  const link = Object.assign(document.createElement('a'), { href: address, download: `${name}.svg` });
  link.click();
  URL.revokeObjectURL(address);
}
