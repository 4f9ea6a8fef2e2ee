import { layOutStrip, type Fit, type PreparedTie } from '@easytuck/core';
import type { SVGProps } from 'react';
import { COLOURS } from '../../theme.ts';
import type { StageLayout } from './stageLayout.ts';

interface LeadMarkProps {
  readonly tie: PreparedTie;
  readonly fit: Fit;
  readonly layout: StageLayout;
  readonly length: (lengthMm: number) => string;
  /** What makes the long end's tip a handle; without it, the lead is only shown. */
  readonly handle?: SVGProps<SVGGElement>;
}

/** The lead, drawn where it shows: how much further the long end reaches than the short end. */
export function LeadMark({ tie, fit, layout, length, handle }: LeadMarkProps) {
  const { long, short } = layOutStrip(tie, fit);
  const outward = long.sign * layout.flip;
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
      {handle && (
        <g data-testid="lead-handle" style={{ cursor: 'ew-resize', touchAction: 'none' }} {...handle}>
          <Grip xPx={gripPx} yPx={layout.stripPx} />
        </g>
      )}
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
