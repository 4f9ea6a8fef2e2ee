import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { memo, type Dispatch } from 'react';
import { fieldErrorsOf, sentenceOf } from '../../../common/api/request.ts';
import { NotSaved } from '../../../common/forms/NotSaved.tsx';
import { useShortcuts } from '../../../common/shortcuts/shortcuts.ts';
import { useStaff } from '../../../common/staff.ts';
import type { BenchEvent } from '../benchReducer.ts';
import type { Saving } from '../useBench.ts';

interface GiveOutProps {
  readonly note: string;
  readonly noteError: string | null;
  readonly missing: readonly string[];
  /** Names of the house, to choose who is fitting; none where the house keeps none. */
  readonly names: readonly string[];
  /** True where this fitting takes the place of an older one. */
  readonly isRevision: boolean;
  readonly dispatch: Dispatch<BenchEvent>;
  readonly saving: Saving;
  readonly onGiveOut: () => Promise<void>;
  readonly onStartAnew: () => void;
}

/** The end of the page: a note, what is still missing, and giving the fitting out. A failed save says so and keeps everything. */
export const GiveOut = memo(function GiveOut({
  note,
  noteError,
  missing,
  names,
  isRevision,
  dispatch,
  saving,
  onGiveOut,
  onStartAnew,
}: GiveOutProps) {
  const isSaving = saving.state === 'saving';
  const [staff, setStaff] = useStaff();
  useShortcuts('Bench', [
    { key: 'Enter', mod: true, says: 'give the fitting out', run: () => void onGiveOut() },
    { key: 'N', says: 'start anew', run: onStartAnew },
  ]);
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
        <NotSaved
          failure={saving.error}
          more={fieldErrorsOf(saving.error)
            .filter(({ message }) => message !== sentenceOf(saving.error))
            .map(({ path, message }) => ` ${path}: ${message}`)
            .join('')}
          sx={{ mb: 1.5 }}
        />
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
        {names.length > 0 && (
          <TextField
            select
            label="Fitted by"
            value={names.includes(staff) ? staff : ''}
            onChange={(event) => setStaff(event.target.value)}
            sx={{ width: 140 }}
            slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
          >
            <MenuItem value="">nobody</MenuItem>
            {names.map((each) => (
              <MenuItem key={each} value={each}>
                {each}
              </MenuItem>
            ))}
          </TextField>
        )}
        <Box role="status" sx={{ color: 'text.secondary', fontSize: '0.875rem', flex: '0 1 auto', pb: 1.25 }}>
          {missing.length > 0 && `Still needed: ${missing.join(', ')}`}
        </Box>
        <Button variant="outlined" onClick={onStartAnew}>
          Start anew
        </Button>
        <Button type="submit" variant="contained" disabled={missing.length > 0 || isSaving} sx={{ minWidth: 150 }}>
          {isSaving ? 'Saving …' : saving.state === 'failed' ? 'Try again' : isRevision ? 'Give out anew' : 'Give out'}
        </Button>
      </Box>
    </Box>
  );
});
