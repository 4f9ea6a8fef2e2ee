import Box from '@mui/material/Box';
import { Link } from 'react-router';
import { useDue } from '../../common/api/privacy.ts';
import { dayWords } from '../../common/dueWords.ts';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { QUIET, QUIET_ASIDE, RULED_LINE, RULED_LIST } from '../../common/looks.ts';
import { NeedsPassword } from '../../common/session/NeedsPassword.tsx';
import { useNeedsPassword } from '../../common/session/sessionStore.ts';

/** Whose records have been kept for as long as the shop keeps them: each is looked at, and erased by hand. */
export function DueRecords() {
  return useNeedsPassword('wearers.erase') ? <NeedsPassword /> : <List />;
}

function List() {
  return (
    <Loaded reading={useDue()}>
      {({ keepYears, due, more }) =>
        keepYears === null ? (
          <Box sx={QUIET}>
            Records are kept until they are erased. Say for how many years, among the habits, and what is due stands here.
          </Box>
        ) : due.length === 0 ? (
          <Box sx={QUIET}>None. Nobody on record was last seen more than {keepYears === 1 ? 'a year' : `${keepYears} years`} ago.</Box>
        ) : (
          <>
            <Box component="ul" sx={{ ...RULED_LIST, maxHeight: '20rem', overflow: 'auto' }} tabIndex={0}>
              {due.map(({ id, name, seenAt }) => (
                <Box component="li" key={id} sx={{ ...RULED_LINE, py: 0.75 }}>
                  <Link to={`/wearers/${id}`}>{name}</Link>
                  <Box sx={QUIET_ASIDE}>last seen {dayWords(seenAt)}</Box>
                </Box>
              ))}
            </Box>
            {more && <Box sx={{ ...QUIET, mt: 1 }}>And more; they come up as these are done.</Box>}
          </>
        )
      }
    </Loaded>
  );
}
