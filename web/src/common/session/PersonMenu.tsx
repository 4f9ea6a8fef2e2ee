import { ROLE_WORDS } from '@easytuck/contract';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';
import { Link } from 'react-router';
import { signOut, stepAway } from '../api/session.ts';
import { deleteOwnDrafts, listOwnDrafts } from '../forms/tabDrafts.ts';
import { notify } from '../notices.tsx';
import { sentenceOf } from '../api/request.ts';
import { SIZE } from '../../theme.ts';
import { useStanding } from './sessionStore.ts';

/** Who is signed in, and what they can do about it; nothing at an open counter. */
export function PersonMenu() {
  const { session } = useStanding();
  const [at, setAt] = useState<HTMLElement | null>(null);
  const [unsaved, setUnsaved] = useState<readonly string[] | null>(null);
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
          onClick={() => {
            const found = listOwnDrafts();
            if (found.length === 0) done(signOut)();
            else {
              setAt(null);
              setUnsaved(found);
            }
          }}
        >
          Sign out
        </MenuItem>
      </Menu>
      {unsaved && (
        <UnsavedDialog
          drafts={unsaved}
          onStay={() => setUnsaved(null)}
          onLeave={(isKept) => {
            setUnsaved(null);
            done(async () => {
              if (!isKept) deleteOwnDrafts();
              await signOut();
            })();
          }}
        />
      )}
    </>
  );
}

interface UnsavedDialogProps {
  readonly drafts: readonly string[];
  readonly onStay: () => void;
  readonly onLeave: (isKept: boolean) => void;
}

/** Asks what becomes of unsaved text when its author signs out. */
function UnsavedDialog({ drafts, onStay, onLeave }: UnsavedDialogProps) {
  return (
    <Dialog open onClose={onStay} aria-labelledby="unsaved-title" transitionDuration={0}>
      <DialogTitle id="unsaved-title">Some of your work is not saved</DialogTitle>
      <DialogContent>
        <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
          {[...new Set(drafts.map(draftWords))].map((words) => (
            <li key={words}>{words}</li>
          ))}
        </Box>
        <Box sx={{ mt: 1.5 }}>If you keep it, it stays in this browser and only you get it back when you next sign in here.</Box>
      </DialogContent>
      <DialogActions sx={{ flexWrap: 'wrap', gap: 1 }}>
        <Button onClick={onStay}>Stay signed in</Button>
        <Button variant="outlined" onClick={() => onLeave(false)}>
          Discard it and sign out
        </Button>
        <Button variant="contained" onClick={() => onLeave(true)}>
          Keep it and sign out
        </Button>
      </DialogActions>
    </Dialog>
  );
}

const DRAFT_WORDS: readonly (readonly [string, string])[] = [
  ['bench', 'the fitting at the Bench'],
  ['wearer', 'a wearer’s record'],
  ['tie', 'a tie’s measures'],
  ['party', 'a party'],
  ['collar', 'a collar in stock'],
  ['shop', 'the shop’s settings'],
  ['balance', 'measures at the Balance desk'],
];

const draftWords = (name: string): string => DRAFT_WORDS.find(([beginning]) => name.startsWith(beginning))?.[1] ?? 'a practice run';
