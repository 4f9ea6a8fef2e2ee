import type { Tie } from '@easytuck/contract';
import Button from '@mui/material/Button';
import { useCallback, useEffect, useState, type Dispatch } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { useTies } from '../../shared/api/ties.ts';
import { useWearer } from '../../shared/api/wearers.ts';
import type { ViewSide } from '../../shared/drawing/stageLayout.ts';
import { Face } from '../../shared/faces/Face.tsx';
import { Loaded } from '../../shared/faces/Loaded.tsx';
import { readStored, writeStored } from '../../shared/stored.ts';
import css from './bench.module.css';
import type { BenchEvent } from './benchReducer.ts';
import { BenchStage } from './components/BenchStage.tsx';
import { GiveOut } from './components/GiveOut.tsx';
import { Schools } from './components/Schools.tsx';
import { TiePicker } from './components/TiePicker.tsx';
import { WearerFields } from './components/WearerFields.tsx';
import { useBench } from './useBench.ts';

const VIEW_KEY = 'easytuck.view';

/** One fitting, in the order of the work: wearer, collar, tie, set and lead, given out. */
export function BenchPage() {
  return <Loaded reading={useTies()}>{(ties) => (ties.length === 0 ? <EmptyDrawer /> : <BenchWithTies ties={ties} />)}</Loaded>;
}

function BenchWithTies({ ties }: { ties: readonly Tie[] }) {
  const { draft, view, dispatch, saving, giveOut, startAnew } = useBench(ties);
  const [side, keepSide] = useState<ViewSide>(() =>
    readStored(VIEW_KEY, (value) => (value === 'facing' || value === 'mirror' ? value : null), 'facing'),
  );
  const navigate = useNavigate();
  useWearerFromAddress(dispatch);
  const setSide = useCallback((next: ViewSide) => {
    keepSide(next);
    writeStored(VIEW_KEY, next);
  }, []);
  const onGiveOut = useCallback(async () => {
    const saved = await giveOut();
    if (saved) await navigate(`/fittings/${saved.id}`);
  }, [giveOut, navigate]);
  return (
    <main className={css.page}>
      <div className={css.choose}>
        <WearerFields draft={draft} errors={view.errors} dispatch={dispatch} />
        <TiePicker ties={ties} tieId={draft.tieId} worn={view.worn} longEnd={draft.longEnd} dispatch={dispatch} />
      </div>
      <BenchStage draft={draft} view={view} dispatch={dispatch} side={side} setSide={setSide} />
      {view.fit && view.fit.tie.hardware.kind !== 'fixed' && (
        <Schools schools={view.fit.schools} school={draft.school} dispatch={dispatch} />
      )}
      <GiveOut
        note={draft.note}
        noteError={view.errors.note}
        missing={view.missing}
        dispatch={dispatch}
        saving={saving}
        onGiveOut={onGiveOut}
        onStartAnew={startAnew}
      />
    </main>
  );
}

/** A wearer's page leads here with its key in the address: the wearer is chosen, and the address is the bench's again. */
function useWearerFromAddress(dispatch: Dispatch<BenchEvent>): void {
  const [search, setSearch] = useSearchParams();
  const { data: wearer } = useWearer(search.get('wearer'));
  useEffect(() => {
    if (!wearer) return;
    dispatch({ type: 'wearerChosen', wearer });
    setSearch({}, { replace: true });
  }, [wearer, dispatch, setSearch]);
}

/** A shop without ties: nothing can be fitted before one is measured. */
function EmptyDrawer() {
  return (
    <Face
      title="The drawer is empty"
      action={
        <Button variant="contained" component={Link} to="/drawer/new">
          Measure the first tie
        </Button>
      }
    >
      A fitting starts from a tie’s own measures. Lay one on the table, take the tape, and enter it; it takes a minute.
    </Face>
  );
}
