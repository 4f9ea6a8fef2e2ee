import { FITTING_LENGTHS } from '@easytuck/contract';
import { inchesToMm, leadSchools, predictBows, type LeadSchool } from '@easytuck/core';
import Box from '@mui/material/Box';
import { useMemo, type Dispatch } from 'react';
import { Line, LineChart, ReferenceDot, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { useUnits } from '../../../common/UnitProvider.tsx';
import { COLOURS, SIZE } from '../../../theme.ts';
import type { BenchEvent } from '../benchReducer.ts';
import type { BenchFit } from '../benchViewModel.ts';
import { roundTicks } from './chartTicks.ts';

const SCHOOL_NAMES: Readonly<Record<LeadSchool, string>> = {
  oneInch: '1 in',
  inchAndHalf: '1½ in',
  twoInches: '2 in',
  tipAtWaist: 'short tip at the long blade’s waist',
  noseAtButton: 'short nose at the collar button, once crossed',
  even: 'even bows',
};
const REACH_MM = inchesToMm(3.5);

/** Front and back spread against the lead, with the habits of the trade marked, and what each gives in a table. */
export function LeadChart({ fit, dispatch }: { fit: BenchFit; dispatch: Dispatch<BenchEvent> }) {
  const { length, bare, unit } = useUnits();
  const { prepared, worn } = fit;
  const { neckPathMm, setMm, leadMm } = worn.fit;
  const schools = useMemo(() => leadSchools(prepared, neckPathMm, setMm), [prepared, neckPathMm, setMm]);
  const points = useMemo(
    () =>
      [0, REACH_MM].map((lead) => {
        const { front, back } = predictBows(prepared, neckPathMm, setMm, lead);
        return { leadMm: lead, front: front.spreadMm, back: back.spreadMm };
      }),
    [prepared, neckPathMm, setMm],
  );
  const spreads = points.flatMap(({ front, back }) => [front, back]);
  const [low, high] = [Math.min(...spreads) - 4, Math.max(...spreads) + 4];
  const takes = ({ leadMm: lead }: { leadMm: number }): boolean =>
    lead >= FITTING_LENGTHS.leadMm.minMm && lead <= FITTING_LENGTHS.leadMm.maxMm;
  return (
    <Box sx={{ display: 'grid', gap: 3, gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) 27.5rem' } }}>
      <Box role="img" aria-label="Front and back spread against the lead" sx={{ height: 310 }}>
        <ResponsiveContainer>
          <LineChart data={points} margin={{ top: 14, right: 56, bottom: 26, left: 8 }} accessibilityLayer={false}>
            <XAxis
              dataKey="leadMm"
              type="number"
              domain={[0, REACH_MM]}
              ticks={unit === 'in' ? [0, 1, 2, 3].map(inchesToMm) : [0, 20, 40, 60, 80]}
              tickFormatter={(mm: number) => bare(mm)}
              stroke={COLOURS.pencil}
              label={{ value: `lead, ${unit}`, position: 'insideBottom', offset: -16, fill: COLOURS.pencil }}
            />
            <YAxis
              domain={[low, high]}
              ticks={roundTicks(low, high, unit)}
              tickFormatter={(mm: number) => bare(mm)}
              stroke={COLOURS.pencil}
              width={64}
              label={{ value: `spread, ${unit}`, angle: -90, position: 'insideLeft', fill: COLOURS.pencil }}
            />
            {schools
              .filter(({ leadMm: lead }) => lead >= 0 && lead <= REACH_MM)
              .map(({ school, leadMm: lead }) => (
                <ReferenceLine
                  key={school}
                  x={lead}
                  stroke={school === 'even' ? COLOURS.good : COLOURS.thread}
                  strokeDasharray={school === 'even' ? '6 4' : '3 3'}
                />
              ))}
            <Line
              dataKey="front"
              stroke={COLOURS.short}
              strokeWidth={2.5}
              dot={false}
              isAnimationActive={false}
              label={endLabel('front', COLOURS.short)}
            />
            <Line
              dataKey="back"
              stroke={COLOURS.long}
              strokeWidth={2.5}
              strokeDasharray="8 3"
              dot={false}
              isAnimationActive={false}
              label={endLabel('back', COLOURS.long)}
            />
            <ReferenceDot x={leadMm} y={worn.fit.front.spreadMm} r={6} fill={COLOURS.short} stroke={COLOURS.card} strokeWidth={2} />
            <ReferenceDot x={leadMm} y={worn.fit.back.spreadMm} r={6} fill={COLOURS.long} stroke={COLOURS.card} strokeWidth={2} />
          </LineChart>
        </ResponsiveContainer>
      </Box>
      <Box
        component="table"
        sx={{
          borderCollapse: 'collapse',
          alignSelf: 'start',
          fontSize: SIZE.plain,
          '& th': { textAlign: 'left', fontWeight: 400, color: 'text.secondary' },
          '& td, & th': { py: 0.75, pr: 1.5, borderBottom: `1px solid ${COLOURS.rule}` },
        }}
      >
        <thead>
          <tr>
            <th scope="col">habit</th>
            <th scope="col">lead</th>
            <th scope="col">front</th>
            <th scope="col">back</th>
          </tr>
        </thead>
        <tbody>
          {schools.map((view) => (
            <tr key={view.school}>
              <td>
                {takes(view) ? (
                  <Box
                    component="button"
                    type="button"
                    onClick={() => dispatch({ type: 'leadSet', leadMm: view.school === 'even' ? null : view.leadMm })}
                    sx={{
                      font: 'inherit',
                      color: COLOURS.long,
                      textDecoration: 'underline',
                      border: 0,
                      background: 'none',
                      p: 0,
                      cursor: 'pointer',
                      textAlign: 'left',
                    }}
                  >
                    {SCHOOL_NAMES[view.school]}
                  </Box>
                ) : (
                  SCHOOL_NAMES[view.school]
                )}
              </td>
              <td>{length(view.leadMm)}</td>
              <td style={{ color: COLOURS.short }}>{length(view.frontSpreadMm)}</td>
              <td style={{ color: COLOURS.long }}>{length(view.backSpreadMm)}</td>
            </tr>
          ))}
        </tbody>
      </Box>
    </Box>
  );
}

/** The line's name at its end, so that nobody has to look it up. */
const endLabel = (name: string, colour: string) =>
  function EndLabel({ index, x, y }: { index?: number | undefined; x?: number | string | undefined; y?: number | string | undefined }) {
    return index === 1 ? (
      <text x={Number(x) + 8} y={Number(y) + 4} fill={colour} fontSize={13} fontWeight={600}>
        {name}
      </text>
    ) : (
      <g />
    );
  };
