import type { BowState, PreparedTie, Side } from '@easytuck/core';
import Box from '@mui/material/Box';
import { useMemo } from 'react';
import { COLOURS } from '../../../theme.ts';
import type { BowEnd } from '../../../common/tying/pullWords.ts';
import { outlinesOf } from '../../../common/tying/bowOutlines.ts';

/** What one pull does to both ends of its bow: loop and flat end move from before to after, three times; where movement is not wanted, as it is after. */
export function PullPicture({
  tie,
  end,
  before,
  after,
  frontLoopSide,
  isMirror,
}: {
  tie: PreparedTie;
  end: BowEnd;
  before: BowState;
  after: BowState;
  frontLoopSide: Side;
  isMirror: boolean;
}) {
  const [from, to] = useMemo(
    () => [before, after].map((bow) => outlinesOf(tie, { front: bow, back: bow }, frontLoopSide)[end]),
    [tie, end, before, after, frontLoopSide],
  );
  const isStill = useMemo(() => window.matchMedia('(prefers-reduced-motion: reduce)').matches, []);
  if (!from || !to) return null;
  const colour = end === 'front' ? COLOURS.short : COLOURS.long;
  const parts = ['loopSeen', 'flatEnd'] as const;
  return (
    <Box component="svg" viewBox="-88 -38 176 76" aria-hidden sx={{ width: 132, height: 57, flexShrink: 0 }}>
      <g transform={`scale(${isMirror ? -1 : 1} 1)`}>
        {parts.map((part) => (
          <path key={part} d={to[part].outline} fill={colour} stroke={COLOURS.ink} strokeWidth={0.7}>
            {!isStill && (
              <animate
                attributeName="d"
                values={`${from[part].outline};${from[part].outline};${to[part].outline};${to[part].outline}`}
                keyTimes="0;0.2;0.7;1"
                dur="2.6s"
                repeatCount="3"
                fill="freeze"
              />
            )}
          </path>
        ))}
        {parts.map((part) => (
          <path key={part} d={from[part].outline} fill="none" stroke={COLOURS.ink} strokeWidth={0.7} strokeDasharray="3 3" />
        ))}
        <rect x={-7} y={-10} width={14} height={20} rx={3} fill={COLOURS.long} stroke={COLOURS.ink} strokeWidth={0.7} />
      </g>
    </Box>
  );
}
