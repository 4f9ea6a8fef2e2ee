import type { Tie } from '@easytuck/contract';
import { drawBlade, type RankedTie } from '@easytuck/core';
import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import Popover from '@mui/material/Popover';
import { memo, useId, useMemo, useRef, useState, type Dispatch, type KeyboardEvent, type ReactNode } from 'react';
import { preparedOf } from '../../../shared/preparedOf.ts';
import { useShortcuts } from '../../../shared/shortcuts/shortcuts.ts';
import { explainUnusable } from '../../../shared/unusable.ts';
import { useUnits } from '../../../shared/UnitProvider.tsx';
import { hardwareShort, settingWords, SHAPE_WORDS } from '../../../shared/words.ts';
import { COLOURS, FIGURES } from '../../../theme.ts';
import type { BenchEvent } from '../benchReducer.ts';
import { filterOffers, NO_FILTER, offersOf, type Offer, type OfferFilter, type RankingFor } from '../ranking.ts';
import { reasonWords } from '../reasonWords.ts';

interface TiePickerProps {
  readonly ties: readonly Tie[];
  readonly tieId: string | null;
  readonly rankingFor: RankingFor;
  readonly dispatch: Dispatch<BenchEvent>;
}

/** Ties drawn at once; more are asked for at the end of the list. */
const DRAWN_AT_ONCE = 40;

/** The tie: what is chosen, and all that are in the drawer, best for this wearer and occasion first, each with its blade to one scale. */
export const TiePicker = memo(function TiePicker({ ties, tieId, rankingFor, dispatch }: TiePickerProps) {
  const button = useRef<HTMLButtonElement>(null);
  const [isOpen, setOpen] = useState(false);
  const tie = ties.find(({ id }) => id === tieId);
  useShortcuts('Bench', [{ key: 't', says: 'choose the tie', run: () => setOpen(true) }]);
  return (
    <Box>
      <Box id="tie-label" sx={{ fontSize: '0.75rem', color: 'text.secondary', mb: 0.5 }}>
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
            <Box sx={{ fontSize: '1.0625rem', color: 'text.secondary' }}>Choose one of {ties.length} in the drawer</Box>
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
              width: 680,
              maxWidth: 'calc(100vw - 32px)',
              border: `1px solid ${COLOURS.thread}`,
              boxShadow: '0 8px 24px rgba(36, 48, 58, 0.16)',
            },
          },
        }}
      >
        <Offers
          ties={ties}
          tieId={tieId}
          rankingFor={rankingFor}
          onChoose={(chosen) => {
            dispatch({ type: 'tieChosen', tieId: chosen });
            setOpen(false);
          }}
        />
      </Popover>
    </Box>
  );
});

interface OffersProps {
  readonly ties: readonly Tie[];
  readonly tieId: string | null;
  readonly rankingFor: RankingFor;
  readonly onChoose: (tieId: string) => void;
}

/** The list, narrowed by letters and filters; arrow keys walk it, Enter chooses. */
function Offers({ ties, tieId, rankingFor, onChoose }: OffersProps) {
  const [filter, setFilter] = useState<OfferFilter>(NO_FILTER);
  const offers = useMemo(() => offersOf(ties, rankingFor), [ties, rankingFor]);
  const shown = useMemo(() => filterOffers(offers, filter), [offers, filter]);
  const [active, setActive] = useState(0);
  const [drawn, setDrawn] = useState(DRAWN_AT_ONCE);
  const listId = useId();
  const list = useRef<HTMLUListElement>(null);
  const narrow = (change: Partial<OfferFilter>): void => {
    setFilter({ ...filter, ...change });
    setActive(0);
  };
  const goTo = (place: number): void => {
    const next = Math.min(shown.length - 1, Math.max(0, place));
    setActive(next);
    if (next >= drawn) setDrawn(next + DRAWN_AT_ONCE);
    requestAnimationFrame(() => list.current?.children[next]?.scrollIntoView({ block: 'nearest' }));
  };
  const onKeyDown = (event: KeyboardEvent): void => {
    const to = { ArrowDown: active + 1, ArrowUp: active - 1, PageDown: active + 6, PageUp: active - 6 }[event.key];
    if (to !== undefined) {
      event.preventDefault();
      goTo(to);
    }
    const chosen = shown[active];
    if (event.key === 'Enter' && chosen) {
      event.preventDefault();
      onChoose(chosen.tie.id);
    }
  };
  const cloths = useMemo(() => [...new Set(ties.map(({ clothKind }) => clothKind))].sort(), [ties]);
  return (
    <Box onKeyDown={onKeyDown}>
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', p: 1.5, borderBottom: `1px solid ${COLOURS.rule}`, flexWrap: 'wrap' }}>
        <Box
          component="input"
          role="combobox"
          aria-label="Find a tie"
          aria-expanded
          aria-controls={listId}
          aria-activedescendant={shown[active] ? `${listId}-${active}` : undefined}
          autoFocus
          autoComplete="off"
          placeholder="Find by name, face or code"
          value={filter.letters}
          onChange={(event) => narrow({ letters: event.target.value })}
          sx={{
            font: 'inherit',
            fontSize: '1rem',
            flex: '1 1 180px',
            minHeight: 36,
            px: 1,
            border: `1px solid ${COLOURS.thread}`,
            borderRadius: 1,
            backgroundColor: COLOURS.paper,
            color: COLOURS.ink,
          }}
        />
        <PlainSelect
          label="Cloth"
          value={filter.cloth}
          onChange={(cloth) => narrow({ cloth })}
          options={[['any', 'any cloth'], ...cloths.map((cloth) => [cloth, cloth] as const)]}
        />
        <PlainSelect
          label="Hardware"
          value={filter.hardware}
          onChange={(hardware) => narrow({ hardware })}
          options={[
            ['any', 'any hardware'],
            ['slots', 'T-hook'],
            ['slider', 'slider'],
            ['buttons', 'buttons'],
            ['fixed', 'sewn'],
          ]}
        />
        <label>
          <input type="checkbox" checked={filter.onlyInStock} onChange={(event) => narrow({ onlyInStock: event.target.checked })} /> in
          stock
        </label>
      </Box>
      <Box
        component="ul"
        ref={list}
        id={listId}
        role="listbox"
        aria-label="Ties"
        tabIndex={0}
        sx={{ m: 0, p: 0, listStyle: 'none', maxHeight: 500, overflow: 'auto' }}
      >
        {shown.slice(0, drawn).map((offer, place) => (
          <OfferLine
            key={offer.tie.id}
            id={`${listId}-${place}`}
            offer={offer}
            isActive={place === active}
            isChosen={offer.tie.id === tieId}
            onChoose={() => onChoose(offer.tie.id)}
          />
        ))}
      </Box>
      {shown.length === 0 && <Box sx={{ p: 2, color: 'text.secondary' }}>No tie in the drawer is like that.</Box>}
      {shown.length > drawn && (
        <ButtonBase onClick={() => setDrawn(drawn + 5 * DRAWN_AT_ONCE)} sx={{ font: 'inherit', width: '100%', p: 1.5 }}>
          {shown.length - drawn} more
        </ButtonBase>
      )}
    </Box>
  );
}

