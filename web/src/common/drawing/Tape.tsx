import { MM_PER_UNIT } from '@easytuck/core';
import { memo } from 'react';
import { COLOURS } from '../../theme.ts';

interface TapeProps {
  readonly unit: 'in' | 'cm';
  readonly widthPx: number;
  readonly pxPerMm: number;
  readonly topPx: number;
  readonly heightPx: number;
}

/** A tailor's tape under the strip, to the strip's scale, counted both ways from the back of the neck. */
export const Tape = memo(function Tape({ unit, widthPx, pxPerMm, topPx, heightPx }: TapeProps) {
  const stepMm = unit === 'in' ? MM_PER_UNIT.in / 4 : MM_PER_UNIT.cm;
  const perLabel = unit === 'in' ? 4 : 5;
  const centrePx = widthPx / 2;
  const count = Math.floor(centrePx / (stepMm * pxPerMm));
  const marks = Array.from({ length: 2 * count + 1 }, (_, i) => i - count);
  const tick = (i: number): number => (i % perLabel === 0 ? 9 : i % 2 === 0 && unit === 'in' ? 6 : 4);
  return (
    <g aria-hidden="true">
      <rect x={0} y={topPx} width={widthPx} height={heightPx} fill={COLOURS.tape} stroke={COLOURS.thread} />
      <path
        d={marks.map((i) => `M${centrePx + i * stepMm * pxPerMm} ${topPx}v${tick(i)}`).join('')}
        stroke={COLOURS.ink}
        strokeWidth="0.8"
        fill="none"
      />
      {marks
        .filter((i) => i % perLabel === 0 && Math.abs(i * stepMm * pxPerMm) < centrePx - 10)
        .map((i) => (
          <text key={i} x={centrePx + i * stepMm * pxPerMm} y={topPx + heightPx - 5} textAnchor="middle" fontSize="12" fill={COLOURS.ink}>
            {Math.abs(unit === 'in' ? i / 4 : i)}
          </text>
        ))}
    </g>
  );
});
