import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import { useId, useRef, useState, type KeyboardEvent, type ReactNode } from 'react';
import { flushSync } from 'react-dom';
import { COLOURS, FIGURES } from '../../../theme.ts';

interface BigNumberProps {
  readonly label: string;
  /** The figure as it is shown, and as it is put into the field to be changed. */
  readonly figure: string;
  readonly editText?: string;
  readonly of?: ReactNode;
  /** Takes what was typed; answers with why it cannot be, or null. Without it the figure is only read. */
  readonly onType?: (text: string) => string | null;
  readonly onStep?: (by: 1 | -1) => void;
  readonly title?: string;
  readonly colour?: string;
  readonly children?: ReactNode;
}

const figureSx = {
  fontFamily: FIGURES,
  fontWeight: 560,
  fontSize: { xs: '2.75rem', lg: '3.5rem' },
  lineHeight: 1,
  fontVariantNumeric: 'tabular-nums lining-nums',
  letterSpacing: '-0.02em',
} as const;

/** One of the four numbers: large enough to be read from a metre away, and typed over where it can be chosen. */
export function BigNumber({ label, figure, editText, of, onType, onStep, title, colour = COLOURS.ink, children }: BigNumberProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const id = useId();
  const field = useRef<HTMLInputElement>(null);
  const take = (): void => {
    if (typed === null || !onType) return;
    const refused = typed.trim() === (editText ?? figure) ? null : onType(typed);
    setError(refused);
    if (refused === null) setTyped(null);
  };
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key === 'Enter') take();
    if (event.key === 'Escape') {
      setTyped(null);
      setError(null);
    }
    if (onStep && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      event.preventDefault();
      setTyped(null);
      setError(null);
      onStep(event.key === 'ArrowUp' ? 1 : -1);
    }
  };
  const shown = typed ?? figure;
  return (
    <Box sx={{ pointerEvents: 'auto', minWidth: 0 }}>
      <Box
        component={onType ? 'label' : 'div'}
        {...(onType ? { htmlFor: id } : {})}
        sx={{ display: 'block', fontSize: '0.9375rem', lineHeight: 1.3, fontWeight: 600, color: 'text.secondary' }}
      >
        {label}
      </Box>
      <Box title={title} sx={{ display: 'flex', alignItems: 'baseline', gap: 1, flexWrap: 'wrap' }}>
        {onType ? (
          <Box
            component="input"
            ref={field}
            id={id}
            value={shown}
            autoComplete="off"
            aria-invalid={error !== null}
            aria-describedby={`${id}-error`}
            onChange={(event) => setTyped(event.target.value)}
            onFocus={() => {
              // At once, so that the first key pressed replaces the number that was there.
              flushSync(() => setTyped((now) => now ?? editText ?? figure));
              field.current?.select();
            }}
            onBlur={() => {
              take();
              if (error === null) setTyped(null);
            }}
            onKeyDown={onKeyDown}
            sx={{
              ...figureSx,
              color: colour,
              fieldSizing: 'content',
              minWidth: '1.1em',
              height: '1.08em',
              maxWidth: '100%',
              p: 0,
              border: 0,
              borderBottom: `1.5px dashed ${error ? COLOURS.bad : COLOURS.pencil}`,
              borderRadius: 0,
              backgroundColor: 'transparent',
              '&:focus': {
                outline: 'none',
                borderBottom: `2px solid ${error ? COLOURS.bad : COLOURS.long}`,
                backgroundColor: COLOURS.card,
              },
            }}
          />
        ) : (
          <Box component="output" aria-label={label} sx={{ ...figureSx, color: colour }}>
            {figure}
          </Box>
        )}
        {of && <Box sx={{ fontSize: '1rem', color: COLOURS.ink }}>{of}</Box>}
      </Box>
      <Box id={`${id}-error`} role="alert" sx={{ color: 'error.main', fontSize: '0.875rem', maxWidth: 300 }}>
        {error}
      </Box>
      <Box sx={{ mt: 0.25, fontSize: '0.875rem', color: 'text.secondary', lineHeight: 1.4 }}>{children}</Box>
    </Box>
  );
}

/** A small ticket below a number: one press goes to a neighbour. */
export function Neighbour({ text, label, onClick }: { text: ReactNode; label: string; onClick: () => void }) {
  return (
    <ButtonBase
      aria-label={label}
      onClick={onClick}
      sx={{
        font: 'inherit',
        minHeight: 30,
        px: 1,
        border: `1px solid ${COLOURS.thread}`,
        borderRadius: 1,
        backgroundColor: COLOURS.card,
        fontSize: '0.875rem',
        color: COLOURS.ink,
        whiteSpace: 'nowrap',
        '&:hover': { borderColor: COLOURS.ink },
      }}
    >
      {text}
    </ButtonBase>
  );
}
