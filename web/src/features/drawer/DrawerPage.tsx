import { claspWords, type Tie } from '@easytuck/contract';
import { drawBlade } from '@easytuck/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useDeferredValue, useMemo, useState } from 'react';
import { Link, useLocation, useNavigate, useSearchParams } from 'react-router';
import { putTieAway, useTies } from '../../common/api/ties.ts';
import { EmptyDrawer } from '../../common/EmptyDrawer.tsx';
import { Face } from '../../common/faces/Face.tsx';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { holds } from '../../common/foldName.ts';
import { ArchiveChosen, ExportChosen, OrderChoice, SelectBox, SelectionBar, useOrder, useSelection } from '../../common/selection.tsx';
import { SearchField } from '../../common/forms/SearchField.tsx';
import { Page } from '../../common/Page.tsx';
import { preparedOf } from '../../common/preparedOf.ts';
import { useUnits } from '../../common/UnitProvider.tsx';
import { bandRange, clothWords, hardwareWords, SHAPE_WORDS } from '../../common/words.ts';
import { COLOURS, FIGURES, SIZE } from '../../theme.ts';
import { May } from '../../common/session/May.tsx';
import { useMay } from '../../common/session/sessionStore.ts';
import { useShortcuts } from '../../common/shortcuts/shortcuts.ts';

/** The ties in stock, each with its blade to one scale; narrowed by letters, shape and what is there. */
export function DrawerPage() {
  const [search, setSearch] = useSearchParams();
  const navigate = useNavigate();
  const may = useMay();
  const fresh = freshOf(useLocation().state);
  useShortcuts('Drawer', [
    ...(may('ties.change') ? [{ key: 'n', says: 'new tie', run: () => void navigate('/drawer/new') }] : []),
    ...(fresh === null ? [] : [{ key: 'f', says: 'fit the tie just measured at the Bench', run: () => void navigate(`/?tie=${fresh}`) }]),
  ]);
  const [letters, shape, isAway] = [search.get('q') ?? '', search.get('shape') ?? 'any', search.get('away') === 'yes'];
  const narrow = (name: 'q' | 'shape' | 'away', value: string): void => {
    const next = new URLSearchParams(search);
    if (value === '') next.delete(name);
    else next.set(name, value);
    setSearch(next, { replace: true });
  };
  const sought = useDeferredValue(letters);
  return (
    <Page
      title="Drawer"
      actions={
        <>
          <SearchField label="Find a tie" value={letters} onChange={(typed) => narrow('q', typed)} sx={{ width: '11.875rem' }} />
          <TextField
            select
            label="Shape"
            value={shape}
            onChange={(event) => narrow('shape', event.target.value === 'any' ? '' : event.target.value)}
            sx={{ width: '9.375rem' }}
          >
            <MenuItem value="any">any</MenuItem>
            {Object.entries(SHAPE_WORDS).map(([value, words]) => (
              <MenuItem key={value} value={value}>
                {words}
              </MenuItem>
            ))}
          </TextField>
          <May what="tables.import">
            <Button variant="outlined" component={Link} to="/exchange/ties">
              Import or export
            </Button>
          </May>
          <May what="ties.change">
            <Button variant="contained" component={Link} to="/drawer/new">
              Measure a tie
            </Button>
          </May>
        </>
      }
    >
      <Loaded reading={useTies()}>
        {(ties) =>
          ties.length === 0 ? (
            <EmptyDrawer />
          ) : (
            <TieTags
              ties={ties.filter(
                (tie) => (tie.awayAt !== null) === isAway && (shape === 'any' || tie.shape === shape) && holds(wordsOf(tie), sought),
              )}
              away={isAway ? 0 : ties.filter(({ awayAt }) => awayAt !== null).length}
              isAway={isAway}
              onAway={(is) => narrow('away', is ? 'yes' : '')}
            />
          )
        }
      </Loaded>
    </Page>
  );
}

/** The tie that was just measured, where the page comes from that. */
const freshOf = (state: unknown): string | null =>
  typeof state === 'object' && state !== null && 'fresh' in state && typeof state.fresh === 'string' ? state.fresh : null;

const wordsOf = (tie: Tie): string =>
  [tie.name, clothWords(tie), tie.faces.outer.name, tie.faces.inner?.name ?? '', tie.priceCode].join(' ');

/** Tags drawn at once; a large drawer is narrowed by its filters, or shown further on request. */
const DRAWN_AT_ONCE = 120;

interface TieTagsProps {
  readonly ties: readonly Tie[];
  /** How many are archived. */
  readonly away: number;
  readonly isAway: boolean;
  readonly onAway: (isAway: boolean) => void;
}

