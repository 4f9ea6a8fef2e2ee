import type { LedgerLine } from '@easytuck/contract';
import { formatCollarSize, OCCASIONS } from '@easytuck/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useDeferredValue } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { useLedger } from '../../common/api/fittings.ts';
import { useShop } from '../../common/api/shop.ts';
import { NOT_A_DAY } from '../../common/dayPattern.ts';
import { dayWords } from '../../common/dueWords.ts';
import { LazyDayField } from '../../common/LazyDayField.tsx';
import { Face } from '../../common/faces/Face.tsx';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { SearchField } from '../../common/forms/SearchField.tsx';
import { Page } from '../../common/Page.tsx';
import { useUnits } from '../../common/UnitProvider.tsx';
import { ERASED_WEARER, OCCASION_WORDS } from '../../common/words.ts';
import { COLOURS, FIGURES, TEXT, SIZE } from '../../theme.ts';
import { May } from '../../common/session/May.tsx';

const FILTERS = ['q', 'from', 'to', 'occasion', 'staff', 'all'] as const;
type Filter = (typeof FILTERS)[number];
const PAGE = '50';

/** Every card that was issued, latest first, narrowed by filters that stand in the address; and as CSV. */
export function LedgerPage() {
  const [search, setSearch] = useSearchParams();
  const { staff: names } = useShop();
  const value = (filter: Filter): string => search.get(filter) ?? '';
  const narrow = (filter: Filter, text: string): void => {
    const next = new URLSearchParams(search);
    if (text === '') next.delete(filter);
    else next.set(filter, text);
    next.delete('before');
    setSearch(next, { replace: true });
  };
  const asked = new URLSearchParams([...search].filter(([name, text]) => text !== '' && (FILTERS as readonly string[]).includes(name)));
  const fileOf = (ending: 'csv' | 'xlsx'): string => `/api/fittings/ledger.${ending}?${asked.toString()}`;
  const paged = new URLSearchParams(asked);
  paged.set('limit', PAGE);
  const before = search.get('before');
  if (before !== null) paged.set('before', before);
  const reading = useLedger(useDeferredValue(paged.toString()));
  // the house's names, and whoever else stands in what is shown
  const staff = [...new Set([...names, value('staff'), ...(reading.data?.lines ?? []).map((line) => line.staff)])].filter(
    (name) => name !== '',
  );
  const shrunk = { inputLabel: { shrink: true } } as const;
  return (
    <Page
      title="Ledger"
      actions={
        <May what="tables.export">
          <Button variant="outlined" component="a" href={fileOf('csv')} download>
            Export as CSV
          </Button>
          <Button variant="outlined" component="a" href={fileOf('xlsx')} download>
            As Excel
          </Button>
        </May>
      }
    >
      <Box
        sx={{
          display: 'grid',
          gap: 2.5,
          mb: 2,
          gridTemplateColumns: {
            xs: 'repeat(auto-fit, minmax(8.75rem, 1fr))',
            md: 'minmax(0, 1fr) 10.625rem 10.625rem 9.375rem 8.125rem 7.5rem',
          },
        }}
      >
        <SearchField label="Wearer or tie" value={value('q')} onChange={(typed) => narrow('q', typed)} />
        <LazyDayField label="From" value={value('from')} onChange={(day) => day !== NOT_A_DAY && narrow('from', day)} />
        <LazyDayField label="To" value={value('to')} onChange={(day) => day !== NOT_A_DAY && narrow('to', day)} />
        <TextField
          select
          label="Occasion"
          value={value('occasion')}
          onChange={(event) => narrow('occasion', event.target.value)}
          slotProps={{ ...shrunk, select: { displayEmpty: true } }}
        >
          <MenuItem value="">any</MenuItem>
          {OCCASIONS.map((occasion) => (
            <MenuItem key={occasion} value={occasion}>
              {OCCASION_WORDS[occasion]}
            </MenuItem>
          ))}
        </TextField>
        {staff.length > 0 && (
          <TextField
            select
            label="Fitted by"
            value={value('staff')}
            onChange={(event) => narrow('staff', event.target.value)}
            slotProps={{ ...shrunk, select: { displayEmpty: true } }}
          >
            <MenuItem value="">anybody</MenuItem>
            {staff.map((name) => (
              <MenuItem key={name} value={name}>
                {name}
              </MenuItem>
            ))}
          </TextField>
        )}
        <TextField
          select
          label="Revisions"
          value={value('all') || 'no'}
          onChange={(event) => narrow('all', event.target.value === 'yes' ? 'yes' : '')}
        >
          <MenuItem value="no">the latest</MenuItem>
          <MenuItem value="yes">all</MenuItem>
        </TextField>
      </Box>
      <Loaded reading={reading}>
        {({ lines, more }) =>
          lines.length === 0 ? (
            <Face title="Nothing in the ledger">
              {asked.size > 0 ? 'No card is like that.' : 'It fills with the first card that is issued.'}
            </Face>
          ) : (
            <>
              <Box role="status" sx={{ mb: 1, color: 'text.secondary' }}>
                {before !== null
                  ? `${lines.length} earlier cards`
                  : more
                    ? `The latest ${lines.length} cards`
                    : lines.length === 1
                      ? '1 card'
                      : `${lines.length} cards`}
              </Box>
              <Lines lines={lines} />
              <Box sx={{ display: 'flex', gap: 2, mt: 2 }}>
                {before !== null && (
                  <Button variant="outlined" onClick={() => setSearch(asked)}>
                    Latest
                  </Button>
                )}
                {more && (
                  <Button
                    variant="outlined"
                    onClick={() => {
                      const next = new URLSearchParams(asked);
                      next.set('before', lines[lines.length - 1]?.id ?? '');
                      setSearch(next);
                    }}
                  >
                    Earlier
                  </Button>
                )}
              </Box>
            </>
          )
        }
      </Loaded>
    </Page>
  );
}

