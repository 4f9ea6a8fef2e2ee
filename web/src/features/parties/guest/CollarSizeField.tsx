import { formatCollarSize, likelyCollars, parseCollarSize } from '@easytuck/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import type { Ref } from 'react';

interface FieldProps {
  readonly label: string;
  readonly value: string;
  readonly error: string | undefined;
  readonly hint: string;
  readonly onChange: (value: string) => void;
  readonly inputRef: Ref<HTMLInputElement>;
}

/** A collar size as a shirt is labelled. When a label says more than the collar, its sizes are offered to choose from. */
export function CollarSizeField(props: FieldProps) {
  const offered = props.error === undefined ? [] : likelyCollars(parseCollarSize(props.value)).map(formatCollarSize);
  return <SuggestingField {...props} offered={offered} />;
}

/** A field that offers what was probably meant, a button each. */
export function SuggestingField({ label, value, error, hint, onChange, inputRef, offered }: FieldProps & { offered: readonly string[] }) {
  return (
    <Box sx={{ display: 'grid', gap: 1, justifyItems: 'start' }}>
      <TextField
        label={label}
        value={value}
        onChange={(event) => onChange(event.target.value)}
        error={error !== undefined}
        helperText={error ?? hint}
        sx={{ width: '100%', maxWidth: '24rem' }}
        inputRef={inputRef}
        slotProps={{ htmlInput: { autoComplete: 'off' }, formHelperText: error === undefined ? {} : { role: 'alert' } }}
      />
      {offered.length > 0 && (
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
          {offered.map((text) => (
            <Button key={text} variant="outlined" onClick={() => onChange(text)}>
              Use {text}
            </Button>
          ))}
        </Box>
      )}
    </Box>
  );
}
