import { FITTING_LENGTHS } from '@easytuck/contract';
import { inchesToMm, layOutStrip, type Fit, type PreparedTie } from '@easytuck/core';
import type { KeyboardEvent } from 'react';
import { LeadMark } from './LeadMark.tsx';
import type { StageLayout } from './stageLayout.ts';
import { useDrag } from './useDrag.ts';

interface LeadHandleProps {
  readonly tie: PreparedTie;
  readonly fit: Fit;
  readonly layout: StageLayout;
  readonly length: (lengthMm: number) => string;
  readonly onLead: (leadMm: number) => void;
}

/** Nobody hangs the long end lower than this; more can be typed. */
const LONGEST_HUNG_MM = inchesToMm(4);
/** One press of an arrow key. */
const NUDGE_MM = inchesToMm(1 / 8);

/** The lead with the handle that slides the strip. */
export function LeadHandle({ tie, fit, layout, length, onLead }: LeadHandleProps) {
  const outward = layOutStrip(tie, fit).long.sign * layout.flip;
  const goTo = (leadMm: number): void => onLead(Math.min(FITTING_LENGTHS.leadMm.maxMm, Math.max(FITTING_LENGTHS.leadMm.minMm, leadMm)));
  // The strip slides by half the lead, so the tip moves by half of what the lead changes.
  const drag = useDrag<number>({
    onStart: () => fit.leadMm,
    onMove: ({ start, byXPx }) => goTo(start + (2 * outward * byXPx) / layout.pxPerMm),
    onCancel: goTo,
  });
  const onKeyDown = (event: KeyboardEvent): void => {
    const to = {
      ArrowRight: fit.leadMm + outward * NUDGE_MM,
      ArrowLeft: fit.leadMm - outward * NUDGE_MM,
      ArrowUp: fit.leadMm + NUDGE_MM,
      ArrowDown: fit.leadMm - NUDGE_MM,
      Home: FITTING_LENGTHS.leadMm.minMm,
      End: Math.max(LONGEST_HUNG_MM, fit.leadMm),
    }[event.key];
    if (to === undefined) return;
    event.preventDefault();
    goTo(to);
  };
  return (
    <LeadMark
      tie={tie}
      fit={fit}
      layout={layout}
      length={length}
      handle={{
        role: 'slider',
        tabIndex: 0,
        'aria-label': 'Lead of the long end',
        'aria-valuemin': FITTING_LENGTHS.leadMm.minMm,
        'aria-valuemax': Math.max(LONGEST_HUNG_MM, Math.round(fit.leadMm)),
        'aria-valuenow': Math.round(fit.leadMm),
        'aria-valuetext': length(fit.leadMm),
        onKeyDown,
        ...drag(undefined),
      }}
    />
  );
}
