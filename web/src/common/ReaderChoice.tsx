import { READER_WORDS, READERS, type Reader } from '@easytuck/contract';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';

/** Who reads: words name sides, and drawings are turned, accordingly. */
export function ReaderChoice({ reader, onChange }: { reader: Reader; onChange: (reader: Reader) => void }) {
  return (
    <TextField
      select
      label="Who is reading"
      value={reader}
      onChange={(event) => onChange(event.target.value as Reader)}
      sx={{ width: '15rem', maxWidth: '100%' }}
    >
      {READERS.map((each) => (
        <MenuItem key={each} value={each}>
          {READER_WORDS[each]}
        </MenuItem>
      ))}
    </TextField>
  );
}
