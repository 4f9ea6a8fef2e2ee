import type { Tie } from '@easytuck/contract';
import type { Folding } from '@easytuck/core';
import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import { lazy, memo, Suspense, useDeferredValue, useMemo, useState, type Dispatch } from 'react';
import { useShortcuts } from '../../../common/shortcuts/shortcuts.ts';
import { COLOURS } from '../../../theme.ts';
import type { BenchEvent } from '../benchReducer.ts';
import type { BenchFit } from '../benchViewModel.ts';

const SetChart = lazy(async () => ({ default: (await import('./SetChart.tsx')).SetChart }));
const LeadChart = lazy(async () => ({ default: (await import('./LeadChart.tsx')).LeadChart }));
const HangDrawing = lazy(async () => ({ default: (await import('./HangDrawing.tsx')).HangDrawing }));
const BandMatching = lazy(async () => ({ default: (await import('./BandMatching.tsx')).BandMatching }));
const FacesTable = lazy(async () => ({ default: (await import('./FacesTable.tsx')).FacesTable }));

const LOOKS = [
  { id: 'set', name: 'Spread over the band' },
  { id: 'lead', name: 'Lead habits' },
  { id: 'hang', name: 'Hang check' },
  { id: 'match', name: 'Set by another tie' },
  { id: 'faces', name: 'Which face shows' },
] as const;
type LookId = (typeof LOOKS)[number]['id'];

/** Below the work: what each habit would do with this tie on this neck. One look at a time, loaded when it is asked for. */
export function CloserLook({
  fit,
  ties,
  folding,
  dispatch,
}: {
  fit: BenchFit;
  ties: readonly Tie[];
  /** How the folds are to be made; null where nobody chose. */
  folding: Folding | null;
  dispatch: Dispatch<BenchEvent>;
}) {
  const [look, setLook] = useState<LookId | null>(null);
  const settled = useDeferredValue(fit);
  const { tie } = fit;
  const looks = useMemo(() => looksFor(tie), [tie]);
  const shown = looks.some(({ id }) => id === look) ? look : null;
  const next = (): void => {
    const place = looks.findIndex(({ id }) => id === shown);
    setLook(looks[place + 1]?.id ?? null);
  };
  useShortcuts('Bench', [{ key: 'c', says: 'a closer look: charts, hang check, matching', run: next }]);
  return (
    <Box component="section" aria-label="Closer look" sx={{ mt: 1.5, borderTop: `1px solid ${COLOURS.rule}` }}>
      <LookChoice looks={looks} shown={shown} onChoose={setLook} />
      {shown !== null && (
        <Box sx={{ minHeight: 330, pt: 1 }}>
          <Suspense fallback={null}>
            {shown === 'set' && <SetChart fit={settled} dispatch={dispatch} />}
            {shown === 'lead' && <LeadChart fit={settled} dispatch={dispatch} />}
            {shown === 'hang' && <HangDrawing fit={settled} />}
            {shown === 'match' && <BandMatching fit={settled} ties={ties} dispatch={dispatch} />}
            {shown === 'faces' && (
              <FacesTable tie={settled.tie} chosen={folding} onChoose={(next) => dispatch({ type: 'facesChosen', folding: next })} />
            )}
          </Suspense>
        </Box>
      )}
    </Box>
  );
}

type Looks = readonly (typeof LOOKS)[number][];

/** What there is to look at for a tie: a sewn band has no set, a tie of one face shows that. */
function looksFor({ hardware, faces }: Tie): Looks {
  return LOOKS.filter(({ id }) => {
    if (id === 'set' || id === 'match') return hardware.kind !== 'fixed';
    return id !== 'faces' || faces.inner !== null;
  });
}

/** It stays as it is while the set is dragged. */
const LookChoice = memo(function LookChoice({
  looks,
  shown,
  onChoose,
}: {
  looks: Looks;
  shown: LookId | null;
  onChoose: (look: LookId | null) => void;
}) {
  return (
    <Box role="group" aria-label="Closer looks" sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 1 }}>
      {looks.map(({ id, name }) => (
        <ButtonBase
          key={id}
          aria-pressed={shown === id}
          onClick={() => onChoose(shown === id ? null : id)}
          sx={{
            font: 'inherit',
            px: 1.5,
            minHeight: 44,
            borderTop: `3px solid ${shown === id ? COLOURS.short : 'transparent'}`,
            fontWeight: shown === id ? 600 : 400,
            '&:hover': { backgroundColor: COLOURS.card },
          }}
        >
          {name}
        </ButtonBase>
      ))}
    </Box>
  );
});
