import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { memo, type Dispatch } from 'react';
import { fieldErrorsOf, sentenceOf } from '../../../shared/api/request.ts';
import type { BenchEvent } from '../benchReducer.ts';
import type { Saving } from '../useBench.ts';

interface GiveOutProps {
  readonly note: string;
  readonly noteError: string | null;
  readonly missing: readonly string[];
  readonly dispatch: Dispatch<BenchEvent>;
  readonly saving: Saving;
  readonly onGiveOut: () => Promise<void>;
  readonly onStartAnew: () => void;
}

/** The end of the page: a note, what is still missing, and giving the fitting out. A failed save says so and keeps everything. */
export const GiveOut = memo(function GiveOut({ note, noteError, missing, dispatch, saving, onGiveOut, onStartAnew }: GiveOutProps) {
  const isSaving = saving.state === 'saving';
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        void onGiveOut();
      }}
      sx={{ mt: 1.25 }}
    >
      {saving.state === 'failed' && (
        <Alert severity="error" sx={{ mb: 1.5 }}>
          Not saved. {sentenceOf(saving.error)}
          {fieldErrorsOf(saving.error)
            .filter(({ message }) => message !== sentenceOf(saving.error))
            .map(({ path, message }) => ` ${path}: ${message}`)}{' '}
          What you typed is kept.
        </Alert>
      )}
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'end', flexWrap: 'wrap' }}>
        <Box sx={{ flex: '1 1 260px' }}>
          <TextField
            label="Note"
            value={note}
            onChange={(event) => dispatch({ type: 'noteTyped', note: event.target.value })}
            error={noteError !== null}
            helperText={noteError}
            slotProps={{ inputLabel: { shrink: true }, htmlInput: { autoComplete: 'off' } }}
          />
        </Box>
        <Box role="status" sx={{ color: 'text.secondary', fontSize: '0.875rem', flex: '0 1 auto', pb: 1.25 }}>
          {missing.length > 0 && `Still needed: ${missing.join(', ')}`}
        </Box>
        <Button variant="outlined" onClick={onStartAnew}>
          Start anew
        </Button>
        <Button type="submit" variant="contained" disabled={missing.length > 0 || isSaving} sx={{ minWidth: 150 }}>
          {isSaving ? 'Saving …' : saving.state === 'failed' ? 'Try again' : 'Give out'}
        </Button>
      </Box>
    </Box>
  );
});
