import { READER_WORDS, READERS, type Told } from '@easytuck/contract';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';

/** Who reads: words name sides, and drawings are turned, accordingly. */
export function ReaderChoice({ reader, onChange, width = 250 }: { reader: Told; onChange: (reader: Told) => void; width?: number }) {
  return (
    <TextField
      select
      label="“You” are"
      value={reader}
      onChange={(event) => onChange(event.target.value as Told)}
      sx={{ width, maxWidth: '100%' }}
    >
      {READERS.map((each) => (
        <MenuItem key={each} value={each}>
          {READER_WORDS[each]}
        </MenuItem>
      ))}
    </TextField>
  );
}
