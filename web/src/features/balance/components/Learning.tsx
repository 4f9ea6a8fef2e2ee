import { type ClothLearning, type Fitting, type Tie, type Tying, type Wearer } from '@easytuck/contract';
import {
  CLOTH_TIES,
  learnTie,
  mostTelling,
  NINETY_PERCENT,
  observationsOf,
  prepareTie,
  priorOfCloth,
  priorTakeUps,
  roundToSetting,
  setForSpreadMm,
  takeUpsForWearer,
  WEARER_TYINGS,
  withTakeUps,
  type TakeUpBelief,
} from '@easytuck/core';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { lazy, Suspense, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { v7 as uuid } from 'uuid';
import { giveOutFitting } from '../../../common/api/fittings.ts';
import { changeTie } from '../../../common/api/ties.ts';
import { recordTying, useClothLearning } from '../../../common/api/tyings.ts';
import { NotSaved } from '../../../common/forms/NotSaved.tsx';
import { useSaving } from '../../../common/forms/useSaving.ts';
import { tell } from '../../../common/notices.tsx';
import { clothWords, settingWords } from '../../../common/words.ts';
import { useShortcuts } from '../../../common/shortcuts/shortcuts.ts';
import { useUnits } from '../../../common/UnitProvider.tsx';
import { COLOURS, SIZE } from '../../../theme.ts';
import { effectOn, type DeskTie, type ReadHalves } from '../balanceDesk.ts';
import { QUIET, QUIET_ASIDE } from '../../../common/looks.ts';

const History = lazy(async () => ({ default: (await import('./History.tsx')).History }));

/** What the tying teaches: put on record, the tie's take-ups before and after, and what that changes; nothing of it is slipped in. */
export function Learning({
  fitting,
  tie,
  wearer,
  desk,
  tyings,
  read,
  withinMm,
  isDoubted,
  onSaved,
}: {
  fitting: Fitting;
  tie: Tie;
  wearer: Wearer;
  desk: DeskTie;
  tyings: readonly Tying[];
  read: ReadHalves | null;
  withinMm: number;
  /** True where the half-widths can hardly be right: they go on record only when that was confirmed. */
  isDoubted: boolean;
  onSaved: () => void;
}) {
  const { length, fine } = useUnits();
  const navigate = useNavigate();
  const [id, setId] = useState(() => uuid());
  // what the model says of the tie before anything was learned
  const model = useMemo(() => prepareTie({ ...tie, takeUp: null }), [tie]);
  const observations = useMemo(() => observationsOf(tyings), [tyings]);
  // what the cloth's other ties showed is a better start than the model, once there are enough of them
  const clothTies = useClothLearning(tie.id).data?.ties;
  const others = clothTies && clothTies.length >= CLOTH_TIES ? clothTies : NO_TIES;
  const start = useMemo(() => priorOfCloth(model, others), [model, others]);
  const now = useMemo(() => learnTie(model, observations, start), [model, observations, start]);
  const prior = priorTakeUps(model);
  // asked about as long as nothing was measured since
  const isSurprised = now.surprisingIds.includes(observations.at(-1)?.id ?? '');
  const isTaken =
    tie.takeUp !== null &&
    Math.abs(tie.takeUp.shortMm - now.beliefs.short.meanMm) < 0.05 &&
    Math.abs(tie.takeUp.longMm - now.beliefs.long.meanMm) < 0.05;
  const { believed } = now;
  const count = believed.length;
  const own = takeUpsForWearer(model, believed, wearer.id, start);
  const isByThem = believed.filter(({ wearerId }) => wearerId === wearer.id).length >= WEARER_TYINGS;
  const held = isByThem ? own : now.beliefs;
  const effect = effectOn(desk, model, held);
  const calibrated = withTakeUps(model, held);
  const next = roundToSetting(tie.hardware, setForSpreadMm(calibrated, desk.neckPathMm, fitting.result.spreadMm)).nearest;
  const nextLeadMm = Math.round(effect.evenLeadMm * 10) / 10;
  const isTaught = count > 0 || others.length > 0;
  const [cardId, setCardId] = useState(() => uuid());
  const { save: run, isBusy, failure } = useSaving((work: () => Promise<void>) => work());
  const keep = (isConfirmed: boolean): Promise<void> =>
    run(async () => {
      if (!read) return;
      await recordTying({
        id,
        wearerId: wearer.id,
        tieId: tie.id,
        fittingId: fitting.id,
        outcome: 'tied',
        ...read,
        setMm: desk.setMm,
        leadMm: desk.leadMm,
        neckPathMm: desk.neckPathMm,
        isConfirmed,
      });
      setId(uuid());
      tell('The tying is on record.');
      onSaved();
    });
  const takeIn = (): Promise<void> =>
    run(async () => {
      const { id: tieId, createdAt: _created, updatedAt: _updated, awayAt: _away, ...rest } = tie;
      await changeTie(tieId, { ...rest, takeUp: { shortMm: now.beliefs.short.meanMm, longMm: now.beliefs.long.meanMm } });
      tell(`${tie.name} now goes by its tyings.`);
    });
  const newCard = (): Promise<void> =>
    run(async () => {
      const {
        id: _id,
        givenOutAt: _at,
        wearer: who,
        tie: _tie,
        modelVersion: _model,
        result: _result,
        revision: _revision,
        card: _card,
        collar,
        ...worn
      } = fitting;
      const given = await giveOutFitting({
        ...worn,
        id: cardId,
        wearer: { kind: 'known', id: who.id },
        collar: collar.text,
        tieId: tie.id,
        school: 'own',
        step: next.step,
        leadMm: nextLeadMm,
        revises: fitting.id,
      });
      setCardId(uuid());
      await navigate(`/fittings/${given.id}`);
    });
  useShortcuts('Balance', [
    {
      key: 'Enter',
      mod: true,
      says: 'put the tying on record',
      run: () => {
        if (read !== null && !isDoubted && !isBusy) void keep(false);
      },
    },
    {
      key: 'a',
      says: 'apply what was learned to this tie',
      run: () => {
        if (isTaught && !isBusy && !isTaken) void takeIn();
      },
    },
    {
      key: 'r',
      says: 'issue the revised card',
      run: () => {
        if (isTaught && !isBusy && isTaken) void newCard();
      },
    },
  ]);
  return (
    <Box component="section" aria-label="What the tying teaches" sx={{ mt: 3, borderTop: `1px solid ${COLOURS.rule}`, pt: 2 }}>
      <Typography variant="h2" sx={{ mb: 1 }}>
        What the tying teaches
      </Typography>
      <Box sx={{ display: 'grid', gap: 3, gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '1fr 1fr' } }}>
        <Box sx={{ display: 'grid', gap: 1.25, alignContent: 'start' }}>
          <Box sx={{ fontSize: SIZE.clear }}>
            {read === null
              ? 'Once the bow is tightened and all four half-widths are measured, the tying can be put on record: it tells how much cloth this tie’s knot takes.'
              : 'All four half-widths are measured. If the knot is drawn tight, put the tying on record.'}
          </Box>
          <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
            <Button variant="contained" disabled={read === null || isDoubted || isBusy} onClick={() => void keep(false)}>
              Put the tying on record
            </Button>
            {(isSurprised || isDoubted) && (
              <Button variant="outlined" disabled={read === null || isBusy} onClick={() => void keep(true)}>
                Re-measured: confirm
              </Button>
            )}
          </Box>
          {isSurprised && (
            <Alert severity="warning">
              A tying is so far from what this tie should take that it changes nothing yet. The band off its mark or a slip of the tape is
              more likely. Measure again, then confirm it.
            </Alert>
          )}
          <NotSaved failure={failure} kept="What was measured is kept here." />
          {count > 0 && !isByThem && <Box sx={QUIET}>The {mostTelling(now.beliefs)} bow is least certain: measuring it teaches most.</Box>}
        </Box>
        <Box>
          <Box
            component="table"
            aria-label="Take-up of the knot"
            sx={{
              borderCollapse: 'collapse',
              width: '100%',
              fontVariantNumeric: 'tabular-nums',
              '& th, & td': { textAlign: 'left', py: 0.5, pr: 2, fontWeight: 400 },
            }}
          >
            <thead>
              <Box component="tr" sx={QUIET}>
                <th scope="col">Cloth in the knot</th>
                <th scope="col">by the model</th>
                {others.length > 0 && (
                  <th scope="col">
                    by {others.length} other ties of {clothWords(tie)}
                  </th>
                )}
                <th scope="col">
                  after {count} {count === 1 ? 'tying' : 'tyings'}
                </th>
                {isByThem && <th scope="col">by {wearer.name}</th>}
              </Box>
            </thead>
            <tbody>
              {(['short', 'long'] as const).map((end) => (
                <tr key={end}>
                  <th scope="row">{end} end</th>
                  <td>{interval(prior[end], fine)}</td>
                  {others.length > 0 && <td>{interval(start[end], fine)}</td>}
                  <td>
                    <b>{interval(now.beliefs[end], fine)}</b>
                  </td>
                  {isByThem && <td>{interval(own[end], fine)}</td>}
                </tr>
              ))}
            </tbody>
          </Box>
          <Box sx={QUIET_ASIDE}>The true value lies in this range nine times out of ten.</Box>
          {isTaught && (
            <Box sx={{ mt: 1.5, display: 'grid', gap: 1 }}>
              <Box>
                For this set and lead: front {fine(effect.before.front.spreadMm)} → <b>{interval(effect.after.frontSpread, fine)}</b>, back{' '}
                {fine(effect.before.back.spreadMm)} → <b>{interval(effect.after.backSpread, fine)}</b>.
              </Box>
              <Box>
                Next time: {settingWords(next, length).phrase}, lead {length(nextLeadMm)}
                {isByThem && `, by ${wearer.name}’s own hands`}.
              </Box>
              <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
                <Button variant="outlined" disabled={isBusy || isTaken} onClick={() => void takeIn()}>
                  {isTaken ? 'Applied to this tie' : 'Apply to this tie'}
                </Button>
                <Button variant="outlined" disabled={isBusy || !isTaken} onClick={() => void newCard()}>
                  Issue revised card
                </Button>
              </Box>
              {!isTaken && <Box sx={QUIET_ASIDE}>Apply it to the tie first: the card then goes by it.</Box>}
            </Box>
          )}
        </Box>
      </Box>
      {observations.length > 0 && (
        <Suspense fallback={null}>
          <History
            tyings={tyings}
            wearer={wearer}
            history={now.history}
            frontLoopSide={desk.frontLoopSide}
            targetMm={fitting.result.spreadMm}
            withinMm={withinMm}
          />
        </Suspense>
      )}
    </Box>
  );
}

const NO_TIES: ClothLearning['ties'] = [];

/** A value with the half-width of its interval. */
const interval = ({ meanMm, sdMm }: TakeUpBelief, fine: (lengthMm: number) => string): string =>
  `${fine(meanMm)} ± ${fine(NINETY_PERCENT * sdMm)}`;
