import type { Tying } from '@easytuck/contract';
import { NINETY_PERCENT, type Side, type TakeUpBeliefs } from '@easytuck/core';
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import dayjs from 'dayjs';
import { Area, ComposedChart, Line, ReferenceArea, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { useState } from 'react';
import { Choice } from '../../../common/Choice.tsx';
import { COLOURS } from '../../../theme.ts';
import { signed } from '../balanceDesk.ts';

/** A tie's measured tyings: spreads against the target band, differences, and the take-up narrowing; with the table beside. */
export function History({
  tyings,
  wearer,
  history,
  frontLoopSide,
  targetMm,
}: {
  tyings: readonly Tying[];
  wearer: { readonly id: string; readonly name: string };
  history: readonly TakeUpBeliefs[];
  frontLoopSide: Side;
  targetMm: number;
}) {
  const [whose, setWhose] = useState<'all' | 'his'>('all');
  const rows = tyings
    .filter(({ wearerId }) => whose === 'all' || wearerId === wearer.id)
    .filter(({ frontLoopMm, frontFlatEndMm, backLoopMm, backFlatEndMm }) =>
      [frontLoopMm, frontFlatEndMm, backLoopMm, backFlatEndMm].every((mm) => mm !== null),
    )
    .map((tying) => {
      const [fl, ff, bl, bf] = [tying.frontLoopMm ?? 0, tying.frontFlatEndMm ?? 0, tying.backLoopMm ?? 0, tying.backFlatEndMm ?? 0];
      const loopSide = Math.max(fl, bf);
      const otherSide = Math.max(ff, bl);
      return {
        id: tying.id,
        at: tying.tiedAt,
        wearerId: tying.wearerId,
        front: fl + ff,
        back: bl + bf,
        leftRight: frontLoopSide === 'left' ? loopSide - otherSide : otherSide - loopSide,
      };
    })
    .reverse()
    .map((row, i) => ({ ...row, number: i + 1 }));
  const beliefs = history.map(({ short, long }, i) => ({
    number: i,
    short: short.meanMm,
    long: long.meanMm,
    shortBand: [short.meanMm - NINETY_PERCENT * short.sdMm, short.meanMm + NINETY_PERCENT * short.sdMm],
    longBand: [long.meanMm - NINETY_PERCENT * long.sdMm, long.meanMm + NINETY_PERCENT * long.sdMm],
  }));
  const axis = { stroke: COLOURS.pencil, allowDecimals: false } as const;
  return (
    <Box component="section" aria-label="Tyings of this tie" sx={{ mt: 3 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, mb: 1 }}>
        <Typography variant="h2">Tyings of this tie</Typography>
        <Choice
          label="Tyings by"
          hideLabel
          value={whose}
          onChange={setWhose}
          options={[
            { value: 'all', text: 'by everybody' },
            { value: 'his', text: `by ${wearer.name}` },
          ]}
          small
        />
      </Box>
      <Box sx={{ display: 'grid', gap: 3, gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '1fr 1fr' } }}>
        <Box>
          <Box sx={{ color: 'text.secondary' }}>Spread, mm: front solid, back dashed; the band is the target within 3 mm</Box>
          <Box role="img" aria-label="Spread of front and back bow over the tyings" sx={{ height: 220 }}>
            <ResponsiveContainer>
              <ComposedChart data={rows} margin={{ top: 8, right: 12, bottom: 4, left: 0 }} accessibilityLayer={false}>
                <XAxis dataKey="number" type="number" domain={[1, Math.max(2, rows.length)]} {...axis} />
                <YAxis domain={['dataMin - 4', 'dataMax + 4']} tickFormatter={(mm: number) => mm.toFixed(0)} width={42} {...axis} />
                <ReferenceArea y1={targetMm - 3} y2={targetMm + 3} fill={COLOURS.tape} ifOverflow="extendDomain" />
                <Line dataKey="front" stroke={COLOURS.short} strokeWidth={2.5} isAnimationActive={false} />
                <Line dataKey="back" stroke={COLOURS.long} strokeWidth={2.5} strokeDasharray="7 3" isAnimationActive={false} />
              </ComposedChart>
            </ResponsiveContainer>
          </Box>
        </Box>
        <Box>
          <Box sx={{ color: 'text.secondary' }}>Cloth in the knot, mm, after each tying: long end above, short end below</Box>
          <Box role="img" aria-label="Take-up of both ends, narrowing with the tyings" sx={{ height: 220 }}>
            <ResponsiveContainer>
              <ComposedChart data={beliefs} margin={{ top: 8, right: 12, bottom: 4, left: 0 }} accessibilityLayer={false}>
                <XAxis dataKey="number" type="number" domain={[0, Math.max(1, beliefs.length - 1)]} {...axis} />
                <YAxis tickFormatter={(mm: number) => mm.toFixed(0)} width={42} {...axis} />
                <Area dataKey="longBand" fill={COLOURS.longLining} stroke="none" isAnimationActive={false} />
                <Area dataKey="shortBand" fill={COLOURS.shortLining} stroke="none" isAnimationActive={false} />
                <Line dataKey="long" stroke={COLOURS.long} strokeWidth={2.5} strokeDasharray="7 3" isAnimationActive={false} />
                <Line dataKey="short" stroke={COLOURS.short} strokeWidth={2.5} isAnimationActive={false} />
              </ComposedChart>
            </ResponsiveContainer>
          </Box>
        </Box>
      </Box>
      <Box
        component="table"
        aria-label="Tyings of this tie in figures"
        sx={{
          mt: 1.5,
          borderCollapse: 'collapse',
          fontVariantNumeric: 'tabular-nums',
          '& th, & td': { textAlign: 'left', pr: 4, py: 0.5, borderBottom: `1px solid ${COLOURS.rule}` },
        }}
      >
        <thead>
          <tr>
            <th scope="col">No.</th>
            <th scope="col">Day</th>
            <th scope="col">Front, mm</th>
            <th scope="col">Back, mm</th>
            <th scope="col">Front less back</th>
            <th scope="col">Left less right</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.id}>
              <td>{row.number}</td>
              <td>{dayjs(row.at).format('D MMM YYYY')}</td>
              <td>{row.front.toFixed(0)}</td>
              <td>{row.back.toFixed(0)}</td>
              <td>{signed(row.front - row.back)}</td>
              <td>{signed(row.leftRight)}</td>
            </tr>
          ))}
        </tbody>
      </Box>
    </Box>
  );
}
