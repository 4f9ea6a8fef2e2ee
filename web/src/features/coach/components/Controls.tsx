import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ToggleButton from '@mui/material/ToggleButton';
import type { ReactNode } from 'react';
import { Choice } from '../../../common/Choice.tsx';
import { SPEEDS, WAITS, type Speed, type Wait } from '../coachReducer.ts';
import { useHasVoice, type Coach } from '../useCoach.ts';

const SPEED_TEXT: Readonly<Record<Speed, string>> = { 0.25: '¼×', 0.5: '½×', 1: '1×', 2: '2×' };

/** Back, hold, again, next; how fast; and what goes on without hands. Between them stands what is given. */
export function Controls({ coach: { state, dispatch }, children }: { coach: Coach; children: ReactNode }) {
  const canSpeak = useHasVoice();
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'end', gap: 1.25, mt: 1 }}>
      <Button variant="outlined" onClick={() => dispatch({ type: 'back' })} disabled={state.step === 0}>
        Back
      </Button>
      <Button variant="outlined" onClick={() => dispatch({ type: 'repeat' })}>
        Again
      </Button>
      <Button variant="outlined" onClick={() => dispatch({ type: 'holdOrMove' })} sx={{ minWidth: 92 }}>
        {state.moving ? 'Hold' : 'Move'}
      </Button>
      <Button
        variant="contained"
        onClick={() => dispatch({ type: 'next' })}
        disabled={state.step + 1 >= state.stepCount}
        sx={{ minWidth: '7.5rem' }}
      >
        Next
      </Button>
      <Box sx={{ flex: '1 1 12.5rem', minWidth: 'min(11.25rem, 100%)', maxWidth: '18.75rem', mx: 'auto', alignSelf: 'center' }}>
        {children}
      </Box>
      <Choice
        label="Speed"
        value={String(state.speed)}
        onChange={(speed) => dispatch({ type: 'choose', chosen: { speed: Number(speed) as Speed } })}
        options={SPEEDS.map((speed) => ({ value: String(speed), text: SPEED_TEXT[speed] }))}
        small
      />
      <Choice
        label="Auto-advance, seconds"
        value={String(state.waitS)}
        onChange={(waitS) => dispatch({ type: 'choose', chosen: { waitS: Number(waitS) as Wait } })}
        options={WAITS.map((wait) => ({ value: String(wait), text: wait === 0 ? 'off' : String(wait) }))}
        small
      />
      <ToggleButton value="loop" selected={state.looping} onChange={() => dispatch({ type: 'toggleLoop' })} sx={{ minHeight: 34, py: 0 }}>
        Repeat this step
      </ToggleButton>
      {canSpeak && (
        <ToggleButton
          value="voice"
          selected={state.spoken}
          onChange={() => dispatch({ type: 'choose', chosen: { spoken: !state.spoken } })}
          sx={{ minHeight: 34, py: 0 }}
        >
          Read aloud
        </ToggleButton>
      )}
    </Box>
  );
}
