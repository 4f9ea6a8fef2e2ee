import type { PrinterState } from '@easytuck/contract';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { controlPrinter, labelImage, usePrinter } from '../../common/api/printer.ts';
import { sentenceOf } from '../../common/api/request.ts';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { PRINTER_WORDS } from '../../common/words.ts';
import { COLOURS, SIZE } from '../../theme.ts';
import { QUIET } from '../../common/looks.ts';
import { May } from '../../common/session/May.tsx';

const JOB_WORDS = { waiting: 'waiting', printing: 'printing …', printed: 'printed' } as const;
const A_ROLL = 60;

/** The label printer: what it is at, its queue, what it printed, and, where it is simulated, its paper and plug. */
export function Printer() {
  return <Loaded reading={usePrinter()}>{(printer) => <Known printer={printer} />}</Loaded>;
}

function Known({ printer }: { printer: PrinterState }) {
  const [failure, setFailure] = useState<unknown>(null);
  const control = async (change: Parameters<typeof controlPrinter>[0]): Promise<void> => {
    setFailure(null);
    try {
      await controlPrinter(change);
    } catch (error) {
      setFailure(error);
    }
  };
  const { state, labelsLeft, isSimulated, jobs } = printer;
  return (
    <>
      <Box role="status" sx={{ mb: 1 }}>
        {state === 'ready' || state === 'printing' ? '✓' : '!'} {PRINTER_WORDS[state]}
        {labelsLeft !== null && `, ${labelsLeft} labels left`}
        {isSimulated && ' (simulated)'}
      </Box>
      {isSimulated && (
        <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', mb: 2 }}>
          <May what="printer.use">
            <Button variant="outlined" onClick={() => void control({ isOnline: state === 'offline' })}>
              {state === 'offline' ? 'Plug it in' : 'Pull the plug'}
            </Button>
          </May>
          <May what="printer.use">
            <Button variant="outlined" onClick={() => void control({ labelsLeft: state === 'outOfPaper' ? A_ROLL : 0 })}>
              {state === 'outOfPaper' ? 'Put a roll in' : 'Take the roll out'}
            </Button>
          </May>
        </Box>
      )}
      {failure !== null && <Alert severity="error">{sentenceOf(failure)}</Alert>}
      {jobs.length === 0 ? (
        <Box sx={QUIET}>Nothing printed yet. A card is sent here from a fitting.</Box>
      ) : (
        <Box
          component="ul"
          sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: 2, gridTemplateColumns: 'repeat(auto-fill, minmax(15.625rem, 1fr))' }}
        >
          {[...jobs].reverse().map(({ id, title, state: at, hasImage }) => (
            <li key={id}>
              <Box
                sx={{
                  aspectRatio: '105 / 70',
                  border: `1px solid ${COLOURS.thread}`,
                  backgroundColor: hasImage ? COLOURS.white : 'transparent',
                  display: 'grid',
                  placeItems: 'center',
                }}
              >
                {hasImage ? <img src={labelImage(id)} alt={`Label: ${title}`} style={{ width: '100%' }} /> : JOB_WORDS[at]}
              </Box>
              <Box sx={{ fontSize: SIZE.aside, mt: 0.5 }}>
                {title}: {JOB_WORDS[at]}
              </Box>
            </li>
          ))}
        </Box>
      )}
    </>
  );
}
