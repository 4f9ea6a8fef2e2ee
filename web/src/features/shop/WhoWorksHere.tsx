import { ROLE_WORDS } from '@easytuck/contract';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Link } from 'react-router';
import { May } from '../../common/session/May.tsx';
import { useStanding } from '../../common/session/sessionStore.ts';

/** Who is at this counter, and where it is said who works here. */
export function WhoWorksHere() {
  const { session } = useStanding();
  const person = session?.person ?? null;
  return (
    <Box sx={{ display: 'grid', gap: 1.5, justifyItems: 'start' }}>
      <Box>
        {person === null
          ? 'Nobody has to sign in: the counter is open, on this machine alone.'
          : `You are signed in as ${person.name}, ${ROLE_WORDS[person.role].name.toLowerCase()}: ${ROLE_WORDS[person.role].may}.`}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5 }}>
        <May what="people.manage">
          <Button variant="outlined" component={Link} to="/people">
            {person === null ? 'Set up sign-in' : 'Who works here'}
          </Button>
        </May>
        {person !== null && (
          <May what="deeds.read">
            <Button variant="outlined" component={Link} to="/people/deeds">
              Who did what
            </Button>
          </May>
        )}
      </Box>
    </Box>
  );
}
