import { formatLength, parseLength, type LengthUnit } from '@easytuck/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Slider from '@mui/material/Slider';
import { useState } from 'react';
import { COLOURS, FIGURES, SHADOW, SIZE } from '../../theme.ts';
import { Choice } from '../Choice.tsx';
import { Page } from '../Page.tsx';
import { useShortcuts } from '../shortcuts/shortcuts.ts';
import { readStored, writeStored } from '../stored.ts';
import { sendReading, takeReading, type TapeFaults } from './tapeMeasure.ts';

const KEY = 'easytuck.tape.length';
const UNITS = [
  { value: 'in', text: 'in' },
  { value: 'cm', text: 'cm' },
  { value: 'mm', text: 'mm' },
] as const;
const FAULTS: readonly (readonly [keyof TapeFaults, string])[] = [
  ['jitters', 'unsteady hand'],
  ['wrongUnit', 'wrong unit'],
  ['dropsOut', 'loses readings'],
];

/** The simulated tape measure: pulled out to a length, sent by its button. Pressing it leaves the focus where it is. */
export function TapePanel({ onClose, docked = true }: { onClose?: () => void; docked?: boolean }) {
  const [lengthMm, setLengthMm] = useState(() => readStored(KEY, (value) => (typeof value === 'number' ? value : null), 400));
  const [unit, setUnit] = useState<LengthUnit>('cm');
  const [faults, setFaults] = useState<TapeFaults>({ jitters: false, wrongUnit: false, dropsOut: false });
  const [lost, setLost] = useState(0);
  const pull = (mm: number): void => {
    setLengthMm(mm);
    writeStored(KEY, mm);
  };
  const press = (): void => {
    const reading = takeReading(lengthMm, unit, faults, Math.random);
    if (reading) sendReading(reading);
    else setLost((count) => count + 1);
  };
  useShortcuts('Everywhere', [{ key: 'F8', says: 'press the tape’s button', run: press }]);
  return (
    <Box
      component="aside"
      aria-label="Simulated tape measure"
      // a hand on the tape is no hand on the page: the field keeps the focus
      onMouseDown={(event) => {
        if (!(event.target instanceof HTMLInputElement)) event.preventDefault();
      }}
      sx={{
        ...(docked ? { position: 'fixed', right: 20, bottom: 16, zIndex: 1300, boxShadow: SHADOW } : { mx: 'auto', mt: 4 }),
        width: '21.25rem',
        maxWidth: '100%',
        p: 2,
        backgroundColor: COLOURS.tape,
        border: `1px solid ${COLOURS.ink}`,
        borderRadius: 1,
      }}
    >
      <Box sx={{ display: 'flex', justifyContent: 'space-between', alignItems: 'baseline' }}>
        <Box sx={{ fontSize: SIZE.note }}>Tape measure, simulated</Box>
        {onClose && (
          <Button size="small" onClick={onClose} sx={{ minHeight: 28, color: COLOURS.ink }}>
            Put away
          </Button>
        )}
      </Box>
      <Box
        component="input"
        aria-label="Length on the tape"
        defaultValue={formatLength(lengthMm, 'mm')}
        key={lengthMm}
        onBlur={(event) => {
          const read = parseLength(event.target.value, 'mm');
          if (read.kind === 'length') pull(Math.min(1500, read.lengthMm));
        }}
        sx={{
          font: 'inherit',
          fontFamily: FIGURES,
          fontSize: SIZE.big,
          fontWeight: 560,
          width: '100%',
          border: 0,
          background: 'none',
          color: COLOURS.ink,
        }}
      />
      <Slider
        aria-label="Tape pulled out"
        min={0}
        max={1000}
        value={Math.min(1000, lengthMm)}
        onChange={(_event, value) => pull(value)}
        tabIndex={-1}
        sx={{ color: COLOURS.ink }}
      />
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', justifyContent: 'space-between' }}>
        <Choice label="Unit on the tape" hideLabel small value={unit} onChange={setUnit} options={UNITS} />
        <Button variant="contained" onClick={press} sx={{ backgroundColor: COLOURS.ink }}>
          Send reading
        </Button>
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', mt: 0.5 }}>
        {FAULTS.map(([fault, says]) => (
          <FormControlLabel
            key={fault}
            control={
              <Checkbox
                size="small"
                checked={faults[fault]}
                onChange={(_event, isOn) => setFaults({ ...faults, [fault]: isOn })}
                sx={{ color: COLOURS.ink }}
              />
            }
            label={<Box sx={{ fontSize: SIZE.note }}>{says}</Box>}
          />
        ))}
      </Box>
      {lost > 0 && <Box sx={{ fontSize: SIZE.note }}>{lost} lost on the way</Box>}
    </Box>
  );
}

/** The tape in a window of its own, as a second device. */
export function TapePage() {
  return (
    <Page title="The tape">
      <TapePanel docked={false} />
    </Page>
  );
}
