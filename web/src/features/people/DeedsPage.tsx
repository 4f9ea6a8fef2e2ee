import type { LoggedRecord } from '@easytuck/contract';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import dayjs from 'dayjs';
import { Link } from 'react-router';
import { DEEDS_ADDRESS, useDeeds } from '../../common/api/people.ts';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { QUIET, QUIET_LINK, QUIET_NOTE } from '../../common/looks.ts';
import { Page } from '../../common/Page.tsx';
import { NeedsPassword } from '../../common/session/NeedsPassword.tsx';
import { useNeedsPassword } from '../../common/session/sessionStore.ts';
import { OnlyFor } from '../../common/session/Allowed.tsx';
import { COLOURS, SIZE } from '../../theme.ts';

/** Who did what, and when: read and taken away, never changed. */
export function DeedsPage() {
  return (
    <Page
      title="Who did what"
      actions={
        <>
          <Button variant="outlined" component={Link} to="/people">
            Who works here
          </Button>
          <Button variant="outlined" component="a" href={DEEDS_ADDRESS}>
            Save as CSV
          </Button>
        </>
      }
    >
      <OnlyFor what="deeds.read" does="reads who did what">
        {useNeedsPassword('deeds.read') ? <NeedsPassword /> : <Deeds />}
      </OnlyFor>
    </Page>
  );
}

function Deeds() {
  const reading = useDeeds();
  return (
    <Loaded reading={reading}>
      {(deeds) => (
        <>
          <Box sx={{ ...QUIET, mb: 2 }}>
            Sign-ins, changes, exports, erasures and links. The log stores the key of a record, never its name: a name is shown while the
            record exists, and is gone from here when the record is erased.
          </Box>
          <Box
            component="table"
            sx={{
              width: '100%',
              borderCollapse: 'collapse',
              fontSize: SIZE.plain,
              '& th': { textAlign: 'left', color: 'text.secondary', fontWeight: 400, fontSize: SIZE.note },
              '& th, & td': { py: 0.75, pr: 2, borderBottom: `1px solid ${COLOURS.rule}`, verticalAlign: 'top' },
              // on a telephone each is a few lines rather than a row
              '@media (max-width: 37.49em)': {
                '& thead': { display: 'none' },
                '& tr': { display: 'block', py: 1, borderBottom: `1px solid ${COLOURS.rule}` },
                '& td': { display: 'block', border: 0, py: 0 },
              },
            }}
          >
            <thead>
              <tr>
                <th scope="col">When</th>
                <th scope="col">Who</th>
                <th scope="col">What</th>
                <th scope="col">Record</th>
                <th scope="col">From</th>
              </tr>
            </thead>
            <tbody>
              {deeds.map(({ number, at, personName, what, about, record, from }) => (
                <tr key={number}>
                  <td style={{ whiteSpace: 'nowrap', fontVariantNumeric: 'tabular-nums' }}>{dayjs(at).format('D MMM YYYY, HH:mm:ss')}</td>
                  <td>{personName === '' ? 'somebody unknown' : personName}</td>
                  <td>{what}</td>
                  <td style={{ overflowWrap: 'anywhere' }}>
                    {record === null ? (
                      <Box component="span" sx={QUIET_NOTE}>
                        {about}
                      </Box>
                    ) : (
                      <Named record={record} id={about ?? ''} />
                    )}
                  </td>
                  <td style={{ color: COLOURS.pencil, fontSize: SIZE.note }}>{from}</td>
                </tr>
              ))}
            </tbody>
          </Box>
          {reading.more && (
            <Button variant="outlined" onClick={reading.readOn} sx={{ mt: 2 }}>
              Further back
            </Button>
          )}
        </>
      )}
    </Loaded>
  );
}

const KIND_WORDS: Readonly<Record<NonNullable<LoggedRecord>['kind'], string>> = {
  wearer: 'wearer',
  tie: 'tie',
  fitting: 'fitting',
  party: 'party',
  person: 'works here',
  member: 'party member',
  coachLink: 'coach link',
  partyLink: 'party link',
};
const PAGE_OF: Readonly<Partial<Record<NonNullable<LoggedRecord>['kind'], string>>> = {
  wearer: '/wearers',
  tie: '/drawer',
  fitting: '/fittings',
  party: '/parties',
};

/** A record by its name, with a link where it has a page. */
function Named({ record: { kind, name }, id }: { record: NonNullable<LoggedRecord>; id: string }) {
  const page = PAGE_OF[kind];
  return (
    <>
      {page === undefined ? (
        name
      ) : (
        <Box component={Link} to={`${page}/${id}`} sx={QUIET_LINK}>
          {name}
        </Box>
      )}
      <Box component="span" sx={QUIET_NOTE}>
        , {KIND_WORDS[kind]}
      </Box>
    </>
  );
}
