import type { StepWords } from '@easytuck/contract';
import Box from '@mui/material/Box';
import { COLOURS, FIGURES, SIZE } from '../../../theme.ts';

/** What to do, what each hand does, what to see before going on, what goes wrong: to be read from a metre and a half. */
export function StepPanel({ words, number, of }: { words: StepWords; number: number; of: number }) {
  return (
    <Box component="section" aria-label="This step" aria-live="polite" sx={{ display: 'grid', gap: 1.5, alignContent: 'start' }}>
      <Box component="h2" sx={{ m: 0, fontFamily: FIGURES, fontWeight: 560, fontSize: SIZE.big, lineHeight: 1.1 }}>
        <Box component="span" sx={{ color: 'text.secondary', fontSize: SIZE.head, mr: 1 }}>
          {number}/{of}
        </Box>
        {words.name}
      </Box>
      <Box sx={{ fontSize: SIZE.figure, lineHeight: 1.28, fontWeight: 500, fontFamily: FIGURES }}>{words.act}</Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, fontSize: SIZE.clear, lineHeight: 1.45 }}>
        {words.hands.map((hand) => (
          <li key={hand}>{hand}</li>
        ))}
      </Box>
      <Told name="Before going on" colour={COLOURS.good}>
        {words.check}
      </Told>
      <Told name="Goes wrong here" colour={COLOURS.fair}>
        {words.trap}
      </Told>
    </Box>
  );
}

function Told({ name, colour, children }: { name: string; colour: string; children: string }) {
  return (
    <Box sx={{ borderLeft: `4px solid ${colour}`, pl: 1.5 }}>
      <Box sx={{ fontSize: SIZE.aside, fontWeight: 600, color: colour }}>{name}</Box>
      <Box sx={{ fontSize: SIZE.field, lineHeight: 1.4 }}>{children}</Box>
    </Box>
  );
}
