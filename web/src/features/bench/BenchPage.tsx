import { claspWarning, type MeasuredHere, type ShopSettings, type StockCollar, type Tie, type Wearer } from '@easytuck/contract';
import { collarCustoms, lastStep, SCHOOLS } from '@easytuck/core';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { lazy, Suspense, useCallback, useEffect, useMemo, useState, type Dispatch } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { useCollars } from '../../common/api/collars.ts';
import { useFitting } from '../../common/api/fittings.ts';
import { ApiProblem } from '../../common/api/request.ts';
import { useShopReading } from '../../common/api/shop.ts';
import { useTies } from '../../common/api/ties.ts';
import { useWearer, useWearerTies } from '../../common/api/wearers.ts';
import type { ViewSide } from '../../common/drawing/stageLayout.ts';
import { EmptyDrawer } from '../../common/EmptyDrawer.tsx';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { useTourStart } from '../../common/help/tourStart.ts';
import { notify } from '../../common/notices.tsx';
import { usePageTitle } from '../../common/pageTitle.ts';
import { useShortcuts } from '../../common/shortcuts/shortcuts.ts';
import { readStored, writeStored } from '../../common/stored.ts';
import { SCHOOL_WORDS } from '../../common/words.ts';
import css from './bench.module.css';
import type { BenchEvent } from './benchReducer.ts';
import type { BenchFit } from './benchViewModel.ts';
import { BenchClashes } from './components/BenchClashes.tsx';
import { GiveOut } from './components/GiveOut.tsx';
import { StageWaiting } from './components/StageWaiting.tsx';
import { preloadOffers, TiePicker } from './components/TiePicker.tsx';
import { WearerFields } from './components/WearerFields.tsx';
import type { RankingFor } from './ranking.ts';
import { measuredHereOf } from './benchViewModel.ts';
import { COLLAR_ADVICE, OCCASION_ADVICE } from './adviceWords.ts';
import { useBench, useTriedAgain } from './useBench.ts';

const VIEW_KEY = 'easytuck.view';

const loadFitted = () => import('./components/FittedBench.tsx');
const loadCloser = () => import('./components/CloserLook.tsx');
const FittedBench = lazy(async () => ({ default: (await loadFitted()).FittedBench }));
const BenchStart = lazy(async () => ({ default: (await import('./components/BenchStart.tsx')).BenchStart }));
const CloserLook = lazy(async () => ({ default: (await loadCloser()).CloserLook }));

/** As soon as somebody begins, what is wanted next is fetched: it is there before collar and tie are. */
function preload(): void {
  preloadOffers();
  void loadFitted();
  void loadCloser();
}

const NO_COLLARS: readonly StockCollar[] = [];

/** One fitting, in the order of the work: wearer, occasion and collar, tie, set and lead, card. */
export function BenchPage() {
  const shop = useShopReading();
  return (
    <Loaded reading={useTies()}>
      {(ties) =>
        ties.some(({ awayAt }) => awayAt === null) ? (
          <Loaded reading={shop}>{(house) => <BenchWithTies drawer={ties} house={house} />}</Loaded>
        ) : (
          <EmptyDrawer />
        )
      }
    </Loaded>
  );
}

