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

/** Closest that two ticks, and two numbers, are drawn. */
const TICK_GAP_PX = 3;
const NUMBER_GAP_PX = 20;
/** Numbers stand at every one of these many marks, the first that leaves them room. */
const PER_NUMBER = { in: [4, 8, 16, 24], cm: [5, 10, 20] } as const;
/** Marks left out between two where they would run together. */
const PER_TICK = { in: [1, 2, 4, 8], cm: [1, 5, 10] } as const;

/** A tailor's tape under the strip, to the strip's scale, counted both ways from the back of the neck. */
export const Tape = memo(function Tape({ unit, widthPx, pxPerMm, topPx, heightPx }: TapeProps) {
  const stepMm = unit === 'in' ? MM_PER_UNIT.in / 4 : MM_PER_UNIT.cm;
  const perLabel = firstWithRoom(PER_NUMBER[unit], stepMm * pxPerMm, NUMBER_GAP_PX);
  const perTick = firstWithRoom(PER_TICK[unit], stepMm * pxPerMm, TICK_GAP_PX);
  const centrePx = widthPx / 2;
  const count = Math.floor(centrePx / (stepMm * pxPerMm));
  const marks = Array.from({ length: 2 * count + 1 }, (_, i) => i - count);
  const tick = (i: number): number => (i % perLabel === 0 ? 9 : i % 2 === 0 && unit === 'in' ? 6 : 4);
  return (
    <g aria-hidden="true">
      <rect x={0} y={topPx} width={widthPx} height={heightPx} fill={COLOURS.tape} stroke={COLOURS.thread} />
      <path
        d={marks
          .filter((i) => i % perTick === 0)
          .map((i) => `M${centrePx + i * stepMm * pxPerMm} ${topPx}v${tick(i)}`)
          .join('')}
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

function firstWithRoom(choices: readonly number[], stepPx: number, gapPx: number): number {
  return choices.find((many) => many * stepPx >= gapPx) ?? choices.at(-1) ?? 1;
}
