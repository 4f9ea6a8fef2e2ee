import type { SchoolChoice } from '@easytuck/contract';
import { formatCollarLabel, formatCollarSize } from '@easytuck/core';
import Box from '@mui/material/Box';
import { memo, useId, type Dispatch } from 'react';
import { useUnits } from '../../../shared/UnitProvider.tsx';
import { SCHOOL_WORDS, settingWords } from '../../../shared/words.ts';
import { COLOURS, FIGURES } from '../../../theme.ts';
import type { BenchEvent } from '../benchReducer.ts';
import type { SchoolView } from '../benchViewModel.ts';

/** The four schools side by side, each with what it gives on this neck with this tie. */
export const Schools = memo(function Schools({
  schools,
  school,
  dispatch,
}: {
  schools: readonly SchoolView[];
  school: SchoolChoice;
  dispatch: Dispatch<BenchEvent>;
}) {
  const name = useId();
  return (
    <Box component="fieldset" sx={{ border: 0, m: 0, mt: 0.5, p: 0 }}>
      <Box component="legend" sx={{ fontSize: '0.8125rem', color: 'text.secondary', p: 0, mb: 0.25 }}>
        Where each school sets it{school === 'own' ? '; now set by hand' : ''}
      </Box>
      <Box sx={{ display: 'grid', gap: 1, gridTemplateColumns: { xs: 'repeat(2, minmax(0, 1fr))', md: 'repeat(4, minmax(0, 1fr))' } }}>
        {schools.map((each) => (
          <SchoolTicket
            key={each.school}
            name={name}
            view={each}
            chosen={each.school === school}
            onChoose={() => dispatch({ type: 'schoolChosen', school: each.school })}
          />
        ))}
      </Box>
    </Box>
  );
});

function SchoolTicket({ name, view, chosen, onChoose }: { name: string; view: SchoolView; chosen: boolean; onChoose: () => void }) {
  const { length } = useUnits();
  const { set, worn, school } = view;
  const words = SCHOOL_WORDS[school];
  const isBetween = set.mark !== null && Math.abs(set.rounded.nearest.lengthMm - set.wantedMm) > 0.1;
  const asked =
    set.mark === null
      ? ''
      : set.mark.by === 'chart'
        ? `, ${formatCollarSize(set.mark.collar)} by the size chart`
        : isBetween
          ? ` (${formatCollarLabel(set.mark.collar)})`
          : '';
  const gives =
    set.rounded.beyondMm !== 0
      ? `${length(Math.abs(set.rounded.beyondMm))} past the band’s end`
      : school === 'late'
        ? `drawn in ${length(set.drawInMm)} gives ${length(worn.fit.spreadMm)}`
        : `gives ${length(worn.fit.spreadMm)}`;
  return (
    <Box
      component="label"
      sx={{
        position: 'relative',
        display: 'block',
        px: 1.5,
        py: 0.75,
        cursor: 'pointer',
        border: `1px solid ${chosen ? COLOURS.ink : COLOURS.thread}`,
        boxShadow: chosen ? `inset 0 0 0 1px ${COLOURS.ink}` : 'none',
        borderRadius: 1,
        backgroundColor: chosen ? COLOURS.card : 'transparent',
        '&:has(:focus-visible)': { outline: `2px solid ${COLOURS.long}`, outlineOffset: 2 },
      }}
    >
      <input
        type="radio"
        name={name}
        checked={chosen}
        onChange={onChoose}
        style={{ position: 'absolute', opacity: 0, inset: 0, pointerEvents: 'none' }}
      />
      <Box sx={{ display: 'flex', justifyContent: 'space-between', gap: 1 }}>
        <Box component="span" sx={{ fontFamily: FIGURES, fontWeight: 600, fontSize: '1.0625rem' }}>
          {chosen ? '● ' : ''}
          {words.name}
        </Box>
        <Box component="span" sx={{ fontWeight: 600 }}>
          {settingWords(set.rounded.nearest, length).phrase}
        </Box>
      </Box>
      <Box sx={{ fontSize: '0.8125rem', color: set.rounded.beyondMm !== 0 ? 'error.main' : 'text.secondary' }}>
        {words.rule}
        {asked}; {gives}
      </Box>
    </Box>
  );
}
