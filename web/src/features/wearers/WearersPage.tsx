import type { Wearer } from '@easytuck/contract';
import { formatCollarSize } from '@easytuck/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useDeferredValue, useState } from 'react';
import { Link } from 'react-router';
import { useWearers } from '../../common/api/wearers.ts';
import { Face } from '../../common/faces/Face.tsx';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { Page } from '../../common/Page.tsx';
import { COLOURS, FIGURES } from '../../theme.ts';

/** Everybody on record, recently seen first; found by a few letters of the name. */
export function WearersPage() {
  const [letters, setLetters] = useState('');
  const searched = useDeferredValue(letters.trim());
  return (
    <Page
      title="Wearers"
      actions={
        <>
          <Box sx={{ width: 240 }}>
            <TextField
              type="search"
              label="Find by name"
              value={letters}
              onChange={(event) => setLetters(event.target.value)}
              slotProps={{ inputLabel: { shrink: true }, htmlInput: { autoComplete: 'off' } }}
            />
          </Box>
          <Button variant="outlined" component={Link} to="/exchange/wearers">
            Tables
          </Button>
          <Button variant="contained" component={Link} to="/wearers/new">
            Enter a wearer
          </Button>
        </>
      }
    >
      <Loaded reading={useWearers(searched)}>
        {(wearers) => (wearers.length > 0 ? <WearerList wearers={wearers} /> : <Nobody letters={searched} />)}
      </Loaded>
    </Page>
  );
}

function WearerList({ wearers }: { wearers: readonly Wearer[] }) {
  return (
    <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, borderTop: `1px solid ${COLOURS.rule}` }}>
      {wearers.map((wearer) => (
        <Box component="li" key={wearer.id} sx={{ borderBottom: `1px solid ${COLOURS.rule}` }}>
          <Box
            component={Link}
            to={`/wearers/${wearer.id}`}
            sx={{
              display: 'grid',
              gridTemplateColumns: { xs: 'minmax(0, 1fr) 90px', md: 'minmax(0, 1fr) 110px 200px minmax(0, 1.4fr)' },
              alignItems: 'baseline',
              gap: 2,
              px: 1,
              py: 1.25,
              color: 'text.primary',
              textDecoration: 'none',
              '&:hover': { backgroundColor: COLOURS.card },
            }}
          >
            <Box sx={{ fontSize: '1.0625rem', fontWeight: 560 }}>{wearer.name}</Box>
            <Box sx={{ fontFamily: FIGURES, fontVariantNumeric: 'tabular-nums', fontSize: '1.25rem', fontWeight: 560 }}>
              {wearer.collarEstimated ? '≈ ' : ''}
              {formatCollarSize(wearer.collar)}
            </Box>
            <Box sx={{ display: { xs: 'none', md: 'block' }, color: 'text.secondary' }}>long end on the {wearer.longEnd}</Box>
            <Box
              sx={{
                display: { xs: 'none', md: 'block' },
                color: 'text.secondary',
                overflow: 'hidden',
                textOverflow: 'ellipsis',
                whiteSpace: 'nowrap',
              }}
            >
              {wearer.note}
            </Box>
          </Box>
        </Box>
      ))}
    </Box>
  );
}

function Nobody({ letters }: { letters: string }) {
  return letters === '' ? (
    <Face title="Nobody on record yet">A wearer is entered with the first fitting, at the bench, or here.</Face>
  ) : (
    <Face title={`Nobody named “${letters}”`}>Fewer letters may find more; or enter the name as a new wearer.</Face>
  );
}
