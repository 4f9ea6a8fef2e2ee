import {
  CONTRADICTS,
  measureFirst,
  NINETY_PERCENT,
  takeUpGrounds,
  type Normal,
  type PreparedTie,
  type ReadingKind,
  type WhatWasRead,
} from '@easytuck/core';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import { QUIET_ASIDE } from '../looks.ts';
import { useUnits } from '../UnitProvider.tsx';

const READ_WORDS: Readonly<Record<Exclude<ReadingKind, 'tiedBow'>, string>> = {
  mark: 'tip to tip, with the tape, at one of its marks',
  waist: 'the waist',
  thickness: 'four layers of it folded, for its thickness (a quarter of that)',
} as const;

/** Which of both sources is likelier to be wrong, where one of them clearly is. */
function oddOneOut({ knot, mark }: { readonly knot: number; readonly mark: number }): string {
  if (mark > 2 * knot) return 'The marks stand out: few ties of any cut would have that much or that little.';
  if (knot > 2 * mark) return 'The cut stands out: its cloth or its waist is likely not as written.';
  return 'Either may be wrong, so the range holds both.';
}

/** What is held of a tie by its measures alone, before its tyings are counted: its knot's shape, its maker's marks; where they contradict each other; and what to measure first. */
export function RestsOn({ tie, was }: { tie: PreparedTie; was: WhatWasRead }) {
  const { fine, length } = useUnits();
  const { knot, mark, both, farOut, apart } = takeUpGrounds(tie.measured);
  const { nowSdMm, readings } = measureFirst(tie, was);
  const [best] = readings.flatMap(({ reading, spreadSdMm }) => (reading === 'tiedBow' ? [] : [{ reading, spreadSdMm }]));
  const bow = readings.find(({ reading }) => reading === 'tiedBow');
  const range = ({ meanMm, sdMm }: Normal): string => `${fine(meanMm)} ± ${fine(NINETY_PERCENT * sdMm)}`;
  const within = (sdMm: number): string => length(NINETY_PERCENT * sdMm);
  return (
    <Box component="section" aria-label="How well its knot is known" sx={{ mt: 1.5, display: 'grid', gap: 0.5 }}>
      <Box>
        By its measures alone, its bow comes out as worked out, give or take <b>{within(nowSdMm)}</b>. The knot takes about{' '}
        {range(both.whole)} of the strip
        {mark === null
          ? ', by the shape of the knot alone.'
          : `: by the shape of the knot ${range(knot.whole)}, by the maker’s marks ${range(mark)}.`}
      </Box>
      {apart > CONTRADICTS && mark !== null && (
        <Alert severity="warning">
          Marks and cut contradict each other: set at its marks, the knot would have {fine(mark.meanMm)} of cloth, and by its cut it takes{' '}
          {fine(knot.whole.meanMm)}. {oddOneOut(farOut)} To settle it, read tip to tip once more at the setting that is written here, then
          the waist and four layers of the cloth; or tie it once and measure the bow.
        </Alert>
      )}
      <Box sx={QUIET_ASIDE}>
        {best && within(best.spreadSdMm) !== within(nowSdMm)
          ? `Measure first: ${READ_WORDS[best.reading]}; then give or take ${within(best.spreadSdMm)}. `
          : 'No further measure would tell much. '}
        {bow && `One tied bow, measured on the balance desk, tells most: then give or take ${within(bow.spreadSdMm)} for whoever tied it.`}
      </Box>
    </Box>
  );
}
