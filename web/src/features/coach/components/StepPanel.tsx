import type { StepWords } from '@easytuck/contract';
import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import { COLOURS, FIGURES, SIZE } from '../../../theme.ts';
import { litBy, NONE_LIT, type LitDigits } from '../litDigits.ts';

/** What to do, what each hand does, what to see before going on, what goes wrong: to be read from a metre and a half. */
export function StepPanel({
  words,
  number,
  of,
  lit,
  onLit,
  wrongPicture,
}: {
  words: StepWords;
  number: number;
  of: number;
  /** Fingers that are lit in the picture, and how to light others: those that a sentence speaks of. */
  lit: LitDigits;
  onLit: (lit: LitDigits) => void;
  /** What goes wrong, in pictures. */
  wrongPicture: ReactNode;
}) {
  const isLit = (hand: number): boolean => lit[hand]?.some((digit) => digit > 0) ?? false;
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
        {words.hands.map((hand, k) => (
          <li key={hand}>
            <Box
              component="button"
              type="button"
              aria-pressed={isLit(k)}
              onMouseEnter={() => onLit(litBy(hand, k))}
              onMouseLeave={() => onLit(NONE_LIT)}
              onFocus={() => onLit(litBy(hand, k))}
              onBlur={() => onLit(NONE_LIT)}
              onClick={() => onLit(isLit(k) ? NONE_LIT : litBy(hand, k))}
              sx={HAND_LINE}
            >
              {hand}
            </Box>
          </li>
        ))}
      </Box>
      <Note name="Before going on" colour={COLOURS.good}>
        {words.check}
      </Note>
      <Note name="Goes wrong here" colour={COLOURS.fair}>
        {words.trap}
        {wrongPicture}
      </Note>
      {words.more !== null && (
        <Note name="Good to know" colour={COLOURS.pencil}>
          {words.more}
        </Note>
      )}
    </Box>
  );
}

const HAND_LINE = {
  border: 0,
  borderLeft: '4px solid transparent',
  background: 'none',
  font: 'inherit',
  color: 'inherit',
  textAlign: 'left',
  width: '100%',
  p: 0,
  pl: 1,
  ml: -1.5,
  cursor: 'pointer',
  '&:hover, &[aria-pressed=true]': { borderLeftColor: COLOURS.fair },
} as const;

function Note({ name, colour, children }: { name: string; colour: string; children: ReactNode }) {
  return (
    <Box sx={{ borderLeft: `4px solid ${colour}`, pl: 1.5 }}>
      <Box sx={{ fontSize: SIZE.aside, fontWeight: 600, color: colour }}>{name}</Box>
      <Box sx={{ fontSize: SIZE.field, lineHeight: 1.4 }}>{children}</Box>
    </Box>
  );
}
