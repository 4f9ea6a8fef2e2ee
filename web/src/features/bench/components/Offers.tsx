import { HARDWARE_WORDS, type Tie } from '@easytuck/contract';
import { HARDWARE_KINDS, type RankedTie } from '@easytuck/core';
import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import { memo, useId, useMemo, useRef, useState, type KeyboardEvent, type ReactNode } from 'react';
import { explainUnusable } from '../../../common/unusable.ts';
import { useUnits } from '../../../common/UnitProvider.tsx';
import { clothWords, settingWords } from '../../../common/words.ts';
import { COLOURS, FIGURES, SIZE } from '../../../theme.ts';
import { filterOffers, NO_FILTER, offersOf, type Offer, type OfferFilter, type RankingFor } from '../ranking.ts';
import { reasonWords } from '../reasonWords.ts';
import { TieLine } from './TieLine.tsx';
import { QUIET_NOTE } from '../../../common/looks.ts';

/** Ties drawn at once; more are asked for at the end of the list. */
const DRAWN_AT_ONCE = 40;

interface OffersProps {
  readonly ties: readonly Tie[];
  readonly tieId: string | null;
  readonly rankingFor: RankingFor;
  readonly onChoose: (tieId: string) => void;
}

/** The list, narrowed by letters and filters; arrow keys walk it, Enter chooses. */
export function Offers({ ties, tieId, rankingFor, onChoose }: OffersProps) {
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
  const isChosen = useRef(false);
  const onKeyDown = (event: KeyboardEvent): void => {
    const to = { ArrowDown: active + 1, ArrowUp: active - 1, PageDown: active + 6, PageUp: active - 6 }[event.key];
    if (to !== undefined) {
      event.preventDefault();
      goTo(to);
    }
    const chosen = shown[active];
    // the list may still be there for a moment after it was chosen from: what is pressed then means the page
    if (event.key === 'Enter' && chosen && !isChosen.current) {
      event.preventDefault();
      isChosen.current = true;
      onChoose(chosen.tie.id);
    }
  };
  const cloths = useMemo(() => [...new Set(ties.map((tie) => clothWords(tie)))].sort(), [ties]);
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
          // opened on purpose to be typed into: the keyboard belongs there
          // eslint-disable-next-line jsx-a11y/no-autofocus
          autoFocus
          autoComplete="off"
          placeholder="Find by name, cloth or code"
          value={filter.letters}
          onChange={(event) => narrow({ letters: event.target.value })}
          sx={{
            font: 'inherit',
            fontSize: SIZE.text,
            flex: '1 1 11.25rem',
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
          options={[['any', 'any hardware'], ...HARDWARE_KINDS.map((each) => [each, HARDWARE_WORDS[each].short] as const)]}
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
        <TieLine
          tie={offer.tie}
          isPale={offer.ranked?.kind === 'unwearable'}
          below={(offer.isUsual || offer.ranked) && <Reasons offer={offer} />}
          beside={offer.ranked?.kind === 'wearable' && <WouldGive ranked={offer.ranked} />}
        />
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

function Reasons({ offer: { ranked, isUsual } }: { offer: Offer }): ReactNode {
  const { length } = useUnits();
  const usual = isUsual && (
    <Box component="b" sx={{ mr: 1.25 }}>
      Usual tie
    </Box>
  );
  if (ranked?.kind === 'unwearable')
    return (
      <Box sx={{ fontSize: SIZE.note, color: 'error.main' }}>
        {usual}✕ {explainUnusable(ranked.why, length)}
      </Box>
    );
  return (
    <Box sx={{ fontSize: SIZE.note }}>
      {usual}
      {ranked?.reasons.map((reason) => (
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
      <Box sx={{ fontFamily: FIGURES, fontSize: SIZE.head, fontWeight: 560, lineHeight: 1.1 }}>{length(fit.spreadMm)}</Box>
      <Box sx={QUIET_NOTE}>
        {settingWords(setting, length).phrase}, {length(Math.max(0, fit.binding.roomMm))} left
      </Box>
    </Box>
  );
}
