import type { PartyLine } from '@easytuck/contract';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import dayjs from 'dayjs';
import { useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { useParties } from '../../common/api/parties.ts';
import { Choice } from '../../common/Choice.tsx';
import { dueWords } from '../../common/dueWords.ts';
import { Face } from '../../common/faces/Face.tsx';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { QUIET, RULED_LINE, RULED_LIST } from '../../common/looks.ts';
import { Page } from '../../common/Page.tsx';
import { May } from '../../common/session/May.tsx';
import { useMay } from '../../common/session/sessionStore.ts';
import { useShortcuts } from '../../common/shortcuts/shortcuts.ts';
import { COLOURS, FIGURES, SIZE } from '../../theme.ts';
import { PartyForm } from './PartyForm.tsx';
import { OnlyFor } from '../../common/session/Allowed.tsx';
import { BY_KEY } from './byKey.ts';

const SHOWN = [
  { value: 'coming', text: 'coming up' },
  { value: 'past', text: 'past' },
  { value: 'calledOff', text: 'called off' },
] as const;
type Shown = (typeof SHOWN)[number]['value'];

/** All parties, by day and hour, and the form for a new one. */
export function PartiesPage() {
  const [search, setSearch] = useSearchParams();
  const navigate = useNavigate();
  const show = SHOWN.find(({ value }) => value === search.get('show'))?.value ?? 'coming';
  const isNew = search.get('new') !== null;
  const [now] = useState(() => dayjs());
  const may = useMay();
  const reading = useParties(show);
  useShortcuts('Parties', [...(may('parties.change') ? [{ key: 'n', says: 'new party', run: () => setSearch({ new: '' }) }] : [])]);
  if (isNew)
    return (
      <OnlyFor what="parties.change" does="plans parties">
        <Page
          title="New party"
          actions={
            <Button variant="outlined" onClick={() => setSearch({})}>
              Back to the list
            </Button>
          }
        >
          <PartyForm
            party={null}
            saveText="Save the party"
            onSaved={async (saved) => navigate(`/parties/${saved.id}`, { state: BY_KEY })}
          />
        </Page>
      </OnlyFor>
    );
  return (
    <Page
      title="Parties"
      actions={
        <May what="parties.change">
          <Button variant="contained" onClick={() => setSearch({ new: '' })}>
            New party
          </Button>
        </May>
      }
    >
      <Box sx={{ mb: 1.5 }}>
        <Choice<Shown>
          label="Listed"
          hideLabel
          value={show}
          onChange={(next) => setSearch(next === 'coming' ? {} : { show: next })}
          options={SHOWN}
          small
        />
      </Box>
      <Loaded reading={reading}>
        {({ parties, more }) =>
          parties.length === 0 ? (
            <Face title={show === 'coming' ? 'No party planned' : show === 'past' ? 'No party yet' : 'No party was called off'}>
              {show === 'coming' &&
                'A wedding, a band, a crew: everybody has to be ready at one hour. Enter the day, the hour and the people; Easy Tuck plans the rest.'}
            </Face>
          ) : (
            <>
              <Box component="ul" sx={RULED_LIST}>
                {parties.map((party) => (
                  <OneParty key={party.id} party={party} now={now} />
                ))}
              </Box>
              {more && <Box sx={{ ...QUIET, mt: 1.5 }}>There are more than these.</Box>}
            </>
          )
        }
      </Loaded>
    </Page>
  );
}

function OneParty({ party, now }: { party: PartyLine; now: dayjs.Dayjs }) {
  const { id, name, day, hour, place, members, withCard, done, out } = party;
  const about = [
    members === 0 ? 'nobody on the list yet' : `${members} ${members === 1 ? 'person' : 'people'}`,
    ...(members > 0 ? [withCard === members ? 'all have cards' : `${withCard} with cards`] : []),
    ...(done > 0 ? [`${done} tied`] : []),
    ...(out > 0 ? [`${out} ${out === 1 ? 'tie' : 'ties'} out`] : []),
  ];
  return (
    <Box component="li" sx={RULED_LINE}>
      <Box
        component={Link}
        to={`/parties/${id}`}
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '12rem minmax(0, 1fr) minmax(0, 1fr)' },
          alignItems: 'baseline',
          columnGap: 2.5,
          px: 1,
          py: 1.25,
          color: 'text.primary',
          textDecoration: 'none',
          '&:hover': { backgroundColor: COLOURS.card },
        }}
      >
        <Box sx={{ fontFamily: FIGURES, fontVariantNumeric: 'tabular-nums', fontSize: SIZE.head, fontWeight: 560 }}>
          {dueWords(day, now)}, {hour}
        </Box>
        <Box sx={{ fontSize: SIZE.clear, fontWeight: 560 }}>
          {name}
          {place !== '' && <Box sx={{ ...QUIET, fontSize: SIZE.plain, fontWeight: 400 }}>{place}</Box>}
        </Box>
        <Box sx={QUIET}>{about.join(', ')}</Box>
      </Box>
    </Box>
  );
}
