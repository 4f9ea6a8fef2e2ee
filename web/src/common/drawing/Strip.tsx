import { drawBlade, layOutStrip, type Fit, type PreparedTie, type StripEndLayout } from '@easytuck/core';
import { memo, useMemo } from 'react';
import { COLOURS } from '../../theme.ts';
import type { StageLayout } from './stageLayout.ts';

interface StripProps {
  readonly tie: PreparedTie;
  readonly fit: Fit;
  readonly layout: StageLayout;
}

/** The tie flat and to scale, tip to tip, as it lies when it is draped, with chalk marks where the knot will take hold. */
export const Strip = memo(function Strip({ tie, fit, layout }: StripProps) {
  const blade = useMemo(() => drawBlade(tie.profile), [tie]);
  const { long, short } = layOutStrip(tie, fit);
  const { centrePx, stripPx, flip, pxPerMm } = layout;
  const bandMm = tie.measured.blade.bandWidthMm;
  const middle = (long.noseX + short.noseX) / 2;
  const band = (end: StripEndLayout, cloth: string) => (
    <rect x={Math.min(middle, end.noseX)} y={-bandMm / 2} width={Math.abs(end.noseX - middle)} height={bandMm} fill={cloth} />
  );
  return (
    <g data-testid="strip" transform={`translate(${centrePx} ${stripPx}) scale(${flip * pxPerMm} ${pxPerMm})`}>
      {band(short, 'url(#cloth-short)')}
      {band(long, 'url(#cloth-long)')}
      <path d={blade} transform={`translate(${short.noseX} 0) scale(${short.sign} 1)`} fill="url(#cloth-short)" />
      <path d={blade} transform={`translate(${long.noseX} 0) scale(${long.sign} 1)`} fill="url(#cloth-long)" />
      <ChalkMarks end={short} tie={tie} foldMm={fit.front.foldAtMm} centreMm={fit.front.centreAtMm} />
      <ChalkMarks end={long} tie={tie} foldMm={fit.back.foldAtMm} centreMm={fit.back.centreAtMm} />
      <rect
        x={middle - 2.2}
        y={-bandMm / 2 - 1.5}
        width={4.4}
        height={bandMm + 3}
        rx={1}
        fill={COLOURS.thread}
        stroke={COLOURS.ink}
        strokeWidth={0.5}
      />
    </g>
  );
});

interface ChalkMarksProps {
  readonly end: StripEndLayout;
  readonly tie: PreparedTie;
  readonly foldMm: number;
  readonly centreMm: number;
}

/** Solid chalk: where fold and knot fall now. Dashed: the zone in which a fold keeps its height, and how far out the ends may cross. */
function ChalkMarks({ end, tie, foldMm, centreMm }: ChalkMarksProps) {
  const heightMm = tie.bowHeightMm / 2;
  const line = (vMm: number, halfMm: number): string => `M${end.xOf(vMm)} ${-halfMm}V${halfMm}`;
  const { good } = tie.foldMm;
  return (
    <g stroke={COLOURS.white} fill="none">
      <path
        d={line(good.fromMm, heightMm * 0.78) + line(good.toMm, heightMm * 0.78)}
        strokeWidth={0.8}
        strokeDasharray="2 2.4"
        opacity={0.9}
      />
      <path
        d={line(tie.crossingMm.clean, tie.measured.blade.bandWidthMm * 0.55)}
        strokeWidth={0.8}
        strokeDasharray="1.2 1.6"
        opacity={0.9}
      />
      <path d={line(foldMm, heightMm * 0.86)} strokeWidth={1.3} />
      <path d={line(centreMm, tie.measured.blade.waistWidthMm / 2)} strokeWidth={1.3} />
    </g>
  );
}
