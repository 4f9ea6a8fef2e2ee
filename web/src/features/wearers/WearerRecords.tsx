import { OCCASION_WORDS, type Fitting, type TakenMeasure, type Tie, type Tying, type TyingInput, type Wearer } from '@easytuck/contract';
import { formatCollarSize } from '@easytuck/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link } from 'react-router';
import { v7 as uuid } from 'uuid';
import { FieldsForm } from '../../common/forms/FieldsForm.tsx';
import { useTies } from '../../common/api/ties.ts';
import { keepTying, recordTying, useTyingsOf } from '../../common/api/tyings.ts';
import { markUsual, setOwned, useMeasures, useWearerTies } from '../../common/api/wearers.ts';
import { dayWords } from '../../common/dueWords.ts';
import { notify } from '../../common/notices.tsx';
import { Choice } from '../../common/Choice.tsx';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { NotSaved } from '../../common/forms/NotSaved.tsx';
import { useSaving } from '../../common/forms/useSaving.ts';
import { OUTCOMES, outcomeWords } from '../../common/tying/outcomes.ts';
import { HALVES, HalfWidthFields, useHalfWidths } from '../../common/tying/HalfWidths.tsx';
import { useUnits } from '../../common/UnitProvider.tsx';
import { sideWords } from '../../common/words.ts';
import { COLOURS, FIGURES, SIZE } from '../../theme.ts';
import { settingOfFitting } from '../fittings/settingOfFitting.ts';
import { MEASURE_WORDS, measureValueWords } from './measureWords.ts';
import { QUIET, QUIET_ASIDE, WHOLE_ROW } from '../../common/looks.ts';
import { May } from '../../common/session/May.tsx';

const list = { listStyle: 'none', m: 0, p: 0, borderTop: `1px solid ${COLOURS.rule}` } as const;
const line = { borderBottom: `1px solid ${COLOURS.rule}` } as const;

/** Fittings as given out, latest revision of each, latest first. */
export function FittingList({ fittings }: { fittings: readonly Fitting[] }) {
  const { length } = useUnits();
  if (fittings.length === 0) return <Typography color="text.secondary">None yet. A fitting begins on the Bench.</Typography>;
  return (
    <Box component="ul" sx={list}>
      {fittings.map((fitting) => (
        <Box component="li" key={fitting.id} sx={line}>
          <Box
            component={Link}
            to={`/fittings/${fitting.id}`}
            sx={{
              display: 'block',
              px: 1,
              py: 1.25,
              color: 'text.primary',
              textDecoration: 'none',
              '&:hover': { backgroundColor: COLOURS.card },
            }}
          >
            <Box sx={{ display: 'flex', justifyContent: 'space-between', gap: 2 }}>
              <Box sx={{ fontSize: SIZE.clear, fontWeight: 560 }}>
                {fitting.tie.name}
                {fitting.occasion !== 'other' && (
                  <Box component="span" sx={{ fontWeight: 400, color: 'text.secondary' }}>
                    , {OCCASION_WORDS[fitting.occasion].toLowerCase()}
                  </Box>
                )}
              </Box>
              <Box sx={QUIET}>
                {fitting.revision.number > 1 ? `revision ${fitting.revision.number}, ` : ''}
                {dayWords(fitting.givenOutAt)}
              </Box>
            </Box>
            <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap', mt: 0.25 }}>
              <Figure of="set at" figure={settingOfFitting(fitting, length).figure} />
              <Figure of={`lead, ${sideWords(fitting.longEnd)}`} figure={length(fitting.result.leadMm)} />
              <Figure of="spread" figure={length(fitting.result.spreadMm)} />
              <Figure of="collar" figure={formatCollarSize(fitting.collar)} />
            </Box>
          </Box>
        </Box>
      ))}
    </Box>
  );
}

function Figure({ of, figure }: { of: string; figure: string }) {
  return (
    <Box component="span" sx={QUIET_ASIDE}>
      {of}{' '}
      <Box
        component="span"
        sx={{ fontFamily: FIGURES, fontVariantNumeric: 'tabular-nums', fontSize: SIZE.field, fontWeight: 560, color: 'text.primary' }}
      >
        {figure}
      </Box>
    </Box>
  );
}

