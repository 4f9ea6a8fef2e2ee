import type { Tie } from '@easytuck/contract';
import { drawBlade } from '@easytuck/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { useTies } from '../../shared/api/ties.ts';
import { Face } from '../../shared/faces/Face.tsx';
import { Loaded } from '../../shared/faces/Loaded.tsx';
import { Page } from '../../shared/Page.tsx';
import { preparedOf } from '../../shared/preparedOf.ts';
import { useUnits } from '../../shared/UnitProvider.tsx';
import { bandRange, hardwareWords, SHAPE_WORDS } from '../../shared/words.ts';
import { COLOURS, FIGURES } from '../../theme.ts';

/** The ties in stock, each with its blade to one scale. */
export function DrawerPage() {
  return (
    <Page
      title="Drawer"
      actions={
        <Button variant="contained" component={Link} to="/drawer/new">
          Measure a tie
        </Button>
      }
    >
      <Loaded reading={useTies()}>
        {(ties) =>
          ties.length === 0 ? (
            <Face title="The drawer is empty">Lay a tie on the table, take the tape, and enter its measures.</Face>
          ) : (
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
              {ties.map((tie) => (
                <li key={tie.id}>
                  <TieTag tie={tie} />
                </li>
              ))}
            </Box>
          )
        }
      </Loaded>
    </Page>
  );
}

/** Room for the longest blade there is in a demo shop; longer ones shrink the drawing of their own tag only. */
const TAG_MM = 206;

function TieTag({ tie }: { tie: Tie }) {
  const { unit, length } = useUnits();
  const prepared = preparedOf(tie);
  const path = useMemo(() => drawBlade(prepared.profile), [prepared]);
  const lengthMm = Math.max(TAG_MM, prepared.profile.bladeLengthMm + 10);
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
      <svg viewBox={`-8 -42 ${lengthMm} 84`} width="100%" role="img" aria-label={`Blade of ${tie.name}`} style={{ display: 'block' }}>
        <path d={path} fill={COLOURS.ink} />
        <path
          d={`M${prepared.waistMm} ${-tie.blade.waistWidthMm / 2}v${tie.blade.waistWidthMm}M${tie.blade.noseToBellyMm} ${-tie.blade.bellyWidthMm / 2}v${tie.blade.bellyWidthMm}`}
          stroke={COLOURS.card}
          strokeDasharray="2 2"
        />
      </svg>
      <Box sx={{ mt: 1.5, fontFamily: FIGURES, fontSize: '1.125rem', fontWeight: 600, lineHeight: 1.25 }}>{tie.name}</Box>
      <Box sx={{ color: 'text.secondary', fontSize: '0.875rem', mt: 0.5 }}>
        {SHAPE_WORDS[tie.shape]}, {tie.clothKind}; {hardwareWords(tie.hardware)}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2, mt: 1, fontSize: '0.9375rem', '& span': { whiteSpace: 'nowrap' } }}>
        <span>{bandRange(tie.hardware, unit)}</span>
        <span>cut for {length(prepared.naturalSpreadMm)}</span>
        <span>{tie.inStock} in stock</span>
      </Box>
    </Box>
  );
}
