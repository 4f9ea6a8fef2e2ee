import type { Fitting } from '@easytuck/contract';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link } from 'react-router';
import { v7 as uuid } from 'uuid';
import { printLabel, usePrinter } from '../../common/api/printer.ts';
import { NotSaved } from '../../common/forms/NotSaved.tsx';
import { useSaving } from '../../common/forms/useSaving.ts';
import { useMay } from '../../common/session/sessionStore.ts';
import { useShortcuts } from '../../common/shortcuts/shortcuts.ts';
import { PRINTER_WORDS } from '../../common/words.ts';
import { COLOURS } from '../../theme.ts';

/** The set card: on A6, as a sheet of eight, or from the label printer. */
export function PrintCard({ fitting }: { fitting: Fitting }) {
  const [jobId, setJobId] = useState<string | null>(null);
  // the same label sent again, after its answer was lost, is printed once
  const [nextId, setNextId] = useState(() => uuid());
  const { save: print, failure } = useSaving(async () => {
    await printLabel(nextId, fitting.id);
    setJobId(nextId);
    setNextId(uuid());
  });
  const mayPrint = useMay()('printer.use');
  useShortcuts('Fitting', mayPrint ? [{ key: 'p', says: 'print the card on a label', run: () => void print() }] : []);
  if (fitting.card === null) return null;
  const pdf = (format: string): string => `/api/paper/cards?ids=${fitting.id}&format=${format}`;
  return (
    <Box component="section" aria-label="Set card" sx={{ display: 'flex', gap: 1.5, alignItems: 'center', flexWrap: 'wrap', mb: 2 }}>
      <Box sx={{ fontWeight: 600 }}>Set card</Box>
      <Button variant="outlined" component="a" href={pdf('A6')} target="_blank" rel="noreferrer">
        A6
      </Button>
      <Button variant="outlined" component="a" href={pdf('sheet')} target="_blank" rel="noreferrer">
        Sheet of eight
      </Button>
      {mayPrint && (
        <Button variant="outlined" onClick={() => void print()}>
          Label printer
        </Button>
      )}
      <Button variant="outlined" component="a" href={`/api/paper/coach-sheets/${fitting.id}`} target="_blank" rel="noreferrer">
        Tying, step by step
      </Button>
      {jobId !== null && <JobState jobId={jobId} />}
      <NotSaved failure={failure} what="printed" kept="" sx={{ py: 0 }} />
    </Box>
  );
}

/** How far a label is. */
function JobState({ jobId }: { jobId: string }) {
  const printer = usePrinter().data;
  const job = printer?.jobs.find(({ id }) => id === jobId);
  if (!printer || !job) return null;
  return (
    <Box role="status" sx={{ color: COLOURS.pencil }}>
      {job.state === 'printed' ? 'Printed. ' : job.state === 'printing' ? 'Printing … ' : `Waiting: ${PRINTER_WORDS[printer.state]}. `}
      <Link to="/shop#printer">Printer</Link>
    </Box>
  );
}
