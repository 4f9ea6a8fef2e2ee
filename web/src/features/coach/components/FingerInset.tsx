import { FINGER_MARKS } from '@easytuck/contract';
import { widthAt, type PreparedTie, type TyingStep } from '@easytuck/core';
import Box from '@mui/material/Box';
import { COLOURS } from '../../../theme.ts';

const STEP_MM = 4;

/** The strip laid flat, with a mark where the fingers are: the short end to the left, as it lies before one who ties a long end from the left. */
export function FingerInset({
  prepared,
  setMm,
  step,
  mirrored,
}: {
  prepared: PreparedTie;
  setMm: number;
  step: TyingStep;
  mirrored: boolean;
}) {
  const { profile, measured: tie } = prepared;
  const blade = tie.blade;
  const atMm = { nose: 0, belly: blade.noseToBellyMm, waist: blade.noseToBellyMm + blade.bellyToWaistMm, tip: profile.bladeLengthMm - 14 };
  const half = setMm / 2;
  const x = (end: 'long' | 'short', vMm: number): number => {
    const out = half - profile.bladeLengthMm + vMm;
    return (end === 'long') === !mirrored ? out : -out;
  };
  const outline = (end: 'long' | 'short'): string => {
    const points: string[] = [];
    const from = profile.bladeLengthMm - half;
    for (let v = from; v <= profile.bladeLengthMm; v += STEP_MM)
      points.push(`${x(end, v).toFixed(1)},${(-widthAt(profile, v) / 2).toFixed(1)}`);
    for (let v = profile.bladeLengthMm; v >= from; v -= STEP_MM)
      points.push(`${x(end, v).toFixed(1)},${(widthAt(profile, v) / 2).toFixed(1)}`);
    return points.join(' ');
  };
  const marks = FINGER_MARKS[step];
  const told = marks.map(({ end, line }) => `${end} end, ${line}`).join('; ');
  return (
    <Box
      component="svg"
      viewBox={`${-half - 12} -58 ${setMm + 24} 116`}
      role="img"
      aria-label={told === '' ? 'The strip laid flat' : `Fingers at: ${told}`}
      sx={{ width: '100%', display: 'block' }}
    >
      <polygon points={outline('short')} fill={COLOURS.short} />
      <polygon points={outline('long')} fill={COLOURS.long} />
      {marks.map(({ end, line }) => (
        <g key={`${end}${line}`} transform={`translate(${x(end, atMm[line])} 0)`}>
          <circle r={15} fill={COLOURS.card} stroke={COLOURS.ink} strokeWidth={4} />
          <circle r={5} fill={COLOURS.ink} />
        </g>
      ))}
    </Box>
  );
}
