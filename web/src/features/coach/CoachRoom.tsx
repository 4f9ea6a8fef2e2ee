import { lengthField, settingForGirth, settingOnLeg, settingWords, stepWords, WAY_WORDS, type Tie } from '@easytuck/contract';
import { formatCollarSize, formatLengthBare, roundToSetting, TYING_FAULTS, type Side, type OfferedWay, OFFERED_WAYS } from '@easytuck/core';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import FocusTrap from '@mui/material/Unstable_TrapFocus';
import LinearProgress from '@mui/material/LinearProgress';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useMemo, useState, type ReactNode } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { useWearer } from '../../common/api/wearers.ts';
import { Choice } from '../../common/Choice.tsx';
import { NotSaved } from '../../common/forms/NotSaved.tsx';
import { useSettledError } from '../../common/forms/useSettledError.ts';
import { usePageTitle } from '../../common/pageTitle.ts';
import { seesMirrored } from '../../common/reader.ts';
import { ReaderChoice } from '../../common/ReaderChoice.tsx';
import { TAPE_FIELD } from '../../common/tape/tapeMeasure.ts';
import { KEEPS_PAGE_KEYS, useShortcuts } from '../../common/shortcuts/shortcuts.ts';
import { ByEye } from '../../common/tying/ByEye.tsx';
import { useRecordByEye } from '../../common/tying/useRecordByEye.ts';
import { useUnits } from '../../common/UnitProvider.tsx';
import { COLOURS, FIGURES, SIZE } from '../../theme.ts';
import { ClassList, ClassWords } from './components/ClassBoard.tsx';
import { CoachStage } from './components/CoachStage.tsx';
import { Controls } from './components/Controls.tsx';
import { FaultGallery } from './components/FaultGallery.tsx';
import { FoldPictures } from './components/FoldPictures.tsx';
import { FingerInset } from './components/FingerInset.tsx';
import { PracticeTab } from './components/PracticeTab.tsx';
import { ScrubBar } from './components/ScrubBar.tsx';
import { StepPanel } from './components/StepPanel.tsx';
import { finishedBow, type CoachSubject } from './coachSubject.ts';
import { useLastBaked } from './useChoreography.ts';
import { PHONE_PICTURE, useIsPhone, useIsWide } from './widths.ts';
import { useCoach, type Coach } from './useCoach.ts';
import { usePractice } from './usePractice.ts';
import { QUIET, QUIET_LINK, QUIET_PLAIN } from '../../common/looks.ts';

type Tab = 'tying' | 'eye' | 'faults' | 'practice' | 'class';
const TABS = [
  { value: 'tying', text: 'Tying' },
  { value: 'eye', text: 'Even out' },
  { value: 'faults', text: 'Mistakes' },
  { value: 'practice', text: 'Practice' },
] as const;

