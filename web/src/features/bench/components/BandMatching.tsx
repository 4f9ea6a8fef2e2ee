import { SIZE } from '../../../theme.ts';
import type { Tie } from '@easytuck/contract';
import { lastStep, matchBand, schoolSet, settingAt } from '@easytuck/core';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState, type Dispatch } from 'react';
import { preparedOf } from '../../../common/preparedOf.ts';
import { useUnits } from '../../../common/UnitProvider.tsx';
import { settingWords } from '../../../common/words.ts';
import type { BenchEvent } from '../benchReducer.ts';
import type { BenchFit } from '../benchViewModel.ts';

/** Sets the band by laying it beside a numbered one that fits, tells what that gives, and prints a gauge that saves the trouble. */
export function BandMatching({ fit, ties, dispatch }: { fit: BenchFit; ties: readonly Tie[]; dispatch: Dispatch<BenchEvent> }) {
  const { length } = useUnits();
  const numbered = ties.filter(({ id, hardware }) => id !== fit.tie.id && hardware.kind !== 'fixed' && hardware.marks !== null);
  const [referenceId, setReferenceId] = useState('');
  const [step, setStep] = useState<number | null>(null);
  const reference = numbered.find(({ id }) => id === referenceId) ?? numbered[0];
  const collar = fit.worn.setting;
  if (!reference)
    return (
      <Box>
        There is no numbered tie in the drawer to lay beside it. <GaugeLink tieId={fit.tie.id} />
      </Box>
    );
  const prepared = preparedOf(reference);
  const suggested = schoolSet('true', prepared, fit.collar, fit.easeMm).rounded.nearest.step;
  const referenceStep = Math.min(lastStep(reference.hardware), step ?? suggested);
  const match = matchBand(prepared, referenceStep, fit.prepared, fit.worn.fit.neckPathMm);
  const { nearest, beyondMm } = match.rounded;
  return (
    <Box sx={{ display: 'grid', gap: 3, gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '22.5rem minmax(0, 1fr)' } }}>
      <Box sx={{ display: 'grid', gap: 2, alignContent: 'start' }}>
        <TextField
          select
          label="Numbered tie that fits"
          value={reference.id}
          onChange={(event) => {
            setReferenceId(event.target.value);
            setStep(null);
          }}
        >
          {numbered.map(({ id, name }) => (
            <MenuItem key={id} value={id}>
              {name}
            </MenuItem>
          ))}
        </TextField>
        <TextField select label="Set at" value={referenceStep} onChange={(event) => setStep(Number(event.target.value))}>
          {Array.from({ length: lastStep(reference.hardware) + 1 }, (_, each) => (
            <MenuItem key={each} value={each}>
              {settingWords(settingAt(reference.hardware, each), length).phrase}
            </MenuItem>
          ))}
        </TextField>
        <GaugeLink tieId={fit.tie.id} />
      </Box>
      <Box sx={{ fontSize: SIZE.text }}>
        <p style={{ marginTop: 0 }}>
          Lay both ties on the table, noses together at one end. Nose to nose they must be alike: <b>{length(match.noseToNoseMm)}</b>. On{' '}
          {fit.tie.name} that is <b>{settingWords(nearest, length).phrase}</b>.
        </p>
        {beyondMm !== 0 && (
          <Alert severity="warning" sx={{ mb: 1 }}>
            That is {length(Math.abs(beyondMm))} past the end of this band.
          </Alert>
        )}
        <p>
          It gives a bow of <b>{length(match.spreadMm)}</b>
          {Math.abs(match.naturalOffMm) < 1.5
            ? ', as the tie was cut.'
            : `, ${length(Math.abs(match.naturalOffMm))} ${match.naturalOffMm > 0 ? 'wider' : 'narrower'} than it was cut for: the two differ in blade or cloth, which laying them side by side does not see.`}{' '}
          Worked out from its own measures it now stands at {settingWords(collar, length).phrase}.
        </p>
        <Button variant="outlined" disabled={beyondMm !== 0} onClick={() => dispatch({ type: 'stepSet', step: nearest.step })}>
          Set it by the other tie
        </Button>
      </Box>
    </Box>
  );
}

function GaugeLink({ tieId }: { tieId: string }) {
  return (
    <Button variant="outlined" component="a" href={`/api/paper/gauges/${tieId}`} target="_blank" rel="noreferrer">
      Print a setting gauge for this tie
    </Button>
  );
}
