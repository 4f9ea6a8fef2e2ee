import type { Tying } from '@easytuck/contract';
import { NINETY_PERCENT, type Side, type TakeUpBeliefs } from '@easytuck/core';
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { Area, ComposedChart, Line, ReferenceArea, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { useState, type ReactElement } from 'react';
import { WideTable } from '../../../common/WideTable.tsx';
import { Choice } from '../../../common/Choice.tsx';
import { dayWords } from '../../../common/dueWords.ts';
import { useUnits } from '../../../common/UnitProvider.tsx';
import { COLOURS, SIZE } from '../../../theme.ts';
import { scaleOver } from '../scaleOver.ts';

/** A tie's measured tyings: spreads against the target band, differences, and the take-up narrowing; with the table beside. */
export function History({
  tyings,
  wearer,
  history,
  frontLoopSide,
  targetMm,
  withinMm,
}: {
  tyings: readonly Tying[];
  wearer: { readonly id: string; readonly name: string };
  history: readonly TakeUpBeliefs[];
  frontLoopSide: Side;
  targetMm: number;
  /** How even the house wants a bow. */
  withinMm: number;
}) {
  const { unit, bare, fine, signed } = useUnits();
  const [whose, setWhose] = useState<'all' | 'theirs'>('all');
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
        frontBack: fl + ff - bl - bf,
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
  const numbers = { dataKey: 'number', type: 'number', domain: [1, Math.max(2, rows.length)], ...axis } as const;
  const spreads = scaleOver([targetMm - withinMm, targetMm + withinMm, ...rows.flatMap(({ front, back }) => [front, back])], unit);
  const differences = scaleOver([-withinMm, withinMm, ...rows.flatMap(({ frontBack, leftRight }) => [frontBack, leftRight])], unit);
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
            { value: 'theirs', text: `by ${wearer.name}` },
          ]}
          small
        />
      </Box>
      <Box sx={{ display: 'grid', gap: 3, gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'repeat(3, minmax(0, 1fr))' } }}>
        <Chart
          says={`Spread, ${unit}: front solid, back dashed; the band is the target`}
          label="Spread of front and back bow over the tyings"
        >
          <ComposedChart data={rows} margin={MARGIN} accessibilityLayer={false}>
            <XAxis {...numbers} />
            <YAxis {...spreads} tickFormatter={bare} width={56} {...axis} />
            <ReferenceArea y1={targetMm - withinMm} y2={targetMm + withinMm} fill={COLOURS.tape} />
            <Line dataKey="front" stroke={COLOURS.short} strokeWidth={2.5} isAnimationActive={false} />
            <Line dataKey="back" stroke={COLOURS.long} strokeWidth={2.5} strokeDasharray="7 3" isAnimationActive={false} />
          </ComposedChart>
        </Chart>
        <Chart
          says={`Difference, ${unit}: front less back solid, the wearer’s left less right dashed; even is within the band`}
          label="Difference of front and back, and of left and right, over the tyings"
        >
          <ComposedChart data={rows} margin={MARGIN} accessibilityLayer={false}>
            <XAxis {...numbers} />
            <YAxis {...differences} tickFormatter={bare} width={56} {...axis} />
            <ReferenceArea y1={-withinMm} y2={withinMm} fill={COLOURS.tape} />
            <Line dataKey="frontBack" stroke={COLOURS.ink} strokeWidth={2.5} isAnimationActive={false} />
            <Line dataKey="leftRight" stroke={COLOURS.pencil} strokeWidth={2.5} strokeDasharray="7 3" isAnimationActive={false} />
          </ComposedChart>
        </Chart>
        <Chart
          says={`Cloth in the knot, ${unit}, after each tying: long end above, short end below`}
          label="Take-up of both ends, narrowing with the tyings"
        >
          <ComposedChart data={beliefs} margin={MARGIN} accessibilityLayer={false}>
            <XAxis dataKey="number" type="number" domain={[0, Math.max(1, beliefs.length - 1)]} {...axis} />
            <YAxis tickFormatter={bare} width={56} {...axis} />
            <Area dataKey="longBand" fill={COLOURS.longLining} stroke="none" isAnimationActive={false} />
            <Area dataKey="shortBand" fill={COLOURS.shortLining} stroke="none" isAnimationActive={false} />
            <Line dataKey="long" stroke={COLOURS.long} strokeWidth={2.5} strokeDasharray="7 3" isAnimationActive={false} />
            <Line dataKey="short" stroke={COLOURS.short} strokeWidth={2.5} isAnimationActive={false} />
          </ComposedChart>
        </Chart>
      </Box>
      <WideTable
        label="Tyings of this tie in figures"
        sx={{
          mt: 1.5,
          fontVariantNumeric: 'tabular-nums',
          '& th, & td': { textAlign: 'left', pr: { xs: 0.75, sm: 4 }, py: 0.5, borderBottom: `1px solid ${COLOURS.rule}` },
          '& :is(th, td):first-of-type': { display: { xs: 'none', sm: 'table-cell' } },
          fontSize: { xs: SIZE.note, sm: SIZE.text },
        }}
      >
        <thead>
          <tr>
            <th scope="col">No.</th>
            <th scope="col">Day</th>
            <th scope="col">Front bow</th>
            <th scope="col">Back bow</th>
            <th scope="col">Front less back</th>
            <th scope="col">Wearer’s left less right</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.id}>
              <td>{row.number}</td>
              <td>{dayWords(row.at)}</td>
              <td>{fine(row.front)}</td>
              <td>{fine(row.back)}</td>
              <td>{signed(row.front - row.back)}</td>
              <td>{signed(row.leftRight)}</td>
            </tr>
          ))}
        </tbody>
      </WideTable>
    </Box>
  );
}

const MARGIN = { top: 8, right: 12, bottom: 4, left: 0 } as const;

function Chart({ says, label, children }: { says: string; label: string; children: ReactElement }) {
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column' }}>
      <Box sx={{ color: 'text.secondary', flex: 1, fontSize: SIZE.plain }}>{says}</Box>
      <Box role="img" aria-label={label} sx={{ height: 220 }}>
        <ResponsiveContainer>{children}</ResponsiveContainer>
      </Box>
    </Box>
  );
}
