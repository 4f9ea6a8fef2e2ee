import type { Fit } from '@easytuck/core';
import Box from '@mui/material/Box';
import { useUnits } from '../../../shared/UnitProvider.tsx';
import { COLOURS } from '../../../theme.ts';
import { BigNumber } from './BigNumber.tsx';

/** How wide the bow comes out: the wider of the two, and both where they differ. */
export function Spread({ fit }: { fit: Fit }) {
  const { unit, bare, length, other } = useUnits();
  const differs = Math.abs(fit.front.spreadMm - fit.back.spreadMm) > 0.5;
  return (
    <BigNumber label="Spread" figure={bare(fit.spreadMm)} of={`${unit}, or ${other(fit.spreadMm)}`}>
      {differs ? (
        <Box>
          <Box component="span" sx={{ color: COLOURS.short, fontWeight: 600 }}>
            front {length(fit.front.spreadMm)}
          </Box>
          ,{' '}
          <Box component="span" sx={{ color: COLOURS.long, fontWeight: 600 }}>
            back {length(fit.back.spreadMm)}
          </Box>
        </Box>
      ) : (
        `front and back alike, ${length(fit.bowHeightMm)} high`
      )}
      {fit.foldLengthwise && <Box sx={{ color: 'warning.main' }}>Fold the waist lengthwise for a slimmer knot.</Box>}
    </BigNumber>
  );
}
