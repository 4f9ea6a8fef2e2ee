import { FITTING_LENGTHS } from '@easytuck/contract';
import { inchesToMm, layOutStrip, type Fit, type PreparedTie } from '@easytuck/core';
import { useCallback, type KeyboardEvent } from 'react';
import { COLOURS } from '../../theme.ts';
import type { StageLayout } from './stageLayout.ts';
import { useDrag } from './useDrag.ts';

interface LeadHandleProps {
  readonly tie: PreparedTie;
  readonly fit: Fit;
  readonly layout: StageLayout;
  readonly length: (lengthMm: number) => string;
  readonly onLead?: ((leadMm: number) => void) | undefined;
}

/** Nobody hangs the long end lower than this; more can be typed. */
const LONGEST_HUNG_MM = inchesToMm(4);
/** One press of an arrow key. */
const NUDGE_MM = inchesToMm(1 / 8);

/** The lead, drawn where it shows: how much further the long end reaches than the short end, and the handle that slides the strip. */
export function LeadHandle({ tie, fit, layout, length, onLead }: LeadHandleProps) {
  const { long, short } = layOutStrip(tie, fit);
  const outward = long.sign * layout.flip;
  const goTo = useCallback(
    (leadMm: number) => onLead?.(Math.min(FITTING_LENGTHS.leadMm.maxMm, Math.max(FITTING_LENGTHS.leadMm.minMm, leadMm))),
    [onLead],
  );
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
  const tipPx = layout.xOf(long.tipX);
  const shortTipPx = layout.xOf(-short.tipX);
  const y = layout.stripPx - (tie.bowHeightMm / 2) * layout.pxPerMm - 7;
  const gripPx = tipPx - outward * 13;
  return (
    <g>
      <path d={`M${shortTipPx} ${y + 5}V${y - 3}H${tipPx}V${y + 5}`} stroke={COLOURS.ink} strokeWidth="1.2" fill="none" />
      <path d={`M${shortTipPx} ${y + 5}V${layout.tapePx}`} stroke={COLOURS.ink} strokeWidth="0.8" strokeDasharray="2 3" fill="none" />
      <text {...leadWordsAt((tipPx + shortTipPx) / 2, layout)} y={y - 8} fontSize="13" fontWeight="600" fill={COLOURS.ink}>
        lead {length(fit.leadMm)}
      </text>
      <g
        data-testid="lead-handle"
        style={{ cursor: onLead ? 'ew-resize' : 'default', touchAction: 'none' }}
        {...(onLead
          ? {
              role: 'slider',
              tabIndex: 0,
              'aria-label': 'Lead of the long end',
              'aria-valuemin': FITTING_LENGTHS.leadMm.minMm,
              'aria-valuemax': Math.max(LONGEST_HUNG_MM, Math.round(fit.leadMm)),
              'aria-valuenow': Math.round(fit.leadMm),
              'aria-valuetext': length(fit.leadMm),
              onKeyDown,
              ...drag(undefined),
            }
          : { 'aria-hidden': true })}
      >
        {onLead && <Grip xPx={gripPx} yPx={layout.stripPx} />}
      </g>
    </g>
  );
}

/** Over the lead it names; where that would run off a slim stage, at its edge. */
function leadWordsAt(middlePx: number, { isSlim, widthPx }: StageLayout): { x: number; textAnchor: 'start' | 'middle' | 'end' } {
  if (!isSlim) return { x: middlePx, textAnchor: 'middle' };
  return middlePx > widthPx / 2 ? { x: widthPx, textAnchor: 'end' } : { x: 0, textAnchor: 'start' };
}

function Grip({ xPx, yPx }: { xPx: number; yPx: number }) {
  return (
    <>
      <rect x={xPx - 22} y={yPx - 26} width="44" height="52" fill="transparent" />
      <rect x={xPx - 8} y={yPx - 15} width="16" height="30" rx="3" fill={COLOURS.card} stroke={COLOURS.ink} />
      <path d={`M${xPx - 3} ${yPx - 7}v14M${xPx} ${yPx - 7}v14M${xPx + 3} ${yPx - 7}v14`} stroke={COLOURS.ink} strokeWidth="1" />
    </>
  );
}
