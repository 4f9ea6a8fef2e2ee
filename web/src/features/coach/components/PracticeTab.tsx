import { FAULT_WORDS, stepWords, type Tying, type TyingInput, type Wearer } from '@easytuck/contract';
import { TYING_FAULTS, type TyingFault } from '@easytuck/core';
import Alert from '@mui/material/Alert';
import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import dayjs from 'dayjs';
import { lazy, Suspense, useEffect, useState } from 'react';
import { WideTable } from '../../../common/WideTable.tsx';
import { FieldsForm } from '../../../common/forms/FieldsForm.tsx';
import { recordTying, useTyingsOf } from '../../../common/api/tyings.ts';
import { useWearers } from '../../../common/api/wearers.ts';
import { Choice } from '../../../common/Choice.tsx';
import { Loaded } from '../../../common/faces/Loaded.tsx';
import { NotSaved } from '../../../common/forms/NotSaved.tsx';
import { useSaving } from '../../../common/forms/useSaving.ts';
import { HalfWidthFields, useHalfWidths } from '../../../common/tying/HalfWidths.tsx';
import { OUTCOMES, outcomeWords } from '../../../common/tying/outcomes.ts';
import { COLOURS, FIGURES, SIZE } from '../../../theme.ts';
import { notify } from '../../../common/notices.tsx';
import type { CoachSubject } from '../coachSubject.ts';
import type { Coach } from '../useCoach.ts';
import { nextTryTold } from '../nextTry.ts';
import { clock, practisedMs, type Practice } from '../practice.ts';
import type { PracticeClock } from '../usePractice.ts';
import { QUIET, QUIET_ASIDE, WHOLE_ROW } from '../../../common/looks.ts';
import { May } from '../../../common/session/May.tsx';

const PracticeChart = lazy(async () => ({ default: (await import('./PracticeChart.tsx')).PracticeChart }));

const stepName = (step: Tying['steps'][number]['step']): string =>
  stepWords(step, { longEnd: 'left', way: step === 'wrap' || step === 'pushFront' ? 'evenEnds' : 'main', reader: 'wearer', lead: '' }).name;

/** Practice: the clock, how the try went, and the tries so far. */
export function PracticeTab({ subject, coach, timer }: { subject: CoachSubject; coach: Coach; timer: PracticeClock }) {
  const [found, setFound] = useState<Wearer | null>(null);
  const wearer = subject.wearer ?? found;
  const { way } = coach.state;
  const { tied } = coach;
  const isOnNeck = way !== 'onThigh';
  const begin = (): void =>
    timer.start({
      wearer: wearer && { id: wearer.id, name: wearer.name },
      tie: { id: subject.tie.id, name: subject.tie.name },
      fittingId: subject.fittingId,
      way,
      tiedWith: isOnNeck ? { setMm: tied.fit.setMm, leadMm: tied.leadMm, neckPathMm: tied.fit.neckPathMm } : null,
    });
  const whose = timer.practice?.of;
  const isOther = whose !== undefined && (whose.tie.id !== subject.tie.id || (whose.wearer !== null && whose.wearer.id !== wearer?.id));
  return (
    <Box
      sx={{ display: 'grid', gap: 4, gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '26.25rem minmax(0, 1fr)' }, alignItems: 'start' }}
    >
      <Box component="section" aria-label="This try" sx={{ display: 'grid', gap: 2 }}>
        <Clock timer={timer} onStart={begin} />
        {isOther && (
          <Alert severity="info">
            This try was begun by {whose.wearer?.name ?? 'somebody not named'} with {whose.tie.name}. It is kept as theirs.
          </Alert>
        )}
        {subject.wearer === null && <WearerFinder wearer={found} onFind={setFound} />}
        {timer.practice?.stoppedAt !== null && timer.practice && (
          <Outcome
            practice={timer.practice}
            wearerId={timer.practice.of.wearer?.id ?? wearer?.id ?? null}
            onSaved={timer.clear}
            onDrop={timer.clear}
          />
        )}
      </Box>
      <Box component="section" aria-label="Tries so far">
        <Typography variant="h2" sx={{ mb: 1.5 }}>
          {wearer ? `Tries of ${wearer.name}` : 'Tries so far'}
        </Typography>
        {wearer ? (
          <Tries wearerId={wearer.id} tieId={subject.tie.id} />
        ) : (
          <Typography color="text.secondary">Choose the wearer to see and keep their tries.</Typography>
        )}
      </Box>
    </Box>
  );
}

function Clock({ timer: { practice, stop }, onStart }: { timer: PracticeClock; onStart: () => void }) {
  const now = useNow(practice !== null && practice.stoppedAt === null);
  const running = practice !== null && practice.stoppedAt === null;
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 2 }}>
      <Box
        role="timer"
        aria-label="Time of this try"
        sx={{
          fontFamily: FIGURES,
          fontSize: SIZE.greatest,
          lineHeight: 1,
          fontVariantNumeric: 'tabular-nums lining-nums',
          minWidth: '9.375rem',
        }}
      >
        {clock(practice ? practisedMs(practice, now) : 0)}
      </Box>
      {running ? (
        <Button variant="contained" onClick={stop}>
          Stop
        </Button>
      ) : (
        practice === null && (
          <Button variant="contained" onClick={onStart}>
            Start
          </Button>
        )
      )}
      {running && <Box sx={QUIET}>now at: {stepName(practice.step).toLowerCase()}</Box>}
    </Box>
  );
}

function useNow(isRunning: boolean): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (!isRunning) return;
    const timer = setInterval(() => setNow(Date.now()), 500);
    return () => clearInterval(timer);
  }, [isRunning]);
  return now;
}

