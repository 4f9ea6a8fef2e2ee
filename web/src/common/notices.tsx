import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useSyncExternalStore } from 'react';
import { COLOURS } from '../theme.ts';

/** Something that was done, in a few words at the foot of the page, and how to undo it. */
interface Notice {
  readonly text: string;
  readonly undo?: (() => void) | undefined;
}

const SHOWN_MS = 8_000;
/** What can be undone stays longer: it has to be read first. */
const UNDO_MS = 20_000;

/** How long the last change can be undone by its key. */
const UNDO_KEY_MS = 120_000;

let notice: Notice | null = null;
let lastUndo: { readonly text: string; readonly undo: () => void; readonly at: number } | null = null;
let timer: ReturnType<typeof setTimeout> | undefined;
const listeners = new Set<() => void>();

function show(next: Notice | null): void {
  notice = next;
  clearTimeout(timer);
  if (next) timer = setTimeout(() => show(null), next.undo ? UNDO_MS : SHOWN_MS);
  for (const listener of listeners) listener();
}

/** Says that something was done: shown at the foot of the page, and read out. `undo` takes it back. */
export function notify(text: string, undo?: () => void): void {
  lastUndo = undo ? { text, undo, at: Date.now() } : null;
  show({ text, undo });
}

/** Forgets what could be undone: nobody undoes another person's change. */
export function forgetUndo(): void {
  lastUndo = null;
  if (notice?.undo) show(null);
}

/** Undoes the last change that can be undone. */
export function undoLast(): void {
  const last = lastUndo;
  lastUndo = null;
  if (last === null || Date.now() - last.at > UNDO_KEY_MS) {
    show({ text: 'There is nothing to undo.' });
    return;
  }
  show({ text: `Undone: ${last.text}` });
  last.undo();
}

/** The place for notices. It is in the page from the start, so that a screen reader reads what appears in it. */
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
                onClick={undoLast}
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
