import type { Tie, Wearer } from '@easytuck/contract';
import {
  evenLeadMm,
  fitWearer,
  formatCollarSize,
  naturalSetMm,
  neckPathMm,
  roundToSetting,
  TYPICAL_COLLARS,
  type WearerFit,
  type WornCollar,
} from '@easytuck/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ButtonBase from '@mui/material/ButtonBase';
import dayjs from 'dayjs';
import { useMemo, type Dispatch } from 'react';
import { useDueWearers } from '../../../common/api/wearers.ts';
import { Stage } from '../../../common/drawing/Stage.tsx';
import type { ViewSide } from '../../../common/drawing/stageLayout.ts';
import { dueWords } from '../../../common/dueWords.ts';
import { preparedOf } from '../../../common/preparedOf.ts';
import { useUnits } from '../../../common/UnitProvider.tsx';
import { settingWords } from '../../../common/words.ts';
import { COLOURS, FIGURES, SIZE } from '../../../theme.ts';
import type { BenchEvent } from '../benchReducer.ts';
import { RULED_LINE } from '../../../common/looks.ts';

/** The collar a tie is shown on until there is one. */
const SHOWN_ON = { system: 'in', label: 16 } as const;
const MOST_DUE = 5;

interface BenchStartProps {
  readonly ties: readonly Tie[];
  readonly chosenId: string | null;
  readonly easeMm: number;
  readonly side: ViewSide;
  /** What is still needed of collar size and tie. */
  readonly needed: readonly string[];
  readonly dispatch: Dispatch<BenchEvent>;
  readonly onTour: () => void;
}

/** The bench before a fitting: what to do next, whose day comes next, and a tie on its tape to see what it is about. */
export function BenchStart({ ties, chosenId, easeMm, side, needed, dispatch, onTour }: BenchStartProps) {
  const example = useMemo(() => exampleOf(ties, chosenId, easeMm), [ties, chosenId, easeMm]);
  return (
    <Box component="section" aria-label="Set and lead" data-tour="stage" sx={{ mt: 2.5 }}>
      <Box
        sx={{
          display: 'grid',
          gap: { xs: 2.5, md: 5 },
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) minmax(0, 1fr)' },
          mb: 2,
        }}
      >
        <Box>
          <Box component="h2" sx={{ m: 0, mb: 0.75, fontFamily: FIGURES, fontSize: SIZE.large, fontWeight: 560 }}>
            {needed.length > 0 ? `Next: ${needed.join(' and ')}` : 'One moment'}
          </Box>
          <Box component="ol" sx={{ m: 0, pl: 2.5, fontSize: SIZE.clear, lineHeight: 1.55 }}>
            <li>Who is it for, and what collar size is on the shirt?</li>
            <li>Choose the tie. The best suited come first.</li>
            <li>Read where to set it, hang the long end by the lead, issue the card.</li>
          </Box>
          <Button variant="outlined" onClick={onTour} sx={{ mt: 1.5 }}>
            Take the two-minute tour
          </Button>
        </Box>
        <Due dispatch={dispatch} />
      </Box>
      {example && <Example {...example} side={side} />}
    </Box>
  );
}

interface ShownTie {
  readonly tie: Tie;
  readonly worn: WearerFit;
}

/** The tie that was chosen, else the first of the drawer that an everyday collar wears well. */
function exampleOf(ties: readonly Tie[], chosenId: string | null, easeMm: number): ShownTie | undefined {
  const shown = (tie: Tie): ShownTie => ({ tie, worn: wornBy(tie, easeMm) });
  const chosen = ties.find(({ id }) => id === chosenId);
  if (chosen) return shown(chosen);
  const all = ties.map(shown);
  return all.find(({ tie, worn }) => tie.hardware.kind !== 'fixed' && worn.fit.grade === 'good') ?? all[0];
}

function wornBy(tie: Tie, easeMm: number): WearerFit {
  const prepared = preparedOf(tie);
  const collar: WornCollar = {
    collar: SHOWN_ON,
    easeMm,
    style: 'turndown',
    collarPointsMm: null,
    neckBreadthMm: null,
    faceWidthMm: null,
  };
  const { nearest } = roundToSetting(tie.hardware, naturalSetMm(prepared, neckPathMm(SHOWN_ON, easeMm, tie.cloth)));
  return fitWearer(prepared, collar, nearest.step, evenLeadMm(prepared), 'left');
}

/** What it is all about: a tie on its tape, tied. */
function Example({ tie, worn, side }: ShownTie & { side: ViewSide }) {
  const { length } = useUnits();
  return (
    <>
      <Box sx={{ color: 'text.secondary', fontSize: SIZE.plain, mb: 0.5 }}>
        For example: {tie.name} on a {formatCollarSize(SHOWN_ON)} collar, {setWords(worn, length)}, with a lead of {length(worn.fit.leadMm)}
        , ties a bow {length(worn.fit.spreadMm)} wide.
      </Box>
      <Stage tie={preparedOf(tie)} worn={worn} collar={TYPICAL_COLLARS.turndown} view={side} />
    </>
  );
}

const setWords = ({ setting }: WearerFit, length: (lengthMm: number) => string): string =>
  setting.position.kind === 'fixed' ? 'sewn to length' : `set at ${settingWords(setting, length).phrase}`;

/** Whose day comes next; one touch puts them on the bench. */
function Due({ dispatch }: { dispatch: Dispatch<BenchEvent> }) {
  const due = useDueWearers(MOST_DUE).data;
  if (!due || due.length === 0) return null;
  const choose = (wearer: Wearer): void => {
    dispatch({ type: 'wearerChosen', wearer });
    document.querySelector<HTMLElement>('[data-bench="tie"]')?.focus();
  };
  return (
    <Box component="section" aria-label="Due next">
      <Box component="h2" sx={{ m: 0, mb: 0.75, fontFamily: FIGURES, fontSize: SIZE.head, fontWeight: 560 }}>
        Due next
      </Box>
      <Box component="ul" sx={{ m: 0, p: 0, listStyle: 'none', borderTop: `1px solid ${COLOURS.rule}` }}>
        {due.map((wearer) => (
          <Box component="li" key={wearer.id} sx={RULED_LINE}>
            <ButtonBase
              onClick={() => choose(wearer)}
              sx={{
                font: 'inherit',
                width: '100%',
                minHeight: 44,
                px: 1,
                columnGap: 2,
                flexWrap: 'wrap',
                justifyContent: 'space-between',
                textAlign: 'left',
                '&:hover': { backgroundColor: COLOURS.card },
              }}
            >
              <Box component="span" sx={{ fontWeight: 560 }}>
                {wearer.name}
              </Box>
              <Box component="span" sx={{ color: 'text.secondary', textAlign: 'right', ml: 'auto' }}>
                {wearer.eventName === '' ? '' : `${wearer.eventName}, `}
                {wearer.eventOn === null ? '' : dueWords(wearer.eventOn, dayjs())}
              </Box>
            </ButtonBase>
          </Box>
        ))}
      </Box>
    </Box>
  );
}