/** The coach for one tie on one neck. */
export function CoachRoom({ subject, ties }: { subject: CoachSubject; ties: readonly Tie[] }) {
  const { length } = useUnits();
  const known = useWearer(subject.wearer?.id ?? null).data;
  const coach = useCoach(subject, length, {}, null, known?.backKnotLayer ?? null);
  const { state, dispatch } = coach;
  const [search] = useSearchParams();
  const asked = TYING_FAULTS.find((fault) => fault === search.get('fault')) ?? null;
  const [tab, setTab] = useState<Tab>(asked ? 'faults' : 'tying');
  const { steps } = coach;
  const timer = usePractice(steps, coach.playhead);
  usePageTitle(subject.wearer ? `Coach: ${subject.wearer.name}` : 'Coach');
  useShortcuts('Coach', [
    ...['PageDown', 'ArrowRight'].map((key) => ({ key, says: 'the next step', run: () => dispatch({ type: 'next' }) })),
    ...['PageUp', 'ArrowLeft'].map((key) => ({ key, says: 'the step before', run: () => dispatch({ type: 'back' }) })),
    { key: ' ', says: 'hold, or go on moving', run: () => dispatch({ type: 'holdOrMove' }) },
    { key: 'r', says: 'this step again', run: () => dispatch({ type: 'repeat' }) },
    { key: 'l', says: 'this step over and over', run: () => dispatch({ type: 'toggleLoop' }) },
    { key: 'ArrowUp', says: 'faster', run: () => dispatch({ type: 'faster' }) },
    { key: 'ArrowDown', says: 'slower', run: () => dispatch({ type: 'slower' }) },
    {
      key: 'h',
      says: 'the other hand',
      run: () => dispatch({ type: 'choose', chosen: { hand: coach.longEnd === 'left' ? 'right' : 'left' } }),
    },
    { key: 's', says: 'see through the cloth', run: () => dispatch({ type: 'choose', chosen: { seeThrough: !state.seeThrough } }) },
    { key: 'e', says: 'even it out by eye', run: () => setTab('eye') },
    { key: 'w', says: 'what went wrong', run: () => setTab('faults') },
    { key: 'p', says: 'practice', run: () => setTab('practice') },
    { key: 't', says: 'the tying', run: () => setTab('tying') },
    { key: 'c', says: 'the class view, for a room', run: () => setTab(tab === 'class' ? 'tying' : 'class') },
    ...(tab === 'class' ? [{ key: 'Escape', says: 'leave the class view', run: () => setTab('tying') }] : []),
  ]);
  return (
    <Box sx={{ px: { xs: 2, md: 2.5 }, py: 1.5, maxWidth: '94rem', mx: 'auto' }}>
      <Heading subject={subject} ties={ties} coach={coach}>
        <Choice<Tab> label="The coach shows" hideLabel value={tab === 'class' ? 'tying' : tab} onChange={setTab} options={TABS} />
      </Heading>
      {/* kept while another tab is shown, and with it the stage’s WebGL context */}
      <Box hidden={tab !== 'tying' && tab !== 'class'}>
        <Tying subject={subject} coach={coach} inClass={tab === 'class'} onClass={(inClass) => setTab(inClass ? 'class' : 'tying')} />
      </Box>
      {tab === 'faults' && (
        <FaultGallery
          measures={coach.tied.measures}
          longEnd={coach.longEnd}
          steps={steps}
          asked={asked}
          reader={coach.reader}
          tie={subject.tie}
          onGoBack={(step) => {
            dispatch({ type: 'goTo', step: Math.max(0, steps.indexOf(step)), view: 'best' });
            setTab('tying');
          }}
        />
      )}
      {tab === 'eye' && <EyeTab subject={subject} coach={coach} />}
      {tab === 'practice' && <PracticeTab subject={subject} coach={coach} timer={timer} />}
    </Box>
  );
}

/** Evening out by eye; where it is known whose bow it is, it ends in a tying on record. */
function EyeTab({ subject, coach }: { subject: CoachSubject; coach: Coach }) {
  const { length } = useUnits();
  const { wearer, tie, fittingId } = subject;
  const { way } = coach.state;
  const { record, failure } = useRecordByEye({ wearer, tieId: tie.id, fittingId, way });
  return (
    <Box sx={{ maxWidth: '70rem', pt: 1 }}>
      <NotSaved failure={failure} what="recorded" kept="" />
      <ByEye
        tie={subject.prepared}
        {...finishedBow(coach.tied, way, coach.longEnd)}
        reader={coach.reader}
        isMirror={seesMirrored(coach.reader)}
        knotLayer={coach.context.backKnotLayer ?? 'unknown'}
        length={length}
        onDone={record}
      />
    </Box>
  );
}

