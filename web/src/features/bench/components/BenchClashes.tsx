import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { Dispatch } from 'react';
import type { BenchClash, BenchDraft, BenchEvent } from '../benchReducer.ts';
import { MEASURE_NAMES } from './measureNames.ts';

const NAMES: Readonly<Record<BenchClash['field'], string>> = { collar: 'Collar size', longEnd: 'Long end', ...MEASURE_NAMES };

/** Measures that somebody else put on the wearer's record while others were taken here: which holds is for the fitter to say. */
export function BenchClashes({ draft, dispatch }: { draft: BenchDraft; dispatch: Dispatch<BenchEvent> }) {
  if (draft.clashes.length === 0) return null;
  const mineOf = (field: BenchClash['field']): string =>
    field === 'collar' ? draft.collarText : field === 'longEnd' ? draft.longEnd : draft.measures[field];
  return (
    <Alert severity="warning" sx={{ mb: 1, alignItems: 'flex-start' }}>
      Somebody else changed the record of {draft.name} in the meantime.
      {draft.clashes.map(({ field, theirs }) => {
        const mine = mineOf(field);
        return (
          <Box
            key={field}
            role="group"
            aria-label={NAMES[field]}
            sx={{ display: 'flex', gap: 1.5, alignItems: 'center', flexWrap: 'wrap', mt: 1 }}
          >
            <span>
              <b>{NAMES[field]}</b>: the record says {theirs === '' ? 'nothing' : theirs}, here it says {mine === '' ? 'nothing' : mine}.
            </span>
            <Button size="small" variant="outlined" onClick={() => dispatch({ type: 'clashDecided', field, whose: 'mine' })}>
              Keep what is here
            </Button>
            <Button size="small" variant="outlined" onClick={() => dispatch({ type: 'clashDecided', field, whose: 'theirs' })}>
              Take the record’s
            </Button>
          </Box>
        );
      })}
    </Alert>
  );
}
