import { FAULT_WORDS, type Reader, type Tie } from '@easytuck/contract';
import { TYING_FAULTS, type PosedMoment, type Side, type TyingFault, type TyingMeasures, type TyingStep } from '@easytuck/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { seesMirrored } from '../../../common/reader.ts';
import { COLOURS, FIGURES, SIZE } from '../../../theme.ts';
import { PoseStill } from '../stage/StillCanvas.tsx';
import { useFaultyBows } from '../useFaultyBows.ts';
import { viewOf, type View } from '../views.ts';
import { FaceDetective } from './FaceDetective.tsx';
import { QUIET_ASIDE } from '../../../common/looks.ts';

/** Pictures of what can have gone wrong, from this tie's own geometry; the one that is chosen tells cause, remedy and where to go back to. */
export function FaultGallery({
  measures,
  longEnd,
  steps,
  asked,
  reader,
  tie,
  onGoBack,
}: {
  measures: TyingMeasures;
  longEnd: Side;
  steps: readonly TyingStep[];
  /** The fault that is asked for from elsewhere. */
  asked: TyingFault | null;
  /** Who looks: in the mirror, or facing the wearer. */
  reader: Reader;
  /** Its faces are asked for where it has two. */
  tie: Pick<Tie, 'faces'>;
  onGoBack: (step: TyingStep) => void;
}) {
  const [chosen, setChosen] = useState<TyingFault>(asked ?? 'granny');
  const posed = useFaultyBows(measures, longEnd);
  const view = useMemo(() => viewOf(seesMirrored(reader) ? 'mirror' : 'facing', longEnd), [longEnd, reader]);
  const words = FAULT_WORDS[chosen];
  const backTo = steps.includes(words.backTo) ? words.backTo : (steps.find((step) => step === 'pushFront') ?? 'prepare');
  const large = posed.get(chosen);
  return (
    <>
      <Box
        sx={{ display: 'grid', gap: 3, gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) 23.75rem' }, alignItems: 'start' }}
      >
        <Box
          component="fieldset"
          sx={{
            border: 0,
            m: 0,
            p: 0,
            display: 'grid',
            gap: 1.25,
            gridTemplateColumns: 'repeat(auto-fill, minmax(min(11.125rem, 100%), 1fr))',
          }}
        >
          <Box component="legend" sx={{ fontSize: SIZE.clear, p: 0, mb: 1.25 }}>
            {reader === 'facing'
              ? 'Which picture is most like what you see on the wearer?'
              : 'Which picture is most like what you see in the mirror?'}
          </Box>
          {TYING_FAULTS.map((fault) => {
            const moment = posed.get(fault);
            return (
              <Box
                key={fault}
                component="label"
                sx={{
                  position: 'relative',
                  border: `1px solid ${COLOURS.thread}`,
                  backgroundColor: COLOURS.card,
                  cursor: 'pointer',
                  '&:has(:checked)': { outline: `3px solid ${COLOURS.ink}`, outlineOffset: -1 },
                  '@media (forced-colors: active)': { '&:has(:checked)': { outline: '4px solid Highlight' } },
                  '&:has(:focus-visible)': { boxShadow: `0 0 0 5px ${COLOURS.long}` },
                }}
              >
                <input
                  type="radio"
                  name="fault"
                  checked={fault === chosen}
                  onChange={() => setChosen(fault)}
                  style={{ position: 'absolute', opacity: 0, inset: 0, pointerEvents: 'none' }}
                />
                <Box sx={{ height: 118, backgroundColor: COLOURS.paper }}>
                  {moment && <Picture moment={moment} measures={measures} view={view} heightPx={118} label={FAULT_WORDS[fault].seen} />}
                </Box>
                <Box sx={{ px: 1, py: 0.75, fontSize: SIZE.plain, lineHeight: 1.25 }}>{FAULT_WORDS[fault].seen}</Box>
              </Box>
            );
          })}
        </Box>
        <Box component="section" aria-label="Cause and remedy" aria-live="polite" sx={{ position: { md: 'sticky' }, top: 16 }}>
          <Box sx={{ border: `1px solid ${COLOURS.thread}`, backgroundColor: COLOURS.paper, mb: 2 }}>
            {large && <Picture moment={large} measures={measures} view={view} heightPx={230} label={words.seen} />}
          </Box>
          <Box sx={{ fontFamily: FIGURES, fontSize: SIZE.large, lineHeight: 1.2, fontWeight: 560, mb: 1.5 }}>{words.seen}</Box>
          <Box sx={QUIET_ASIDE}>Cause</Box>
          <Box sx={{ fontSize: SIZE.field, lineHeight: 1.4, mb: 1.5 }}>{words.cause}</Box>
          <Box sx={QUIET_ASIDE}>Remedy</Box>
          <Box sx={{ fontSize: SIZE.field, lineHeight: 1.4, mb: 2 }}>{words.remedy}</Box>
          <Button variant="contained" onClick={() => onGoBack(backTo)}>
            Show that step
          </Button>
        </Box>
      </Box>
      {tie.faces.inner && <FaceDetective faces={tie.faces} longEnd={longEnd} reader={reader} steps={steps} onGoBack={onGoBack} />}
    </>
  );
}

function Picture({
  moment,
  measures,
  view,
  heightPx,
  label,
}: {
  moment: PosedMoment;
  measures: TyingMeasures;
  view: View;
  heightPx: number;
  label: string;
}) {
  return (
    <PoseStill
      pose={moment.pose}
      knotAt={moment.knotAt}
      collarDown={moment.collarDown}
      collarRadiusMm={measures.collarRadiusMm}
      collar={measures.collar}
      view={view}
      label={label}
      heightPx={heightPx}
      widthMm={210}
    />
  );
}
