import TextField, { type TextFieldProps } from '@mui/material/TextField';
import { useState } from 'react';

interface SearchFieldProps extends Pick<TextFieldProps, 'sx'> {
  readonly label: string;
  /** What is looked for, as the page's address has it. */
  readonly value: string;
  readonly onChange: (letters: string) => void;
}

/**
 * Letters that stand in the page's address. The address follows what is typed only a moment later, so the field holds the letters
 * itself: one that waited for the address would lose what is typed meanwhile, and put the cursor at the end. It follows an address
 * that changed otherwise, as by going back.
 */
export function SearchField({ label, value, onChange, sx }: SearchFieldProps) {
  const [typed, setTyped] = useState(value);
  const [seen, setSeen] = useState(value);
  /** Typed, and not yet seen in the address. */
  const [underWay, setUnderWay] = useState<readonly string[]>([]);
  if (value !== seen) {
    setSeen(value);
    const arrived = underWay.lastIndexOf(value);
    setUnderWay(arrived < 0 ? [] : underWay.slice(arrived + 1));
    if (arrived < 0) setTyped(value);
  }
  return (
    <TextField
      type="search"
      label={label}
      value={typed}
      onChange={(event) => {
        setTyped(event.target.value);
        setUnderWay([...underWay, event.target.value]);
        onChange(event.target.value);
      }}
      onBlur={() => setUnderWay([])}
      {...(sx ? { sx } : {})}
      slotProps={{ inputLabel: { shrink: true }, htmlInput: { autoComplete: 'off' } }}
    />
  );
}