function Heading({ subject, ties, coach, children }: { subject: CoachSubject; ties: readonly Tie[]; coach: Coach; children: ReactNode }) {
  const navigate = useNavigate();
  const { length } = useUnits();
  const { state, dispatch, longEnd, tied } = coach;
  // on a phone the picture comes first
  const isPhone = useIsPhone();
  const choices = (
    <>
      {ties.length > 1 && (
        <TextField
          select
          label="Tie"
          value={subject.tie.id}
          onChange={(event) => void navigate(`/coach?tie=${event.target.value}${subject.wearer ? `&wearer=${subject.wearer.id}` : ''}`)}
          sx={{ width: '12.5rem' }}
        >
          {ties.map(({ id, name }) => (
            <MenuItem key={id} value={id}>
              {name}
            </MenuItem>
          ))}
        </TextField>
      )}
      <TextField
        select
        label="Way of tying"
        value={state.way}
        onChange={(event) => dispatch({ type: 'choose', chosen: { way: event.target.value as OfferedWay } })}
        sx={{ width: '11.5rem' }}
      >
        {OFFERED_WAYS.map((way) => (
          <MenuItem key={way} value={way}>
            {WAY_WORDS[way].name}
          </MenuItem>
        ))}
      </TextField>
      <ReaderChoice reader={coach.reader} onChange={coach.setReader} />
      <Choice<Side>
        label="Long end on the wearer’s"
        value={longEnd}
        onChange={(hand) => dispatch({ type: 'choose', chosen: { hand } })}
        options={[
          { value: 'left', text: 'left' },
          { value: 'right', text: 'right' },
        ]}
        small
      />
    </>
  );
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'end', columnGap: 3, rowGap: 1, mb: 1.25 }}>
      <Box sx={{ flex: '1 1 11.875rem', minWidth: 0 }}>
        <Box component="h1" sx={{ m: 0, fontFamily: FIGURES, fontSize: SIZE.large, fontWeight: 560, lineHeight: 1.15 }}>
          {subject.wearer ? (
            <Box component={Link} to={`/wearers/${subject.wearer.id}`} sx={QUIET_LINK}>
              {subject.wearer.name}
            </Box>
          ) : (
            'Coach'
          )}
        </Box>
        <Box sx={QUIET_PLAIN}>
          {ties.length > 1 ? '' : `${subject.tie.name}, `}collar {formatCollarSize(subject.collar)}, lead {length(tied.leadMm)}
        </Box>
      </Box>
      {isPhone ? (
        <>
          {children}
          <Box component="details" sx={{ width: '100%' }}>
            <Box component="summary" sx={{ minHeight: 44, lineHeight: '44px', cursor: 'pointer' }}>
              {ties.length > 1 ? 'Tie, way' : 'Way'}, for whom, side
            </Box>
            <Box sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr)', gap: 1.5, pb: 1.5 }}>{choices}</Box>
          </Box>
        </>
      ) : (
        <>
          {choices}
          {children}
        </>
      )}
    </Box>
  );
}

interface TyingProps {
  readonly subject: CoachSubject;
  readonly coach: Coach;
  /** Over the whole window, for a room: the stage and one sentence. */
  readonly inClass: boolean;
  readonly onClass: (inClass: boolean) => void;
}