/** Measures over time: each as it was taken, grouped by day, latest first. */
export function MeasureHistory({ wearerId }: { wearerId: string }) {
  return <Loaded reading={useMeasures(wearerId)}>{(measures) => <MeasuresByDay measures={measures} />}</Loaded>;
}

function MeasuresByDay({ measures }: { measures: readonly TakenMeasure[] }) {
  const { length } = useUnits();
  const takings = new Map<string, TakenMeasure[]>();
  for (const measure of measures) takings.set(measure.takenAt, [...(takings.get(measure.takenAt) ?? []), measure]);
  if (takings.size === 0) return <Typography color="text.secondary">Nothing has been measured yet.</Typography>;
  return (
    <Box component="ul" sx={list}>
      {[...takings].map(([takenAt, taken]) => (
        <Box component="li" key={takenAt} sx={{ ...line, py: 1, px: 1 }}>
          <Box sx={QUIET_ASIDE}>
            {dayWords(takenAt)}
            {taken[0]?.takenBy ? `, by ${taken[0].takenBy}` : ''}
          </Box>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2.5 }}>
            {taken.map((measure) => (
              <span key={measure.id}>
                {MEASURE_WORDS[measure.kind].toLowerCase()} <b>{measureValueWords(measure, length)}</b>
              </span>
            ))}
          </Box>
        </Box>
      ))}
    </Box>
  );
}

/** Ties that the wearer owns, put there and taken out by hand, and which of them is the usual one. */
export function OwnedTies({ wearerId }: { wearerId: string }) {
  const owned = useWearerTies(wearerId);
  const all = useTies().data ?? [];
  const { save: change, failure } = useSaving((tieId: string, isOwned: boolean) => setOwned(wearerId, tieId, isOwned));
  const { save: mark, failure: notMarked } = useSaving((tieId: string | null) => markUsual(wearerId, tieId));
  return (
    <Loaded reading={owned}>
      {({ ties, usualTieId }) => (
        <>
          {ties.length > 0 && (
            <Box sx={{ mb: 1 }}>
              <a href={`/api/paper/set-tables/wearers/${wearerId}`} target="_blank" rel="noreferrer">
                Print the sets of all these ties
              </a>
            </Box>
          )}
          {ties.length > 0 && (
            <Box component="ul" sx={list}>
              {ties.map(({ tieId, tieName, since, isUsual }) => (
                <Box component="li" key={tieId} sx={{ ...line, display: 'flex', alignItems: 'center', gap: 2, px: 1 }}>
                  <Box component={Link} to={`/drawer/${tieId}`} sx={{ flex: 1, color: 'text.primary' }}>
                    {tieName}
                  </Box>
                  <Box sx={QUIET_ASIDE}>
                    {tieId === usualTieId ? 'usual tie, ' : ''}since {dayWords(since)}
                  </Box>
                  <May what="wearers.change">
                    <Button
                      size="small"
                      aria-label={`${isUsual ? 'Not usual' : 'Make usual'}: ${tieName}`}
                      onClick={() => void mark(isUsual ? null : tieId)}
                    >
                      {isUsual ? 'Not usual' : 'Make usual'}
                    </Button>
                    <Button size="small" aria-label={`Remove ${tieName}`} onClick={() => void change(tieId, false)}>
                      Remove
                    </Button>
                  </May>
                </Box>
              ))}
            </Box>
          )}
          <May what="wearers.change">
            <TextField
              select
              label="Add a tie"
              value=""
              onChange={(event) => void change(event.target.value, true)}
              sx={{ mt: 1, maxWidth: '22.5rem' }}
              slotProps={{ inputLabel: { shrink: true } }}
            >
              {all
                .filter(({ id, awayAt }) => awayAt === null && !ties.some(({ tieId }) => tieId === id))
                .map(({ id, name }) => (
                  <MenuItem key={id} value={id}>
                    {name}
                  </MenuItem>
                ))}
            </TextField>
          </May>
          <NotSaved failure={failure ?? notMarked} kept="" />
        </>
      )}
    </Loaded>
  );
}

