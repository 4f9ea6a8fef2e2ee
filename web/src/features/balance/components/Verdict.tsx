import type { ReadingDoubt } from '@easytuck/core';
import Box from '@mui/material/Box';
import { useUnits } from '../../../common/UnitProvider.tsx';
import { settingWords } from '../../../common/words.ts';
import { COLOURS, FIGURES, SIZE } from '../../../theme.ts';
import { doubtWords, needsRetie, UNEVENNESS_WORDS, type DeskVerdict, type WidthAdvice } from '../balanceDesk.ts';
import { QUIET } from '../../../common/looks.ts';

/** How far the bow is from its target, in one line, and what stands between; no verdict before all four half-widths are plausible. */
export function Verdict({
  isLoose,
  verdict,
  measuredCount,
  doubts,
  within,
}: {
  /** The knot was pressed, and gives. */
  isLoose: boolean;
  /** Null while there is nothing to judge by. */
  verdict: DeskVerdict | null;
  measuredCount: number;
  doubts: readonly ReadingDoubt[];
  /** How even the house wants a bow, in words. */
  within: string;
}) {
  const { fine } = useUnits();
  const isDone = verdict !== null && verdict.unevenness.length === 0;
  return (
    <Box
      role="status"
      aria-label="Verdict"
      sx={{ borderLeft: `5px solid ${isDone ? COLOURS.good : doubts.length > 0 ? COLOURS.bad : COLOURS.fair}`, pl: 2 }}
    >
      <Box sx={{ fontFamily: FIGURES, fontSize: SIZE.title, lineHeight: 1.15, fontWeight: 560 }}>
        {isLoose ? 'Draw the knot up first' : titleOf(verdict, measuredCount, doubts, within)}
      </Box>
      {isLoose && <Box>Pull the loops by their knot-side layers until the knot no longer gives. Then measure: a loose bow grows.</Box>}
      {verdict === null ? (
        doubts.length > 0 ? (
          doubts.map((doubt) => <Box key={doubt.bow}>{doubtWords(doubt, fine)}</Box>)
        ) : (
          <Box sx={QUIET}>From the knot’s middle to each edge. Type them, take them by the tape, or drag the dots.</Box>
        )
      ) : (
        verdict.unevenness.map((found) => <Box key={found}>{UNEVENNESS_WORDS[found]}</Box>)
      )}
    </Box>
  );
}

function titleOf(verdict: DeskVerdict | null, measuredCount: number, doubts: readonly ReadingDoubt[], within: string): string {
  if (doubts.length > 0) return 'Measure once more';
  if (verdict === null) return measuredCount === 0 ? 'Measure the tied bow' : `${measuredCount} of 4 measured`;
  if (verdict.unevenness.length === 0) return `Even within ${within}. Leave it.`;
  if (needsRetie(verdict)) return 'Pulling won’t fix this: retie';
  if (verdict.pulls.length === 0)
    return verdict.unevenness.length === 1 ? 'One thing is left' : `${verdict.unevenness.length} things are left`;
  return `${verdict.pulls.length} ${verdict.pulls.length === 1 ? 'pull' : 'pulls'} to go`;
}

/** What only tying again mends: a lead for two bows of different lengths, a set for the width. */
export function RetieAdvice({
  verdict,
  width,
  wantedSpreadMm,
}: {
  verdict: DeskVerdict;
  width: WidthAdvice | 'misread' | null;
  wantedSpreadMm: number;
}) {
  const { length, fine } = useUnits();
  const { retie } = verdict;
  if (!needsRetie(verdict) && width === null) return null;
  return (
    <Box
      component="section"
      aria-label="Retie"
      sx={{
        border: `1px solid ${COLOURS.thread}`,
        backgroundColor: COLOURS.card,
        px: 2,
        py: 1.5,
        display: 'grid',
        gap: 1,
        fontSize: SIZE.clear,
      }}
    >
      {needsRetie(verdict) && (
        <Box>
          Front and back bow have different lengths of cloth. Retie with a lead of <b>{length(retie.leadMm)}</b>: both then come to{' '}
          {fine(retie.spreadMm)}.
        </Box>
      )}
      {width === 'misread' && (
        <Box>This knot would take unlikely much or little cloth. Is the band at the mark on the card? If it is, measure once more.</Box>
      )}
      {width !== null && width !== 'misread' && (
        <Box>
          That is {fine(Math.abs(width.widerByMm))} {width.widerByMm > 0 ? 'wider' : 'narrower'} than the {fine(wantedSpreadMm)} on the
          card.{' '}
          {width.setting ? (
            <>
              By this tying alone, <b>{settingWords(width.setting, length).phrase}</b> would bring it to {fine(width.spreadMm)}. Once on
              record it is weighed with the other tyings below.
            </>
          ) : (
            'No setting of this band comes nearer.'
          )}
        </Box>
      )}
    </Box>
  );
}
