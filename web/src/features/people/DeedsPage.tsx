import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import dayjs from 'dayjs';
import { Link } from 'react-router';
import { DEEDS_ADDRESS, useDeeds } from '../../common/api/people.ts';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { QUIET } from '../../common/looks.ts';
import { Page } from '../../common/Page.tsx';
import { NeedsPassword } from '../../common/session/NeedsPassword.tsx';
import { useNeedsPassword } from '../../common/session/sessionStore.ts';
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
      {useNeedsPassword('deeds.read') ? <NeedsPassword /> : <Deeds />}
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
            Sign-ins, changes, what was taken away, erasures and links. Records stand here by their key alone, so that nobody who was erased
            lives on in it.
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
                <th scope="col">Of</th>
                <th scope="col">From</th>
              </tr>
            </thead>
            <tbody>
              {deeds.map(({ number, at, personName, what, about, from }) => (
                <tr key={number}>
                  <td style={{ whiteSpace: 'nowrap', fontVariantNumeric: 'tabular-nums' }}>{dayjs(at).format('D MMM YYYY, HH:mm:ss')}</td>
                  <td>{personName === '' ? 'somebody unknown' : personName}</td>
                  <td>{what}</td>
                  <td style={{ color: COLOURS.pencil, fontSize: SIZE.note, overflowWrap: 'anywhere' }}>{about}</td>
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
