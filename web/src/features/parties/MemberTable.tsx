import type { MemberTableRead } from '@easytuck/contract';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { readMemberTable } from '../../common/api/parties.ts';
import { NotSaved } from '../../common/forms/NotSaved.tsx';
import { useSaving } from '../../common/forms/useSaving.ts';
import { QUIET_ASIDE } from '../../common/looks.ts';
import { notify } from '../../common/notices.tsx';
import { COLOURS } from '../../theme.ts';

const EXAMPLE = 'name, collar, long end, ties\nAda Larch, 15 1/2, left, helper\nBo Fen, 41 cm, right, self';
const MOST_LISTED = 20;

/** Members from a table: pasted or from a file, checked first, then added. */
export function MemberTable({ partyId, onDone }: { partyId: string; onDone: () => void }) {
  const [text, setText] = useState('');
  const [trial, setTrial] = useState<{ readonly of: string; readonly read: MemberTableRead } | null>(null);
  const look = useSaving(async (words: string) => {
    setTrial({ of: words, read: await readMemberTable(partyId, words, true) });
  });
  const take = useSaving(async () => {
    const { taken } = await readMemberTable(partyId, text, false);
    notify(taken === 1 ? 'One person added.' : `${taken} people added.`);
    onDone();
  });
  const read = trial?.of === text ? trial.read : null;
  return (
    <Box sx={{ display: 'grid', gap: 1.5, p: 2, mb: 2, border: `1px solid ${COLOURS.thread}`, backgroundColor: COLOURS.card }}>
      <Box sx={QUIET_ASIDE}>
        One name a line; or columns: name, collar, long end (left, right), ties (self, helper, practice), minutes before, note. From a
        spreadsheet: save it as CSV, or copy its cells.
      </Box>
      <TextField
        label="The table"
        multiline
        minRows={4}
        maxRows={12}
        value={text}
        placeholder={EXAMPLE}
        onChange={(event) => setText(event.target.value)}
      />
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5 }}>
        <Button variant="outlined" component="label">
          Choose a file
          <input
            type="file"
            accept=".csv,text/csv,text/plain"
            style={{ position: 'absolute', opacity: 0, width: 1, height: 1 }}
            onChange={(event) => {
              const [file] = event.target.files ?? [];
              event.target.value = '';
              void file?.text().then((words) => {
                setText(words);
                void look.save(words);
              });
            }}
          />
        </Button>
        <Button variant={read ? 'outlined' : 'contained'} disabled={text.trim() === '' || look.isBusy} onClick={() => void look.save(text)}>
          Check the list
        </Button>
        {read && read.good.length > 0 && (
          <Button variant="contained" disabled={take.isBusy} onClick={() => void take.save()}>
            Add {read.good.length === 1 ? 'one person' : `${read.good.length} people`}
          </Button>
        )}
      </Box>
      <NotSaved failure={look.failure} what="read" />
      <NotSaved failure={take.failure} what="added" />
      {read && (
        <Box role="status" sx={{ display: 'grid', gap: 1 }}>
          <Box>{foundWords(read.good.length, read.good.filter(({ isKnown }) => isKnown).length)}</Box>
          {read.mistakes.length > 0 && (
            <Alert severity="warning">
              Left out:
              <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
                {read.mistakes.slice(0, MOST_LISTED).map(({ row, column, value, message }, i) => (
                  <li key={i}>
                    Row {row}
                    {column !== '' && `, ${column}`}
                    {value !== '' && ` “${value}”`}: {message}
                  </li>
                ))}
              </Box>
              {read.mistakes.length > MOST_LISTED && `and ${read.mistakes.length - MOST_LISTED} more`}
            </Alert>
          )}
        </Box>
      )}
    </Box>
  );
}

/** How many names a table has, and how many of them are on record. */
function foundWords(found: number, known: number): string {
  if (found === 0) return 'No names found that can be added.';
  const names = found === 1 ? 'One name found' : `${found} names found`;
  return `${names}, ${known === 0 ? 'none of them on record yet' : `${known === found ? 'all' : known} of them on record`}.`;
}
