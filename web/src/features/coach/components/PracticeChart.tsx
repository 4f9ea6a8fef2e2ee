import type { Tying } from '@easytuck/contract';
import Box from '@mui/material/Box';
import { Line, LineChart, ResponsiveContainer, XAxis, YAxis, type DotItemDotProps } from 'recharts';
import { COLOURS } from '../../../theme.ts';
import { clock } from '../practice.ts';
import { QUIET_ASIDE } from '../../../common/looks.ts';

const OUTCOME_MARK = { tied: 'full dot', fault: 'open dot', gaveUp: 'cross' } as const;

/** How long each try took, first to last, and how it ended: full dot tied, open dot a fault, cross given up. */
export function PracticeChart({ tries }: { tries: readonly Tying[] }) {
  const points = tries.map((tying, i) => ({ number: i + 1, minutes: (tying.durationMs ?? 0) / 60_000, outcome: tying.outcome }));
  const most = Math.max(1, ...points.map(({ minutes }) => minutes));
  return (
    <Box>
      <Box role="img" aria-label="Time of each try" sx={{ height: 240 }}>
        <ResponsiveContainer>
          <LineChart data={points} margin={{ top: 12, right: 20, bottom: 24, left: 0 }} accessibilityLayer={false}>
            <XAxis
              dataKey="number"
              type="number"
              domain={[1, Math.max(2, points.length)]}
              allowDecimals={false}
              stroke={COLOURS.pencil}
              label={{ value: 'try', position: 'insideBottom', offset: -14, fill: COLOURS.pencil }}
            />
            <YAxis
              domain={[0, Math.ceil(most)]}
              allowDecimals={false}
              tickFormatter={(minutes: number) => clock(minutes * 60_000)}
              stroke={COLOURS.pencil}
              width={56}
            />
            <Line dataKey="minutes" stroke={COLOURS.long} strokeWidth={2} isAnimationActive={false} dot={mark} />
          </LineChart>
        </ResponsiveContainer>
      </Box>
      <Box sx={QUIET_ASIDE}>
        {OUTCOME_MARK.tied}: tied; {OUTCOME_MARK.fault}: a fault; {OUTCOME_MARK.gaveUp}: gave up.
      </Box>
    </Box>
  );
}

function mark({ cx, cy, payload, index }: DotItemDotProps) {
  const outcome = (payload as { outcome: Tying['outcome'] }).outcome;
  if (cx === undefined || cy === undefined) return <g key={index} />;
  if (outcome === 'gaveUp')
    return <path key={index} d={`M${cx - 5} ${cy - 5}l10 10m0 -10l-10 10`} stroke={COLOURS.bad} strokeWidth={2.5} />;
  return (
    <circle
      key={index}
      cx={cx}
      cy={cy}
      r={5}
      fill={outcome === 'tied' ? COLOURS.good : COLOURS.card}
      stroke={outcome === 'tied' ? COLOURS.good : COLOURS.fair}
      strokeWidth={2.5}
    />
  );
}