function BenchWithTies({ drawer, house }: { drawer: readonly Tie[]; house: ShopSettings }) {
  const { draft, view, dispatch, saving, giveOut, startAnew, undo, undoes, ties, ownTyings } = useBench(drawer);
  usePageTitle('Bench');
  const tour = useTourStart();
  const collars = useCollars().data ?? NO_COLLARS;
  const [side, keepSide] = useState<ViewSide>(() =>
    readStored(VIEW_KEY, (value) => (value === 'facing' || value === 'mirror' ? value : null), 'facing'),
  );
  const navigate = useNavigate();
  const chosen = useFromAddress(draft.wearerId, dispatch);
  useEffect(() => {
    if (chosen && chosen.mergedInto === null) dispatch({ type: 'recordSeen', wearer: chosen });
  }, [chosen, dispatch]);
  const usualTieId = useWearerTies(chosen?.id ?? null).data?.usualTieId ?? null;
  const [fullness, hands] = [chosen?.fullness ?? null, chosen?.dexterity ?? null];
  const needsBreakaway = chosen?.bandNeed === 'breakaway';
  const isEstimate = chosen?.collarEstimated === true && chosen.collar.text === draft.collarText;
  const setSide = useCallback((next: ViewSide) => {
    keepSide(next);
    writeStored(VIEW_KEY, next);
  }, []);
  const onGiveOut = useCallback(async () => {
    const saved = await giveOut();
    if (!saved) return;
    notify(`Card issued for ${saved.wearer.name}.`);
    await navigate(`/fittings/${saved.id}`);
  }, [giveOut, navigate]);
  useTriedAgain(saving, onGiveOut);
  const { worn, fit } = view;
  const { longEnd, occasion, collarStyle, wings } = draft;
  const rankingFor = useMemo<RankingFor>(
    () => ({
      worn,
      longEnd,
      school: house.school,
      smallMm: house.smallMm,
      taste: { occasion, fullness, hands, needsBreakaway },
      usualTieId,
    }),
    [worn, longEnd, house.school, house.smallMm, occasion, fullness, hands, needsBreakaway, usualTieId],
  );
  const advice = useMemo(
    () =>
      [OCCASION_ADVICE[occasion], ...collarCustoms(occasion, collarStyle, wings).map((custom) => COLLAR_ADVICE[custom])]
        .filter((each) => each !== '')
        .join(' '),
    [occasion, collarStyle, wings],
  );
  const tie = ties.find(({ id }) => id === draft.tieId) ?? null;
  const warning = chosen && tie ? claspWarning(chosen, tie) : null;
  useBenchKeys(fit, side, setSide, dispatch);
  const measuredHere = measuredHereOf(draft).measured.join(' ');
  const alsoOnRecord = useMemo(() => namesOnRecord(measuredHere), [measuredHere]);
  return (
    <div className={css.page} onFocus={preload} onPointerDown={preload}>
      <h1 className={css.heading}>Bench</h1>
      {draft.revises !== null && (
        <Alert severity="info" sx={{ mb: 1 }} action={<Button onClick={startAnew}>Discard changes</Button>}>
          A revised card for {draft.name}. What was issued before stays on record.
        </Alert>
      )}
      <BenchClashes draft={draft} dispatch={dispatch} />
      {warning !== null && (
        <Alert severity="warning" sx={{ mb: 1 }}>
          {warning}
        </Alert>
      )}
      <div className={css.choose}>
        <WearerFields
          draft={draft}
          errors={view.errors}
          collars={collars}
          houseEaseMm={house.easeMm}
          isEstimate={isEstimate}
          dispatch={dispatch}
        />
        <TiePicker ties={ties} tieId={draft.tieId} rankingFor={rankingFor} dispatch={dispatch} />
      </div>
      {fit ? (
        <Suspense fallback={<StageWaiting missing={view.missing} />}>
          <FittedBench
            draft={draft}
            fit={fit}
            collars={collars}
            house={house}
            advice={advice}
            side={side}
            setSide={setSide}
            dispatch={dispatch}
          />
        </Suspense>
      ) : ties.length > 0 ? (
        <Suspense fallback={<StageWaiting missing={view.missing} />}>
          <BenchStart
            ties={ties}
            chosenId={draft.tieId}
            easeMm={house.easeMm}
            side={side}
            needed={neededOf(view.missing)}
            dispatch={dispatch}
            onTour={tour}
          />
        </Suspense>
      ) : null}
      <GiveOut
        note={draft.note}
        noteError={view.errors.note}
        missing={view.missing}
        names={house.staff}
        isRevision={draft.revises !== null}
        handedOver={draft.handedOver}
        alsoOnRecord={alsoOnRecord}
        wearerName={draft.name}
        undoes={undoes}
        onUndo={undo}
        dispatch={dispatch}
        saving={saving}
        onGiveOut={onGiveOut}
        onStartAnew={startAnew}
      />
      {fit && ownTyings > 0 && (
        <div className={css.own}>
          Worked out with {draft.name}’s own hands: {ownTyings} measured {ownTyings === 1 ? 'tying' : 'tyings'} of this tie.
        </div>
      )}
      {fit && (
        <Suspense fallback={null}>
          <CloserLook fit={fit} ties={ties} folding={draft.folding} dispatch={dispatch} />
        </Suspense>
      )}
    </div>
  );
}

