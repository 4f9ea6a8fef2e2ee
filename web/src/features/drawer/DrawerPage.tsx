import type { Tie } from '@easytuck/contract';
import { drawBlade } from '@easytuck/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useDeferredValue, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useTies } from '../../common/api/ties.ts';
import { Face } from '../../common/faces/Face.tsx';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { Page } from '../../common/Page.tsx';
import { preparedOf } from '../../common/preparedOf.ts';
import { useUnits } from '../../common/UnitProvider.tsx';
import { bandRange, hardwareWords, SHAPE_WORDS } from '../../common/words.ts';
import { COLOURS, FIGURES } from '../../theme.ts';

/** The ties in stock, each with its blade to one scale; narrowed by letters, shape and what is there. */
export function DrawerPage() {
  const [letters, setLetters] = useState('');
  const [shape, setShape] = useState<'any' | Tie['shape']>('any');
  const sought = useDeferredValue(letters.trim().toLocaleLowerCase());
  return (
    <Page
      title="Drawer"
      actions={
        <>
          <TextField
            type="search"
            label="Find a tie"
            value={letters}
            onChange={(event) => setLetters(event.target.value)}
            sx={{ width: 190 }}
            slotProps={{ inputLabel: { shrink: true }, htmlInput: { autoComplete: 'off' } }}
          />
          <TextField
            select
            label="Shape"
            value={shape}
            onChange={(event) => setShape(event.target.value as typeof shape)}
            sx={{ width: 150 }}
          >
            <MenuItem value="any">any</MenuItem>
            {Object.entries(SHAPE_WORDS).map(([value, words]) => (
              <MenuItem key={value} value={value}>
                {words}
              </MenuItem>
            ))}
          </TextField>
          <Button variant="outlined" component={Link} to="/exchange/ties">
            Tables
          </Button>
          <Button variant="contained" component={Link} to="/drawer/new">
            Measure a tie
          </Button>
        </>
      }
    >
      <Loaded reading={useTies()}>
        {(ties) =>
          ties.length === 0 ? (
            <Face title="The drawer is empty">Lay a tie on the table, take the tape, and enter its measures.</Face>
          ) : (
            <TieTags ties={ties.filter((tie) => (shape === 'any' || tie.shape === shape) && wordsOf(tie).includes(sought))} />
          )
        }
      </Loaded>
    </Page>
  );
}

const wordsOf = ({ name, fibre, faces, priceCode }: Tie): string =>
  [name, fibre, faces.outer.name, faces.inner?.name ?? '', priceCode].join(' ').toLocaleLowerCase();

/** Tags drawn at once; a large drawer is narrowed by its filters, or shown further on request. */
const DRAWN_AT_ONCE = 120;

function TieTags({ ties }: { ties: readonly Tie[] }) {
  const [drawn, setDrawn] = useState(DRAWN_AT_ONCE);
  if (ties.length === 0) return <Face title="No tie is like that">Fewer letters or another shape may find more.</Face>;
  return (
    <>
      <Box
        component="ul"
        sx={{
          listStyle: 'none',
          m: 0,
          p: 0,
          display: 'grid',
          gap: 2,
          gridTemplateColumns: { xs: '1fr', sm: 'repeat(2, minmax(0, 1fr))', lg: 'repeat(4, minmax(0, 1fr))' },
        }}
      >
        {ties.slice(0, drawn).map((tie) => (
          <li key={tie.id}>
            <TieTag tie={tie} />
          </li>
        ))}
      </Box>
      {ties.length > drawn && (
        <Button variant="outlined" onClick={() => setDrawn(drawn + DRAWN_AT_ONCE)} sx={{ mt: 2 }}>
          {ties.length - drawn} more
        </Button>
      )}
    </>
  );
}

/** Room for a usual blade; longer ones shrink the drawing of their own tag only. */
const TAG_MM = 206;

function TieTag({ tie }: { tie: Tie }) {
  const { unit, length } = useUnits();
  const prepared = preparedOf(tie);
  const path = useMemo(() => drawBlade(prepared.profile), [prepared]);
  const lengthMm = Math.max(TAG_MM, prepared.profile.bladeLengthMm + 10);
  const { outer, inner } = tie.faces;
  const cloth = outer.name === '' ? tie.fibre : inner ? `${outer.name} / ${inner.name}` : outer.name;
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
      <Box sx={{ mt: 1.5, fontFamily: FIGURES, fontSize: '1.125rem', fontWeight: 600, lineHeight: 1.25 }}>{tie.name}</Box>
      <Box sx={{ color: 'text.secondary', fontSize: '0.875rem', mt: 0.5 }}>
        {SHAPE_WORDS[tie.shape]}, {cloth}; {hardwareWords(tie.hardware)}
        {tie.quickClasp ? ', quick clasp' : ''}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2, mt: 1, fontSize: '0.9375rem', '& span': { whiteSpace: 'nowrap' } }}>
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
