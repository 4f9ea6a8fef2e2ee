import { SIZE } from '../../../theme.ts';
import type { HandedOver } from '@easytuck/contract';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { memo, type Dispatch } from 'react';
import { fieldErrorsOf, sentenceOf } from '../../../common/api/request.ts';
import { NotSaved } from '../../../common/forms/NotSaved.tsx';
import { useShortcuts } from '../../../common/shortcuts/shortcuts.ts';
import { QUIET } from '../../../common/looks.ts';
import { whoMay } from '../../../common/session/Allowed.tsx';
import { useMay, usePerson } from '../../../common/session/sessionStore.ts';
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
  readonly handedOver: HandedOver;
  /** What of the fitting also goes on the wearer's record, in words; empty where nothing does. */
  readonly alsoOnRecord: readonly string[];
  readonly wearerName: string;
  /** What would be taken back; null where nothing would. */
  readonly undoes: string | null;
  readonly onUndo: () => void;
  readonly dispatch: Dispatch<BenchEvent>;
  readonly saving: Saving;
  readonly onGiveOut: () => Promise<void>;
  readonly onStartAnew: () => void;
}

/** The end of the page: a note, what is still missing, and issuing the card. A failed save says so and keeps everything. */
export const GiveOut = memo(function GiveOut({
  note,
  noteError,
  missing,
  names,
  isRevision,
  handedOver,
  alsoOnRecord,
  wearerName,
  undoes,
  onUndo,
  dispatch,
  saving,
  onGiveOut,
  onStartAnew,
}: GiveOutProps) {
  const isSaving = saving.state === 'saving';
  const [staff, setStaff] = useStaff();
  const person = usePerson();
  const mayIssue = useMay()('fittings.giveOut');
  useShortcuts('Bench', [
    ...(mayIssue ? [{ key: 'Enter', mod: true, says: 'issue the card', run: () => void onGiveOut() }] : []),
    { key: 'n', alt: true, says: 'clear the bench', run: onStartAnew },
    { key: 'z', mod: true, outsideFields: true, says: 'undo the last change at the bench', run: onUndo },
    { key: 'z', says: 'undo the last change at the bench', run: onUndo },
  ]);
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        if (mayIssue) void onGiveOut();
      }}
      data-tour="issue"
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
        {mayIssue ? (
          <>
            <Box sx={{ flex: '1 1 16.25rem' }}>
              <TextField
                label="Note"
                value={note}
                onChange={(event) => dispatch({ type: 'noteTyped', note: event.target.value })}
                onKeyDown={(event) => {
                  // Enter ends a note; only the button, or Ctrl and Enter, issues the card
                  if (event.key === 'Enter' && !event.ctrlKey && !event.metaKey) event.preventDefault();
                }}
                error={noteError !== null}
                helperText={noteError}
                slotProps={{ inputLabel: { shrink: true }, htmlInput: { autoComplete: 'off' } }}
              />
            </Box>
            <TextField
              select
              label="The tie"
              value={handedOver}
              onChange={(event) => dispatch({ type: 'handedOver', to: event.target.value as HandedOver })}
              sx={{ width: '10.5rem' }}
              slotProps={{ inputLabel: { shrink: true } }}
            >
              {HANDED_OVER.map(([value, text]) => (
                <MenuItem key={value} value={value}>
                  {text}
                </MenuItem>
              ))}
            </TextField>
            {person !== null && (
              <Box sx={{ pb: 1, whiteSpace: 'nowrap' }}>
                <Box component="span" sx={QUIET}>
                  Fitted by
                </Box>{' '}
                {person.name}
              </Box>
            )}
            {person === null && names.length > 0 && (
              <TextField
                select
                label="Fitted by"
                value={names.includes(staff) ? staff : ''}
                onChange={(event) => setStaff(event.target.value)}
                sx={{ width: '8.75rem' }}
                slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
              >
                <MenuItem value="">not said</MenuItem>
                {names.map((each) => (
                  <MenuItem key={each} value={each}>
                    {each}
                  </MenuItem>
                ))}
              </TextField>
            )}
          </>
        ) : (
          <Box sx={{ ...QUIET, flex: '1 1 16.25rem', pb: 1 }}>
            {whoMay('fittings.giveOut', 'issues cards')} Your changes here stay on this screen.
          </Box>
        )}
        {/* not announced: after a card is issued a reader would hear of an empty bench instead */}
        <Box sx={{ color: 'text.secondary', fontSize: SIZE.plain, flex: '0 1 auto', pb: 1 }}>
          {mayIssue && missing.length > 0 && `Still needed: ${missing.join(', ')}`}
          {mayIssue && missing.length === 0 && alsoOnRecord.length > 0 && `Also changes ${wearerName}’s record: ${alsoOnRecord.join(', ')}`}
        </Box>
        {undoes !== null && (
          <Button onClick={onUndo} title={`Undo: ${undoes}`}>
            Undo {undoes}
          </Button>
        )}
        <Button variant="outlined" onClick={onStartAnew}>
          Clear bench
        </Button>
        {mayIssue && (
          <Button type="submit" variant="contained" disabled={missing.length > 0 || isSaving} sx={{ minWidth: '9.375rem' }}>
            {isSaving ? 'Saving…' : saving.state === 'failed' ? 'Try again' : isRevision ? 'Issue revised card' : 'Issue card'}
          </Button>
        )}
      </Box>
    </Box>
  );
});

const HANDED_OVER: readonly (readonly [HandedOver, string])[] = [
  ['stays', 'stays here'],
  ['lent', 'is lent'],
  ['sold', 'is sold'],
  ['theirs', 'is their own'],
];