const NOBODY: readonly Wearer[] = [];

function WearerFinder({ wearer, onFind }: { wearer: Wearer | null; onFind: (wearer: Wearer | null) => void }) {
  const [letters, setLetters] = useState('');
  const found = useWearers(letters).data?.wearers ?? NOBODY;
  return (
    <Autocomplete
      options={[...found]}
      value={wearer}
      onChange={(_, chosen) => onFind(chosen)}
      onInputChange={(_, text) => setLetters(text)}
      filterOptions={(all) => all}
      getOptionLabel={({ name }) => name}
      getOptionKey={({ id }) => id}
      isOptionEqualToValue={(a, b) => a.id === b.id}
      renderInput={(params) => <TextField {...params} label="Who is practising" placeholder="a few letters of the name" />}
    />
  );
}

function Outcome({
  practice,
  wearerId,
  onSaved,
  onDrop,
}: {
  practice: Practice;
  wearerId: string | null;
  onSaved: () => void;
  onDrop: () => void;
}) {
  const halves = useHalfWidths();
  const [outcome, setOutcome] = useState<TyingInput['outcome']>('tied');
  const [fault, setFault] = useState<TyingFault>('uneven');
  const [note, setNote] = useState('');
  const { save, isBusy, failure } = useSaving(async () => {
    if (wearerId === null) return;
    await recordTying({
      id: practice.id,
      wearerId,
      tieId: practice.of.tie.id,
      fittingId: practice.of.fittingId,
      outcome,
      way: practice.of.way,
      fault: outcome === 'fault' ? fault : null,
      durationMs: practisedMs(practice, Date.now()),
      steps: [...practice.steps],
      ...halves.lengths(),
      // with all four half-widths the tie learns from it
      ...(practice.of.tiedWith ?? {}),
      note,
    });
    notify('The try is on record.');
    onSaved();
  });
  return (
    <FieldsForm
      onSave={() => {
        if (halves.isRight) void save();
      }}
      label="How the try went"
      sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'repeat(2, minmax(0, 1fr))' }}
    >
      <Box sx={WHOLE_ROW}>
        <Choice label="How it went" value={outcome} onChange={setOutcome} options={OUTCOMES} />
      </Box>
      {outcome === 'fault' && (
        <TextField
          select
          label="What was seen"
          value={fault}
          onChange={(event) => setFault(event.target.value as TyingFault)}
          sx={WHOLE_ROW}
        >
          {TYING_FAULTS.map((each) => (
            <MenuItem key={each} value={each}>
              {FAULT_WORDS[each].seen}
            </MenuItem>
          ))}
        </TextField>
      )}
      {outcome !== 'gaveUp' && <HalfWidthFields halves={halves} />}
      <TextField label="Remark" value={note} onChange={(event) => setNote(event.target.value)} sx={WHOLE_ROW} />
      <Box sx={{ gridColumn: '1 / -1', display: 'flex', gap: 1.5, alignItems: 'center' }}>
        <May what="tyings.record">
          <Button type="submit" variant="contained" disabled={wearerId === null || !halves.isRight || isBusy}>
            Put on record
          </Button>
        </May>
        <Button variant="outlined" onClick={onDrop}>
          Discard this try
        </Button>
        {wearerId === null && <Box sx={QUIET}>Say who practised first.</Box>}
      </Box>
      <NotSaved failure={failure} kept="The try is kept here." sx={WHOLE_ROW} />
    </FieldsForm>
  );
}

function Tries({ wearerId, tieId }: { wearerId: string; tieId: string }) {
  return (
    <Loaded reading={useTyingsOf(wearerId)}>
      {(all) => {
        const tries = all.filter((tying) => tying.tieId === tieId && tying.durationMs !== null);
        if (tries.length === 0) return <Typography color="text.secondary">None with this tie yet.</Typography>;
        const told = nextTryTold([...tries].reverse());
        return (
          <>
            <Box sx={{ fontSize: SIZE.field, lineHeight: 1.4 }}>{told.next}</Box>
            <Box sx={{ ...QUIET_ASIDE, mb: 1.5 }}>{told.alone}</Box>
            <Suspense fallback={<Box sx={{ height: 260 }} />}>
              <PracticeChart tries={[...tries].reverse()} />
            </Suspense>
            <WideTable
              sx={{
                width: '100%',
                mt: 2,
                '& th, & td': { textAlign: 'left', py: 0.75, pr: 2, borderBottom: `1px solid ${COLOURS.rule}` },
              }}
            >
              <thead>
                <tr>
                  <th scope="col">Day</th>
                  <th scope="col">Time</th>
                  <th scope="col">How it went</th>
                  <th scope="col">Longest at</th>
                </tr>
              </thead>
              <tbody>
                {tries.map((tying) => (
                  <tr key={tying.id}>
                    <td>{dayjs(tying.tiedAt).format('D MMM YYYY, HH:mm')}</td>
                    <td style={{ fontVariantNumeric: 'tabular-nums' }}>{clock(tying.durationMs ?? 0)}</td>
                    <td>{outcomeWords(tying)}</td>
                    <td>{longestStep(tying)}</td>
                  </tr>
                ))}
              </tbody>
            </WideTable>
          </>
        );
      }}
    </Loaded>
  );
}

/** The step that took longest, all its times together, and how long. */
function longestStep({ steps }: Tying): string {
  const total = new Map<Tying['steps'][number]['step'], number>();
  for (const { step, ms } of steps) total.set(step, (total.get(step) ?? 0) + ms);
  const [longest] = [...total].sort(([, a], [, b]) => b - a);
  return longest ? `${stepName(longest[0]).toLowerCase()}, ${clock(longest[1])}` : '';
}
