import type { Tie } from '@easytuck/contract';
import { drawBlade, rankTies, type RankedTie, type Side, type WornCollar } from '@easytuck/core';
import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { memo, useMemo, useState, type Dispatch, type ReactNode } from 'react';
import { preparedOf } from '../../../shared/preparedOf.ts';
import { explainUnusable } from '../../../shared/unusable.ts';
import { useUnits } from '../../../shared/UnitProvider.tsx';
import { hardwareShort, settingWords, SHAPE_WORDS } from '../../../shared/words.ts';
import { COLOURS, FIGURES } from '../../../theme.ts';
import type { BenchEvent } from '../benchReducer.ts';
import { reasonWords } from '../reasonWords.ts';

interface TiePickerProps {
  readonly ties: readonly Tie[];
  readonly tieId: string | null;
  /** The wearer's collar, once it is known; the ties are then ranked for it. */
  readonly worn: WornCollar | null;
  readonly longEnd: Side;
  readonly dispatch: Dispatch<BenchEvent>;
}

/** The tie: what is chosen, and all that are in the drawer, best for this wearer first, each with its blade to one scale. */
export const TiePicker = memo(function TiePicker({ ties, tieId, worn, longEnd, dispatch }: TiePickerProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const isOpen = anchor !== null;
  const offers = useMemo(() => (isOpen ? offersOf(ties, worn, longEnd) : []), [isOpen, ties, worn, longEnd]);
  const tie = ties.find(({ id }) => id === tieId);
  return (
    <Box>
      <Box id="tie-label" sx={{ fontSize: '0.75rem', color: 'text.secondary', mb: 0.5 }}>
        Tie
      </Box>
      <ButtonBase
        aria-labelledby="tie-label tie-chosen"
        aria-haspopup="menu"
        aria-expanded={isOpen}
        onClick={(event) => setAnchor(event.currentTarget)}
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
            <Box sx={{ fontSize: '1.0625rem', color: 'text.secondary' }}>Choose one of {ties.length} in the drawer</Box>
          )}
        </Box>
      </ButtonBase>
      <Menu
        anchorEl={anchor}
        open={isOpen}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'right' }}
        transformOrigin={{ vertical: 'top', horizontal: 'right' }}
        slotProps={{
          list: { 'aria-labelledby': 'tie-label' },
          paper: { sx: { maxHeight: 560, width: 640, maxWidth: 'calc(100vw - 32px)' } },
        }}
      >
        {offers.map(({ tie: each, ranked }) => (
          <MenuItem
            key={each.id}
            selected={each.id === tieId}
            onClick={() => {
              dispatch({ type: 'tieChosen', tieId: each.id });
              setAnchor(null);
            }}
            sx={{ minHeight: 56, whiteSpace: 'normal', borderBottom: `1px solid ${COLOURS.rule}` }}
          >
            <TieLine tie={each} {...(ranked ? { ranked } : {})} />
          </MenuItem>
        ))}
      </Menu>
    </Box>
  );
});

interface Offer {
  readonly tie: Tie;
  readonly ranked: RankedTie | null;
}

/** Ranked once the collar is known, else as they lie in the drawer. The house's school decides the set they are judged at. */
function offersOf(ties: readonly Tie[], worn: WornCollar | null, longEnd: Side): readonly Offer[] {
  if (!worn) return ties.map((tie) => ({ tie, ranked: null }));
  const byId = new Map(ties.map((tie) => [tie.id, tie]));
  const ranked = rankTies(
    ties.map((tie) => ({ id: tie.id, prepared: preparedOf(tie), inStock: tie.inStock })),
    worn,
    'true',
    longEnd,
  );
  return ranked.flatMap((each) => {
    const tie = byId.get(each.id);
    return tie ? [{ tie, ranked: each }] : [];
  });
}

const oneLine = { overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' } as const;

/** A tie: name, what it is, its blade; ranked, also what it would give and the reasons. */
function TieLine({ tie, ranked }: { tie: Tie; ranked?: RankedTie }) {
  const { unit } = useUnits();
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, width: '100%' }}>
      <Box sx={{ flex: 1, minWidth: 0, opacity: ranked?.kind === 'unwearable' ? 0.85 : 1 }}>
        <Box sx={{ fontSize: '1.0625rem', fontWeight: 560, ...oneLine }}>{tie.name}</Box>
        <Box sx={{ fontSize: '0.8125rem', color: 'text.secondary', ...oneLine }}>
          {SHAPE_WORDS[tie.shape]}, {tie.clothKind}, {hardwareShort(tie.hardware, unit)}
        </Box>
        {ranked && <Reasons ranked={ranked} />}
      </Box>
      {ranked?.kind === 'wearable' && <WouldGive ranked={ranked} />}
      <BladeMark tie={tie} />
    </Box>
  );
}

function Reasons({ ranked }: { ranked: RankedTie }): ReactNode {
  const { length } = useUnits();
  if (ranked.kind === 'unwearable')
    return <Box sx={{ fontSize: '0.8125rem', color: 'error.main' }}>✕ {explainUnusable(ranked.why, length)}</Box>;
  return (
    <Box sx={{ fontSize: '0.8125rem' }}>
      {ranked.reasons.map((reason) => (
        <Box
          component="span"
          key={reason.what}
          sx={{ display: 'inline-block', mr: 1.25, color: reason.speaks === 'for' ? 'success.main' : 'warning.main' }}
        >
          {reason.speaks === 'for' ? '+' : '−'} {reasonWords(reason, length)}
        </Box>
      ))}
    </Box>
  );
}

function WouldGive({ ranked }: { ranked: Extract<RankedTie, { kind: 'wearable' }> }) {
  const { length } = useUnits();
  return (
    <Box sx={{ textAlign: 'right', whiteSpace: 'nowrap' }}>
      <Box sx={{ fontFamily: FIGURES, fontSize: '1.25rem', fontWeight: 560, lineHeight: 1.1 }}>{length(ranked.worn.fit.spreadMm)}</Box>
      <Box sx={{ fontSize: '0.8125rem', color: 'text.secondary' }}>{settingWords(ranked.worn.setting, length).phrase}</Box>
    </Box>
  );
}

/** A blade at a third of its size, so that cuts can be told apart. */
function BladeMark({ tie }: { tie: Tie }) {
  const path = useMemo(() => drawBlade(preparedOf(tie).profile), [tie]);
  return (
    <svg width="72" height="32" viewBox="-6 -42 216 84" aria-hidden="true" style={{ flex: 'none' }}>
      <path d={path} fill={COLOURS.ink} />
    </svg>
  );
}
