import { settingAt, spreadOverSets } from '@easytuck/core';
import Box from '@mui/material/Box';
import { useMemo, type Dispatch } from 'react';
import { Line, LineChart, ReferenceArea, ReferenceDot, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { useUnits } from '../../../common/UnitProvider.tsx';
import { BOUND_WORDS, settingWords } from '../../../common/words.ts';
import { COLOURS, SIZE } from '../../../theme.ts';
import type { BenchEvent } from '../benchReducer.ts';
import type { BenchFit } from '../benchViewModel.ts';
import { roundTicks } from './chartTicks.ts';

const MARGIN_LEFT_PX = 8;
const AXIS_PX = 64;
const PLOT_LEFT_PX = MARGIN_LEFT_PX + AXIS_PX;
const PLOT_RIGHT_PX = 24;

/** Spread at every setting of the band, with the sets that a bound bars shaded and named, and the tie's own cut marked. */
export function SetChart({ fit, dispatch }: { fit: BenchFit; dispatch: Dispatch<BenchEvent> }) {
  const { length, bare, unit } = useUnits();
  const { worn, prepared, tie } = fit;
  const { neckPathMm, leadMm } = worn.fit;
  const { points, barred } = useMemo(
    () => spreadOverSets(prepared, neckPathMm, leadMm, worn.limits),
    [prepared, neckPathMm, leadMm, worn.limits],
  );
  const names = new Map(points.map(({ setMm, step }) => [setMm, settingWords(settingAt(tie.hardware, step), bare).figure]));
  const every = Math.max(1, Math.ceil(points.length / 12));
  const spreads = points.map(({ spreadMm }) => spreadMm);
  const [low, high] = [Math.min(...spreads, prepared.naturalSpreadMm) - 6, Math.max(...spreads, prepared.naturalSpreadMm) + 6];
  return (
    <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) 18.75rem' } }}>
      <Box
        role="img"
        aria-label={`Spread over the band of ${tie.name}`}
        sx={{ height: 310, cursor: 'pointer' }}
        onClick={(event) => {
          const { left, width } = event.currentTarget.getBoundingClientRect();
          const share = (event.clientX - left - PLOT_LEFT_PX) / (width - PLOT_LEFT_PX - PLOT_RIGHT_PX);
          dispatch({ type: 'stepSet', step: Math.min(points.length - 1, Math.max(0, Math.round(share * (points.length - 1)))) });
        }}
      >
        <ResponsiveContainer>
          <LineChart
            data={[...points]}
            margin={{ top: 14, right: PLOT_RIGHT_PX, bottom: 26, left: MARGIN_LEFT_PX }}
            accessibilityLayer={false}
          >
            {barred.map(({ bound, fromMm, toMm }) => (
              <ReferenceArea
                key={bound}
                x1={fromMm}
                x2={toMm}
                fill={COLOURS.bad}
                fillOpacity={0.09}
                stroke={COLOURS.bad}
                strokeOpacity={0.25}
                ifOverflow="hidden"
              />
            ))}
            <XAxis
              dataKey="setMm"
              type="number"
              domain={['dataMin', 'dataMax']}
              ticks={points.filter((_, i) => i % every === 0).map(({ setMm }) => setMm)}
              tickFormatter={(setMm: number) => names.get(setMm) ?? ''}
              stroke={COLOURS.pencil}
              label={{ value: 'set at', position: 'insideBottom', offset: -16, fill: COLOURS.pencil }}
            />
            <YAxis
              domain={[low, high]}
              ticks={roundTicks(low, high, unit)}
              tickFormatter={(mm: number) => bare(mm)}
              stroke={COLOURS.pencil}
              width={AXIS_PX}
              label={{ value: `spread, ${unit}`, angle: -90, position: 'insideLeft', fill: COLOURS.pencil }}
            />
            <ReferenceLine
              y={prepared.naturalSpreadMm}
              stroke={COLOURS.good}
              strokeDasharray="6 4"
              label={{ value: `as cut, ${length(prepared.naturalSpreadMm)}`, position: 'insideTopLeft', fill: COLOURS.good, fontSize: 13 }}
            />
            <Line
              dataKey="spreadMm"
              stroke={COLOURS.ink}
              strokeWidth={2}
              dot={points.length <= 24 ? { r: 3, fill: COLOURS.ink } : false}
              isAnimationActive={false}
            />
            <ReferenceDot
              x={worn.setting.lengthMm}
              y={worn.fit.spreadMm}
              r={7}
              fill={COLOURS.short}
              stroke={COLOURS.card}
              strokeWidth={2}
            />
          </LineChart>
        </ResponsiveContainer>
      </Box>
      <Box sx={{ fontSize: SIZE.plain }}>
        <Box sx={{ mb: 1 }}>
          One setting of this band moves the bow by{' '}
          <b>{length(points.length > 1 ? (points[1]?.spreadMm ?? 0) - (points[0]?.spreadMm ?? 0) : 0)}</b>. Touch the chart to set the band
          there.
        </Box>
        {barred.length === 0 ? (
          <div>Nothing bars any setting of this band.</div>
        ) : (
          <>
            <div>Shaded, because there</div>
            <Box component="ul" sx={{ m: 0, mt: 0.5, pl: 2.5 }}>
              {barred.map(({ bound, fromMm, toMm }) => (
                <li key={bound}>
                  {BOUND_WORDS[bound]}: {length(toMm - fromMm)} of the band
                </li>
              ))}
            </Box>
          </>
        )}
      </Box>
    </Box>
  );
}
