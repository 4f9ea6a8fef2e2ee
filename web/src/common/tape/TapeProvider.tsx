import Box from '@mui/material/Box';
import { lazy, Suspense, useEffect, useState, type ReactNode } from 'react';
import { COLOURS } from '../../theme.ts';
import { useShortcuts } from '../shortcuts/shortcuts.ts';
import { readStored, writeStored } from '../stored.ts';
import { readingText, simulatedTape, type TapeMeasure } from './tapeMeasure.ts';

const TapePanel = lazy(async () => ({ default: (await import('./TapePanel.tsx')).TapePanel }));
const OPEN_KEY = 'easytuck.tape.open';
const NOTICE_MS = 4_000;

/** Puts the tape's readings into the field that has the focus, and shows the simulated tape where it is wanted. */
export function TapeProvider({ tape = simulatedTape, children }: { tape?: TapeMeasure; children: ReactNode }) {
  const [notice, setNotice] = useState<string | null>(null);
  const [isOpen, setOpen] = useState(() => readStored(OPEN_KEY, (value) => (typeof value === 'boolean' ? value : null), false));
  const toggle = (): void => {
    writeStored(OPEN_KEY, !isOpen);
    setOpen(!isOpen);
  };
  useShortcuts('Everywhere', [{ key: 'y', says: 'the tape measure, shown or put away', run: toggle }]);
  useEffect(
    () =>
      tape.subscribe((reading) => {
        const text = readingText(reading);
        const field = document.activeElement;
        if (field instanceof HTMLInputElement && field.dataset['tape'] !== undefined) {
          writeIntoField(field, text);
          setNotice(`Tape: ${text}`);
        } else setNotice(`The tape read ${text}. Go to the field it belongs in, and press its button again.`);
      }),
    [tape],
  );
  useEffect(() => {
    if (notice === null) return undefined;
    const later = setTimeout(() => setNotice(null), NOTICE_MS);
    return () => clearTimeout(later);
  }, [notice]);
  return (
    <>
      {children}
      <Box
        role="status"
        aria-label="Tape"
        sx={{
          position: 'fixed',
          left: 20,
          bottom: 16,
          zIndex: 1400,
          px: notice === null ? 0 : 2,
          py: notice === null ? 0 : 1,
          backgroundColor: COLOURS.ink,
          color: COLOURS.card,
          borderRadius: 1,
        }}
      >
        {notice}
      </Box>
      {isOpen && (
        <Suspense fallback={null}>
          <TapePanel onClose={toggle} />
        </Suspense>
      )}
    </>
  );
}

/** Writes as a hand would, so that the form that owns the field hears of it. */
function writeIntoField(field: HTMLInputElement, text: string): void {
  Reflect.set(HTMLInputElement.prototype, 'value', text, field);
  field.dispatchEvent(new Event('input', { bubbles: true }));
}
