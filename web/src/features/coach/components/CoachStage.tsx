import { oppositeSide } from '@easytuck/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ToggleButton from '@mui/material/ToggleButton';
import { lazy, Suspense, useMemo, useState } from 'react';
import { Choice } from '../../../common/Choice.tsx';
import { useUnits } from '../../../common/UnitProvider.tsx';
import { COLOURS, SIZE } from '../../../theme.ts';
import type { BakedPoses } from '../bakedPoses.ts';
import type { CoachSubject } from '../coachSubject.ts';
import { drawerCloth, schemeCloth } from '../clothColours.ts';
import { savePicture } from '../savePicture.ts';
import { ByTouch } from './ByTouch.tsx';
import { BandOnStage } from './BandOnStage.tsx';
import { FoldPictures } from './FoldPictures.tsx';
import { PHONE_PICTURE, useIsPhone, useIsWide } from '../widths.ts';
import { canDraw3d } from '../stage/canDraw3d.ts';
import { FlatStage } from '../stage/StillCanvas.tsx';
import type { HandsShown } from '../coachReducer.ts';
import type { Coach } from '../useCoach.ts';
import { VIEW_NAMES, viewWords, type ViewChoice } from '../views.ts';

const Stage3d = lazy(() => import('../stage/Stage3d.tsx'));

const VIEW_OPTIONS: readonly { readonly value: ViewChoice; readonly text: string }[] = [
  { value: 'best', text: 'Best view' },
  ...VIEW_NAMES.map((value) => ({ value, text: viewWords(value) })),
];

const HANDS_OPTIONS: readonly { readonly value: HandsShown; readonly text: string }[] = [
  { value: 'shown', text: 'Hands' },
  { value: 'ghosted', text: 'Faint' },
  { value: 'off', text: 'No hands' },
];