function Lines({ lines }: { lines: readonly LedgerLine[] }) {
  const { length } = useUnits();
  const navigate = useNavigate();
  return (
    <Box sx={{ overflowX: 'auto', position: 'relative' }}>
      <Box
        component="table"
        sx={{
          width: '100%',
          borderCollapse: 'collapse',
          '& th': { textAlign: 'left', fontWeight: 400, fontSize: SIZE.note, color: 'text.secondary' },
          '& td, & th': { py: 1, pr: { xs: 1.25, md: 2 }, borderBottom: `1px solid ${COLOURS.rule}` },
          '& td:not(:nth-of-type(2), :nth-of-type(3))': { whiteSpace: 'nowrap' },
          // on a tablet occasion and fitter give way to the figures
          '& :is(td, th):is(:nth-of-type(5), :nth-of-type(9))': { display: { xs: 'none', md: 'table-cell' } },
          '& tbody tr': { cursor: 'pointer', '&:hover': { backgroundColor: COLOURS.card } },
          ...AS_CARDS,
        }}
      >
        <thead>
          <tr>
            {['issued', 'wearer', 'tie', 'collar', 'occasion', 'set at', 'lead', 'spread', 'by'].map((name) => (
              <th scope="col" key={name}>
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <tr key={line.id} onClick={() => void navigate(`/fittings/${line.id}`)}>
              <td>
                <Box component={Link} to={`/fittings/${line.id}`} sx={{ color: 'inherit' }} onClick={(event) => event.stopPropagation()}>
                  {dayWords(line.givenOutAt)}
                </Box>
                {line.revision > 1 ? `, rev. ${line.revision}` : ''}
              </td>
              <Box component="td" sx={{ fontWeight: 560 }}>
                {line.wearerName === '' ? ERASED_WEARER : line.wearerName}
              </Box>
              <td>{line.tieName}</td>
              <td data-label="collar">{formatCollarSize(line.collar)}</td>
              <td>{line.occasion === 'other' ? '' : OCCASION_WORDS[line.occasion]}</td>
              <Figure label="set at">{line.setting.replace('mark ', '')}</Figure>
              <Figure label="lead">{length(line.leadMm)}</Figure>
              <Figure label="spread">{length(line.spreadMm)}</Figure>
              <td>{line.staff}</td>
            </tr>
          ))}
        </tbody>
      </Box>
    </Box>
  );
}

/** On a phone each line is a card: who and when, what, and the figures with their names. */
const AS_CARDS = {
  '@media (max-width: 44.99em)': {
    '& thead': { position: 'absolute', clipPath: 'inset(50%)', height: '1px', overflow: 'hidden' },
    '& tbody tr': { display: 'flex', flexWrap: 'wrap', columnGap: 2, rowGap: 0.25, py: 1, borderBottom: `1px solid ${COLOURS.rule}` },
    '& tbody td': { border: 0, p: 0 },
    '& tbody td:nth-of-type(1)': { order: 1 },
    '& tbody td:nth-of-type(2)': { flex: '1 0 50%' },
    '& tbody td:nth-of-type(3)': { order: 2, flex: '1 0 100%' },
    '& tbody td:nth-of-type(n + 4)': { order: 3 },
    '& td[data-label]::before': {
      content: 'attr(data-label) " "',
      fontFamily: TEXT,
      fontSize: SIZE.aside,
      fontWeight: 400,
      color: COLOURS.pencil,
    },
  },
} as const;

function Figure({ label, children }: { label: string; children: string }) {
  return (
    <Box
      component="td"
      data-label={label}
      sx={{ fontFamily: FIGURES, fontVariantNumeric: 'tabular-nums', fontSize: SIZE.clear, fontWeight: 560 }}
    >
      {children}
    </Box>
  );
}
