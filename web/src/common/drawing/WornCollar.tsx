import { drawCollar, type ShirtButtons, type TypicalCollar } from '@easytuck/core';
import { memo } from 'react';
import { COLOURS } from '../../theme.ts';
import { SHIRT_DEPTH_MM, type StageLayout } from './stageLayout.ts';

interface WornCollarProps {
  readonly collar: TypicalCollar;
  readonly neckBreadthMm: number;
  readonly pointsMm: number;
  readonly buttons: ShirtButtons;
  readonly layout: StageLayout;
  /** What is drawn: all of it, all but the leaves, or the leaves alone, where they lie over the bow. */
  readonly part: 'all' | 'without leaves' | 'leaves';
}

/** Neck, shirt front and collar, to the strip's scale; the buttons below stand where the shirt has them. */
export const WornCollar = memo(function WornCollar({ collar, neckBreadthMm, pointsMm, buttons, layout, part }: WornCollarProps) {
  const drawing = drawCollar(collar, neckBreadthMm, pointsMm, SHIRT_DEPTH_MM, buttons);
  const { centrePx, bowPx, pxPerMm } = layout;
  return (
    <g
      transform={`translate(${centrePx} ${bowPx}) scale(${pxPerMm})`}
      stroke={COLOURS.pencil}
      strokeWidth={0.5}
      strokeLinejoin="round"
      aria-hidden="true"
    >
      {part !== 'leaves' && (
        <>
          <path d={drawing.shirt} fill={COLOURS.shirtShade} stroke={COLOURS.thread} />
          <path d={drawing.placket} fill="none" stroke={COLOURS.thread} />
          {drawing.buttons.map(({ x, y }) => (
            <circle key={y} cx={x} cy={y} r={5.2} fill={COLOURS.card} stroke={COLOURS.pencil} />
          ))}
          <path d={drawing.neck} fill={COLOURS.skin} stroke={COLOURS.thread} />
          <path d={drawing.stand} fill={COLOURS.shirtShade} />
        </>
      )}
      {part !== 'without leaves' && drawing.leaves.map((leaf) => <path key={leaf} d={leaf} fill={COLOURS.shirt} strokeWidth={0.8} />)}
    </g>
  );
});
