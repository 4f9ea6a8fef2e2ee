import { kinshipOf, type KinLearning, type Fitting, type Tie, type Tying, type Wearer } from '@easytuck/contract';
import {
  clothBehaviour,
  mostTelling,
  NINETY_PERCENT,
  prepareTie,
  priorOfKin,
  takeUpGrounds,
  type Kinship,
  type Normal,
} from '@easytuck/core';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { lazy, Suspense, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { v7 as uuid } from 'uuid';
import { WideTable } from '../../../common/WideTable.tsx';
import { giveOutFitting } from '../../../common/api/fittings.ts';
import { changeTie } from '../../../common/api/ties.ts';
import { recordTying, useKinLearning } from '../../../common/api/tyings.ts';
import { NotSaved } from '../../../common/forms/NotSaved.tsx';
import { RestsOn } from '../../../common/knot/RestsOn.tsx';
import { useSaving } from '../../../common/forms/useSaving.ts';
import { notify } from '../../../common/notices.tsx';
import { clothWords, settingWords } from '../../../common/words.ts';
import { useShortcuts } from '../../../common/shortcuts/shortcuts.ts';
import { useUnits } from '../../../common/UnitProvider.tsx';
import { COLOURS, SIZE } from '../../../theme.ts';
import type { DeskTie, ReadHalves } from '../balanceDesk.ts';
import { isApplied, keptOf, lessonOf, type Lesson } from '../lesson.ts';
import { QUIET, QUIET_ASIDE } from '../../../common/looks.ts';
import { May } from '../../../common/session/May.tsx';
import { useMay } from '../../../common/session/sessionStore.ts';

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
  way,
  firmness,
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
  /** How it was tied, if that is known. */
  way: Tying['way'];
  firmness: Tying['firmness'];
  onSaved: () => void;
}) {
  const { length, fine } = useUnits();
  const navigate = useNavigate();
  const [id, setId] = useState(() => uuid());
  // what the model says of the tie before anything was learned
  const model = useMemo(() => prepareTie({ ...tie, takeUp: null }), [tie]);
  // what other ties of its maker and its cloth showed is a better start than its shape and its marks alone
  const kin = useKinLearning(tie.id).data?.ties ?? NO_TIES;
  const kinship = useMemo(() => kinshipOf(tie), [tie]);
  const start = useMemo(() => priorOfKin(model, kinship, kin), [model, kinship, kin]);
  const ground = useMemo(
    () => ({ model, start, desk, fitting, hardware: tie.hardware, wearerId: wearer.id }),
    [model, start, desk, fitting, tie.hardware, wearer.id],
  );
  const lesson = useMemo(() => lessonOf(tyings, ground), [tyings, ground]);
  const { learned: now, count, isSurprised, own, isByThem, effect, next, nextLeadMm } = lesson;
  const grounds = takeUpGrounds(model.measured);
  const isTaken = isApplied(tie, lesson);
  const isTaught = count > 0 || kin.length > 0;
  const [cardId, setCardId] = useState(() => uuid());
  const { save: run, isBusy, failure } = useSaving((work: () => Promise<void>) => work());
  const record = async (isConfirmed: boolean): Promise<Tying | null> => {
    if (!read) return null;
    const saved = await recordTying({
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
      way,
      firmness,
    });
    setId(uuid());
    notify('The tying is on record.');
    onSaved();
    return saved;
  };
  const apply = async (taught: Lesson): Promise<void> => {
    const { id: tieId, createdAt: _created, updatedAt: _updated, awayAt: _away, ...rest } = tie;
    await changeTie(tieId, { ...rest, takeUp: keptOf(taught) });
    notify(`${tie.name} now goes by its tyings.`);
  };
  const issue = async (taught: Lesson): Promise<void> => {
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
      step: taught.next.step,
      leadMm: taught.nextLeadMm,
      revises: fitting.id,
    });
    setCardId(uuid());
    await navigate(`/fittings/${given.id}`);
  };
  const keep = (isConfirmed: boolean): Promise<void> =>
    run(async () => {
      await record(isConfirmed);
    });
  const takeIn = (): Promise<void> => run(() => apply(lesson));
  const newCard = (): Promise<void> => run(() => issue(lesson));
  const recordAndRevise = (): Promise<void> =>
    run(async () => {
      const saved = await record(false);
      if (!saved) return;
      const taught = lessonOf([...tyings, saved], ground);
      // what can hardly be right changes nothing before somebody has looked at it
      if (taught.isSurprised) return;
      await apply(taught);
      await issue(taught);
    });
  const may = useMay();
  const mayRevise = may('tyings.record') && may('ties.change') && may('fittings.giveOut');
  useShortcuts('Balance', [
    {
      key: 'Enter',
      mod: true,
      says: 'put the tying on record',
      run: () => {
        if (read !== null && !isDoubted && !isBusy) void keep(false);
      },
    },
    ...(mayRevise
      ? [
          {
            key: 'R',
            says: 'put it on record, apply it to the tie and issue the revised card',
            run: () => {
              if (read !== null && !isDoubted && !isBusy) void recordAndRevise();
            },
          },
        ]
      : []),
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
        if (isTaught && !isBusy && (isTaken || isByThem)) void newCard();
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
            <May what="tyings.record">
              <Button variant="contained" disabled={read === null || isDoubted || isBusy} onClick={() => void keep(false)}>
                Put the tying on record
              </Button>
              {mayRevise && (
                <Button variant="outlined" disabled={read === null || isDoubted || isBusy} onClick={() => void recordAndRevise()}>
                  Record and revise the card
                </Button>
              )}
            </May>
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
          {count > 0 && !isByThem && (
            <Box sx={QUIET}>
              {mostTelling(now.beliefs) === 'whole'
                ? 'How much cloth the knot takes is the least certain: another measured tying teaches most, best by somebody else.'
                : 'How the knot shares its cloth between both bows is the least certain: read the lead with care at the next tying.'}
            </Box>
          )}
          {count === 0 && tie.takeUp === null && <RestsOn tie={model} was={{ mark: true, waist: true, thickness: isThicknessRead(tie) }} />}
        </Box>
        <Box>
          <WideTable
            label="Take-up of the knot"
            sx={{
              width: '100%',
              fontVariantNumeric: 'tabular-nums',
              fontSize: { xs: SIZE.note, sm: SIZE.text },
              '& th, & td': { textAlign: 'left', py: 0.5, pr: { xs: 0.5, sm: 2 }, fontWeight: 400 },
            }}
          >
            <thead>
              <Box component="tr" sx={QUIET}>
                <th scope="col">Cloth in the knot</th>
                <th scope="col">by its shape</th>
                {grounds.mark && <th scope="col">by its marks</th>}
                {kin.length > 0 && <th scope="col">and by {kinWords(kin, kinship, tie)}</th>}
                <th scope="col">
                  after {count} {count === 1 ? 'tying' : 'tyings'}
                </th>
                {isByThem && <th scope="col">by {wearer.name}</th>}
              </Box>
            </thead>
            <tbody>
              {(['whole', 'short', 'long'] as const).map((end) => (
                <tr key={end}>
                  <th scope="row">{end === 'whole' ? 'both ends' : `${end} end`}</th>
                  <td>{interval(grounds.knot[end], fine)}</td>
                  {grounds.mark && <td>{end === 'whole' ? interval(grounds.mark, fine) : '–'}</td>}
                  {kin.length > 0 && <td>{interval(start[end], fine)}</td>}
                  <td>
                    <b>{interval(now.beliefs[end], fine)}</b>
                  </td>
                  {isByThem && <td>{interval(own[end], fine)}</td>}
                </tr>
              ))}
            </tbody>
          </WideTable>
          <Box sx={QUIET_ASIDE}>The true value lies in this range nine times out of ten.</Box>
          {isTaught && (
            <Box sx={{ mt: 1.5, display: 'grid', gap: 1 }}>
              <Box>
                For this set and lead: front {interval(effect.before.frontSpread, fine)} → <b>{interval(effect.after.frontSpread, fine)}</b>
                , back {interval(effect.before.backSpread, fine)} → <b>{interval(effect.after.backSpread, fine)}</b>.
              </Box>
              <Box>
                Next time: {settingWords(next, length).phrase}, lead {length(nextLeadMm)}
                {isByThem && `, by ${wearer.name}’s own hands`}.
              </Box>
              <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
                <May what="ties.change">
                  <Button variant="outlined" disabled={isBusy || isTaken} onClick={() => void takeIn()}>
                    {isTaken ? 'Applied to this tie' : 'Apply to this tie'}
                  </Button>
                </May>
                <May what="fittings.giveOut">
                  <Button variant="outlined" disabled={isBusy || !(isTaken || isByThem)} onClick={() => void newCard()}>
                    Issue revised card
                  </Button>
                </May>
              </Box>
              {!isTaken && (
                <Box sx={QUIET_ASIDE}>
                  {isByThem
                    ? `Cards for ${wearer.name} go by their own hands. Applied to the tie, what it showed holds for others too.`
                    : 'Apply it to the tie first: the card then goes by it.'}
                </Box>
              )}
            </Box>
          )}
        </Box>
      </Box>
      {lesson.observed > 0 && (
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

const NO_TIES: KinLearning['ties'] = [];

/** Whether somebody has read how thick it is: it differs from what is usual for its cloth. */
const isThicknessRead = (tie: Tie): boolean => tie.cloth.thicknessMm !== clothBehaviour(tie).thicknessMm;

/** Which other ties were weighed in. */
function kinWords(kin: KinLearning['ties'], { maker }: Kinship, tie: Tie): string {
  const ofMaker = maker === '' ? 0 : kin.filter((other) => other.maker === maker).length;
  const rest = kin.length - ofMaker;
  const ties = (count: number): string => `${count} other ${count === 1 ? 'tie' : 'ties'}`;
  return [ofMaker > 0 ? `${ties(ofMaker)} by ${tie.maker}` : '', rest > 0 ? `${ties(rest)} of ${clothWords(tie)}` : '']
    .filter((part) => part !== '')
    .join(' and ');
}

/** A value with the half-width of its interval. */
const interval = ({ meanMm, sdMm }: Normal, fine: (lengthMm: number) => string): string =>
  `${fine(meanMm)} ± ${fine(NINETY_PERCENT * sdMm)}`;