/** The strip on the wearer, the hands that tie it, and how they are looked at. What is pressed lies outside the picture. */
export function CoachStage({
  coach,
  subject,
  baked,
  isPlain,
  onClass,
}: {
  coach: Coach;
  subject: CoachSubject;
  baked: BakedPoses;
  /** The picture alone. */
  isPlain: boolean;
  onClass: () => void;
}) {
  const { length } = useUnits();
  const [isWide, isPhone] = [useIsWide(), useIsPhone()];
  const { state, dispatch, playhead, view, isFree, still } = coach;
  const [is3d] = useState(canDraw3d);
  const cloth = useMemo(() => (state.drawerCloth ? drawerCloth(subject.tie) : schemeCloth()), [state.drawerCloth, subject.tie]);
  const { fibre, weave } = subject.tie;
  const made = useMemo(() => ({ fibre, weave }), [fibre, weave]);
  const thicknessMm = Math.min(0.9, subject.tie.cloth.thicknessMm * 0.6);
  const sides = view.onTheLeft && [view.onTheLeft, oppositeSide(view.onTheLeft)];
  const flat = (
    <FlatStage
      baked={baked}
      playhead={playhead}
      view={view}
      stepIndex={state.step}
      withHands={state.hands !== 'off'}
      withArrows={state.arrows}
    />
  );
  const views = (
    <Box sx={{ ...BAR, borderBottom: `1px solid ${COLOURS.thread}` }}>
      <Choice
        label="View"
        hideLabel
        value={state.view}
        onChange={(chosen) => dispatch({ type: 'choose', chosen: { view: chosen } })}
        options={VIEW_OPTIONS}
        small
      />
      <Box sx={{ display: 'flex', gap: 0.75, ml: 'auto' }}>
        <Button variant="outlined" onClick={onClass} sx={{ minHeight: 34, py: 0, backgroundColor: COLOURS.card, fontSize: SIZE.aside }}>
          Class view
        </Button>
      </Box>
    </Box>
  );
  const shown = (
    <Box sx={{ ...BAR, borderTop: `1px solid ${COLOURS.thread}`, justifyContent: 'center' }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75, justifyContent: 'center' }}>
        <Choice
          label="Hands"
          hideLabel
          value={state.hands}
          onChange={(hands) => dispatch({ type: 'choose', chosen: { hands } })}
          options={HANDS_OPTIONS}
          small
        />
        <Toggle is={state.byTouch} onChange={(byTouch) => dispatch({ type: 'choose', chosen: { byTouch } })} text="By touch" />
        <Toggle is={state.arrows} onChange={(arrows) => dispatch({ type: 'choose', chosen: { arrows } })} text="Arrow" />
        {is3d && (
          <>
            <Toggle
              is={state.seeThrough}
              onChange={(seeThrough) => dispatch({ type: 'choose', chosen: { seeThrough } })}
              text="See through"
            />
            <Toggle is={state.ghost} onChange={(ghost) => dispatch({ type: 'choose', chosen: { ghost } })} text="Next pose" />
            <Toggle
              is={state.drawerCloth}
              onChange={(chosen) => dispatch({ type: 'choose', chosen: { drawerCloth: chosen } })}
              text="Own cloth"
            />
          </>
        )}
        <Button
          variant="outlined"
          onClick={() =>
            savePicture(
              baked,
              state.step,
              playhead.time(),
              view,
              state.hands !== 'off',
              state.arrows,
              `${coach.words.name}, ${view.name}`.toLowerCase(),
            )
          }
          sx={{ minHeight: 34, py: 0, backgroundColor: COLOURS.card, fontSize: SIZE.aside }}
        >
          Save picture
        </Button>
      </Box>
    </Box>
  );
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateRows: isPlain ? 'minmax(0, 1fr)' : isPhone ? `${PHONE_PICTURE} auto` : 'auto minmax(0, 1fr) auto',
        height: '100%',
      }}
    >
      {!isPlain && !isPhone && views}
      <Box sx={{ position: 'relative', minHeight: 0 }}>
        <Box sx={{ position: 'absolute', inset: 0 }} role="img" aria-label={`${coach.words.name}, ${view.name.toLowerCase()}`}>
          {is3d ? (
            <Suspense fallback={flat}>
              <Stage3d
                baked={baked}
                playhead={playhead}
                view={view}
                isFree={isFree}
                seeThrough={state.seeThrough}
                ghostTime={state.ghost && state.step + 1 < baked.steps.length ? state.step + 1.999999 : null}
                cloth={cloth}
                made={made}
                thicknessMm={thicknessMm}
                hands={state.hands}
                arrows={state.arrows}
                stepIndex={state.step}
                lit={coach.lit}
                still={still}
              />
            </Suspense>
          ) : (
            flat
          )}
        </Box>
        <BandOnStage coach={coach} subject={subject} length={length} />
        {isWide && coach.step === 'frontBow' && (
          <FoldPictures measures={coach.tied.measures} longEnd={coach.longEnd} reader={coach.reader} inCorner />
        )}
        {state.byTouch && <ByTouch words={coach.words} />}
        {sides && coach.step !== 'setBand' && (
          <Box aria-hidden sx={SIDES}>
            <span>{coach.reader === 'wearer' ? `your ${sides[0]}` : `the wearer’s ${sides[0]}`}</span>
            <span>{coach.reader === 'wearer' ? `your ${sides[1]}` : `the wearer’s ${sides[1]}`}</span>
          </Box>
        )}
      </Box>
      {!isPlain && !isPhone && shown}
      {!isPlain && isPhone && (
        <Box component="details" sx={{ borderTop: `1px solid ${COLOURS.thread}` }}>
          <Box component="summary" sx={{ minHeight: 44, lineHeight: '44px', px: 1, cursor: 'pointer' }}>
            View, hands, picture
          </Box>
          {views}
          {shown}
        </Box>
      )}
    </Box>
  );
}

const BAR = { display: 'flex', flexWrap: 'wrap', gap: 0.75, alignItems: 'center', px: 1, py: 0.25, minHeight: 40 } as const;
const SIDES = {
  position: 'absolute',
  bottom: 6,
  left: 12,
  right: 12,
  display: 'flex',
  justifyContent: 'space-between',
  fontSize: SIZE.field,
  color: COLOURS.pencil,
  pointerEvents: 'none',
} as const;

function Toggle({ is, onChange, text }: { is: boolean; onChange: (is: boolean) => void; text: string }) {
  return (
    <ToggleButton
      value={text}
      selected={is}
      onChange={() => onChange(!is)}
      sx={{ minHeight: 34, py: 0, px: 1, backgroundColor: COLOURS.card, fontSize: SIZE.aside }}
    >
      {text}
    </ToggleButton>
  );
}
