import { drawCollar, TYPICAL_COLLARS, type CollarStyle } from '@easytuck/core';
import { memo } from 'react';
import { COLOURS } from '../../theme.ts';
import { SHIRT_DEPTH_MM, type StageLayout } from './stageLayout.ts';

interface WornCollarProps {
  readonly style: CollarStyle;
  readonly neckBreadthMm: number;
  readonly pointsMm: number;
  readonly layout: StageLayout;
}

/** Neck, shirt front and collar, to the strip's scale; the buttons below stand where a shirt has them. */
export const WornCollar = memo(function WornCollar({ style, neckBreadthMm, pointsMm, layout }: WornCollarProps) {
  const drawing = drawCollar(TYPICAL_COLLARS[style], neckBreadthMm, pointsMm, SHIRT_DEPTH_MM);
  const { centrePx, bowPx, pxPerMm } = layout;
  return (
    <g
      transform={`translate(${centrePx} ${bowPx}) scale(${pxPerMm})`}
      stroke={COLOURS.pencil}
      strokeWidth={0.5}
      strokeLinejoin="round"
      aria-hidden="true"
    >
      <path d={drawing.shirt} fill={COLOURS.shirtShade} stroke={COLOURS.thread} />
      <path d={drawing.placket} fill="none" stroke={COLOURS.thread} />
      {drawing.buttons.map(({ x, y }) => (
        <circle key={y} cx={x} cy={y} r={5.2} fill={COLOURS.card} stroke={COLOURS.pencil} />
      ))}
      <path d={drawing.neck} fill={COLOURS.skin} stroke={COLOURS.thread} />
      <path d={drawing.stand} fill={COLOURS.shirtShade} />
      {drawing.leaves.map((leaf) => (
        <path key={leaf} d={leaf} fill={COLOURS.shirt} strokeWidth={0.8} />
      ))}
    </g>
  );
});
