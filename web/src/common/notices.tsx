import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useSyncExternalStore } from 'react';
import { COLOURS } from '../theme.ts';

/** Something that was done, told in a few words at the foot of the page, and what can be done about it. */
interface Notice {
  readonly text: string;
  readonly undo?: (() => void) | undefined;
}

const SHOWN_MS = 8_000;
/** What can be undone stays longer: it has to be read first. */
const UNDO_MS = 20_000;

let notice: Notice | null = null;
let timer: ReturnType<typeof setTimeout> | undefined;
const listeners = new Set<() => void>();

function show(next: Notice | null): void {
  notice = next;
  clearTimeout(timer);
  if (next) timer = setTimeout(() => show(null), next.undo ? UNDO_MS : SHOWN_MS);
  for (const listener of listeners) listener();
}

/** Tells that something was done: seen at the foot of the page, and read out. `undo` takes it back. */
export const tell = (text: string, undo?: () => void): void => show({ text, undo });

/** Where it is told. It is there from the start, so that what comes into it is read out. */
export function Notices() {
  const now = useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => notice,
  );
  return (
    <Box
      sx={{
        position: 'fixed',
        insetInline: 0,
        bottom: 16,
        zIndex: 1400,
        display: 'flex',
        justifyContent: 'center',
        pointerEvents: 'none',
        px: 2,
      }}
    >
      <Box role="status" aria-live="polite">
        {now && (
          <Box
            sx={{
              pointerEvents: 'auto',
              display: 'flex',
              alignItems: 'center',
              flexWrap: 'wrap',
              gap: 1.5,
              px: 2,
              py: 1,
              minHeight: 44,
              color: COLOURS.card,
              backgroundColor: COLOURS.ink,
              border: `1px solid ${COLOURS.card}`,
              borderRadius: 1,
            }}
          >
            <span>{now.text}</span>
            {now.undo && (
              <Button
                onClick={() => {
                  const { undo } = now;
                  show(null);
                  undo?.();
                }}
                sx={{ color: COLOURS.card, textDecoration: 'underline', minHeight: 36, '&:focus-visible': { outlineColor: COLOURS.card } }}
              >
                Undo
              </Button>
            )}
          </Box>
        )}
      </Box>
    </Box>
  );
}
