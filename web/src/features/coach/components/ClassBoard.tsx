import type { StepWords } from '@easytuck/contract';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import { useState, type SyntheticEvent } from 'react';
import { COLOURS, FIGURES, SIZE } from '../../../theme.ts';
import { QUIET } from '../../../common/looks.ts';
import { MOST_LEARNERS, useClassList } from '../classList.ts';

/** The one sentence of a step, to be read from the back of a room, and what a teacher presses. */
export function ClassWords({
  words,
  number,
  of,
  onBack,
  onNext,
  onLeave,
}: {
  words: StepWords;
  number: number;
  of: number;
  onBack: () => void;
  onNext: () => void;
  onLeave: () => void;
}) {
  return (
    <Box component="section" aria-label="This step, for the class" aria-live="polite" sx={{ display: 'grid', gap: 1 }}>
      <Box sx={{ ...QUIET, fontSize: SIZE.figure }}>
        {number} of {of}: {words.name}
      </Box>
      <Box sx={{ fontFamily: FIGURES, fontWeight: 560, fontSize: 'clamp(1.5rem, 2.9vw, 3.25rem)', lineHeight: 1.18 }}>{words.act}</Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        <Button variant="outlined" onClick={onBack} disabled={number === 1}>
          Back
        </Button>
        <Button variant="contained" onClick={onNext} disabled={number === of}>
          Next
        </Button>
        <Button variant="outlined" onClick={onLeave}>
          Leave the class view
        </Button>
      </Box>
    </Box>
  );
}

/** Who is in the class, and who can do it by now. Stored in this browser only. */
export function ClassList() {
  const { learners, add, tick, clear } = useClassList();
  const [name, setName] = useState('');
  const able = learners.filter(({ isAble }) => isAble).length;
  const submit = (event: SyntheticEvent): void => {
    event.preventDefault();
    add(name);
    setName('');
  };
  return (
    <Box component="section" aria-label="Who can do it" sx={{ display: 'grid', gap: 1, alignContent: 'start' }}>
      <Box component="h2" sx={{ m: 0, fontFamily: FIGURES, fontWeight: 560, fontSize: SIZE.figure }} role="status">
        {learners.length === 0 ? 'Who can do it' : `${able} of ${learners.length} can do it`}
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {learners.map((learner) => (
          <Box component="li" key={learner.name} sx={{ borderBottom: `1px solid ${COLOURS.rule}` }}>
            <FormControlLabel
              control={<Checkbox checked={learner.isAble} onChange={() => tick(learner.name)} />}
              label={learner.name}
              sx={{ minHeight: 44, overflowWrap: 'anywhere' }}
            />
          </Box>
        ))}
      </Box>
      {learners.length < MOST_LEARNERS && (
        <Box component="form" onSubmit={submit} sx={{ display: 'flex', gap: 1, alignItems: 'end' }}>
          <TextField
            label="Name, or several with commas"
            value={name}
            onChange={(event) => setName(event.target.value)}
            slotProps={{ htmlInput: { autoComplete: 'off' } }}
            sx={{ flex: 1 }}
          />
          <Button type="submit" variant="outlined" disabled={name.trim() === ''}>
            Add
          </Button>
        </Box>
      )}
      {learners.length > 0 && (
        <Button onClick={clear} sx={{ justifySelf: 'start' }}>
          Clear the list
        </Button>
      )}
    </Box>
  );
}
