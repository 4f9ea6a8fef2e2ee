import { BACK_BOW_RISE_MM, drawTied, type Fit, type PreparedTie, type WingDrawing } from '@easytuck/core';
import { memo } from 'react';
import type { StageLayout } from './stageLayout.ts';

/** The same cloth tied, to the strip's scale: the long end's bow behind, the short end's in front, the knot over both. */
export const TiedBow = memo(function TiedBow({ tie, fit, layout }: { tie: PreparedTie; fit: Fit; layout: StageLayout }) {
  const { back, front, knot } = drawTied(tie, fit);
  const { centrePx, bowPx, flip, pxPerMm } = layout;
  return (
    <g
      data-testid="bow"
      transform={`translate(${centrePx} ${bowPx}) scale(${flip * pxPerMm} ${pxPerMm})`}
      stroke="rgba(20, 26, 32, 0.55)"
      strokeWidth={0.45}
      strokeLinejoin="round"
    >
      <g transform={`translate(0 ${-BACK_BOW_RISE_MM})`}>
        <Wing wing={back.flatEnd} cloth="url(#cloth-long)" />
        <Wing wing={back.loopHidden} cloth="url(#lining-long)" />
        <Wing wing={back.loopSeen} cloth="url(#cloth-long)" />
      </g>
      <Wing wing={front.flatEnd} cloth="url(#cloth-short)" pleated />
      <Wing wing={front.loopHidden} cloth="url(#lining-short)" />
      <Wing wing={front.loopSeen} cloth="url(#cloth-short)" pleated />
      <path d={knot} fill="url(#cloth-long)" />
    </g>
  );
});

function Wing({ wing, cloth, pleated = false }: { wing: WingDrawing; cloth: string; pleated?: boolean }) {
  return (
    <>
      <path d={wing.outline} fill={cloth} />
      {pleated && <path d={wing.pleats.join('')} fill="none" stroke="rgba(20, 26, 32, 0.5)" strokeWidth={0.6} strokeLinecap="round" />}
    </>
  );
}
