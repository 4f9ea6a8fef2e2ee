import type { Bound, Fit } from '@easytuck/core';
import Box from '@mui/material/Box';
import { useUnits } from '../../../shared/UnitProvider.tsx';
import { BOUND_WORDS, GRADE_WORDS } from '../../../shared/words.ts';
import { COLOURS } from '../../../theme.ts';
import { BigNumber } from './BigNumber.tsx';

const GRADE_COLOURS = { good: COLOURS.good, fair: COLOURS.fair, outside: COLOURS.bad } as const;
const GRADE_MARKS = { good: '✓', fair: '!', outside: '✕' } as const;

/** How far the set could still go: to the bound that bites first, to the first one the other way, and to all on request. */
export function Room({ fit }: { fit: Fit }) {
  const { unit, bare, length } = useUnits();
  const { binding, roomShorter, roomLonger } = fit;
  const opposite = binding === roomShorter ? roomLonger : roomShorter;
  return (
    <BigNumber
      label="Room"
      figure={bare(binding.roomMm)}
      of={binding.roomMm < 0 ? `${unit} too ${binding.way === 'longer' ? 'long' : 'short'}` : `${unit} ${binding.way}`}
      colour={GRADE_COLOURS[fit.grade]}
    >
      <Box sx={{ color: COLOURS.ink }}>{binding.roomMm < 0 ? BOUND_WORDS[binding.id] : `then ${BOUND_WORDS[binding.id]}`}</Box>
      <Box>
        {length(opposite.roomMm)} {opposite.way}: {BOUND_WORDS[opposite.id]}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 1.5 }}>
        <Box component="span" sx={{ color: GRADE_COLOURS[fit.grade], fontWeight: 600 }}>
          {GRADE_MARKS[fit.grade]} {GRADE_WORDS[fit.grade]}
        </Box>
        <AllBounds bounds={fit.bounds} />
      </Box>
    </BigNumber>
  );
}

function AllBounds({ bounds }: { bounds: readonly Bound[] }) {
  const { length } = useUnits();
  const sorted = [...bounds].sort((a, b) => a.roomMm - b.roomMm);
  return (
    <Box component="details" sx={{ position: 'relative', '& summary': { cursor: 'pointer', width: 'fit-content' } }}>
      <summary>all</summary>
      <Box
        component="ul"
        sx={{
          position: 'absolute',
          zIndex: 2,
          right: 0,
          bottom: '1.6em',
          m: 0,
          p: 1.5,
          listStyle: 'none',
          width: 330,
          backgroundColor: COLOURS.card,
          border: `1px solid ${COLOURS.thread}`,
          boxShadow: '0 8px 24px rgba(36, 48, 58, 0.16)',
        }}
      >
        {sorted.map(({ id, way, roomMm }) => (
          <Box component="li" key={id} sx={{ display: 'flex', gap: 1.5, py: 0.25, color: roomMm < 0 ? COLOURS.bad : COLOURS.ink }}>
            <Box component="span" sx={{ width: 110, flex: 'none', textAlign: 'right', fontWeight: 600 }}>
              {length(roomMm)} {way}
            </Box>
            <span>{BOUND_WORDS[id]}</span>
          </Box>
        ))}
      </Box>
    </Box>
  );
}