function Tying({ subject, coach, inClass, onClass }: TyingProps) {
  const { state, dispatch, reading, playhead, words, context, step, steps, longEnd } = coach;
  const { length } = useUnits();
  const baked = useLastBaked(reading);
  const isWide = useIsWide();
  const names = useMemo(() => steps.map((each) => stepWords(each, context).name), [steps, context]);
  if (reading.state === 'failed')
    return (
      <Alert severity="error">
        The movement could not be worked out for this tie. {reading.error instanceof Error ? reading.error.message : ''} Check its measures
        in the drawer, or choose another way of tying.
      </Alert>
    );
  return (
    <>
      <FocusTrap open={inClass} isEnabled={isClassOnTop}>
        <Box
          tabIndex={-1}
          {...(inClass ? ({ role: 'dialog', 'aria-modal': true, 'aria-label': CLASS_VIEW, ...KEEPS_PAGE_KEYS } as const) : {})}
          sx={inClass ? CLASS_LAYOUT : LAYOUT}
        >
          <Box
            data-tour="stage"
            sx={{
              gridArea: 'stage',
              position: 'relative',
              height: inClass ? '100%' : { xs: 'auto', sm: '62dvh', md: STAGE_HEIGHT },
              minHeight: inClass ? '45dvh' : { xs: `calc(${PHONE_PICTURE} + 44px)`, sm: 360 },
              backgroundColor: COLOURS.card,
              border: `1px solid ${COLOURS.thread}`,
            }}
          >
            {baked && (
              <Box inert={reading.state !== 'ready'} sx={{ height: '100%' }}>
                <CoachStage coach={coach} subject={subject} baked={baked} isPlain={inClass} onClass={() => onClass(true)} />
              </Box>
            )}
            {reading.state === 'working' && (
              <Box sx={COVER}>
                <Box sx={QUIET}>Working out how this tie moves on this neck…</Box>
                <LinearProgress
                  variant="determinate"
                  value={100 * reading.share}
                  aria-label="Working out the movement"
                  sx={{ width: '16.25rem', maxWidth: '100%' }}
                />
              </Box>
            )}
          </Box>
          <Box sx={{ gridArea: 'panel', maxHeight: { md: inClass ? 'none' : STAGE_HEIGHT }, overflowY: { md: 'auto' }, pl: 1.5, ml: -1.5 }}>
            {inClass ? (
              <ClassList />
            ) : (
              <StepPanel
                words={words}
                number={state.step + 1}
                of={state.stepCount}
                lit={coach.lit}
                onLit={coach.setLit}
                wrongPicture={
                  !isWide &&
                  coach.step === 'frontBow' && <FoldPictures measures={coach.tied.measures} longEnd={coach.longEnd} reader={coach.reader} />
                }
              />
            )}
          </Box>
          <Box sx={{ gridArea: 'bar' }}>
            {inClass ? (
              <ClassWords
                words={words}
                number={state.step + 1}
                of={state.stepCount}
                onBack={() => dispatch({ type: 'back' })}
                onNext={() => dispatch({ type: 'next' })}
                onLeave={() => onClass(false)}
              />
            ) : (
              <>
                {reading.state === 'ready' && (
                  <ScrubBar
                    names={names}
                    step={state.step}
                    playhead={playhead}
                    onScrub={(at) => dispatch({ type: 'scrubbed', step: at })}
                    onGoTo={(at) => dispatch({ type: 'goTo', step: at })}
                  />
                )}
                <Controls coach={coach}>
                  <FingerInset prepared={subject.prepared} setMm={subject.setMm} step={step} mirrored={longEnd === 'right'} />
                </Controls>
              </>
            )}
          </Box>
        </Box>
      </FocusTrap>
      <WayNote subject={subject} coach={coach} length={length} />
    </>
  );
}

const CLASS_VIEW = 'Class view';
/** Whether no other dialog (Find, Help) lies over the class view: that one keeps the focus then. */
const isClassOnTop = (): boolean => document.querySelector(`[role="dialog"]:not([aria-label="${CLASS_VIEW}"])`) === null;

const LAYOUT = {
  outline: 'none',
  display: 'grid',
  columnGap: 2,
  rowGap: 1,
  gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) 25.625rem' },
  gridTemplateAreas: { xs: '"stage" "bar" "panel"', md: '"stage panel" "bar bar"' },
} as const;

/** Over the whole window: a stage as large as it goes, the sentence below it, the list of the class beside it. */
const CLASS_LAYOUT = {
  ...LAYOUT,
  position: 'fixed',
  inset: 0,
  zIndex: 'modal',
  p: 2,
  overflowY: 'auto',
  backgroundColor: COLOURS.card,
  gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) 19rem' },
  gridTemplateRows: { md: 'minmax(0, 1fr) auto' },
} as const;

/** Lies over the stage while the movement for another tie, way or hand is worked out. */
const COVER = {
  position: 'absolute',
  inset: 0,
  display: 'grid',
  alignContent: 'center',
  justifyItems: 'center',
  gap: 2,
  backgroundColor: COLOURS.card,
} as const;

/** What is left of a laptop's window: the words beside the picture scroll by themselves, so that what is pressed stays in sight. */
const STAGE_HEIGHT = 'max(22.5rem, calc(100dvh - 20.25rem))';

