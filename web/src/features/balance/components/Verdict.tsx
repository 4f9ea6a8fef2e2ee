import Box from '@mui/material/Box';
import { useUnits } from '../../../common/UnitProvider.tsx';
import { settingWords } from '../../../common/words.ts';
import { COLOURS, FIGURES } from '../../../theme.ts';
import { needsRetie, UNEVENNESS_WORDS, type DeskVerdict, type WidthAdvice } from '../balanceDesk.ts';

/** How far the bow is from its target, in one line, and what stands between. */
export function Verdict({ verdict, measuredCount, withinMm }: { verdict: DeskVerdict; measuredCount: number; withinMm: number }) {
  const isDone = verdict.unevenness.length === 0;
  const title =
    measuredCount === 0
      ? 'Measure the tied bow'
      : isDone
        ? `Even within ${withinMm} mm: leave it`
        : needsRetie(verdict)
          ? 'No pull mends this: tie again'
          : verdict.pulls.length === 0
            ? 'One thing is left'
            : `${verdict.pulls.length} ${verdict.pulls.length === 1 ? 'pull' : 'pulls'} to go`;
  return (
    <Box
      role="status"
      aria-label="Verdict"
      sx={{ borderLeft: `5px solid ${measuredCount > 0 && isDone ? COLOURS.good : COLOURS.fair}`, pl: 2 }}
    >
      <Box sx={{ fontFamily: FIGURES, fontSize: '1.75rem', lineHeight: 1.15, fontWeight: 560 }}>{title}</Box>
      {measuredCount === 0 ? (
        <Box sx={{ color: 'text.secondary' }}>From the knot’s middle to each edge. Type them, take them by the tape, or drag the dots.</Box>
      ) : (
        verdict.unevenness.map((found) => <Box key={found}>{UNEVENNESS_WORDS[found]}</Box>)
      )}
    </Box>
  );
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
  const { length } = useUnits();
  const { retie } = verdict;
  if (!needsRetie(verdict) && width === null) return null;
  return (
    <Box
      component="section"
      aria-label="Tie again"
      sx={{
        border: `1px solid ${COLOURS.thread}`,
        backgroundColor: COLOURS.card,
        px: 2,
        py: 1.5,
        display: 'grid',
        gap: 1,
        fontSize: '1.0625rem',
      }}
    >
      {needsRetie(verdict) && (
        <Box>
          Front and back are made of different lengths of cloth. Tie again with a lead of{' '}
          <b>
            {length(retie.leadMm)} ({retie.leadMm.toFixed(0)} mm)
          </b>
          : both then come to {retie.spreadMm.toFixed(0)} mm.
        </Box>
      )}
      {width === 'misread' && (
        <Box>No knot takes so much or so little cloth. Is the band at the mark on the card? If it is, measure once more.</Box>
      )}
      {width !== null && width !== 'misread' && (
        <Box>
          That is {Math.abs(width.widerByMm).toFixed(0)} mm {width.widerByMm > 0 ? 'wider' : 'narrower'} than the card’s{' '}
          {wantedSpreadMm.toFixed(0)} mm.{' '}
          {width.setting ? (
            <>
              By this tying alone, <b>{settingWords(width.setting, length).phrase}</b> would bring it to {width.spreadMm.toFixed(0)} mm; on
              record it is weighed with the others below.
            </>
          ) : (
            'No setting of this band comes nearer.'
          )}
        </Box>
      )}
    </Box>
  );
}
