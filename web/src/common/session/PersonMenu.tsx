import { ROLE_WORDS } from '@easytuck/contract';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';
import { Link } from 'react-router';
import { signOut, stepAway } from '../api/session.ts';
import { clearDrafts } from '../forms/tabDrafts.ts';
import { notify } from '../notices.tsx';
import { sentenceOf } from '../api/request.ts';
import { SIZE } from '../../theme.ts';
import { useStanding } from './sessionStore.ts';

/** Who is signed in, and what they can do about it; nothing at an open counter. */
export function PersonMenu() {
  const { session } = useStanding();
  const [at, setAt] = useState<HTMLElement | null>(null);
  if (!session?.person) return null;
  const { person, hands } = session;
  const done = (work: () => Promise<void>) => () => {
    setAt(null);
    work().catch((error: unknown) => notify(`Not done. ${sentenceOf(error)}`));
  };
  return (
    <>
      <Button
        variant="outlined"
        aria-haspopup="menu"
        aria-expanded={at !== null}
        onClick={(event) => setAt(event.currentTarget)}
        sx={{ minHeight: 36, px: 1.5, maxWidth: '12rem' }}
      >
        <Box component="span" sx={{ overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}>
          {person.name}
        </Box>
      </Button>
      <Menu open={at !== null} anchorEl={at} onClose={() => setAt(null)}>
        <Box component="li" role="none" sx={{ px: 2, py: 1, fontSize: SIZE.note, color: 'text.secondary' }}>
          {ROLE_WORDS[person.role].name}
          {session.by === 'pin' && ', by PIN'}
        </Box>
        <MenuItem component={Link} to="/own" onClick={() => setAt(null)}>
          Password, PIN, passkeys
        </MenuItem>
        {hands.length > 0 && <MenuItem onClick={done(stepAway)}>Step away, for others by PIN</MenuItem>}
        <MenuItem
          onClick={done(async () => {
            await signOut();
            // the next one at this browser starts with an empty bench
            clearDrafts();
          })}
        >
          Sign out
        </MenuItem>
      </Menu>
    </>
  );
}
