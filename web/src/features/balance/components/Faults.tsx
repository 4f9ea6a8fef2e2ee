import { SIZE } from '../../../theme.ts';
import { FAULT_WORDS } from '@easytuck/contract';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Link } from 'react-router';

/** What is no unevenness, and where it leads. */
const NOT_UNEVEN = ['granny', 'twistedEnd', 'fatKnot', 'standsOff', 'lowBow'] as const;

/** Faults that no pull mends, each a way to its remedy at the coach. */
export function Faults({ fittingId }: { fittingId: string }) {
  return (
    <Box component="section" aria-label="Not unevenness">
      <Box sx={{ color: 'text.secondary', mb: 0.5 }}>Or is it one of these? The Coach shows the remedy.</Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}>
        {NOT_UNEVEN.map((fault) => (
          <Button
            key={fault}
            variant="outlined"
            component={Link}
            to={`/coach?fitting=${fittingId}&fault=${fault}`}
            sx={{ minHeight: 36, fontSize: SIZE.aside }}
          >
            {FAULT_WORDS[fault].seen}
          </Button>
        ))}
      </Box>
    </Box>
  );
}