/** Tyings: how each went, and the four half-widths where they were measured. */
export function Tyings({ wearer, fittings }: { wearer: Wearer; fittings: readonly Fitting[] }) {
  const ties = (useTies().data ?? []).filter(({ awayAt }) => awayAt === null);
  return (
    <>
      <Loaded reading={useTyingsOf(wearer.id)}>{(tyings) => <TyingList tyings={tyings} />}</Loaded>
      <May what="tyings.record">
        <NewTying wearer={wearer} ties={ties} lastTieId={fittings[0]?.tie.id ?? null} />
      </May>
    </>
  );
}

function TyingList({ tyings }: { tyings: readonly Tying[] }) {
  const { fine } = useUnits();
  const { save: remove, failure } = useSaving(async (tying: Tying) => {
    await keepTying(tying, false);
    notify('The tying is off the record.', () => void keepTying(tying, true));
  });
  const measured = (tying: Tying): string =>
    HALVES.filter(([name]) => tying[name] !== null)
      .map(([name, words]) => `${words.toLowerCase()} ${fine(tying[name] ?? 0)}`)
      .join(', ');
  if (tyings.length === 0) return <Typography color="text.secondary">None on record.</Typography>;
  return (
    <Box component="ul" sx={list}>
      <NotSaved failure={failure} what="removed" kept="" />
      {tyings.map((tying) => (
        <Box component="li" key={tying.id} sx={{ ...line, py: 1, px: 1 }}>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2 }}>
            <Box sx={{ flex: '1 1 10rem' }}>
              <b>{outcomeWords(tying)}</b>, {tying.tieName}
            </Box>
            <Box sx={QUIET_ASIDE}>{dayWords(tying.tiedAt)}</Box>
            <May what="tyings.record">
              <Button
                size="small"
                sx={{ minHeight: 32, py: 0 }}
                aria-label={`Remove the tying of ${dayWords(tying.tiedAt)}`}
                onClick={() => void remove(tying)}
              >
                Remove
              </Button>
            </May>
          </Box>
          <Box sx={QUIET_ASIDE}>{[measured(tying), tying.note].filter((part) => part !== '').join('. ')}</Box>
        </Box>
      ))}
    </Box>
  );
}

function NewTying({ wearer, ties, lastTieId }: { wearer: Wearer; ties: readonly Tie[]; lastTieId: string | null }) {
  const halves = useHalfWidths();
  const [id, setId] = useState(() => uuid());
  const [tieId, setTieId] = useState<string | null>(null);
  const [outcome, setOutcome] = useState<TyingInput['outcome']>('tied');
  const [note, setNote] = useState('');
  const chosen = tieId ?? lastTieId ?? ties[0]?.id ?? '';
  const { save, isBusy, failure } = useSaving(async () => {
    await recordTying({ id, wearerId: wearer.id, tieId: chosen, outcome, ...halves.lengths(), note });
    setId(uuid());
    halves.clear();
    setNote('');
    notify('The tying is on record.');
  });
  if (ties.length === 0) return null;
  return (
    <FieldsForm
      onSave={() => {
        if (halves.isRight) void save();
      }}
      label="A new tying"
      sx={{
        mt: 2,
        display: 'grid',
        columnGap: 2.5,
        rowGap: 1,
        gridTemplateColumns: { xs: 'repeat(2, minmax(0, 1fr))', md: 'repeat(4, minmax(0, 1fr))' },
      }}
    >
      <TextField select label="Tie" value={chosen} onChange={(event) => setTieId(event.target.value)} sx={{ gridColumn: 'span 2' }}>
        {ties.map(({ id: each, name }) => (
          <MenuItem key={each} value={each}>
            {name}
          </MenuItem>
        ))}
      </TextField>
      <Box sx={{ gridColumn: 'span 2' }}>
        <Choice label="How it went" value={outcome} onChange={setOutcome} options={OUTCOMES} />
      </Box>
      <HalfWidthFields halves={halves} />
      <TextField
        label="Remark"
        value={note}
        onChange={(event) => setNote(event.target.value)}
        sx={{ gridColumn: 'span 2' }}
        slotProps={{ inputLabel: { shrink: true } }}
      />
      <Button type="submit" variant="outlined" disabled={!halves.isRight || isBusy} sx={{ alignSelf: 'end', justifySelf: 'start' }}>
        Put on record
      </Button>
      <NotSaved failure={failure} sx={WHOLE_ROW} />
    </FieldsForm>
  );
}
