import { oppositeSide } from '@easytuck/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ToggleButton from '@mui/material/ToggleButton';
import { lazy, Suspense, useMemo, useState } from 'react';
import { Choice } from '../../../common/Choice.tsx';
import { COLOURS, SIZE } from '../../../theme.ts';
import type { BakedPoses } from '../bakedPoses.ts';
import type { CoachSubject } from '../coachSubject.ts';
import { drawerCloth, schemeCloth } from '../clothColours.ts';
import { savePicture } from '../savePicture.ts';
import { canDraw3d } from '../stage/canDraw3d.ts';
import { FlatStage } from '../stage/StillCanvas.tsx';
import type { Coach } from '../useCoach.ts';
import { VIEW_NAMES, viewWords, type ViewChoice } from '../views.ts';

const Stage3d = lazy(() => import('../stage/Stage3d.tsx'));

const VIEW_OPTIONS: readonly { readonly value: ViewChoice; readonly text: string }[] = [
  { value: 'best', text: 'Best view' },
  ...VIEW_NAMES.map((value) => ({ value, text: viewWords(value) })),
];

/** The strip on the wearer, and how it is looked at. */
export function CoachStage({ coach, subject, baked }: { coach: Coach; subject: CoachSubject; baked: BakedPoses }) {
  const { state, dispatch, playhead, view, isFree, still } = coach;
  const [is3d] = useState(canDraw3d);
  const cloth = useMemo(() => (state.drawerCloth ? drawerCloth(subject.tie) : schemeCloth()), [state.drawerCloth, subject.tie]);
  const thicknessMm = Math.min(0.9, subject.tie.cloth.thicknessMm * 0.6);
  const sides = view.onTheLeft && [view.onTheLeft, oppositeSide(view.onTheLeft)];
  return (
    <>
      <Box sx={{ position: 'absolute', inset: 0 }} role="img" aria-label={`${coach.words.name}, ${view.name.toLowerCase()}`}>
        {is3d ? (
          <Suspense fallback={<FlatStage baked={baked} playhead={playhead} view={view} />}>
            <Stage3d
              baked={baked}
              playhead={playhead}
              view={view}
              isFree={isFree}
              seeThrough={state.seeThrough}
              ghostTime={state.ghost && state.step + 1 < baked.steps.length ? state.step + 1.999999 : null}
              cloth={cloth}
              thicknessMm={thicknessMm}
              still={still}
            />
          </Suspense>
        ) : (
          <FlatStage baked={baked} playhead={playhead} view={view} />
        )}
      </Box>
      <Box
        sx={{
          position: 'absolute',
          top: 10,
          left: 10,
          right: 10,
          display: 'flex',
          flexWrap: 'wrap',
          gap: 1,
          justifyContent: 'space-between',
        }}
      >
        <Choice
          label="View"
          hideLabel
          value={state.view}
          onChange={(chosen) => dispatch({ type: 'choose', chosen: { view: chosen } })}
          options={VIEW_OPTIONS}
          small
        />
      </Box>
      <Box sx={{ position: 'absolute', bottom: 10, left: 0, right: 0, display: 'flex', gap: 0.75, justifyContent: 'center' }}>
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
              text="Its own cloth"
            />
          </>
        )}
        <Button
          variant="outlined"
          onClick={() => savePicture(baked, playhead.time(), view, `${coach.words.name}, ${view.name}`.toLowerCase())}
          sx={{ minHeight: 34, py: 0, backgroundColor: COLOURS.card, fontSize: SIZE.aside }}
        >
          Save picture
        </Button>
      </Box>
      {sides && (
        <Box
          aria-hidden
          sx={{
            position: 'absolute',
            bottom: 10,
            left: 14,
            right: 14,
            display: 'flex',
            justifyContent: 'space-between',
            fontSize: SIZE.field,
            color: COLOURS.pencil,
            pointerEvents: 'none',
          }}
        >
          <span>{coach.reader === 'wearer' ? `your ${sides[0]}` : `the wearer’s ${sides[0]}`}</span>
          <span>{coach.reader === 'wearer' ? `your ${sides[1]}` : `the wearer’s ${sides[1]}`}</span>
        </Box>
      )}
    </>
  );
}

function Toggle({ is, onChange, text }: { is: boolean; onChange: (is: boolean) => void; text: string }) {
  return (
    <ToggleButton
      value={text}
      selected={is}
      onChange={() => onChange(!is)}
      sx={{ minHeight: 34, py: 0, backgroundColor: COLOURS.card, fontSize: SIZE.aside }}
    >
      {text}
    </ToggleButton>
  );
}