/** Whom the way suits and what it costs; on the thigh also how the band is set for it. */
function WayNote({ subject, coach, length }: { subject: CoachSubject; coach: Coach; length: (mm: number) => string }) {
  const { state, dispatch, reader } = coach;
  const words = WAY_WORDS[state.way];
  const hands = useWearer(subject.wearer?.id ?? null).data?.dexterity ?? null;
  const easier: OfferedWay | null = hands === 'needsHelp' ? 'helper' : hands === 'learning' ? 'main' : null;
  return (
    <Box sx={{ mt: 1.5, color: 'text.secondary', fontSize: SIZE.text, maxWidth: '61.25rem' }}>
      <b>{words.name}.</b> Suits {words.suits}. Cost: {words.costs}.{' '}
      {subject.fittingId !== null && (
        <a href={`/api/paper/coach-sheets/${subject.fittingId}?way=${state.way}&told=${reader}`} target="_blank" rel="noreferrer">
          Print the steps
        </a>
      )}
      {easier !== null && easier !== state.way && (
        <Box sx={{ mt: 1, color: 'text.primary' }}>
          {hands === 'learning' ? 'The wearer is learning: start with' : 'Somebody else ties for the wearer: take'}{' '}
          <Button variant="outlined" sx={{ minHeight: 36 }} onClick={() => dispatch({ type: 'choose', chosen: { way: easier } })}>
            {WAY_WORDS[easier].name}
          </Button>
        </Box>
      )}
      {state.way === 'onThigh' && <Girth subject={subject} coach={coach} length={length} />}
    </Box>
  );
}

const GIRTH_LIMITS = { what: 'Girth it is tied on', minMm: 250, maxMm: 800 } as const;

/** The girth it is tied on, typed as people write it, and where the band is set for that. */
function Girth({
  subject,
  coach: { thighGirthMm, setThighGirthMm },
  length,
}: {
  subject: CoachSubject;
  coach: Coach;
  length: (mm: number) => string;
}) {
  const { unit } = useUnits();
  const [typed, setTyped] = useState<string | null>(null);
  const read = typed === null ? null : lengthField(GIRTH_LIMITS, unit).safeParse(typed);
  const error = useSettledError(read?.error?.issues[0]?.message ?? null);
  const { setting } = settingForGirth(subject, thighGirthMm);
  const onLeg = settingOnLeg(subject, thighGirthMm);
  const collarMm = Math.round(subject.collarGirthMm);
  const take = (text: string): void => {
    setTyped(text);
    const now = lengthField(GIRTH_LIMITS, unit).safeParse(text);
    if (now.success) setThighGirthMm(now.data);
  };
  return (
    <Box sx={{ mt: 1, display: 'flex', alignItems: 'start', gap: 2, flexWrap: 'wrap', color: 'text.primary' }}>
      <TextField
        label={`Girth it is tied on, ${unit}`}
        value={typed ?? formatLengthBare(thighGirthMm, unit)}
        onChange={(event) => take(event.target.value)}
        onBlur={() => {
          if (read?.success) setTyped(null);
        }}
        error={error !== null}
        helperText={error ?? 'a place about as thick as the collar'}
        sx={{ width: '15rem' }}
        slotProps={{ htmlInput: { autoComplete: 'off', ...TAPE_FIELD } }}
      />
      {thighGirthMm !== collarMm && (
        <Button
          variant="outlined"
          onClick={() => {
            setTyped(null);
            setThighGirthMm(collarMm);
          }}
        >
          As thick as the collar, {length(collarMm)}
        </Button>
      )}
      <Box sx={{ fontSize: SIZE.clear, flex: '1 1 18.75rem' }}>
        {subject.tie.hardware.kind === 'fixed'
          ? `This band is sewn to one length: take a place about as thick as the collar, ${length(collarMm)} round.`
          : setting.beyondMm > 0
            ? `The band is ${length(setting.beyondMm)} too short for this girth. Take a slimmer place, about ${length(collarMm)} round.`
            : onLeg.tighterMm > 0
              ? `At its shortest the band is still ${length(onLeg.tighterMm)} longer than this girth needs. On the neck it would sit that much tighter: take a thicker place.`
              : `Set the band at ${settingWords(onLeg, length).phrase} for this girth. Lift it off by the hook and fasten it on the neck at ${settingWords(roundToSetting(subject.tie.hardware, subject.setMm).nearest, length).phrase}.`}
      </Box>
    </Box>
  );
}
