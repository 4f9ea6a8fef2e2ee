import type { Fit, PreparedTie } from '@easytuck/core';
import { COLOURS } from '../../theme.ts';
import type { StageLayout } from './stageLayout.ts';

/** The part of the tape that goes round the collar, from crossing to crossing, and where the ends meet. */
export function NeckPath({
  tie,
  fit,
  layout,
  length,
}: {
  tie: PreparedTie;
  fit: Fit;
  layout: StageLayout;
  length: (lengthMm: number) => string;
}) {
  const half = fit.neckPathMm / 2;
  const [from, to] = [layout.xOf(-half), layout.xOf(half)];
  const y = layout.stripPx + (tie.measured.blade.bandWidthMm / 2) * layout.pxPerMm + 11;
  const [seenFrom, seenTo] = [Math.max(Math.min(from, to), layout.seenPx[0]), Math.min(Math.max(from, to), layout.seenPx[1])];
  const isWhole = layout.seenPx[1] - layout.seenPx[0] >= layout.widthPx;
  const bandPx = (tie.measured.blade.bandWidthMm / 2 + 8) * layout.pxPerMm;
  return (
    <g aria-hidden="true">
      <path
        d={`M${from} ${layout.stripPx - bandPx}V${layout.tapePx}M${to} ${layout.stripPx - bandPx}V${layout.tapePx}`}
        stroke={COLOURS.ink}
        strokeWidth="1"
        strokeDasharray="1 3"
      />
      <path d={`M${from} ${y}H${to}M${from} ${y - 4}v8M${to} ${y - 4}v8`} stroke={COLOURS.pencil} strokeWidth="1" fill="none" />
      <text x={(seenFrom + seenTo) / 2} y={y + 14} textAnchor="middle" fontSize="12" fill={COLOURS.pencil}>
        round the collar {length(fit.neckPathMm)}
        {isWhole && ', crossing to crossing'}
      </text>
    </g>
  );
}
