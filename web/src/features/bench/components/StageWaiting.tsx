import Box from '@mui/material/Box';
import { COLOURS, FIGURES, SIZE } from '../../../theme.ts';

/** The stage before there is anything to lay on it: an empty tape, and what is needed first. */
export function StageWaiting({ missing }: { missing: readonly string[] }) {
  const needed = missing.filter((what) => what === 'the collar size' || what === 'a tie');
  return (
    <Box component="section" aria-label="Set and lead" data-waiting sx={{ mt: 3, pt: 9, pb: 12, textAlign: 'center' }}>
      <svg width="100%" height="26" aria-hidden="true">
        <defs>
          <pattern id="waiting-tape" width="32" height="26" patternUnits="userSpaceOnUse">
            <rect width="32" height="26" fill={COLOURS.tape} />
            <path d="M0.5 0v9M8 0v4M16 0v6M24 0v4" stroke={COLOURS.ink} strokeWidth="0.8" />
          </pattern>
        </defs>
        <rect width="100%" height="26" fill="url(#waiting-tape)" stroke={COLOURS.thread} />
      </svg>
      <Box sx={{ mt: 5, fontFamily: FIGURES, fontSize: SIZE.large }}>
        {needed.length > 0 ? `Give ${needed.join(' and ')}` : 'One moment'}
      </Box>
      <Box sx={{ mt: 0.5, color: 'text.secondary' }}>and the strip is laid out here, with where to set it.</Box>
    </Box>
  );
}
