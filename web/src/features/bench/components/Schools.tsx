import type { SchoolChoice } from '@easytuck/contract';
import { formatCollarLabel, formatCollarSize, lastStep, settingAt, type Hardware } from '@easytuck/core';
import Box from '@mui/material/Box';
import { memo, useId, type Dispatch } from 'react';
import { useUnits } from '../../../common/UnitProvider.tsx';
import { SCHOOL_WORDS, settingWords } from '../../../common/words.ts';
import { COLOURS, FIGURES, SIZE } from '../../../theme.ts';
import type { BenchEvent } from '../benchReducer.ts';
import type { SchoolView } from '../benchViewModel.ts';
import { QUIET_NOTE } from '../../../common/looks.ts';

/** The four schools side by side, each with what it gives on this neck with this tie. */
export const Schools = memo(function Schools({
  schools,
  school,
  belly,
  hardware,
  smallMm,
  advice,
  isEased,
  dispatch,
}: {
  schools: readonly SchoolView[];
  school: SchoolChoice;
  /** Where the belly lies on the blade, in mm from the nose. */
  belly: number;
  hardware: Hardware;
  /** How far the house's small school goes under the collar size. */
  smallMm: number;
  /** What dress custom says of occasion and collar. */
  advice: string;
  /** True where the school was chosen because the wearer is learning. */
  isEased: boolean;
  dispatch: Dispatch<BenchEvent>;
}) {
  const name = useId();
  const { length } = useUnits();
  const late = school === 'late' ? schools.find((each) => each.school === 'late') : undefined;
  return (
    <Box component="fieldset" sx={{ border: 0, m: 0, mt: 0.5, p: 0 }}>
      <Box component="legend" sx={{ fontSize: SIZE.note, color: 'text.secondary', p: 0, mb: 0.25 }}>
        Where each school sets it{school === 'own' ? '; now set by hand' : ''}
        {isEased && <b> · The wearer is learning: a longer set is easier to tie. Take it in as skill grows.</b>}
        {advice !== '' && <span> · {advice}</span>}
      </Box>
      <Box sx={{ display: 'grid', gap: 1, gridTemplateColumns: { xs: 'repeat(2, minmax(0, 1fr))', md: 'repeat(4, minmax(0, 1fr))' } }}>
        {schools.map((each) => (
          <SchoolTicket
            key={each.school}
            name={name}
            view={each}
            belly={belly}
            smallMm={smallMm}
            chosen={each.school === school}
            onChoose={() => dispatch({ type: 'schoolChosen', school: each.school })}
          />
        ))}
      </Box>
      {late && (
        <Box sx={{ mt: 0.75, fontSize: SIZE.plain }}>
          Tie it at <b>{settingWords(settingAt(hardware, lastStep(hardware)), length).phrase}</b>,{' '}
          {length(late.set.rounded.nearest.lengthMm + late.set.drawInMm)} tip to tip; then take it in <b>{length(late.set.drawInMm)}</b> at
          the back, to <b>{settingWords(late.set.rounded.nearest, length).phrase}</b>. The bow hangs low until then; a second pair of hands
          helps.
        </Box>
      )}
    </Box>
  );
});

/** Half of an eighth of an inch: less than this is written as nothing. */
const SHOWN_AS_NONE_MM = 1.6;

interface SchoolTicketProps {
  readonly name: string;
  readonly view: SchoolView;
  readonly belly: number;
  readonly smallMm: number;
  readonly chosen: boolean;
  readonly onChoose: () => void;
}

function SchoolTicket({ name, view, belly, smallMm, chosen, onChoose }: SchoolTicketProps) {
  const { length } = useUnits();
  const { set, worn, school } = view;
  const words = SCHOOL_WORDS[school];
  const rule = school === 'small' ? `${length(smallMm)} under collar size` : words.rule;
  const isBetween = set.mark !== null && Math.abs(set.rounded.nearest.lengthMm - set.wantedMm) > 0.1;
  const asked =
    set.mark === null
      ? ''
      : set.mark.by === 'chart'
        ? `, ${formatCollarSize(set.mark.collar)} by the size chart`
        : isBetween
          ? ` (${formatCollarLabel(set.mark.collar)})`
          : '';
  const { front, binding } = worn.fit;
  const offBelly = front.foldAtMm - belly;
  const fold =
    Math.abs(offBelly) < SHOWN_AS_NONE_MM ? 'on the belly' : `${length(Math.abs(offBelly))} ${offBelly > 0 ? 'past' : 'before'} it`;
  const crossing = front.crossingAtMm < SHOWN_AS_NONE_MM ? 'on the band' : `${length(front.crossingAtMm)} onto the blade`;
  const room = binding.roomMm < 0 ? `${length(-binding.roomMm)} past a limit` : `${length(binding.roomMm)} of adjustment left`;
  const gives = `${school === 'late' ? `taken in ${length(set.drawInMm)}, ` : ''}gives ${length(worn.fit.spreadMm)}, ${room}`;
  const isBeyond = set.rounded.beyondMm !== 0;
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
      <Box sx={{ display: 'flex', flexWrap: 'wrap', justifyContent: 'space-between', columnGap: 1 }}>
        <Box component="span" sx={{ fontFamily: FIGURES, fontWeight: 600, fontSize: SIZE.clear }}>
          {chosen ? '● ' : ''}
          {words.name}
        </Box>
        <Box component="span" sx={{ fontWeight: 600 }}>
          {settingWords(set.rounded.nearest, length).phrase}
        </Box>
      </Box>
      <Box sx={QUIET_NOTE}>
        {rule}
        {asked}
      </Box>
      <Box sx={{ fontSize: SIZE.aside, color: isBeyond ? 'error.main' : 'text.primary' }}>
        {isBeyond ? `${length(Math.abs(set.rounded.beyondMm))} past the band’s end` : gives}
      </Box>
      <Box sx={QUIET_NOTE}>
        fold {fold}; crossing {crossing}
      </Box>
    </Box>
  );
}
