import type { Tie } from '@easytuck/contract';
import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import Popover from '@mui/material/Popover';
import { lazy, memo, Suspense, useRef, useState, type Dispatch } from 'react';
import { useShortcuts } from '../../../common/shortcuts/shortcuts.ts';
import { COLOURS, SHADOW, SIZE } from '../../../theme.ts';
import type { BenchEvent } from '../benchReducer.ts';
import type { RankingFor } from '../ranking.ts';
import type { Offers as OffersList } from './Offers.tsx';
import { TieLine } from './TieLine.tsx';

type OffersComponent = typeof OffersList;

/** The list once it was fetched: drawn at once then, so that no key pressed right after opening is lost. */
let fetched: OffersComponent | null = null;
const loadOffers = async (): Promise<{ default: OffersComponent }> => {
  fetched = (await import('./Offers.tsx')).Offers;
  return { default: fetched };
};
const WaitingOffers = lazy(loadOffers);

/** Fetches the list ahead, as soon as the bench is touched. */
export const preloadOffers = (): void => void loadOffers();

interface TiePickerProps {
  readonly ties: readonly Tie[];
  readonly tieId: string | null;
  readonly rankingFor: RankingFor;
  readonly dispatch: Dispatch<BenchEvent>;
}

/** The tie: what is chosen, and all that are in the drawer, best for this wearer and occasion first, each with its blade to one scale. */
export const TiePicker = memo(function TiePicker({ ties, tieId, rankingFor, dispatch }: TiePickerProps) {
  const button = useRef<HTMLButtonElement>(null);
  const [isOpen, setOpen] = useState(false);
  const tie = ties.find(({ id }) => id === tieId);
  const Offers = fetched ?? WaitingOffers;
  useShortcuts('Bench', [{ key: 't', says: 'choose the tie', run: () => setOpen(true) }]);
  return (
    <Box data-tour="tie">
      <Box id="tie-label" sx={{ fontSize: SIZE.plain, color: 'text.secondary', mb: 0.5 }}>
        Tie
      </Box>
      <ButtonBase
        ref={button}
        data-bench="tie"
        aria-labelledby="tie-label tie-chosen"
        aria-haspopup="listbox"
        aria-expanded={isOpen}
        onClick={() => setOpen(true)}
        sx={{
          font: 'inherit',
          width: '100%',
          minHeight: 56,
          px: 1.5,
          py: 0.75,
          justifyContent: 'flex-start',
          textAlign: 'left',
          border: `1px solid ${COLOURS.thread}`,
          borderRadius: 1,
          backgroundColor: COLOURS.card,
          '&:hover': { borderColor: COLOURS.ink },
        }}
      >
        <Box id="tie-chosen" sx={{ width: '100%' }}>
          {tie ? (
            <TieLine tie={tie} />
          ) : (
            <Box sx={{ fontSize: SIZE.clear, color: 'text.secondary' }}>Choose one of {ties.length} in the drawer</Box>
          )}
        </Box>
      </ButtonBase>
      <Popover
        open={isOpen}
        anchorEl={() => button.current}
        onClose={() => setOpen(false)}
        transitionDuration={0}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'right' }}
        transformOrigin={{ vertical: 'top', horizontal: 'right' }}
        slotProps={{
          paper: {
            'aria-label': 'Ties',
            role: 'dialog',
            sx: {
              width: '42.5rem',
              maxWidth: 'calc(100vw - 32px)',
              border: `1px solid ${COLOURS.thread}`,
              boxShadow: SHADOW,
            },
          },
        }}
      >
        <Suspense fallback={<Box sx={{ height: 560 }} />}>
          <Offers
            ties={ties}
            tieId={tieId}
            rankingFor={rankingFor}
            onChoose={(chosen) => {
              dispatch({ type: 'tieChosen', tieId: chosen });
              setOpen(false);
            }}
          />
        </Suspense>
      </Popover>
    </Box>
  );
});