function TieTags({ ties: found, away, isAway, onAway }: TieTagsProps) {
  const [drawn, setDrawn] = useState(DRAWN_AT_ONCE);
  const [sort, setSort] = useOrder('drawer', ORDERS);
  const ties = useMemo(() => (sort === 'drawer' ? found : [...found].sort(COMPARE[sort])), [found, sort]);
  const selection = useSelection(ties.slice(0, drawn));
  return (
    <>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 2, mb: 1.5, minHeight: 44 }}>
        <Box role="status">
          {countOf(ties.length)}
          {isAway ? ' archived' : ''}
          {ties.length > drawn ? `, ${drawn} of them shown` : ''}
        </Box>
        {(away > 0 || isAway) && <Button onClick={() => onAway(!isAway)}>{isAway ? 'Back to the drawer' : `${away} archived`}</Button>}
        <OrderChoice order={sort} orders={ORDERS} onChange={setSort} />
        <SelectionBar selection={selection}>
          <May what="ties.change">
            <ArchiveChosen selection={selection} archive={putTieAway} count={countOf} />
          </May>
          <ExportChosen kind="ties" selection={selection} />
        </SelectionBar>
      </Box>
      {ties.length === 0 && <Face title="No tie is like that">Fewer letters or another shape may find more.</Face>}
      <Box
        component="ul"
        sx={{
          listStyle: 'none',
          m: 0,
          p: 0,
          display: 'grid',
          gap: 2,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: 'repeat(2, minmax(0, 1fr))', lg: 'repeat(4, minmax(0, 1fr))' },
        }}
      >
        {selection.shown.map((tie) => (
          <li key={tie.id}>
            <SelectBox selection={selection} record={tie} />
            <TieTag tie={tie} />
          </li>
        ))}
      </Box>
      {ties.length > drawn && (
        <Button variant="outlined" onClick={() => setDrawn(drawn + DRAWN_AT_ONCE)} sx={{ mt: 2 }}>
          Show {Math.min(DRAWN_AT_ONCE, ties.length - drawn)} more
        </Button>
      )}
    </>
  );
}

const countOf = (count: number): string => (count === 1 ? '1 tie' : `${count} ties`);

type TieOrder = 'drawer' | 'name' | 'cloth' | 'stock' | 'hardware';
const ORDERS: readonly (readonly [TieOrder, string])[] = [
  ['drawer', 'as in the drawer'],
  ['name', 'name'],
  ['cloth', 'cloth'],
  ['stock', 'stock, fewest first'],
  ['hardware', 'hardware'],
];
const byText =
  (of: (tie: Tie) => string) =>
  (a: Tie, b: Tie): number =>
    of(a).localeCompare(of(b), 'en');
const COMPARE: Readonly<Record<Exclude<TieOrder, 'drawer'>, (a: Tie, b: Tie) => number>> = {
  name: byText(({ name }) => name),
  cloth: byText((tie) => `${clothWords(tie)} ${tie.faces.outer.name}`),
  stock: (a, b) => a.inStock - b.inStock,
  hardware: byText((tie) => hardwareWords(tie.hardware)),
};

/** Room for a usual blade; longer ones shrink the drawing of their own tag only. */
const TAG_MM = 206;

function TieTag({ tie }: { tie: Tie }) {
  const { unit, length } = useUnits();
  const prepared = preparedOf(tie);
  const path = useMemo(() => drawBlade(prepared.profile), [prepared]);
  const lengthMm = Math.max(TAG_MM, prepared.profile.bladeLengthMm + 10);
  const { outer, inner } = tie.faces;
  const cloth = outer.name === '' ? clothWords(tie) : inner ? `${outer.name} / ${inner.name}` : outer.name;
  return (
    <Box
      component={Link}
      to={`/drawer/${tie.id}`}
      sx={{
        display: 'block',
        height: '100%',
        p: 2,
        border: `1px solid ${COLOURS.thread}`,
        borderRadius: 1,
        backgroundColor: COLOURS.card,
        color: 'text.primary',
        textDecoration: 'none',
        '&:hover': { borderColor: COLOURS.ink },
      }}
    >
      <svg viewBox={`-8 -44 ${lengthMm} 88`} width="100%" role="img" aria-label={`Blade of ${tie.name}`} style={{ display: 'block' }}>
        <path d={path} fill={COLOURS.ink} />
        <path
          d={`M${prepared.waistMm} ${-tie.blade.waistWidthMm / 2}v${tie.blade.waistWidthMm}M${tie.blade.noseToBellyMm} ${-tie.blade.bellyWidthMm / 2}v${tie.blade.bellyWidthMm}`}
          stroke={COLOURS.card}
          strokeDasharray="2 2"
        />
      </svg>
      <Box sx={{ mt: 1.5, fontFamily: FIGURES, fontSize: SIZE.field, fontWeight: 600, lineHeight: 1.25 }}>{tie.name}</Box>
      <Box sx={{ color: 'text.secondary', fontSize: SIZE.aside, mt: 0.5 }}>
        {SHAPE_WORDS[tie.shape]}, {cloth}; {hardwareWords(tie.hardware)}
        {claspWords(tie) === '' ? '' : `, ${claspWords(tie)}`}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2, mt: 1, fontSize: SIZE.plain, '& span': { whiteSpace: 'nowrap' } }}>
        <span>{bandRange(tie.hardware, unit)}</span>
        <span>cut for {length(prepared.naturalSpreadMm)}</span>
        <Box component="span" sx={{ color: tie.inStock === 0 ? 'warning.main' : 'inherit' }}>
          {tie.inStock === 0 ? '− none' : tie.inStock} in stock
        </Box>
        {tie.priceCode !== '' && <span>{tie.priceCode}</span>}
      </Box>
    </Box>
  );
}