const OfferLine = memo(
  function OfferLine({
    id,
    offer,
    isActive,
    isChosen,
    onChoose,
  }: {
    id: string;
    offer: Offer;
    isActive: boolean;
    isChosen: boolean;
    onChoose: () => void;
  }) {
    return (
      <Box
        component="li"
        id={id}
        role="option"
        aria-selected={isActive}
        onClick={onChoose}
        sx={{
          px: 2,
          py: 1,
          cursor: 'pointer',
          borderBottom: `1px solid ${COLOURS.rule}`,
          boxShadow: isActive ? `inset 4px 0 0 ${COLOURS.ink}` : 'none',
          backgroundColor: isActive ? COLOURS.card : isChosen ? COLOURS.paper : 'transparent',
          '&:hover': { backgroundColor: COLOURS.card },
        }}
      >
        <TieLine tie={offer.tie} ranked={offer.ranked} />
      </Box>
    );
  },
  (a, b) => a.id === b.id && a.offer === b.offer && a.isActive === b.isActive && a.isChosen === b.isChosen,
);

function PlainSelect({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: string;
  options: readonly (readonly [string, string])[];
  onChange: (value: string) => void;
}) {
  return (
    <Box
      component="select"
      aria-label={label}
      value={value}
      onChange={(event) => onChange(event.target.value)}
      sx={{
        font: 'inherit',
        minHeight: 36,
        px: 0.5,
        border: `1px solid ${COLOURS.thread}`,
        borderRadius: 1,
        backgroundColor: COLOURS.card,
        color: COLOURS.ink,
      }}
    >
      {options.map(([option, text]) => (
        <option key={option} value={option}>
          {text}
        </option>
      ))}
    </Box>
  );
}

const oneLine = { overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' } as const;

/** A tie: name, what it is, its blade; ranked, also what it would give and the reasons. */
function TieLine({ tie, ranked = null }: { tie: Tie; ranked?: RankedTie | null }) {
  const { unit } = useUnits();
  const face = tie.faces.outer.name === '' ? tie.clothKind : tie.faces.outer.name;
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, width: '100%' }}>
      <Box sx={{ flex: 1, minWidth: 0, opacity: ranked?.kind === 'unwearable' ? 0.85 : 1 }}>
        <Box sx={{ fontSize: '1.0625rem', fontWeight: 560, ...oneLine }}>{tie.name}</Box>
        <Box sx={{ fontSize: '0.8125rem', color: 'text.secondary', ...oneLine }}>
          {SHAPE_WORDS[tie.shape]}, {face}, {hardwareShort(tie.hardware, unit)}
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
  const { fit, setting } = ranked.worn;
  return (
    <Box sx={{ textAlign: 'right', whiteSpace: 'nowrap' }}>
      <Box sx={{ fontFamily: FIGURES, fontSize: '1.25rem', fontWeight: 560, lineHeight: 1.1 }}>{length(fit.spreadMm)}</Box>
      <Box sx={{ fontSize: '0.8125rem', color: 'text.secondary' }}>
        {settingWords(setting, length).phrase}, room {length(Math.max(0, fit.binding.roomMm))}
      </Box>
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
