import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import Dialog from '@mui/material/Dialog';
import TextField from '@mui/material/TextField';
import { useDeferredValue, useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { COLOURS } from '../../theme.ts';
import { useLedger } from '../api/fittings.ts';
import { useParties } from '../api/parties.ts';
import { useTies } from '../api/ties.ts';
import { useWearers } from '../api/wearers.ts';
import { QUIET_ASIDE } from '../looks.ts';
import { findAmong, KIND_WORDS, ofFitting, ofParty, ofTie, ofWearer, readRecent, rememberFound, type Findable } from './findable.ts';

/** One field that finds wearers, ties, fittings, parties and pages. Enter opens; Ctrl and Enter fits at the Bench. */
export function FindAnything({ pages, onClose }: { pages: readonly Findable[]; onClose: () => void }) {
  const navigate = useNavigate();
  const [letters, setLetters] = useState('');
  const sought = useDeferredValue(letters.trim());
  const [recent] = useState(readRecent);
  const { data: wearers } = useWearers(sought);
  const { data: ties } = useTies();
  const { data: parties } = useParties('coming');
  const { data: ledger } = useLedger('');
  const options = useMemo(
    () =>
      findAmong(sought, recent, pages, [
        ...(sought === '' ? [] : (wearers?.wearers ?? []).map(ofWearer)),
        ...(ties ?? []).filter(({ awayAt }) => awayAt === null).map(ofTie),
        ...(parties?.parties ?? []).map(ofParty),
        ...(ledger?.lines ?? []).map(ofFitting),
      ]),
    [sought, recent, pages, wearers, ties, parties, ledger],
  );
  const shown = useRef<Findable | null>(null);
  const open = (found: Findable, isFit = false): void => {
    rememberFound(found);
    onClose();
    void navigate(isFit ? (found.fitAt ?? found.to) : found.to);
  };
  return (
    <Dialog
      open
      onClose={onClose}
      aria-label="Find anything"
      transitionDuration={0}
      maxWidth="sm"
      fullWidth
      sx={{ '& .MuiDialog-container': { alignItems: 'flex-start' } }}
    >
      <Box sx={{ p: 2, backgroundColor: COLOURS.card }}>
        <Autocomplete
          open
          autoHighlight
          options={options}
          filterOptions={(all) => [...all]}
          getOptionLabel={({ name }) => name}
          getOptionKey={({ to }) => to}
          value={null}
          inputValue={letters}
          onInputChange={(_event, text, reason) => {
            if (reason === 'reset') return;
            // the first one is highlighted anew
            shown.current = null;
            setLetters(text);
          }}
          onHighlightChange={(_event, option) => {
            shown.current = option;
          }}
          onChange={(_event, found) => found && open(found)}
          onClose={(_event, reason) => reason === 'escape' && onClose()}
          forcePopupIcon={false}
          disablePortal
          noOptionsText={`Nothing found for “${letters}”.`}
          slotProps={{ popper: { sx: { position: 'static !important', transform: 'none !important', width: '100% !important' } } }}
          renderOption={({ key, ...props }, { kind, name, about }) => (
            <Box component="li" key={key} {...props} sx={{ display: 'flex', gap: 1.5, alignItems: 'baseline' }}>
              <Box sx={{ ...QUIET_ASIDE, width: '4.5rem', flex: '0 0 auto' }}>{KIND_WORDS[kind]}</Box>
              <Box sx={{ flex: 1, minWidth: 0, overflowWrap: 'anywhere' }}>{name}</Box>
              <Box sx={QUIET_ASIDE}>{about}</Box>
            </Box>
          )}
          renderInput={(params) => (
            <TextField
              {...params}
              label="Find anything"
              helperText="Enter opens it; Ctrl and Enter fits it at the Bench"
              // opened on purpose to be typed into
              // eslint-disable-next-line jsx-a11y/no-autofocus
              autoFocus
              onKeyDown={(event) => {
                const found = shown.current ?? options[0];
                if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey) || !found) return;
                event.preventDefault();
                event.stopPropagation();
                open(found, true);
              }}
            />
          )}
        />
      </Box>
    </Dialog>
  );
}
