import Box from '@mui/material/Box';
import { memo, useId } from 'react';
import { COLOURS, SIZE } from '../theme.ts';
import { useReadOnly } from './session/readOnly.ts';

interface ChoiceProps<V extends string> {
  readonly label: string;
  readonly hideLabel?: boolean;
  readonly value: V;
  readonly options: readonly { readonly value: V; readonly text: string }[];
  readonly onChange: (value: V) => void;
  readonly small?: boolean;
  /** Shown, and not to be changed. */
  readonly disabled?: boolean;
}

const hidden = { position: 'absolute', width: '1px', height: '1px', overflow: 'hidden', clipPath: 'inset(50%)' } as const;

/** One of a few: radio buttons that look like tickets laid side by side. */
function PlainChoice<V extends string>({
  label,
  hideLabel = false,
  value,
  options,
  onChange,
  small = false,
  disabled = false,
}: ChoiceProps<V>) {
  const name = useId();
  const isReadOnly = useReadOnly();
  return (
    <Box component="fieldset" sx={{ border: 0, m: 0, p: 0, minWidth: 0 }}>
      <Box component="legend" sx={hideLabel ? hidden : { p: 0, mb: 0.5, fontSize: SIZE.plain, color: 'text.secondary' }}>
        {label}
      </Box>
      <Box
        sx={{
          display: 'inline-flex',
          flexWrap: 'wrap',
          maxWidth: '100%',
          border: `1px solid ${COLOURS.thread}`,
          borderRadius: 1,
          overflow: 'hidden',
          backgroundColor: COLOURS.card,
        }}
      >
        {options.map((option) => (
          <Box
            key={option.value}
            component="label"
            sx={{
              position: 'relative',
              px: small ? 1.25 : 1.5,
              display: 'flex',
              alignItems: 'center',
              minHeight: small ? 32 : 38,
              lineHeight: 1.2,
              whiteSpace: { xs: 'normal', sm: 'nowrap' },
              cursor: 'pointer',
              fontSize: small ? '0.9375rem' : '1rem',
              '&:has(:checked)': { backgroundColor: COLOURS.ink, color: COLOURS.card },
              // where the system paints its own colours, the chosen one is still told apart
              '@media (forced-colors: active)': {
                '&:has(:checked)': { forcedColorAdjust: 'none', backgroundColor: 'Highlight', color: 'HighlightText' },
              },
              // paper has no grounds: what is chosen is underlined there
              '@media print': {
                '&:has(:checked)': { backgroundColor: 'transparent', color: 'inherit', fontWeight: 700, textDecoration: 'underline' },
              },
              '&:has(:focus-visible)': {
                outline: `2px solid ${COLOURS.long}`,
                outlineOffset: -3,
                boxShadow: `inset 0 0 0 3px ${COLOURS.card}`,
              },
            }}
          >
            <input
              type="radio"
              name={name}
              checked={option.value === value}
              disabled={disabled || isReadOnly}
              onChange={() => onChange(option.value)}
              style={{ position: 'absolute', opacity: 0, inset: 0, pointerEvents: 'none' }}
            />
            {option.text}
          </Box>
        ))}
      </Box>
    </Box>
  );
}

/** As {@link PlainChoice}, drawn again only where something of it changed. */
export const Choice = memo(PlainChoice) as typeof PlainChoice;
