import { GLOSSARY } from '@easytuck/contract';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { COLOURS, FIGURES, SIZE } from '../../theme.ts';
import { Choice } from '../Choice.tsx';
import { holds } from '../foldName.ts';
import { keyNames, useListedShortcuts, useSingleKeyMode, type SingleKeyMode } from '../shortcuts/shortcuts.ts';

/** What help shows: the words of the trade, or the keys of the page. */
export type HelpPart = 'words' | 'keys';

interface HelpProps {
  readonly part: HelpPart;
  readonly onPart: (part: HelpPart) => void;
  readonly onClose: () => void;
  readonly onTour: () => void;
  /** The word that is looked up at first; empty: all. */
  readonly word: string;
}

/** Help over the page: what the words mean, which keys work just now, and the tour. */
export function Help({ part, onPart, onClose, onTour, word }: HelpProps) {
  return (
    <Dialog open onClose={onClose} aria-labelledby="help-title" transitionDuration={0} maxWidth="md" fullWidth>
      <Box sx={{ p: { xs: 2, sm: 3 }, backgroundColor: COLOURS.card }}>
        <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 2, mb: 2 }}>
          <Box id="help-title" component="h2" sx={{ fontFamily: FIGURES, fontSize: SIZE.large, m: 0, mr: 'auto' }}>
            Help
          </Box>
          <Choice<HelpPart>
            label="Shown"
            hideLabel
            value={part}
            onChange={onPart}
            options={[
              { value: 'words', text: 'Words of the trade' },
              { value: 'keys', text: 'Keys' },
            ]}
            small
          />
        </Box>
        {part === 'words' ? <Words first={word} /> : <Keys />}
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, mt: 2.5 }}>
          <Button variant="contained" onClick={onClose}>
            Close
          </Button>
          <Button variant="outlined" onClick={onTour}>
            Take the two-minute tour
          </Button>
        </Box>
      </Box>
    </Dialog>
  );
}

function Words({ first }: { first: string }) {
  const [sought, setSought] = useState(first);
  const all = GLOSSARY.filter(({ word, means }) => holds(`${word} ${means}`, sought));
  // what a word means comes before what only mentions it
  const found = [...all.filter(({ word }) => holds(word, sought)), ...all.filter(({ word }) => !holds(word, sought))];
  return (
    <>
      <TextField
        label="Find a word"
        value={sought}
        onChange={(event) => setSought(event.target.value)}
        // opened on purpose to be typed into: the keyboard belongs there
        // eslint-disable-next-line jsx-a11y/no-autofocus
        autoFocus
        sx={{ maxWidth: '20rem', mb: 2 }}
        slotProps={{ htmlInput: { autoComplete: 'off' } }}
      />
      <Box
        component="dl"
        sx={{
          m: 0,
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '12.5rem minmax(0, 1fr)' },
          columnGap: 3,
          rowGap: { xs: 0.25, sm: 1 },
          height: 380,
          maxHeight: '52dvh',
          alignContent: 'start',
          overflow: 'auto',
        }}
        tabIndex={0}
      >
        {found.map(({ word, means }) => (
          <Box key={word} sx={{ display: 'contents' }}>
            <Box component="dt" sx={{ fontWeight: 600 }}>
              {word}
            </Box>
            <Box component="dd" sx={{ m: 0, mb: { xs: 1.25, sm: 0 } }}>
              {means}
            </Box>
          </Box>
        ))}
        {found.length === 0 && <dd style={{ margin: 0 }}>No such word here.</dd>}
      </Box>
    </>
  );
}

const MODES: readonly { readonly value: SingleKeyMode; readonly text: string }[] = [
  { value: 'alone', text: 'by themselves' },
  { value: 'withAlt', text: 'together with Alt' },
  { value: 'off', text: 'off' },
];

/** All keys that work at the moment, page by page, and whether single keys do. */
function Keys() {
  const groups = useListedShortcuts();
  const [mode, setMode] = useSingleKeyMode();
  const rooms = [...new Set(groups.map(({ room }) => room))].sort((a, b) => Number(a === 'Everywhere') - Number(b === 'Everywhere'));
  return (
    <>
      <Box sx={{ mb: 2.5 }}>
        <Choice<SingleKeyMode> label="Single letters and signs work" value={mode} onChange={setMode} options={MODES} small />
      </Box>
      <Box sx={{ display: 'grid', gap: 4, gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '1fr 1fr' } }}>
        {rooms.map((room) => (
          <section key={room}>
            <Box component="h3" sx={{ m: 0, mb: 1, fontSize: SIZE.text }}>
              {room}
            </Box>
            <Box component="dl" sx={{ m: 0, display: 'grid', gridTemplateColumns: '7.5rem 1fr', rowGap: 0.75 }}>
              {groups
                .filter((group) => group.room === room)
                .flatMap(({ shortcuts }) => shortcuts)
                .map((shortcut) => ({ shortcut, keys: keyNames(shortcut, mode) }))
                .filter(({ keys }) => keys !== null)
                .map(({ shortcut, keys }) => (
                  <Box key={keys} sx={{ display: 'contents' }}>
                    <Box component="dt">
                      <Box
                        component="kbd"
                        sx={{
                          fontFamily: 'inherit',
                          px: 1,
                          border: `1px solid ${COLOURS.thread}`,
                          borderRadius: 1,
                          backgroundColor: COLOURS.paper,
                        }}
                      >
                        {keys}
                      </Box>
                    </Box>
                    <Box component="dd" sx={{ m: 0 }}>
                      {shortcut.says}
                    </Box>
                  </Box>
                ))}
            </Box>
          </section>
        ))}
      </Box>
      <Box sx={{ mt: 2, color: 'text.secondary' }}>Esc leaves a field, so that single keys work again.</Box>
    </>
  );
}