/** What of collar and tie is still needed. */
const neededOf = (missing: readonly string[]): readonly string[] =>
  missing.filter((what) => what === 'the collar size' || what === 'a tie');

/** Names of measures, given as one text: the same list as long as it names the same, so that nothing is drawn anew for it. */
const namesOnRecord = (measuredHere: string): readonly string[] =>
  measuredHere === '' ? [] : measuredHere.split(' ').map((measure) => RECORD_WORDS[measure as MeasuredHere]);

const RECORD_WORDS: Readonly<Record<MeasuredHere, string>> = {
  name: 'the name',
  collar: 'collar size',
  longEnd: 'long end',
  neckBreadthMm: 'neck breadth',
  faceWidthMm: 'face width',
  firstButtonMm: 'first button',
  buttonSpacingMm: 'button spacing',
};

/** Keys of set, lead, schools and view. */
function useBenchKeys(fit: BenchFit | null, side: ViewSide, setSide: (side: ViewSide) => void, dispatch: Dispatch<BenchEvent>): void {
  const focusOn = (name: string): void => document.querySelector<HTMLElement>(`[data-bench="${name}"]`)?.focus();
  const step = (by: number): void => {
    if (!fit || fit.tie.hardware.kind === 'fixed') return;
    dispatch({ type: 'stepSet', step: Math.min(lastStep(fit.tie.hardware), Math.max(0, fit.worn.setting.step + by)) });
  };
  useShortcuts('Bench', [
    { key: 's', says: 'type the set', run: () => focusOn('set') },
    { key: 'l', says: 'type the lead', run: () => focusOn('lead') },
    { key: '[', says: 'one setting shorter', run: () => step(-1) },
    { key: ']', says: 'one setting longer', run: () => step(1) },
    { key: 'e', says: 'the even lead', run: () => dispatch({ type: 'leadSet', leadMm: null }) },
    ...SCHOOLS.map((school, i) => ({
      key: String(i + 1),
      says: `the ${SCHOOL_WORDS[school].name.toLowerCase()} school`,
      run: () => dispatch({ type: 'schoolChosen', school } as const),
    })),
    { key: 'v', says: 'seen from the other side', run: () => setSide(side === 'facing' ? 'mirror' : 'facing') },
  ]);
}

/**
 * Other pages lead here with a key in the address: a wearer or a tie is chosen, a fitting is put on the bench again, and the
 * address is the bench's again. @returns the record of the wearer who is fitted.
 */
function useFromAddress(wearerId: string | null, dispatch: Dispatch<BenchEvent>): Wearer | undefined {
  const [search, setSearch] = useSearchParams();
  const { data: wearer, error: noWearer } = useWearer(search.get('wearer'));
  const [revised, copied, tieId] = [search.get('revise'), search.get('copy'), search.get('tie')];
  const { data: fitting, error: noFitting } = useFitting(revised ?? copied);
  const { data: chosen } = useWearer(wearerId);
  useEffect(() => {
    if (tieId !== null) dispatch({ type: 'tieChosen', tieId });
    if (wearer) dispatch({ type: 'wearerChosen', wearer });
    else if (fitting) dispatch({ type: 'fittingBroughtBack', fitting, fittingId: uuid(), revises: revised !== null });
    else if (isNowhere(noWearer)) notify('That link leads to nobody on record.');
    else if (isNowhere(noFitting)) notify('That link leads to no card on record.');
    else if (tieId === null) return;
    setSearch({}, { replace: true });
  }, [wearer, fitting, noWearer, noFitting, revised, tieId, dispatch, setSearch]);
  return chosen;
}

/** What an address asks for is not there, now or later. */
const isNowhere = (error: unknown): boolean => error instanceof ApiProblem && [400, 404].includes(error.problem.status);
